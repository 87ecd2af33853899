export * from './archive'

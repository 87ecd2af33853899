export * from './review'

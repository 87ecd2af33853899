export * from './build-part'

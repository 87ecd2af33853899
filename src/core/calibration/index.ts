export * from './coefficient'

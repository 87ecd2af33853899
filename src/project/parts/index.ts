export * from './formats'
export * from './parts-input'

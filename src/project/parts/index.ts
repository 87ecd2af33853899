export * from './formats'
export * from './build-parts'
export * from './parts-input'

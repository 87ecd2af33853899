export * from './address'
export * from './lines'

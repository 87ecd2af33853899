export * from './schema'
export * from './targets'

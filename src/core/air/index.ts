export * from './air'
export * from './compression'
export * from './moisture'

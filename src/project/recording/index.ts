export * from './dialect'
export * from './mapping'
export * from './parse-table'
export * from './units'

export * from './protocol'
export * from './parse-lines'

export * from './readings'
export * from './reduce-hand'
export * from './result'

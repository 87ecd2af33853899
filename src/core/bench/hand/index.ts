export * from './readings'
export * from './reduce-hand'

export * from './readings'
export * from './reduce-hand'
export { ofRepeats } from './repeats'
export * from './result'

export type { RunDownTrace } from './rows'
export * from './reduce-run-down'
export { simulateRunDown, type RunDownNoise } from './simulate-run-down'
export * from './workings'

export * from './reduce-droop'
export * from './simulate-droop'
export * from './workings'

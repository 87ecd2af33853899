export * from './reduce-speed'

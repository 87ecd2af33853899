export * from './coasts'
export * from './reduce-coast'
export * from './simulate-coast'
export * from './workings'

export * from './coasts'
export * from './reduce-coast'
export * from './workings'

export * from './reduce-thrust'
export * from './stand-response'
export * from './simulate-thrust'
export * from './workings'

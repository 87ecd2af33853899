export * from './lie'
export * from './overhang'
export * from './plates'
export * from './time'

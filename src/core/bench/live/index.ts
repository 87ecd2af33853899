export * from './pyramid'
export * from './now'
export * from './programs'

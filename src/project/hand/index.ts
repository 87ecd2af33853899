export * from './rig-targets'
export * from './schema'
export * from './targets'

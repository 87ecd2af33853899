export * from './hole-gauge'
export * from './retention'

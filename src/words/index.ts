/** Sentences for what the core and the project find: English, in this one folder. */
export * from './compare'
export * from './figures'
export * from './findings'
export * from './notes'
export * from './repairs'
export * from './tokens'
export * from './instructions'
export * from './hand'

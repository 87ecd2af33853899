export * from './drills'
export * from './format-quantity'
export * from './parse-quantity'
export * from './quantities'

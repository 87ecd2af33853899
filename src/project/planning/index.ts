export * from './plan'
export * from './stop-pressure'
export * from './stop-speed'
export { type Mark, type MarkKind, type Plan, type PlanStep } from './schema'

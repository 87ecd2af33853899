export * from './plan'
export * from './stop-speed'
export { LIMITED_BY, MARK_KINDS, STOPPED_BY, type Mark, type MarkKind, type Plan, type PlanStep } from './schema'

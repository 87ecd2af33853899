export { plainWords, spoken } from '../gates'
export type { Finding, SafetyState } from '../gates'
export * from './review'

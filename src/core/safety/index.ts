export type { Finding, SafetyState } from '../gates'
export * from './review'

/**
 * The document's types and what can be done with it without checking it: light enough for the first page. Checking is
 * in `../validation`.
 */
export * from './build-input'
export * from './build-title'
export * from './fields'
export * from './hazards'
export * from './kinds'
export * from './limits'
export * from './new-build'
export * from './removing'
export * from '../machines'
export type * from '../validation/schema'
export type { Fault } from '../validation/faults'

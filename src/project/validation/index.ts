/** The one definition of the document's form, and its checks. Pulls in the schema library: load it late. */
export * from './faults'
export * from './parse-project'
export * from './air-schema'
export * from './machine-schema'
export { machinePossible } from './machine-possible'
export * from './schema'

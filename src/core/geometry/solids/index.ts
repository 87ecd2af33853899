export type { Mesh } from './mesh'
export { inspectPart, type ThinSpot } from './thin-walls'

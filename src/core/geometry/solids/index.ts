export { inspectPart, type Mesh, type ThinSpot } from './thin-walls'

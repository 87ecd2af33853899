export * from './build-part'
export { inspectPart, type ThinSpot } from './thin-walls'

export type { LiveBench, LiveFigure, LiveId, LiveMoment } from './contract'
export * from './air'
export * from './loaded'
export * from './turning'

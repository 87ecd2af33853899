import type { End, EngineNetwork } from './network'

/**
 * Where things stand in a state: mass and inner energy of each volume, energy of the flywheel, lift and speed of each
 * moving ball; then the sums.
 */
export interface Layout {
  readonly volumes: number
  readonly wheel: number
  /** Lift of a ball, m; its speed, m/s, comes after it. */
  readonly ball: (ball: number) => number
  readonly time: number
  /** Mass and enthalpy that each reservoir has given. */
  readonly given: (reservoir: number) => readonly [mass: number, energy: number]
  /** Work on the piston of a volume (the whole pressure, not against the back). */
  readonly work: (volume: number) => number
  readonly gasWork: number
  readonly frictionWork: number
  readonly loadWork: number
  readonly heat: number
  readonly length: number
}

export function layoutOf({ volumes, reservoirs, balls }: EngineNetwork): Layout {
  const wheel = 2 * volumes.length
  const time = wheel + 1 + 2 * balls.length
  const given = time + 1
  const work = given + 2 * reservoirs.length
  const gasWork = work + volumes.length
  return {
    volumes: volumes.length,
    wheel,
    ball: (b) => wheel + 1 + 2 * b,
    time,
    given: (r) => [given + 2 * r, given + 2 * r + 1],
    work: (v) => work + v,
    gasWork,
    frictionWork: gasWork + 1,
    loadWork: gasWork + 2,
    heat: gasWork + 3,
    length: gasWork + 4,
  }
}

/** Reservoirs of every engine: supply, exhaust, room. */
export const RESERVOIRS = 3

/** Where an end stands among all volumes and, after them, all reservoirs. */
export const placeOf = (end: End, volumeCount: number): number =>
  'volume' in end ? end.volume : volumeCount + end.reservoir

import { crossings } from '../../../core/engine'
import type { EngineMachine } from '../../../project/document'

const TURN = 2 * Math.PI
export const toDeg = (rad: number): number => (rad * 180) / Math.PI

/** A stretch of the turn in which an opening stands open, degrees; one across dead centre goes beyond 360. */
export type Stretch = readonly [from: number, to: number]

/** Stretches of a turn in which a function is above nought. */
export function openWhile(value: (rad: number) => number): Stretch[] {
  const edges = crossings(value, TURN).map(toDeg)
  if (edges.length === 0) return value(0) > 0 ? [[0, 360]] : []
  const rising = edges.filter((deg) => value(((deg + 0.01) * Math.PI) / 180) > 0)
  return rising.map((from) => [
    from,
    edges.find((e) => e > from && !rising.includes(e)) ?? (edges.find((e) => !rising.includes(e)) ?? 0) + 360,
  ])
}

export interface Opening {
  readonly id:
    | 'seat'
    | 'ports'
    | 'head-in'
    | 'head-out'
    | 'crank-in'
    | 'crank-out'
    | 'intake'
    | 'outlet'
    | 'far-intake'
    | 'far-outlet'
  readonly name: string
  /** Lets air in, or out. */
  readonly lets: 'in' | 'out'
  readonly open: readonly Stretch[]
}

/** Something on the ring that can be dragged: where it stands, and the machine with it elsewhere. */
export interface Handle {
  readonly id: string
  readonly label: string
  /** Where it stands, degrees; on which opening’s ring. */
  readonly at: number
  readonly on: Opening['id']
  /** What it sets, in words for those who hear it. */
  readonly says: string
  readonly moved: (deg: number) => EngineMachine
  /** One printable step further or back. */
  readonly stepped: (by: 1 | -1) => EngineMachine
}

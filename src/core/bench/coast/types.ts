import type { Said } from '../../said'
import type { Measured } from '../../statistics'
import type { DrawnTrace } from '../angle/drawn-trace'
import type { Repair } from '../angle/repair'
import type { Coast } from './coasts'
import type { DragShape } from './shapes'

/** All that turns, and what brakes it in some of the coastings; both at the rotor's shaft. */
export interface CoastRig {
  readonly inertiaKgM2: { readonly value: number; readonly standardUncertainty: number }
  /**
   * A torque that does not change with speed, on in some coastings and off in the others; the inertia is found from it.
   * Null where there is none.
   */
  readonly brake: { readonly torqueNm: number; readonly standardUncertaintyNm: number } | null
}

export interface CoastSettings {
  /** Where it coasts, when the maker knows better than the finder. */
  readonly coast?: { readonly fromS: number; readonly toS: number }
}

/** Drag a + b w + c w^2, N m at w rad/s. Covariance in that order. */
export interface DragLaw {
  readonly parameters: readonly [number, number, number]
  readonly covariance: readonly (readonly number[])[]
  /** What laws of other shapes say beside it, or in its place; null where too few windows tell. */
  readonly shape: DragShape | null
}

/** One window of a coasting. */
export interface CoastPoint {
  readonly coast: number
  readonly speedRadPerS: number
  /** All that slows it, the brake included where it was on, N m. */
  readonly torqueNm: number
  readonly uncertaintyNm: number
}

export interface CoastReduction extends DrawnTrace {
  readonly coasts: readonly (Coast & { readonly braked: boolean })[]
  readonly law: DragLaw
  /** The share by which all runs on one rig are wrong alike: its inertia, or its brake. */
  readonly sharedRelativeUncertainty: number
  /** The highest speed that it coasted from, and the lowest that it coasted to. */
  readonly topRadPerS: number
  readonly leastRadPerS: number
  /** Drag and the power that it takes at the highest speed. */
  readonly topDrag: Measured
  readonly topPower: Measured
  /** What is left of drag towards rest: friction that does not change with speed. */
  readonly restDrag: Measured
  /** The inertia that the torques stand on, and the one that the rig says. */
  readonly inertia: Measured
  readonly stated: Measured
  readonly points: readonly CoastPoint[]
  readonly autocorrelation: number
  readonly repairs: readonly Repair[]
  readonly notes: readonly Said[]
}

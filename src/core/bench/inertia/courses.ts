import { USUAL_BEND } from '../settled/torque-line'

/**
 * A course over the speed that torque or drag may have beside the law's own terms, by the share of a reference speed.
 * Few machines' torque is a line, and few bearings' drag a parabola: how much there may be of each course is known
 * beforehand, as little as it is, so that what a recording does not tell is unsure by it.
 */
export interface Course {
  /** Of the torque that drives; else of the drag. */
  readonly drives: boolean
  /** The power of the speed that it goes with, by which it follows what drives: 0 where it hangs on no free speed. */
  readonly power: number
  readonly at: (share: number) => number
  /** How steep it is there, `height` being its value. */
  readonly slope: (share: number, height: number) => number
  /** One standard deviation of how much of it there is, over torque at rest or over the usual drag. */
  readonly spread: number
  /** No recording tells it, as it is gone where the rotor is still read: a machine is no less crooked for it. */
  readonly hidden: boolean
}

const powerOf = (drives: boolean, power: 1.5 | 3 | 4, spread: number): Course => ({
  drives,
  power,
  // by products: a general power takes most of a march's time
  at: power === 1.5 ? (x) => (x > 0 ? x * Math.sqrt(x) : 0) : (x) => (x > 0 ? x * x * x * (power === 4 ? x : 1) : 0),
  slope: (x, height) => (x > 0 ? (power * height) / x : 0),
  spread,
  hidden: false,
})

/** What torque gains as it leaves rest, where flow at rest meets the blades askew. */
const leaving = (reach: number, spread: number): Course => ({
  drives: true,
  power: 0,
  at: (x) => -Math.expm1(-x / reach),
  slope: (_, height) => (1 - height) / reach,
  spread,
  hidden: false,
})

/** Friction that goes as it begins to slide (Stribeck 1902). */
const sliding = (reach: number, spread: number): Course => ({
  drives: false,
  power: 0,
  at: (x) => Math.exp(-x / reach),
  slope: (_, height) => -height / reach,
  spread,
  hidden: true,
})

/**
 * Torque beside a line and a square: higher powers, and what leaves rest. Drag beside a parabola: the power of a laminar
 * boundary layer, what grows faster than the square, and friction near rest. Sizes are estimates.
 */
export const COURSES: readonly Course[] = [
  powerOf(true, 3, 0.15),
  powerOf(true, 4, 0.1),
  leaving(0.1, 0.04),
  leaving(0.25, 0.06),
  powerOf(false, 1.5, 0.5),
  powerOf(false, 3, 0.3),
  sliding(0.06, 0.15),
  sliding(0.18, 0.15),
]

/** How much of the bend and of each course there may be. */
export interface Shape {
  /** Speed of which they are taken as shares, rad/s. */
  readonly referenceRadPerS: number
  /** Place of q among the parameters, and what is known of it; then of each of the courses. */
  readonly bend: { readonly value: number; readonly standardUncertainty: number }
  readonly amounts: readonly { readonly value: number; readonly standardUncertainty: number }[]
}

/** For a machine of that torque at rest and drag, in any one unit, free without drag at about the reference speed. */
export const shapeFor = (referenceRadPerS: number, torque: number, drag: number): Shape => ({
  referenceRadPerS,
  bend: {
    value: (USUAL_BEND.share * torque) / referenceRadPerS ** 2,
    standardUncertainty: (USUAL_BEND.spread * torque) / referenceRadPerS ** 2,
  },
  amounts: COURSES.map((c) => ({ value: 0, standardUncertainty: c.spread * (c.drives ? torque : drag) })),
})

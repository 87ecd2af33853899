import { GAMMA } from '../../air'
import { CRITICAL_PRESSURE_RATIO } from '../../flow'

/** A vessel that empties itself through a converging hole, in shares of its opening. */
export interface Emptying {
  /** In this time all its air would leave at the flow of the opening, s. */
  readonly tauS: number
  /** Its absolute pressure over the room's at the opening, above 1. */
  readonly overRoom: number
  /** Of pressure by mass: 1 where the wall keeps the air warm, 1.4 where it gives none. */
  readonly exponent: number
  /** How long its valve takes to open, evenly, s. */
  readonly opensInS: number
}

const [UP, DOWN] = [1 / GAMMA, (GAMMA - 1) / GAMMA] as const
/** Steps in a tau, and how many of these are gone through: the slowest vessel of the range is empty by then. */
const [IN_A_TAU, MOST_TAUS] = [50, 12] as const

/** Flow and thrust over the vessel's pressure, the room's push on the hole left out, at a ratio of the throat's to it. */
function perPressure(ratio: number): readonly [flow: number, thrust: number] {
  const spent = 1 - ratio ** DOWN
  const flow = ratio ** UP * Math.sqrt(spent)
  return [flow, (2 / DOWN) * flow * Math.sqrt(spent) + ratio]
}
/** While its throat is choked they are so much, whatever the pressure. */
const CHOKED = perPressure(CRITICAL_PRESSURE_RATIO)

/** Flow and thrust of a pressure over the room's, but for what is alike at all: area, room's pressure, temperature. */
function jet(overRoom: number): readonly [flow: number, thrust: number] {
  if (overRoom <= 1) return [0, 0]
  if (overRoom * CRITICAL_PRESSURE_RATIO >= 1) return [overRoom * CHOKED[0], overRoom * CHOKED[1] - 1]
  const [flow, thrust] = perPressure(1 / overRoom)
  return [overRoom * flow, overRoom * thrust - 1]
}

/** Thrust through an open valve over that of the opening, from step to step; nothing once it is empty. */
function opened(overRoom: number, exponent: number): Float64Array {
  const [firstFlow, firstThrust] = jet(overRoom)
  // flow goes by pressure over the root of temperature, and both by the mass that is left
  const leaves = (left: number) => -jet(overRoom * left ** exponent)[0] * (left ** ((1 - exponent) / 2) / firstFlow)
  const course = new Float64Array(IN_A_TAU * MOST_TAUS + 2)
  const step = 1 / IN_A_TAU
  let left = 1
  for (let i = 0; i < course.length - 1; i++) {
    const [flow, thrust] = jet(overRoom * left ** exponent)
    course[i] = thrust / firstThrust
    if (flow === 0) break
    const a = leaves(left)
    const b = leaves(left + (step / 2) * a)
    const c = leaves(left + (step / 2) * b)
    left += (step / 6) * (a + 2 * b + 2 * c + leaves(left + step * c))
  }
  return course
}

/** Courses that were made last, since fits ask for the same again and again. */
const KEPT = 12
const kept = new Map<string, Float64Array>()

function openedKept(overRoom: number, exponent: number): Float64Array {
  const key = `${overRoom} ${exponent}`
  const known = kept.get(key)
  if (known) return known
  if (kept.size >= KEPT) kept.delete(kept.keys().next().value!)
  const course = opened(overRoom, exponent)
  kept.set(key, course)
  return course
}

/**
 * Its thrust at a time since the opening over that of the open valve at its first pressure: choked and then not, by the
 * mass that is left in it. While its valve opens, what has left is what an open one lets through in a part of that time.
 * Perfect gas without losses, polytropic; Runge and Kutta's steps (1901), straight between them: within 1e-4.
 * Valid: pressure up to 30 times the room's.
 */
export function emptyingCourse({ tauS, overRoom, exponent, opensInS }: Emptying): (sinceS: number) => number {
  const course = openedKept(overRoom, exponent)
  const most = course.length - 2
  return (t) => {
    if (t < 0) return 0
    const open = t < opensInS ? t / opensInS : 1
    const asOpen = open < 1 ? (t * open) / 2 : t - opensInS / 2
    const at = Math.min(most, (asOpen / tauS) * IN_A_TAU)
    const i = Math.floor(at)
    return open * (course[i] + (at - i) * (course[i + 1] - course[i]))
  }
}

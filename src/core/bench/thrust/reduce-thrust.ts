import { said, type Said } from '../../said'
import { mean, varianceOf, type Measured } from '../../statistics'
import { forceRows, overZero, type ForceTrace, type OverZero } from './force-rows'
import { beginningOf, type Beginning } from './opening'
import { bentBy, leftOfCourse, slownessOf, smoothed } from './quiet'
import { runningDown } from './running-down'
import type { Ring } from './stand-response'

export type { ForceTrace } from './force-rows'

export interface ThrustSettings {
  /** What the cell shows is multiplied by this; 1 where left out. */
  readonly scaleFactor?: number
  /** Standard uncertainty of the cell's span over itself. */
  readonly spanRelativeUncertainty: number
  /** From when to when it pushes, set by hand; found where left out. */
  readonly push?: { readonly fromS: number; readonly toS: number }
}

export interface ThrustReduction {
  /** From the opening to where the thrust is gone. */
  readonly push: { readonly fromS: number; readonly toS: number }
  /** Zero of the cell as a line in time: its value at the opening, its drift. */
  readonly zero: { readonly atOpeningN: number; readonly driftNPerS: number; readonly standardUncertaintyN: number }
  /** Of a supply that runs down at the opening, of a steady one over the middle of the push. */
  readonly thrust: Measured
  readonly steady: boolean
  /** Told by the whole push as that of a vessel which empties itself. */
  readonly asVessel: boolean
  readonly impulse: Measured
  /** From the opening until a twentieth of the thrust is left; of a steady push from half to half. */
  readonly runTime: Measured
  /** The highest reading over the zero: the ring included. */
  readonly highestReadingN: number
  readonly ring: Ring | null
  /** How long its valve took to open, s; 0: at once, as far as the rows tell. */
  readonly opensInS: number
  /** Cell reads a pull as less. */
  readonly pulls: boolean
  /** What was read over the zero, and the same without its ring. */
  readonly curve: {
    readonly timeS: readonly number[]
    readonly readN: readonly number[]
    readonly thrustN: readonly number[]
  }
  readonly sharedRelativeUncertainty: number
  readonly notes: readonly Said[]
}

/** A thrust that keeps within this share over the middle of its push is a steady one. */
const STEADY_SHARE = 0.1
/** No stand swings further than to twice what pushes it steadily: a push of which more was read was no such one. */
const MOST_SWUNG = 2.2
/**
 * A push that runs down takes so much of its time for each share of its thrust at its end: some 0.15 for the last 0.05,
 * as an estimate.
 */
const ENDS_FLAT = 3
/** A push has risen at this share of its highest. */
const RISEN = 0.9
/** What a ring leaves at most in a mean over one turn of it, of the push that ended. */
const MOST_LEFT_OF_RING = 0.1
/** A ring has died away after so many times of its own, a twentieth being left, or after so long, s. */
const [SWUNG_OUT, MOST_SWINGS_S] = [Math.log(20), 3] as const
/** Of an emptying vessel's impulse, what follows too weakly to be told from the zero. */
const UNSEEN_TAIL = 0.004
/** What a ring that nobody saw moves the ends of a push by, in rows, one sigma: by simulated stands. */
const UNSEEN_ROWS = 0.9
/** Rows further apart cannot show how a usual stand rings, s: stands ring at 8 to 18 Hz. Our own estimate. */
const SPARSE_S = 0.035
/** Share of the thrust at which its push counts as over. */
const LAST_SHARE = 0.05

/** Trapezoids under rows, and what a unit of the zero line's two numbers adds. */
function areaOf(time: readonly number[], over: readonly number[], from: number, to: number, middleS: number) {
  let [area, one, slope] = [0, 0, 0]
  for (let i = from; i < to; i++) {
    const dt = time[i + 1] - time[i]
    area += (dt * (over[i] + over[i + 1])) / 2
    one += dt
    slope += dt * ((time[i] + time[i + 1]) / 2 - middleS)
  }
  return { area, one, slope }
}

/** How a push begins, and from how much of it that was told. */
function begun({ time, over, stepS, found, gone, lasts }: OverZero): { begins: Beginning; window: number } {
  const rises = smoothed(time, over, 12 * stepS).slice(found, gone + 1)
  const peak = Math.max(...rises)
  const risen = Math.max(
    0,
    rises.findIndex((f) => f > RISEN * peak),
  )
  // as much of it as a slow valve asks for
  const windowS = Math.min(0.45 * lasts, Math.max(1, 3 * (time[found + risen] - time[found])))
  const of = (s: number) => beginningOf(time, over, time[found] - stepS / 2, s, stepS)
  const early = of(windowS)
  // a short push has few turns of its ring in its first part: the more of it is looked at
  const wanted = early.ring ? Math.min(0.8 * lasts, 2.2 / early.ring.frequencyHz) : 0
  const window = Math.max(windowS, wanted)
  return { begins: window > windowS ? of(window) : early, window }
}

/** How a push begins whose rows are too few to tell: between two of them. */
const unseen = ({ time, found, stepS, lasts }: OverZero): { begins: Beginning; window: number } => ({
  begins: { openS: time[found] - stepS / 2, opensInS: 0, ring: null },
  window: 0.45 * lasts,
})

/** A push between its beginning and its end: whether it keeps its thrust, and how noise goes along it. */
function plateauOf(push: OverZero, begins: Beginning, thrustN: readonly number[]) {
  const { time, over, gone, noise, quiet, zero } = push
  // after a sharp end the stand goes on ringing: the push itself is over before
  const highest = thrustN.reduce((m, f) => Math.max(m, f), 0)
  const pushed = time[thrustN.findLastIndex((f, i) => i <= gone && f > MOST_LEFT_OF_RING * highest)] - begins.openS
  const [from, to] = [0.2, 0.8].map((share) => begins.openS + share * pushed)
  const middle = time.flatMap((t, i) => (t > from && t < to ? [i] : []))
  const levels = middle.map((i) => thrustN[i])
  const plateau = mean(middle.map((i) => over[i]))
  // by thirds, so that what is left of a ring does not count
  const third = Math.max(1, Math.floor(levels.length / 3))
  const moved = 1.5 * Math.abs(mean(levels.slice(0, third)) - mean(levels.slice(-third)))
  // short quiet parts hardly tell how slow their noise is: a long push tells it as well
  const course = leftOfCourse(time, over, middle)
  const slowness = course && course.noise.length > quiet.length ? slownessOf([zero.left, course]) : zero.slowness
  return {
    steady:
      levels.length >= 6 && moved < STEADY_SHARE * plateau + 4 * noise && highest < MOST_SWUNG * plateau + 4 * noise,
    slowness,
    value: plateau,
    u: Math.hypot(zero.noise * Math.sqrt(slowness / middle.length), moved / 20),
  }
}

/** What is known of a push beside its rows, for what is told of it. */
interface Level {
  readonly steady: boolean
  /** By how much noise that is slow widens what hangs on many rows. */
  readonly slowness: number
  /** Of the opening, or of the plateau, N. */
  readonly value: number
  readonly u: number
  readonly ring: Ring | null
  readonly openS: number
  /** Its rows are too few to show how its stand moves. */
  readonly sparse: boolean
  /** Of the zero at a time, N. */
  readonly zeroAt: (timeS: number) => number
}

/** Impulse as far as the stand has swung out, or the recording goes; and over how long it was summed. */
function impulseOf(push: OverZero, { steady, slowness, value, ring, sparse }: Level, span: number) {
  const { time, over, zero, noise, stepS, found, gone, restS, goneOnS } = push
  const swingsS = ring ? SWUNG_OUT / (ring.dampingRatio * 2 * Math.PI * ring.frequencyHz) : 0
  const end = time.findIndex(
    (t) => t > time[gone] + Math.max(steady ? restS : goneOnS, Math.min(MOST_SWINGS_S, swingsS)),
  )
  const lastRow = end > 0 ? end - 1 : time.length - 1
  const { area, one, slope } = areaOf(time, over, Math.max(0, found - 2), lastRow, zero.middleS)
  const zeroVariance = slowness * varianceOf([one, slope], zero.fit.covariance) + (push.hiddenN * one) ** 2
  const noiseVariance = slowness * zero.noise ** 2 * stepS * one
  // a stand that does not ring jumps between two rows, one that rings bends there: where in between, nobody saw
  const jump = ring
    ? value * Math.min(1, (2 * Math.PI * ring.frequencyHz * stepS) ** 2 / 12)
    : Math.max(...over.slice(found, found + 6).map((f, k) => f - over[found + k - 1]))
  // cold air in the vessel goes on leaving as it warms, too little to be seen
  const tail = steady ? 0 : UNSEEN_TAIL * area
  const unseenU = sparse ? stepS * bentBy(over.slice(Math.max(0, found - 2), lastRow + 1), noise) : 0
  const u = Math.hypot(
    Math.sqrt(zeroVariance + noiseVariance),
    (jump * stepS) / Math.sqrt(12),
    span * area,
    tail,
    unseenU,
  )
  return { area, overS: one, impulse: { value: area, standardUncertainty: u, unit: 'N·s' } }
}

/**
 * Run time by the rows: of a steady push from half to half, since valves take their time; of one that runs down until a
 * twentieth is left. `still` is over how long the rows were smoothed, s.
 */
function runTimeOf(push: OverZero, level: Level, thrust: Measured, thrustN: readonly number[], still: number) {
  const { time, zero, stepS, found, gone, lasts, restS } = push
  const { steady, slowness, ring, openS, sparse, zeroAt } = level
  const crossing = (share: number, way: 'up' | 'down'): { atS: number; slope: number } => {
    const target = share * level.value
    let row =
      way === 'up'
        ? thrustN.findIndex((f, i) => i >= found - 20 && f > target)
        : thrustN.findLastIndex((f, i) => f >= target && time[i] <= time[gone] + restS) + 1
    row = Math.min(Math.max(1, row), thrustN.length - 1)
    const slope = (thrustN[row] - thrustN[row - 1]) / (time[row] - time[row - 1])
    return {
      atS: time[row] - (slope === 0 ? 0 : (thrustN[row] - target) / slope),
      slope: Math.max(1e-9, Math.abs(slope)),
    }
  }
  const ends = crossing(steady ? 0.5 : LAST_SHARE, 'down')
  // a push that ends within the mean over its ring bends there
  const sharp = !steady && (2 * LAST_SHARE * level.value) / ends.slope < still
  const beganS = steady ? crossing(0.5, 'up').atS : openS
  const smoothNoise = zero.noise * Math.sqrt((slowness * stepS) / still) + zeroAt(ends.atS)
  // a damped stand reads a course late; of a steady push beginning and end alike
  const lagS = ring && !steady ? ring.dampingRatio / (Math.PI * ring.frequencyHz) : 0
  return {
    endsS: ends.atS,
    value: ends.atS - lagS - beganS,
    standardUncertainty: Math.hypot(
      smoothNoise / ends.slope,
      ((steady ? 0.5 : LAST_SHARE) * thrust.standardUncertainty) / ends.slope,
      stepS / Math.sqrt(6),
      // a ring that was not seen may cross the half a row sooner or later
      sparse ? UNSEEN_ROWS * stepS : 0,
      // smoothing moves a crossing where the trace bends, and a ring leaves a little in it
      steady ? (ring ? 0.05 * still : 0) : sharp ? still / 12 : still ** 2 / (12 * lasts),
    ),
  }
}

/**
 * Thrust, impulse and run time from a thrust stand's trace: zero and drift from the quiet parts before and after, the
 * ring of the stand told from the push by its closed form, impulse as the area (a stand at rest before and after passes
 * on the whole of it).
 * Uncertainties by JCGM 100: zero and drift with what slow noise adds, noise, the cell's span, and for the thrust what
 * a push of the next degree would make of it.
 * Range: one push, quiet before it, at least 40 rows. Error: see `npm run campaign`.
 * @throws PhysicsError NO_PUSH, FEW_ROWS, NO_ZERO, TIME_BACK.
 */
export function reduceThrust(trace: ForceTrace, settings: ThrustSettings): ThrustReduction {
  const push = overZero(forceRows(trace, settings.scaleFactor ?? 1, settings.push))
  const { time, over, zero, stepS, noise, found, gone, restS, pulls } = push
  const span = settings.spanRelativeUncertainty
  const sparse = stepS > SPARSE_S
  const { begins, window } = sparse ? unseen(push) : begun(push)
  const still = begins.ring ? 1 / begins.ring.frequencyHz : Math.min(6 * stepS, Math.max(stepS, push.lasts / 6))
  const thrustN = smoothed(time, over, still)
  const plateau = plateauOf(push, begins, thrustN)
  const { steady, slowness } = plateau
  // what moves slower than from row to row moves the start as a whole, and a bent course follows it to its end
  const slow = Math.sqrt(Math.max(0, zero.noise ** 2 - noise ** 2))
  const rows = { timeS: time, overN: over, stepS, found, gone, restS }
  const running = steady ? null : runningDown(rows, begins, window, { noise: zero.noise, slowness }, slow, sparse)
  const { openS, ring, opensInS } = running?.begins ?? begins
  const zeroAt = (t: number) =>
    Math.hypot(Math.sqrt(slowness * varianceOf([1, t - zero.middleS], zero.fit.covariance)), push.hiddenN)
  const { value, u } = running ? { value: running.thrustN, u: running.standardUncertaintyN } : plateau
  const level: Level = { steady, slowness, value, u, ring, openS, sparse, zeroAt }
  const thrust: Measured = { value, standardUncertainty: Math.hypot(u, zeroAt(openS), span * value), unit: 'N' }
  const { area, overS, impulse } = impulseOf(push, level, span)
  const { endsS, ...read } = runTimeOf(push, level, thrust, thrustN, still)
  const lasted = running?.endsAfter(LAST_SHARE, read, zeroAt(endsS)) ?? read
  // a staircase of digits crosses the last share where it likes
  const stepsU = steady ? 0 : (ENDS_FLAT * push.hiddenN * lasted.value) / value
  const runTime: Measured = {
    value: lasted.value,
    standardUncertainty: Math.hypot(lasted.standardUncertainty, stepsU),
    unit: 's',
  }
  const highestReadingN = Math.max(...over.slice(found, gone + 1))

  const notes: Said[] = []
  if (sparse) notes.push(said('thrust-sparse', { rows: gone - found + 1, perS: 1 / stepS }))
  if (push.sides === 1) notes.push(said('thrust-zero-one-side'))
  if (ring && highestReadingN > 1.1 * value)
    notes.push(said('thrust-rings', { frequencyHz: ring.frequencyHz, share: highestReadingN / value - 1 }))
  if (Math.abs(zero.at(openS)) * overS > 0.05 * Math.abs(area))
    notes.push(said('thrust-zero-taken-off', { zeroN: zero.at(openS), impulseNs: zero.at(openS) * overS }))
  return {
    push: { fromS: openS, toS: time[gone] },
    zero: {
      atOpeningN: (pulls ? -1 : 1) * zero.at(openS),
      driftNPerS: (pulls ? -1 : 1) * zero.drift,
      standardUncertaintyN: zeroAt(openS),
    },
    thrust,
    steady,
    asVessel: running?.asVessel ?? false,
    impulse,
    runTime,
    highestReadingN,
    ring,
    opensInS,
    pulls,
    // as far as it was fitted: a mean over the ring would slur its rise
    curve: {
      timeS: time,
      readN: over,
      thrustN: running
        ? thrustN.map((f, i) => (time[i] < openS ? 0 : time[i] < running.followedUntilS ? running.push(time[i]) : f))
        : thrustN,
    },
    sharedRelativeUncertainty: span,
    notes,
  }
}

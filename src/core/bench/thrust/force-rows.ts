import { PhysicsError } from '../../errors'
import { median } from '../../statistics'
import { inBlocks } from '../in-blocks'
import { timeRises } from '../time-rises'
import { pushRows } from './push-rows'
import { QUIET_ROWS, digitOf, noiseOf, zeroOf } from './quiet'

/** Force against time, time rising. A pull counts as a push the other way. */
export interface ForceTrace {
  readonly timeS: ArrayLike<number>
  readonly forceN: ArrayLike<number>
}

/** Fewer rows than these say nothing. */
const LEAST_ROWS = 40
/** More rows than these are no stand's: means over blocks of them tell as much. */
const MOST_ROWS = 20_000
/** Rows at the beginning that tell where zero is. */
const FIRST_ROWS = 8
/** A push stands so many times over the noise. */
const OVER_NOISE = 12
/**
 * What is cold in an emptied vessel pushes on a little as it warms: zero is sought so much of the push later, where so
 * much of what follows is left.
 */
const [LATER, GOES_ON] = [0.5, 0.35] as const

const fault = (code: string, message: string, nextStep: string) => new PhysicsError({ code, message, nextStep })

/** Rows of a stand with one push in them. */
export interface ForceRows {
  readonly time: readonly number[]
  /** As a push, whichever way the cell was loaded. */
  readonly force: readonly number[]
  readonly pulls: boolean
  readonly stepS: number
  /** From row to row, one sigma. */
  readonly noise: number
  /** Its first and its last row, and how long that is. */
  readonly found: number
  readonly gone: number
  readonly lasts: number
}

/**
 * The rows of a trace, and where in them it pushes: set by hand, or found.
 * @throws PhysicsError NO_PUSH, FEW_ROWS, NO_ZERO, TIME_BACK.
 */
export function forceRows(
  trace: ForceTrace,
  scaleFactor: number,
  hand?: { readonly fromS: number; readonly toS: number },
): ForceRows {
  const rows = Array.from(trace.timeS)
  if (rows.length < LEAST_ROWS)
    throw fault(
      'FEW_ROWS',
      `The recording has ${rows.length} rows.`,
      `Record at least ${LEAST_ROWS}, ten a second or more.`,
    )
  timeRises(rows, fault)
  const time = inBlocks(rows, MOST_ROWS)
  const raw = inBlocks(
    Array.from(trace.forceN, (f) => scaleFactor * f),
    MOST_ROWS,
  )
  const stepS = median(time.slice(1).map((t, i) => t - time[i]))
  const noise = noiseOf(raw)
  const first = median(raw.slice(0, FIRST_ROWS))
  const most = raw.reduce((a, f) => (Math.abs(f - first) > Math.abs(a) ? f - first : a), 0)
  if (Math.abs(most) < OVER_NOISE * Math.max(noise, 1e-9))
    throw fault(
      'NO_PUSH',
      'Nothing in this column stands out of the noise.',
      'Choose the column of the force, or look whether the cell was loaded.',
    )
  const pulls = most < 0
  const force = pulls ? raw.map((f) => -f) : raw
  const rough = force.map((f) => f - (pulls ? -first : first))
  const [found, gone] = hand
    ? [time.findIndex((t) => t >= hand.fromS), time.findLastIndex((t) => t <= hand.toS)]
    : pushRows(time, rough, noise, 12 * stepS)
  if (found < QUIET_ROWS || gone - found < 6)
    throw fault(
      'NO_ZERO',
      found < QUIET_ROWS
        ? 'It pushes from the first rows on: nothing tells where zero is.'
        : 'The push is shorter than six rows.',
      found < QUIET_ROWS
        ? 'Start recording a second before the valve opens.'
        : 'Record faster, or set its span by hand.',
    )
  return { time, force, pulls, stepS, noise, found, gone, lasts: time[gone] - time[found] }
}

/** A push over its zero. */
export interface OverZero extends ForceRows {
  readonly over: readonly number[]
  readonly zero: ReturnType<typeof zeroOf>
  /** Rows that told the zero, on so many sides of the push. */
  readonly quiet: readonly number[]
  /** What a digit hides of the zero where all quiet rows show the same one or two, N, one sigma; else nothing. */
  readonly hiddenN: number
  readonly sides: 1 | 2
  /** The stand has come to rest so long after the push; `goneOnS` where what is cold in the vessel pushes on for longer. */
  readonly restS: number
  readonly goneOnS: number
}

/**
 * The zero of the cell as a line in time, from the quiet parts before and after the push, and what stands over it.
 * @throws PhysicsError NO_ZERO where a pull has no quiet part after it.
 */
export function overZero(rows: ForceRows): OverZero {
  const { time, force, pulls, found, gone, lasts } = rows
  // after the push the stand swings out
  const restS = Math.max(0.2, 0.12 * lasts)
  const before = time.flatMap((_, i) => (i < found - 2 ? [i] : []))
  const laterS = Math.max(restS, LATER * lasts)
  const [soon, late] = [restS, laterS].map((s) => time.flatMap((t, i) => (t > time[gone] + s ? [i] : [])))
  const goesOn = late.length >= Math.max(QUIET_ROWS, GOES_ON * soon.length)
  const after = goesOn ? late : soon
  const sides = after.length >= QUIET_ROWS ? 2 : 1
  if (pulls && sides === 1)
    throw fault(
      'NO_ZERO',
      'The force stands high at the beginning and low to the end: it pushed from the first rows on, or the recording ends in the middle of a pull.',
      'Record a second before the valve opens, and some after the push.',
    )
  const quiet = sides === 2 ? [...before, ...after] : before
  const zero = zeroOf(time, force, quiet, sides)
  const over = force.map((f, i) => f - zero.at(time[i]))
  // rows that stir by more than half a digit tell more than one by their mean
  const digit = digitOf(force)
  const hiddenN = zero.noise < digit / 2 ? digit / Math.sqrt(12) : 0
  return { ...rows, over, zero, quiet, hiddenN, sides, restS, goneOnS: goesOn ? laterS : restS }
}

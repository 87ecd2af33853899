import { startOf, type Beginning } from './opening'
import { bentBy, type Zero } from './quiet'
import { vesselFit } from './vessel-fit'

/** A push over its zero, and where it lies in its rows. */
export interface PushTrace {
  readonly timeS: readonly number[]
  readonly overN: readonly number[]
  readonly stepS: number
  readonly found: number
  readonly gone: number
  /** How long its stand swings out after it. */
  readonly restS: number
}

/** A figure, and one standard uncertainty of it. */
interface Told {
  readonly value: number
  readonly standardUncertainty: number
}

/** A push that runs down: how it begins, and what drives it as far as a fit follows it. */
export interface RunningDown {
  readonly begins: Beginning
  /** Of the open valve at the first pressure. */
  readonly thrustN: number
  readonly standardUncertaintyN: number
  /** Told by the whole push as a vessel's. */
  readonly asVessel: boolean
  /** From the opening until a share of the thrust is left, s: as it was read, or by the fit, with a zero so unsure. */
  readonly endsAfter: (share: number, read: Told, zeroU: number) => Told
  readonly push: (timeS: number) => number
  readonly followedUntilS: number
}

/** Rows before a push that are looked at with it. */
const BEFORE_ROWS = 8
/** By so much slow noise lifts the end of a polynomial through it. */
const SLOW_AT_START = 2
/** No vessel lets its air go quite as a perfect gas through a hole without losses: share of thrust and run time. */
const UNEVEN = 0.005
/** A push is a vessel's where the fit leaves so many times the noise, nearly one until so many; by so much it is unsure. */
const [A_VESSELS, NEARLY, MISSED] = [3, 30, 1.5] as const
/** A push of more turns of its ring than these, whose first part is as sure as this, is told by that alone. */
const [LONG, SURE, SETTLES_ROWS] = [100, 0.0075, 4] as const
/** Of a few rows the highest is about the thrust: a ring may have lifted it, or it came late. By simulated stands. */
const AS_HIGH = 0.5
/** Rows over which a usual ring dies away that rows do not show; a row of so many counts so much less at the end. */
const [RINGS_ROWS, LEVER] = [8, 1 / 24] as const
/** So many rows sooner or later it may have opened, one sigma. */
const OPENED_ROWS = 0.4
/** So few rows of a stand that may ring unseen tell no course. */
const FEW_ROWS = 60
/** Two fits that lie apart by so many of their uncertainties do not agree. */
const APART = 2

const likeHighest = (told: Told, highest: number): Told =>
  told.standardUncertainty <= AS_HIGH * highest ? told : { value: highest, standardUncertainty: AS_HIGH * highest }

/** The surer of two; where they do not agree the vessel's, if it lies on the recording. */
function ofTwo(own: Told, vessels: Told, lies: boolean): Told {
  const apart =
    Math.abs(own.value - vessels.value) > APART * Math.hypot(own.standardUncertainty, vessels.standardUncertainty)
  return vessels.standardUncertainty < own.standardUncertainty || (apart && lies) ? vessels : own
}

/**
 * Thrust at the opening of a push that runs down, in two ways: its first part as a smooth course of no law, and the
 * whole of it as a vessel's. Of a short push the first tells next to nothing, ring, valve and moment being unknown at
 * once; the second holds where the push is a vessel's. What is told is the surer one; where they do not agree, the
 * vessel's if it lies on the recording.
 * @param zero of the cell, with its noise; `slow` the part of the noise that is slower than from row to row, N;
 * `sparse`: its rows cannot show whether its stand rings.
 */
export function runningDown(
  trace: PushTrace,
  begins: Beginning,
  windowS: number,
  { noise, slowness }: Pick<Zero, 'noise' | 'slowness'>,
  slow: number,
  sparse: boolean,
): RunningDown {
  const { timeS, overN, stepS, found, gone, restS } = trace
  const start = startOf(timeS, overN, begins, windowS, stepS)
  const highest = overN.slice(found, gone + 1).reduce((most, f) => Math.max(most, f), 0)
  // what a ring nobody saw does to the end of a polynomial through its first rows
  const unseenN = bentBy(overN.slice(found, found + RINGS_ROWS), noise) / ((LEVER * windowS) / stepS)
  const first = likeHighest(
    {
      value: start.valueN,
      standardUncertainty: Math.hypot(start.standardUncertaintyN, SLOW_AT_START * slow, sparse ? unseenN : 0),
    },
    highest,
  )
  const smooth: RunningDown = {
    begins,
    thrustN: first.value,
    standardUncertaintyN: first.standardUncertainty,
    asVessel: false,
    endsAfter: (_, read) => read,
    push: start.push,
    followedUntilS: begins.openS + windowS,
  }
  // a stand without a ring has settled within a few rows
  const turns = sparse ? 0 : (timeS[gone] - timeS[found]) * (begins.ring?.frequencyHz ?? 1 / (SETTLES_ROWS * stepS))
  if (turns > LONG && smooth.standardUncertaintyN < SURE * smooth.thrustN) return smooth
  const rows = timeS.flatMap((t, i) => (i >= found - BEFORE_ROWS && t <= timeS[gone] + 2 * restS ? [i] : []))
  const vessel = vesselFit(
    {
      timeS: rows.map((i) => timeS[i]),
      overN: rows.map((i) => overN[i]),
      stepS,
      risesS: timeS[found],
      lastsS: timeS[gone] - timeS[found],
      noiseN: noise,
    },
    !sparse,
  )
  if (!vessel || (vessel.misses > NEARLY && !sparse)) return smooth
  const { thrustN, misses, endsAfter } = vessel
  const missedN = MISSED * noise * Math.sqrt(Math.max(0, misses - 1))
  const fits = Math.sqrt(slowness)
  // where between two rows it opened, and how slowly, a stiff fit does not tell
  const openedN = sparse ? OPENED_ROWS * (vessel.push(vessel.openS + stepS) - vessel.push(vessel.openS + 2 * stepS)) : 0
  const standardUncertaintyN = Math.hypot(fits * vessel.standardUncertaintyN, UNEVEN * thrustN, missedN, openedN)
  const lies = misses < A_VESSELS
  const whole = likeHighest({ value: thrustN, standardUncertainty: standardUncertaintyN }, highest)
  // a course of no law through few rows that cannot show its stand tells nothing
  const told = sparse && gone - found < FEW_ROWS ? whole : ofTwo(first, whole, lies)
  if (!lies && told === first) return smooth
  return {
    begins: vessel,
    thrustN: told.value,
    standardUncertaintyN: told.standardUncertainty,
    asVessel: told === whole,
    endsAfter: (share, read, zeroU) => {
      const { valueS, standardUncertaintyS } = endsAfter(share)
      // how steep its end is, by the time from there to half of what is left
      const steepNPerS = (share * thrustN) / 2 / Math.max(stepS, endsAfter(share / 2).valueS - valueS)
      const fromZero = Math.hypot(missedN, zeroU) / steepNPerS
      const u = Math.hypot(fits * standardUncertaintyS, UNEVEN * valueS, fromZero)
      return ofTwo(read, { value: valueS, standardUncertainty: u }, lies)
    },
    push: vessel.push,
    followedUntilS: Infinity,
  }
}

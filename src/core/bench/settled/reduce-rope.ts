import { said, type Said } from '../../said'
import { mean, type Measured } from '../../statistics'
import { reduceBrake, settledFault, type BrakeSettings, type SettledReduction } from './reduce-brake'

/**
 * One settled reading of a rope that rubs on a drum: what hangs on its tight side, what a balance shows on its slack
 * one, how fast the shaft turns.
 */
export interface RubbedReading {
  readonly weightN: number
  readonly slackN: number
  /** Of the sensor: rad/s times pulses a turn. */
  readonly sensorRadPerS: number
  readonly gaugePressurePa?: number
  /** When it was read, where a device did. */
  readonly timeS?: number
}

/** One weight wound up: how high in how long. */
export interface LiftedReading {
  readonly weightN: number
  readonly heightM: number
  readonly timeS: number
  readonly gaugePressurePa?: number
}

export interface RopeRig {
  readonly drumRadiusM: number
  readonly ropeDiameterM: number
  /** Of drum and rope together. */
  readonly radiusRelativeUncertainty: number
  /** How far the rope lies round the drum. */
  readonly wrapRad: number
  /** Rotor speed over drum speed. */
  readonly speedRatio: number
  readonly weightRelativeUncertainty: number
  /** What the balance shows is multiplied by this: true over shown, 1 where left out. */
  readonly scaleFactor?: number
  readonly scaleRelativeUncertainty: number
  /** One digit or mark of the balance, as it shows; of weights that are weighed, of that scale. */
  readonly resolutionN: number
  /** Of the sensor, on the rotor. */
  readonly pulsesPerTurn: number
}

export interface RopeReduction extends SettledReduction {
  readonly does: 'rubs' | 'lifts'
  /** Friction of rope on drum by the capstan law; null of a weight that is lifted. */
  readonly friction: Measured | null
}

/**
 * Two cells of which neither shows more than this share of the greatest pull while nothing turns hold a slack rope:
 * what they show is their zero.
 */
const SLACKENED = 0.05
/** Slower than this a rope holds by friction at rest and tells no torque, rad/s. */
const STANDS = 1
/** Coefficients of friction that a dry rope on a drum has. Common practice, no source. */
const USUAL = [0.1, 0.7] as const
/** A balance that shows less than this share of the weight is not read well enough to tell friction. */
const SLACK = 0.01

const radiusOf = (rig: RopeRig) => rig.drumRadiusM + rig.ropeDiameterM / 2

const asBrake = (
  rig: RopeRig,
  pulsesPerTurn: number,
  armRelativeUncertainty: number,
  scaleRelativeUncertainty: number,
  resolutionN: number,
) => ({
  armM: radiusOf(rig) / rig.speedRatio,
  armRelativeUncertainty,
  tiltRad: 0,
  scaleRelativeUncertainty,
  // nothing presses but the rope
  tareN: 0,
  tareUncertaintyN: resolutionN / Math.sqrt(12),
  resolutionN,
  pulsesPerTurn,
})

/**
 * How well the pull of a rope is known by those of its sides, as a share: by the capstan law the balance carries the
 * same share of the weight at every load.
 */
function pullRelativeUncertainty(readings: readonly RubbedReading[], rig: RopeRig): number {
  const pulls = readings.filter((x) => x.weightN > x.slackN)
  const [weight, slack] = [mean(pulls.map((x) => x.weightN)), mean(pulls.map((x) => x.slackN))]
  return Math.hypot(rig.weightRelativeUncertainty * weight, rig.scaleRelativeUncertainty * slack) / (weight - slack)
}

/**
 * Torque, power and free speed from a rope laid over a drum, a weight on its tight side and a balance on its slack one:
 * T = (W − S)(R + d/2), over the gear where there is one; S is what the balance shows times its factor.
 * The friction of the rope follows from the capstan law W/S = exp(μ θ) (Euler 1769, Eytelwein 1808); it must be the
 * same in all readings, and says whether they can be.
 * What two cells of a device show of a slack rope at rest, before and after, is taken off as their zero.
 * Range: four readings or more that turn, at two or more loads.
 * @throws PhysicsError WRONG_WAY, FEW_SETTINGS, NO_FALL, NO_TURNING.
 */
export function reduceRubbed(read: readonly RubbedReading[], rig: RopeRig, settings: BrakeSettings): RopeReduction {
  const { scaleFactor = 1 } = rig
  const readings = read.map((x) => ({ ...x, slackN: scaleFactor * x.slackN }))
  const digitN = scaleFactor * rig.resolutionN
  const turning = readings.filter((r) => r.sensorRadPerS / rig.pulsesPerTurn >= STANDS)
  if (turning.length > 0 && turning.every((r) => r.weightN <= r.slackN))
    throw settledFault(
      'WRONG_WAY',
      'The balance pulls more than the weight in every reading.',
      'The drum turns against the weight: hang weight and balance on the other sides, or look whether the two columns are exchanged.',
    )
  const most = Math.max(...turning.map((x) => x.weightN))
  const zeros = readings.filter(
    (x) =>
      x.timeS !== undefined &&
      !turning.includes(x) &&
      Math.max(Math.abs(x.weightN), Math.abs(x.slackN)) < SLACKENED * most,
  )
  const used = (x: RubbedReading) => turning.includes(x) || zeros.includes(x)
  const pullU = pullRelativeUncertainty(turning, rig)
  const held = asBrake(rig, rig.pulsesPerTurn, rig.radiusRelativeUncertainty, pullU, digitN)
  const r = reduceBrake(
    readings.filter(used).map((x) => ({
      scaleN: x.weightN - x.slackN,
      sensorRadPerS: x.sensorRadPerS,
      ...(x.timeS === undefined ? {} : { timeS: x.timeS }),
      ...(x.gaugePressurePa === undefined ? {} : { gaugePressurePa: x.gaugePressurePa }),
    })),
    zeros.length > 0 ? { ...held, tareN: null, tareUncertaintyN: undefined } : held,
    settings,
  )
  const rows = rowsOf(readings, used)
  const zero = (of: 'weightN' | 'slackN') => (zeros.length > 0 ? mean(zeros.map((x) => x[of])) : 0)
  const [heavy, light] = [zero('weightN'), zero('slackN')]
  const told = turning
    .map((x) => ({ weightN: x.weightN - heavy, slackN: x.slackN - light }))
    .filter((x) => x.slackN > SLACK * x.weightN && x.weightN > x.slackN)
  const digit = digitN / Math.sqrt(12)
  const each = told.map((x) => Math.log(x.weightN / x.slackN) / rig.wrapRad)
  const friction: Measured | null =
    each.length < 2
      ? null
      : {
          value: mean(each),
          standardUncertainty: Math.hypot(
            Math.max(
              Math.sqrt(mean(each.map((m) => (m - mean(each)) ** 2)) / (each.length - 1)),
              // a digit of either side is the least that one reading is unsure by
              mean(told.map((x) => Math.hypot(digit / x.weightN, digit / x.slackN))) /
                rig.wrapRad /
                Math.sqrt(each.length),
            ),
            // what weights and balance are off by is the same in all of them
            Math.hypot(rig.weightRelativeUncertainty, rig.scaleRelativeUncertainty) / rig.wrapRad,
          ),
          unit: '',
        }
  const notes: Said[] = [...renumbered(r.notes, rows)]
  if (friction && (friction.value < USUAL[0] || friction.value > USUAL[1]))
    notes.push(said('rope-friction-odd', { friction: friction.value, wrapDeg: (rig.wrapRad * 180) / Math.PI }))
  return { ...r, points: r.points.map((p) => ({ ...p, row: rows[p.row - 1] })), notes, does: 'rubs', friction }
}

/**
 * Torque, power and free speed from weights that are wound up on a drum: ω = h/(t (R + d/2)), T = W (R + d/2), so that
 * the power is W h/t whatever the drum.
 * What the gear loses is in it: it is the power at the weight. Range: four lifts or more, of two or more weights, each
 * timed after it has come to its speed.
 * @throws PhysicsError FEW_SETTINGS, NO_FALL, NO_TURNING.
 */
export function reduceLifted(readings: readonly LiftedReading[], rig: RopeRig, settings: BrakeSettings): RopeReduction {
  const radius = radiusOf(rig)
  const rises = readings.filter((r) => r.timeS > 0 && r.heightM > 0)
  const r = reduceBrake(
    rises.map((x) => ({
      scaleN: x.weightN,
      sensorRadPerS: (rig.speedRatio * x.heightM) / x.timeS / radius,
      ...(x.gaugePressurePa === undefined ? {} : { gaugePressurePa: x.gaugePressurePa }),
    })),
    asBrake(rig, 1, 0, rig.weightRelativeUncertainty, rig.resolutionN),
    settings,
  )
  const rows = rowsOf(readings, (x) => x.timeS > 0 && x.heightM > 0)
  // a drum that is wider than stated turns slower with more torque: the power stays
  const by = rig.radiusRelativeUncertainty
  const wider = (m: Measured): Measured => ({
    ...m,
    standardUncertainty: Math.hypot(m.standardUncertainty, by * m.value),
  })
  return {
    ...r,
    points: r.points.map((p) => ({ ...p, row: rows[p.row - 1] })),
    stallTorque: wider(r.stallTorque),
    freeSpeed: wider(r.freeSpeed),
    peakSpeed: wider(r.peakSpeed),
    notes: renumbered(r.notes, rows).filter((n) => n.code !== 'brake-heat'),
    does: 'lifts',
    friction: null,
  }
}

/** Rows of the table, from 1, of those that are taken. */
const rowsOf = <T>(all: readonly T[], taken: (x: T) => boolean): number[] =>
  all.flatMap((x, i) => (taken(x) ? [i + 1] : []))

/** What is said of a reading is said of its row in the table. */
const renumbered = (notes: readonly Said[], rows: readonly number[]): Said[] =>
  notes.map((n) =>
    typeof n.values.row === 'number' ? { ...n, values: { ...n.values, row: rows[n.values.row - 1] } } : n,
  )

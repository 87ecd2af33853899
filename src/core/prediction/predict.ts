import { rangeBreaches, machineStrength, workingRadius, type MachineStrength } from '../machines'
import type { Said } from '../said'
import { bearingDuty, criticalSpeed, permissibleUnbalance, SHAFT_STEEL, type BearingDuty } from '../strength'
import type { NozzleResult } from '../flow'
import {
  bearingClass,
  idealImpulse,
  turbineCurve,
  type CompressorBalance,
  type RangeBreach,
  type TurbinePoint,
  type TurbineSummary,
} from '../turbine'
import type { AirSide } from './air-side'
import { bandOf, changeOf, eachFigure, uncertaintyOf, type Band, type CoefficientChange } from './band'
import { evaluate, holdsBack, modelAt, sidesOf, type Evaluation, type PredictedFigures } from './evaluate'
import type { PredictionInput } from './input'
import { reachFromRest, type Reach } from './reach'

/** What shaft and bearings bear at the free speed. */
export interface ShaftFigures {
  readonly criticalSpeedRadPerS: number
  /** Residual unbalance that its grade allows at the free speed, kg m. */
  readonly permissibleUnbalanceKgM: number
  readonly duty: BearingDuty
}

export interface Prediction {
  readonly air: AirSide
  /** The nozzle as it blows against what stands behind it at the load's speed. */
  readonly nozzle: NozzleResult
  /** At the working speed: the load's, or where a driven compressor balances. */
  readonly point: TurbinePoint
  readonly summary: TurbineSummary
  readonly curve: readonly TurbinePoint[]
  readonly band: Band
  readonly figures: PredictedFigures
  /** Standard uncertainty of each figure from the uncertain coefficients (JCGM 100). */
  readonly uncertainty: PredictedFigures
  /** What one standard uncertainty of each coefficient that the family uses changes in each figure. */
  readonly changes: readonly CoefficientChange[]
  /** Loss-free rotor on the same jet; null where jets do not make the family's limit. */
  readonly ideal: ReturnType<typeof idealImpulse> | null
  /** At the free speed, the fastest this air can turn it. */
  readonly strength: MachineStrength
  readonly bearing: { readonly limitRadPerS: number; readonly share: number }
  readonly shaft: ShaftFigures
  /** Of a turbine that drives impellers, blowing out through its delivery hole. */
  readonly compressor: CompressorBalance | null
  /** What lies outside the range of the models. */
  readonly range: readonly RangeBreach[]
  /** What a supply that lasts only so long brings it to, from rest; null where the supply does not end. */
  readonly reach: Reach | null
  readonly notes: readonly Said[]
}

const CURVE_POINTS = 41

function shaftFigures({ shaft }: PredictionInput, strength: MachineStrength, freeSpeedRadPerS: number): ShaftFigures {
  const layout = {
    diameterM: shaft.diameterM,
    bearings: shaft.bearingCount,
    spanM: shaft.spanM,
    overhangM: shaft.overhangM,
    ...SHAFT_STEEL,
  }
  const permissibleUnbalanceKgM = permissibleUnbalance(
    shaft.balanceGradeMPerS,
    strength.massKg,
    Math.max(1, freeSpeedRadPerS),
  )
  return {
    criticalSpeedRadPerS: criticalSpeed(layout, strength.massKg),
    permissibleUnbalanceKgM,
    duty: bearingDuty(shaft.bearingClassId, layout, {
      rotorMassKg: strength.massKg,
      sideLoadN: shaft.sideLoadN,
      unbalanceKgM: permissibleUnbalanceKgM,
      speedRadPerS: freeSpeedRadPerS,
    }),
  }
}

/** A prediction without its band: what a review asks, in a fraction of the time. */
export type PlainPrediction = Omit<Prediction, 'curve' | 'band' | 'uncertainty' | 'changes'>

function plainOf(input: PredictionInput, base: Evaluation): PlainPrediction {
  const free = base.summary.freeSpeedRadPerS
  const limitRadPerS = bearingClass(input.shaft.bearingClassId).limitingSpeedRadPerS
  const strength = machineStrength(
    input.machine,
    Math.max(free, 1),
    Math.max(input.ambient.temperatureK, base.air.temperatureK),
  )
  return {
    air: base.air,
    nozzle: base.nozzle,
    point: base.model.at(base.workingSpeedRadPerS),
    summary: base.summary,
    figures: base.figures,
    ideal: holdsBack(input)
      ? null
      : idealImpulse({
          massFlowKgPerS: base.figures.massFlowKgPerS,
          speed: base.figures.jetSpeedMPerS,
          angleRad: input.nozzle.angleRad,
          radiusM: workingRadius(input.machine),
        }),
    strength,
    bearing: { limitRadPerS, share: free / limitRadPerS },
    shaft: shaftFigures(input, strength, free),
    compressor: base.compressor,
    range: rangeBreaches({
      machine: input.machine,
      feed: input.nozzle,
      inlet: {
        totalPressurePaAbs: base.air.nozzlePressurePaAbs,
        totalTemperatureK: base.air.temperatureK,
        backPressurePaAbs: input.ambient.absolutePressurePa,
        ambientTemperatureK: input.ambient.temperatureK,
      },
      best: base.model.at(base.summary.bestPower.speedRadPerS),
      free: base.model.at(free),
    }),
    reach: reachFromRest(
      input,
      {
        air: base.air,
        flowShare: base.flowShare,
        freeSpeedRadPerS: free,
        inertiaKgM2: strength.inertiaKgM2,
      },
      (p, t) => modelAt(input, p, t),
    ),
    notes: base.model.notes,
  }
}

/** One build from supply to shaft, without the band of its coefficients. */
export const predictPlain = (input: PredictionInput): PlainPrediction => plainOf(input, evaluate(input))

/**
 * One build from supply to shaft, with the band that its uncertain coefficients leave.
 * The air is balanced at the working speed and, where the machine holds it back, at six others; between them the
 * pressure is joined straight (error of the power below 1 %).
 * Error: see each model; the band is one standard uncertainty by JCGM 100 with independent coefficients.
 */
export function predict(input: PredictionInput): Prediction {
  const base = evaluate(input)
  const top = Math.max(base.summary.freeSpeedRadPerS, 1)
  const curve = turbineCurve(base.model, top, CURVE_POINTS)
  const sides = sidesOf(input, base)
  return {
    ...plainOf(input, base),
    curve,
    band: bandOf(curve, sides),
    uncertainty: uncertaintyOf(base.figures, sides),
    changes: sides.map(changeOf),
  }
}

/** What the uncertain coefficients leave of a prediction: most of the work of one. */
export type Bands = Pick<Prediction, 'band' | 'uncertainty' | 'changes'>

/** Figures further apart than this carry nothing over. */
const CARRIED = 5

/**
 * Bands of a prediction that is a little different, each over its own figure as it was; the curves have as many points,
 * evenly up to the free speed.
 * Error: of the second order in what was changed; for what is shown until `predict` has the bands anew.
 */
function carriedBands(before: Prediction, figures: PredictedFigures): Bands {
  const grown = (name: keyof PredictedFigures) => {
    const times = figures[name] / before.figures[name]
    return times > 1 / CARRIED && times < CARRIED ? times : 1
  }
  const all = (of: PredictedFigures): PredictedFigures => eachFigure(of, (name) => of[name] * grown(name))
  const along = (values: readonly number[], name: keyof PredictedFigures) => values.map((v) => v * grown(name))
  const { band, uncertainty, changes } = before
  return {
    band: {
      torqueNm: along(band.torqueNm, 'stallTorqueNm'),
      powerW: along(band.powerW, 'bestPowerW'),
      bladeTorqueNm: along(band.bladeTorqueNm, 'stallTorqueNm'),
    },
    uncertainty: all(uncertainty),
    changes: changes.map((change) => ({ ...change, figures: all(change.figures) })),
  }
}

/** As `predict`, the bands carried over from one that is a little different: a quarter of the work. */
export function predictNear(input: PredictionInput, before: Prediction): Prediction {
  const base = evaluate(input)
  return {
    ...plainOf(input, base),
    curve: turbineCurve(base.model, Math.max(base.summary.freeSpeedRadPerS, 1), CURVE_POINTS),
    ...carriedBands(before, base.figures),
  }
}

/** Speed of the jet where it meets the first row, m/s; 0 where there are no rows. */
export const jetSpeedAtRotor = (point: TurbinePoint): number => {
  const first = point.triangles[0]
  return first ? Math.hypot(first.c1.tangential, first.c1.meridional) : 0
}

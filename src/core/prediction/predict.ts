import { nozzleFlow, type NozzleResult } from '../flow'
import { bearingDuty, criticalSpeed, permissibleUnbalance, SHAFT_STEEL, type BearingDuty } from '../strength'
import { propagate } from '../statistics'
import {
  balanceCompressor,
  bearingClass,
  freeSpeed,
  idealImpulse,
  moved,
  turbineCurve,
  turbineSummary,
  type CoefficientName,
  type CompressorBalance,
  type RangeBreach,
  type TurbineModel,
  type TurbinePoint,
  type TurbineSummary,
} from '../turbine'
import { airSide, type AirSide } from './air-side'
import { airOverSpeed, followed, shiftedAir, type AirOverSpeed } from './air-over-speed'
import { balancedShare } from './balanced-share'
import { effectiveNozzle } from './effective-nozzle'
import type { PredictionInput } from './input'
import { reachFromRest, type Reach } from './reach'
import {
  machineStrength,
  type MachineStrength,
  coefficientsOf,
  rangeBreaches,
  turbineModel,
  workingRadius,
  familyOf,
  type TurbineMachine,
} from '../machines'
import type { Said } from '../said'

export interface Band {
  /** Standard uncertainty of shaft torque and shaft power at each point of the curve. */
  readonly torqueNm: readonly number[]
  readonly powerW: readonly number[]
  readonly bladeTorqueNm: readonly number[]
}

export interface PredictedFigures {
  readonly stallTorqueNm: number
  readonly freeSpeedRadPerS: number
  readonly bestPowerW: number
  readonly bestSpeedRadPerS: number
  readonly powerAtLoadW: number
  readonly massFlowKgPerS: number
  readonly jetSpeedMPerS: number
  readonly thrustN: number
  readonly jetPowerW: number
}

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
  /** Change of best power for one standard uncertainty of each coefficient the family uses, W. */
  readonly shares: readonly { readonly name: CoefficientName; readonly powerW: number }[]
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
/** How closely the best speed is sought where only a difference is wanted, of the free speed: a millionth of the power. */
const COARSE = 1e-3

interface Evaluation {
  readonly air: AirSide
  readonly model: TurbineModel
  readonly summary: TurbineSummary
  readonly figures: PredictedFigures
  readonly workingSpeedRadPerS: number
  readonly nozzle: NozzleResult
  readonly compressor: CompressorBalance | null
  readonly overSpeed: AirOverSpeed | null
  readonly flowShare: number
}

/** Families whose rotor holds the air back or draws it on, so that the supply must be balanced against machine and nozzle together. */
export const holdsBack = (input: Pick<PredictionInput, 'machine'>): boolean => familyOf(input.machine).holdsBack

/** A machine's model at the pressure that its air side gives. */
export function modelAt(input: PredictionInput, pressurePaAbs: number, temperatureK: number): TurbineModel {
  const jet = effectiveNozzle(input, input.nozzle, 1)
  const { discharge } = input.coefficients
  return turbineModel(
    input.machine,
    {
      nozzle: {
        throatDiameterM: jet.throatDiameterM,
        exitDiameterM: jet.exitDiameterM,
        count: jet.count,
        edge: jet.edge,
        angleRad: input.nozzle.angleRad,
        gapM: input.nozzle.gapM,
      },
      bearings: { classId: input.shaft.bearingClassId, count: input.shaft.bearingCount },
      coefficients:
        jet.dischargeCoefficient === discharge.value
          ? input.coefficients
          : { ...input.coefficients, discharge: { ...discharge, value: jet.dischargeCoefficient } },
    },
    {
      totalPressurePaAbs: pressurePaAbs,
      totalTemperatureK: temperatureK,
      backPressurePaAbs: input.ambient.absolutePressurePa,
      ambientTemperatureK: input.ambient.temperatureK,
    },
  )
}

/** Least share of the nozzle's own flow that a machine is reckoned to let through, so that the supply always has a taker. */
const LEAST_SHARE = 0.02

/** Air side and machine balanced at a speed: the machine's flow over its bare nozzle's goes back to the air side until both agree, to 1e-4. */
export function balancedAir(
  input: PredictionInput,
  speedRadPerS: number,
): { readonly air: AirSide; readonly model: TurbineModel; readonly flowShare: number } {
  const at = (flowShare: number) => {
    const air = airSide({ ...input, flowShare })
    const model = modelAt(input, air.nozzlePressurePaAbs, air.temperatureK)
    const bare = model.nozzle.massFlowKgPerS
    return {
      wanted:
        holdsBack(input) && bare > 0 ? Math.max(LEAST_SHARE, model.at(speedRadPerS).massFlowKgPerS / bare) : flowShare,
      air: { air, model },
    }
  }
  const { share, air } = balancedShare(at, input.flowShare ?? 1, 1e-4)
  return { ...air, flowShare: share }
}

/** A machine whose air follows its speed, as `air` says. */
export const followedModel = (input: PredictionInput, model: TurbineModel, air: AirOverSpeed): TurbineModel =>
  followed(model, air, input.ambient.absolutePressurePa, (p, t) => modelAt(input, p, t))

/** The air of a build over speed, from what was balanced at its working speed. */
function buildAirOverSpeed(input: PredictionInput, working: ReturnType<typeof balancedAir>): AirOverSpeed {
  const state = ({ nozzlePressurePaAbs, temperatureK }: AirSide) => ({
    pressurePaAbs: nozzlePressurePaAbs,
    temperatureK,
  })
  const freeWith = (air: AirOverSpeed) => freeSpeed(followedModel(input, working.model, air))
  return airOverSpeed(
    input.ambient.absolutePressurePa,
    { speedRadPerS: input.load.speedRadPerS, ...state(working.air) },
    (speed) => state(balancedAir({ ...input, flowShare: working.flowShare }, speed).air),
    freeWith,
  )
}

/** Air at the working speed, and the machine with its air following its speed. */
export function airFollowed(input: PredictionInput): { readonly air: AirSide; readonly model: TurbineModel } {
  const balanced = balancedAir(input, input.load.speedRadPerS)
  return {
    air: balanced.air,
    model: holdsBack(input) ? followedModel(input, balanced.model, buildAirOverSpeed(input, balanced)) : balanced.model,
  }
}

/** Evaluates a build; where only the discharge coefficient changes the air's side it can be handed on for all others. */
function evaluate(input: PredictionInput, known?: AirSide, tolerance?: number, near?: Evaluation): Evaluation {
  const given = known && !holdsBack(input)
  const balanced = given
    ? { air: known, model: modelAt(input, known.nozzlePressurePaAbs, known.temperatureK), flowShare: 1 }
    : balancedAir(near ? { ...input, flowShare: near.flowShare } : input, input.load.speedRadPerS)
  const { air, flowShare } = balanced
  const overSpeed = holdsBack(input)
    ? near?.overSpeed
      ? shiftedAir(
          near.overSpeed,
          air.nozzlePressurePaAbs - near.air.nozzlePressurePaAbs,
          air.temperatureK - near.air.temperatureK,
        )
      : buildAirOverSpeed(input, balanced)
    : null
  const model = overSpeed ? followedModel(input, balanced.model, overSpeed) : balanced.model
  const summary = turbineSummary(model, tolerance)
  const { machine, ambient } = input
  const compressor = drivenBalance(machine, model, summary.freeSpeedRadPerS, ambient)
  const workingSpeedRadPerS = compressor?.speedRadPerS ?? input.load.speedRadPerS
  const working = model.at(workingSpeedRadPerS)
  const nozzle = holdsBack(input) ? behindNozzle(input, air, working.behindNozzlePaAbs) : model.nozzle
  const figures = {
    stallTorqueNm: summary.stallTorqueNm,
    freeSpeedRadPerS: summary.freeSpeedRadPerS,
    bestPowerW: summary.bestPower.powerW,
    bestSpeedRadPerS: summary.bestPower.speedRadPerS,
    powerAtLoadW: working.shaftPowerW,
    massFlowKgPerS: working.massFlowKgPerS,
    jetSpeedMPerS: nozzle.jetSpeedMPerS,
    thrustN: nozzle.thrustN,
    jetPowerW: nozzle.jetPowerW,
  }
  return { air, model, summary, figures, workingSpeedRadPerS, nozzle, compressor, overSpeed, flowShare }
}

/** Where a machine that drives impellers on its own shaft balances, blowing out through their delivery hole; null for others. */
export function drivenBalance(
  machine: TurbineMachine,
  model: TurbineModel,
  freeSpeedRadPerS: number,
  ambient: PredictionInput['ambient'],
): CompressorBalance | null {
  const driven = familyOf(machine).driven?.(machine)
  return driven
    ? balanceCompressor(
        model,
        freeSpeedRadPerS,
        driven.impeller,
        { pressurePaAbs: ambient.absolutePressurePa, temperatureK: ambient.temperatureK },
        { kind: 'hole', diameterM: driven.deliveryDiameterM },
      )
    : null
}

/** The nozzle against the pressure that the machine keeps behind it. */
function behindNozzle(input: PredictionInput, air: AirSide, backPressurePaAbs: number): NozzleResult {
  const jet = effectiveNozzle(input, input.nozzle, 1)
  return nozzleFlow(
    {
      totalPressurePaAbs: air.nozzlePressurePaAbs,
      totalTemperatureK: air.temperatureK,
      backPressurePaAbs: Math.min(backPressurePaAbs, air.nozzlePressurePaAbs),
    },
    jet,
  )
}

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
export type PlainPrediction = Omit<Prediction, 'curve' | 'band' | 'uncertainty' | 'shares'>

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
 * The air is balanced at the working speed and, where the machine holds it back, at six others; between them the pressure is joined straight (error of the power below 1 %).
 * Error: see each model; the band is one standard uncertainty by JCGM 100 with independent coefficients.
 */
export function predict(input: PredictionInput): Prediction {
  const base = evaluate(input)
  const top = Math.max(base.summary.freeSpeedRadPerS, 1)
  const curve = turbineCurve(base.model, top, CURVE_POINTS)
  const names = coefficientsOf(input.machine.family)
  const pairs = names.map((name) => {
    const air = name === 'discharge' ? undefined : base.air
    return {
      down: evaluate({ ...input, coefficients: moved(input.coefficients, name, -1) }, air, COARSE, base),
      up: evaluate({ ...input, coefficients: moved(input.coefficients, name, 1) }, air, COARSE, base),
    }
  })
  const side = (i: number, sigmas: number) => (sigmas > 0 ? pairs[i].up : pairs[i].down)
  const spread = (figure: (e: Evaluation) => number) => propagate(pairs.length, (i, s) => figure(side(i, s)))
  const figureNames = Object.keys(base.figures) as (keyof PredictedFigures)[]
  return {
    ...plainOf(input, base),
    curve,
    band: bandOf(curve, pairs),
    uncertainty: Object.fromEntries(
      figureNames.map((name) => [name, spread((e) => e.figures[name])]),
    ) as unknown as PredictedFigures,
    shares: names.map((name, i) => ({
      name,
      powerW: (pairs[i].up.figures.bestPowerW - pairs[i].down.figures.bestPowerW) / 2,
    })),
  }
}

/** The band along a curve from the evaluations on either side of each coefficient. It is smooth: worked out at every second point, between them the mean of both sides. */
function bandOf(
  curve: readonly TurbinePoint[],
  pairs: readonly { readonly down: Evaluation; readonly up: Evaluation }[],
): Band {
  const known = curve.filter((_, j) => j % 2 === 0)
  const curves = pairs.map(({ down, up }) => ({
    down: known.map((p) => down.model.at(p.speedRadPerS)),
    up: known.map((p) => up.model.at(p.speedRadPerS)),
  }))
  const band = (figure: (p: TurbinePoint) => number) => {
    const at = known.map((_, j) =>
      propagate(curves.length, (i, s) => figure((s > 0 ? curves[i].up : curves[i].down)[j])),
    )
    return curve.map((_, j) => (j % 2 === 0 ? at[j / 2] : (at[(j - 1) / 2] + at[(j + 1) / 2]) / 2))
  }
  return {
    torqueNm: band((p) => p.torqueNm),
    powerW: band((p) => p.shaftPowerW),
    bladeTorqueNm: band((p) => p.bladeTorqueNm),
  }
}

/** Speed of the jet where it meets the first row, m/s; 0 where there are no rows. */
export const jetSpeedAtRotor = (point: TurbinePoint): number => {
  const first = point.triangles[0]
  return first ? Math.hypot(first.c1.tangential, first.c1.meridional) : 0
}

import { nozzleFlow, type NozzleResult } from '../flow'
import { straightAt } from '../numerics'
import { coefficientsOf, familyOf, turbineModel, type TurbineMachine } from '../machines'
import {
  balanceCompressor,
  freeSpeed,
  moved,
  summaryNear,
  turbineSummary,
  type CoefficientName,
  type CompressorBalance,
  type TurbineModel,
  type TurbineSummary,
} from '../turbine'
import { airOverSpeed, followed, shiftedAir, type AirOverSpeed, type NozzleAir } from './air-over-speed'
import { airSide, type AirSide } from './air-side'
import { balancedShare } from './balanced-share'
import { effectiveNozzle } from './effective-nozzle'
import type { PredictionInput } from './input'

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

/** One build from supply to shaft with its coefficients as they stand. */
export interface Evaluation {
  readonly air: AirSide
  readonly model: TurbineModel
  readonly summary: TurbineSummary
  readonly figures: PredictedFigures
  readonly workingSpeedRadPerS: number
  readonly nozzle: NozzleResult
  readonly compressor: CompressorBalance | null
  readonly overSpeed: AirOverSpeed | null
  readonly samples: SupplySamples | null
  readonly flowShare: number
}

/**
 * Families whose rotor holds the air back or draws it on, so that the supply must be balanced against machine and
 * nozzle together.
 */
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

/**
 * Least share of the nozzle's own flow that a machine is reckoned to let through, so that the supply always has a
 * taker.
 */
const LEAST_SHARE = 0.02

/**
 * Air side and machine balanced at a speed: the machine's flow over its bare nozzle's goes back to the air side until
 * both agree, to 1e-4.
 */
export function balancedAir(
  input: PredictionInput,
  speedRadPerS: number,
): { readonly air: AirSide; readonly model: TurbineModel; readonly flowShare: number } {
  const { air, model, share } = balanceAt(input, speedRadPerS, input.flowShare ?? 1, exactAir(input))
  return { air, model, flowShare: share }
}

type SuppliedAir = Pick<AirSide, 'nozzlePressurePaAbs' | 'temperatureK'>
/** What the supply gives, by the share of its bare nozzle's flow that a machine lets through. */
type Supplied<A extends SuppliedAir> = (flowShare: number) => A

const exactAir =
  (input: PredictionInput): Supplied<AirSide> =>
  (flowShare) =>
    airSide({ ...input, flowShare })

function balanceAt<A extends SuppliedAir>(
  input: PredictionInput,
  speedRadPerS: number,
  start: number,
  supplied: Supplied<A>,
): { readonly share: number; readonly air: A; readonly model: TurbineModel } {
  const at = (flowShare: number) => {
    const air = supplied(flowShare)
    const model = modelAt(input, air.nozzlePressurePaAbs, air.temperatureK)
    const bare = model.nozzle.massFlowKgPerS
    return {
      wanted:
        holdsBack(input) && bare > 0 ? Math.max(LEAST_SHARE, model.at(speedRadPerS).massFlowKgPerS / bare) : flowShare,
      air: { air, model },
    }
  }
  const { share, air } = balancedShare(at, start, 1e-4)
  return { share, ...air }
}

/** A machine whose air follows its speed, as `air` says. */
export const followedModel = (input: PredictionInput, model: TurbineModel, air: AirOverSpeed): TurbineModel =>
  followed(model, air, input.ambient.absolutePressurePa, (p, t) => modelAt(input, p, t))

const stateOf = ({ nozzlePressurePaAbs, temperatureK }: SuppliedAir): NozzleAir => ({
  pressurePaAbs: nozzlePressurePaAbs,
  temperatureK,
})

/** The air of a build over speed, from what was balanced at its working speed. */
function buildAirOverSpeed(
  input: PredictionInput,
  working: Pick<Evaluation, 'air' | 'model' | 'flowShare'>,
  supplied: Supplied<AirSide> = exactAir(input),
): AirOverSpeed {
  const freeWith = (air: AirOverSpeed) => freeSpeed(followedModel(input, working.model, air))
  return airOverSpeed(
    input.ambient.absolutePressurePa,
    { speedRadPerS: input.load.speedRadPerS, ...stateOf(working.air) },
    (speed) => stateOf(balanceAt(input, speed, working.flowShare, supplied).air),
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

/** What the supply gave wherever a balance asked it, by rising share; discharge is what the shares count with. */
interface SupplySamples {
  readonly shares: readonly number[]
  readonly pressuresPaAbs: readonly number[]
  readonly temperaturesK: readonly number[]
  readonly discharge: number
}

/** Shares closer than this are one sample. */
const APART = 1e-3

/** Keeps what is asked of the supply. */
function keeping(input: PredictionInput): {
  readonly supplied: Supplied<AirSide>
  readonly samples: () => SupplySamples
} {
  const asked: { readonly share: number; readonly air: AirSide }[] = []
  const exact = exactAir(input)
  return {
    supplied: (share) => {
      const air = exact(share)
      asked.push({ share, air })
      return air
    },
    samples: () => {
      const sorted = [...asked].sort((a, b) => a.share - b.share)
      const apart = sorted.filter((a, i) => i === 0 || a.share > sorted[i - 1].share * (1 + APART))
      return {
        shares: apart.map((a) => a.share),
        pressuresPaAbs: apart.map((a) => a.air.nozzlePressurePaAbs),
        temperaturesK: apart.map((a) => a.air.temperatureK),
        discharge: input.coefficients.discharge.value,
      }
    },
  }
}

/**
 * Least reach of the shares that a supply was asked with, last over first, for a straight line between them to carry
 * on.
 */
const LEAST_REACH = 1.05

/**
 * The supply from what it was asked before: a wider discharge is to it as a greater share. Asked anew where that was
 * too little.
 */
function recalled(s: SupplySamples, input: PredictionInput): Supplied<SuppliedAir> {
  if (!(s.shares[s.shares.length - 1] >= LEAST_REACH * s.shares[0])) return exactAir(input)
  const wider = input.coefficients.discharge.value / s.discharge
  return (share) => ({
    nozzlePressurePaAbs: Math.max(
      input.ambient.absolutePressurePa,
      straightAt(s.shares, s.pressuresPaAbs, share * wider),
    ),
    temperatureK: straightAt(s.shares, s.temperaturesK, share * wider),
  })
}

/** Everything a build's figures follow from, with the coefficients as they stand. */
export function evaluate(input: PredictionInput): Evaluation {
  const { supplied, samples } = keeping(input)
  const { share, ...working } = balanceAt(input, input.load.speedRadPerS, input.flowShare ?? 1, supplied)
  const known = { ...working, flowShare: share }
  if (!holdsBack(input))
    return figuresOf(input, { ...known, overSpeed: null, samples: null }, turbineSummary(known.model))
  const overSpeed = buildAirOverSpeed(input, known, supplied)
  const model = followedModel(input, known.model, overSpeed)
  return figuresOf(input, { ...known, model, overSpeed, samples: samples() }, turbineSummary(model))
}

/**
 * The same with a coefficient moved a little, by short ways: free and best speed are sought from where they were, and
 * the air at other speeds than the working one
 * is balanced on what the supply was asked before. `air` is the air's side where the coefficient leaves it as it is.
 */
export function evaluateNear(input: PredictionInput, near: Evaluation, air?: AirSide): Evaluation {
  const { overSpeed, samples } = near
  if (!overSpeed || !samples) {
    const known = air
      ? { air, model: modelAt(input, air.nozzlePressurePaAbs, air.temperatureK), flowShare: 1 }
      : balancedAir(input, input.load.speedRadPerS)
    return figuresOf(input, { ...known, overSpeed: null, samples: null }, summaryNear(known.model, near.summary))
  }
  const known = balancedAir({ ...input, flowShare: near.flowShare }, input.load.speedRadPerS)
  const moved = shiftedAir(
    overSpeed,
    input.ambient.absolutePressurePa,
    { speedRadPerS: input.load.speedRadPerS, ...stateOf(known.air) },
    (speed) => stateOf(balanceAt(input, speed, near.flowShare, recalled(samples, input)).air),
  )
  const model = followedModel(input, known.model, moved)
  return figuresOf(input, { ...known, model, overSpeed: moved, samples }, summaryNear(model, near.summary))
}

function figuresOf(
  input: PredictionInput,
  known: Pick<Evaluation, 'air' | 'model' | 'overSpeed' | 'samples' | 'flowShare'>,
  summary: TurbineSummary,
): Evaluation {
  const { air, model } = known
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
  return { ...known, summary, figures, workingSpeedRadPerS, nozzle, compressor }
}

/**
 * Where a machine that drives impellers on its own shaft balances, blowing out through their delivery hole; null for
 * others.
 */
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

/** A build with each of its coefficients one standard uncertainty down and up. */
export interface Side {
  readonly name: CoefficientName
  readonly down: Evaluation
  readonly up: Evaluation
}

export const sidesOf = (input: PredictionInput, base: Evaluation): Side[] =>
  coefficientsOf(input.machine.family).map((name) => {
    // of all coefficients only the nozzle's discharge changes the air's side by itself
    const air = name === 'discharge' ? undefined : base.air
    const at = (sigmas: number) =>
      evaluateNear({ ...input, coefficients: moved(input.coefficients, name, sigmas) }, base, air)
    return { name, down: at(-1), up: at(1) }
  })

import { isentropicPower } from '../air'
import { PhysicsError } from '../errors'
import { airFollowed, balancedShare, drivenBalance, holdsBack, modelAt, type PredictionInput } from '../prediction'
import { machineRadius, burstSpeed, familyOf } from '../machines'
import { tableArea, type AirState } from './air-table'
import { bearingClass, turbineSummary, type TurbineModel } from '../turbine'

/** How closely a design's best speed is sought, of its free speed: a hundred-thousandth of its power. */
const CLOSE = 3e-3

/** What a design gives: the figures by which designs are chosen. */
export interface DesignFigures {
  readonly bestPowerW: number
  readonly bestSpeedRadPerS: number
  readonly powerAtLoadW: number
  readonly freeSpeedRadPerS: number
  readonly stallTorqueNm: number
  readonly massFlowKgPerS: number
  readonly isentropicPowerW: number
  /** Allowable over actual stress at the free speed. */
  readonly stressMargin: number
  /** Free speed over the bearing's limit. */
  readonly bearingShare: number
  readonly nozzlePressurePaAbs: number
  /** The supply holds what it is set to. */
  readonly keepsUp: boolean
  readonly outerRadiusM: number
  /** Thinnest wall, gap or hole that must be printed, m. */
  readonly thinnestM: number
}

/** Thinnest wall, gap between blades or hole that a printer must make, m. */
export function thinnestFeature(input: PredictionInput): number {
  const { machine, nozzle } = input
  return Math.min(nozzle.throatDiameterM, ...familyOf(machine).features(machine))
}

/** Air of a design at a speed through the table, balanced with what the machine lets through, and the machine there. */
function balancedThrough(
  input: PredictionInput,
  table: (area: number) => AirState,
  speedRadPerS: number,
): { state: AirState; model: TurbineModel } {
  const bare = tableArea(input)
  const at = (share: number) => {
    const state = table(bare * share)
    const model = modelAt(input, state.pressurePaAbs, state.temperatureK)
    return {
      wanted: holdsBack(input)
        ? Math.max(0.02, model.at(speedRadPerS).massFlowKgPerS / Math.max(1e-12, model.nozzle.massFlowKgPerS))
        : share,
      air: { state, model },
    }
  }
  return balancedShare(at, 1, 1e-3).air
}

/** Machine and air of a design at its working speed, through the table where there is one. */
function airAndModel(
  input: PredictionInput,
  table: ((area: number) => AirState) | null,
): { state: AirState; model: TurbineModel } {
  if (table) return balancedThrough(input, table, input.load.speedRadPerS)
  const { air, model } = airFollowed(input)
  return {
    state: {
      pressurePaAbs: air.nozzlePressurePaAbs,
      temperatureK: air.temperatureK,
      keepsUp: air.sustained?.keepsUp ?? !air.droppedOut,
    },
    model,
  }
}

/** One figure that is not finite leaves no finite sum. */
const allFinite = (f: DesignFigures): boolean =>
  Number.isFinite(
    f.bestPowerW +
      f.bestSpeedRadPerS +
      f.powerAtLoadW +
      f.freeSpeedRadPerS +
      f.stallTorqueNm +
      f.massFlowKgPerS +
      f.isentropicPowerW +
      f.stressMargin +
      f.bearingShare +
      f.nozzlePressurePaAbs +
      f.outerRadiusM +
      f.thinnestM,
  )

/**
 * Figures of one design; null where its geometry or air allows none.
 * Through a table they are those of the pressure at the working speed, a tenth of the work; without one the air follows
 * the speed, as in a prediction.
 */
export function evaluateDesign(
  input: PredictionInput,
  table: ((area: number) => AirState) | null = null,
): DesignFigures | null {
  try {
    const { state, model } = airAndModel(input, table)
    const summary = turbineSummary(model, table ? CLOSE : undefined)
    const { machine, ambient } = input
    const working =
      drivenBalance(machine, model, summary.freeSpeedRadPerS, ambient)?.speedRadPerS ?? input.load.speedRadPerS
    const point = model.at(working)
    const free = Math.max(summary.freeSpeedRadPerS, 1)
    const figures: DesignFigures = {
      bestPowerW: summary.bestPower.powerW,
      bestSpeedRadPerS: summary.bestPower.speedRadPerS,
      powerAtLoadW: point.shaftPowerW,
      freeSpeedRadPerS: summary.freeSpeedRadPerS,
      stallTorqueNm: summary.stallTorqueNm,
      massFlowKgPerS: point.massFlowKgPerS,
      isentropicPowerW: isentropicPower({
        massFlowKgPerS: point.massFlowKgPerS,
        absolutePressurePa: state.pressurePaAbs,
        temperatureK: state.temperatureK,
        backPressurePaAbs: ambient.absolutePressurePa,
      }),
      stressMargin: (burstSpeed(machine, Math.max(ambient.temperatureK, state.temperatureK)) / free) ** 2,
      bearingShare: free / bearingClass(input.shaft.bearingClassId).limitingSpeedRadPerS,
      nozzlePressurePaAbs: state.pressurePaAbs,
      keepsUp: state.keepsUp,
      outerRadiusM: machineRadius(machine),
      thinnestM: thinnestFeature(input),
    }
    return allFinite(figures) ? figures : null
  } catch (error) {
    if (error instanceof PhysicsError || error instanceof RangeError) return null
    throw error
  }
}

import { isentropicPower } from '../air'
import { PhysicsError } from '../errors'
import {
  airFollowed,
  airSide,
  balancedShare,
  drivenBalance,
  holdsBack,
  modelAt,
  type PredictionInput,
} from '../prediction'
import { machineRadius, burstSpeed, familyOf } from '../machines'
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

/** State of the air at the nozzle, as a search asks for it. */
export interface AirState {
  readonly pressurePaAbs: number
  readonly temperatureK: number
  readonly keepsUp: boolean
}

/** The air at the nozzle over effective area. */
export type AirTable = (areaFactorM2: number) => AirState

interface TableRow extends AirState {
  /** Logarithm of the area. */
  readonly x: number
}

/** What a table may be off between its rows, of gauge pressure and of temperature. */
const TABLE_MISS = 2e-4
/** Stretches that a table begins with, and the narrowest it is cut to: where the supply stops keeping up, in logarithms of area. */
const TABLE_BEGINS = 12
const TABLE_ENDS = 1e-6

/**
 * The air side as a table over nozzle area: of all that a search moves, only the throat's area, count, discharge and share change it.
 * Logarithms of area against pressure, joined straight, cut finer until the middle of a stretch lies on its line; where the supply stops keeping up, the very area is found and
 * stands in the table on both sides, so that no design is refused for its neighbour's sake. Error: 0.02 % of gauge pressure.
 */
export function airTable(input: PredictionInput, areas: readonly [number, number]): AirTable {
  const base = input.nozzle.count * input.nozzle.throatDiameterM ** 2 * input.coefficients.discharge.value
  const pa = input.ambient.absolutePressurePa
  const [low, high] = [Math.log(areas[0]), Math.log(Math.max(areas[1], areas[0] * 1.001))]
  const rowAt = (x: number): TableRow => {
    const air = airSide({
      ...input,
      nozzle: { ...input.nozzle, form: { kind: 'round' } },
      flowShare: Math.exp(x) / base,
    })
    return {
      x,
      pressurePaAbs: air.nozzlePressurePaAbs,
      temperatureK: air.temperatureK,
      keepsUp: air.sustained?.keepsUp ?? !air.droppedOut,
    }
  }
  /** The rows after `from` up to `to`. */
  const between = (from: TableRow, to: TableRow): TableRow[] => {
    const middle = rowAt((from.x + to.x) / 2)
    const straight =
      from.keepsUp === to.keepsUp &&
      Math.abs(middle.pressurePaAbs - (from.pressurePaAbs + to.pressurePaAbs) / 2) <=
        TABLE_MISS * (middle.pressurePaAbs - pa) &&
      Math.abs(middle.temperatureK - (from.temperatureK + to.temperatureK) / 2) <= TABLE_MISS * middle.temperatureK
    return straight || to.x - from.x < TABLE_ENDS ? [middle, to] : [...between(from, middle), ...between(middle, to)]
  }
  let last = rowAt(low)
  const rows = [last]
  for (let i = 1; i <= TABLE_BEGINS; i++) {
    const next = rowAt(low + ((high - low) * i) / TABLE_BEGINS)
    rows.push(...between(last, next))
    last = next
  }
  return (area) => {
    const x = Math.min(high, Math.max(low, Math.log(area)))
    let [i, j] = [0, rows.length - 1]
    while (j - i > 1) {
      const middle = (i + j) >> 1
      if (rows[middle].x <= x) i = middle
      else j = middle
    }
    const [a, b] = [rows[i], rows[j]]
    const t = b.x > a.x ? (x - a.x) / (b.x - a.x) : 0
    return {
      pressurePaAbs: a.pressurePaAbs + t * (b.pressurePaAbs - a.pressurePaAbs),
      temperatureK: a.temperatureK + t * (b.temperatureK - a.temperatureK),
      keepsUp: t < 1 ? a.keepsUp : b.keepsUp,
    }
  }
}

/** Effective area times a constant: what an air table is asked with. */
export const tableArea = (input: PredictionInput): number =>
  input.nozzle.count * input.nozzle.throatDiameterM ** 2 * input.coefficients.discharge.value

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
 * Through a table they are those of the pressure at the working speed, a tenth of the work; without one the air follows the speed, as in a prediction.
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

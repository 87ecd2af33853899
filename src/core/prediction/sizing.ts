import { designAreaRatio, nozzleFlow } from '../flow'
import { rootBetween } from '../numerics'
import { airSide } from './air-side'
import { effectiveNozzle } from './effective-nozzle'
import type { AirInput } from './input'
import { buildRunDown } from './run-down'

/** What one throat size would do on this air. */
export interface SizingRow {
  readonly throatDiameterM: number
  /** Entering the line. */
  readonly gaugePressurePa: number
  readonly nozzleGaugePressurePa: number
  readonly massFlowKgPerS: number
  readonly jetSpeedMPerS: number
  readonly jetPowerW: number
  readonly thrustN: number
  readonly keepsUp: boolean
  /**
   * Until the machine's least pressure, and the isentropic energy at the nozzle by then; null for a supply that does
   * not run down.
   */
  readonly runTimeS: number | null
  readonly energyJ: number | null
  readonly wastedShare: number | null
}

export const SIZING_GOALS = ['jet-power', 'thrust', 'run-time', 'energy'] as const
export type SizingGoal = (typeof SIZING_GOALS)[number]

/** The same build with another throat; the exit keeps its ratio to it. */
export function withThroat<T extends AirInput>(input: T, throatDiameterM: number): T {
  const ratio = input.nozzle.exitDiameterM / input.nozzle.throatDiameterM
  return { ...input, nozzle: { ...input.nozzle, throatDiameterM, exitDiameterM: throatDiameterM * ratio } }
}

/** One throat size on this air, all else kept. */
export function sizingRow(input: AirInput, throatDiameterM: number, withRunDown: boolean): SizingRow {
  const sized = withThroat(input, throatDiameterM)
  const air = airSide(sized)
  const pa = input.ambient.absolutePressurePa
  const flow = nozzleFlow(
    {
      totalPressurePaAbs: Math.max(air.nozzlePressurePaAbs, pa),
      totalTemperatureK: air.temperatureK,
      backPressurePaAbs: pa,
    },
    effectiveNozzle(sized),
  )
  const run = withRunDown ? buildRunDown(sized, { samples: 0, relativeTolerance: 1e-4, stopAtLeast: true }) : null
  return {
    throatDiameterM,
    gaugePressurePa: air.supplyGaugePressurePa,
    nozzleGaugePressurePa: air.nozzlePressurePaAbs - pa,
    massFlowKgPerS: air.massFlowKgPerS,
    jetSpeedMPerS: flow.jetSpeedMPerS,
    jetPowerW: flow.jetPowerW,
    thrustN: flow.thrustN,
    keepsUp: air.sustained?.keepsUp ?? !air.droppedOut,
    runTimeS: run ? run.run.timeS : null,
    energyJ: run ? run.run.jetEnergyJ : null,
    wastedShare: run ? run.wastedShare : null,
  }
}

/** Pressure kept, flow, jet power and run time for a range of throats: the sizing chart. */
export const sizingCurve = (input: AirInput, throatDiametersM: readonly number[], withRunDown = true): SizingRow[] =>
  throatDiametersM.map((d) => sizingRow(input, d, withRunDown))

/** What a goal is judged by; null where the supply has no such figure. */
export const goalValue = (row: SizingRow, goal: SizingGoal): number | null =>
  ({ 'jet-power': row.jetPowerW, thrust: row.thrustN, 'run-time': row.runTimeS, energy: row.energyJ })[goal]

/**
 * The row that serves a goal best among those with at least a jet power; null when none has it, or the supply has no
 * such figure.
 */
export function bestRow(rows: readonly SizingRow[], goal: SizingGoal, leastJetPowerW = 0): SizingRow | null {
  let best: SizingRow | null = null
  let bestValue = -Infinity
  for (const row of rows) {
    const value = goalValue(row, goal)
    if (value !== null && row.jetPowerW >= leastJetPowerW && value > bestValue) [best, bestValue] = [row, value]
  }
  return best
}

export type WantedFigure = 'flow' | 'thrust' | 'jet-speed' | 'jet-power' | 'run-time'

const FIGURES: Readonly<Record<WantedFigure, (row: SizingRow) => number | null>> = {
  flow: (r) => r.massFlowKgPerS,
  thrust: (r) => r.thrustN,
  'jet-speed': (r) => r.jetSpeedMPerS,
  'jet-power': (r) => r.jetPowerW,
  'run-time': (r) => r.runTimeS,
}

export type SizedThroat =
  | {
      readonly status: 'found'
      readonly row: SizingRow
      /** Also reached at this larger throat, where the supply sags. */ readonly also: SizingRow | null
    }
  | {
      readonly status: 'out-of-reach'
      readonly closest: SizingRow
      readonly closestValue: number
      readonly above: boolean
    }
  | { readonly status: 'not-for-this-supply' }

const GRID = 48

/**
 * Throat that gives one wanted figure on this air, all else kept: the smallest one, and a larger one too where the
 * supply sags back to it.
 * Bracketed on 48 sizes, then solved to 1e-6. Error: that of the models.
 */
export function throatFor(
  input: AirInput,
  figure: WantedFigure,
  value: number,
  range: readonly [number, number],
): SizedThroat {
  const read = FIGURES[figure]
  const rows = Array.from({ length: GRID }, (_, i) =>
    sizingRow(input, range[0] * (range[1] / range[0]) ** (i / (GRID - 1)), figure === 'run-time'),
  )
  const values = rows.map(read)
  if (values.some((v) => v === null)) return { status: 'not-for-this-supply' }
  const known = values as number[]
  const solved: SizingRow[] = []
  for (let i = 1; i < GRID && solved.length < 2; i++) {
    if ((known[i - 1] - value) * (known[i] - value) > 0 || known[i - 1] === known[i]) continue
    const at = (d: number) => sizingRow(input, d, figure === 'run-time')
    const d = rootBetween((x) => (read(at(x)) ?? 0) - value, rows[i - 1].throatDiameterM, rows[i].throatDiameterM, 1e-6)
    solved.push(at(d))
  }
  if (solved.length > 0) return { status: 'found', row: solved[0], also: solved[1] ?? null }
  const miss = known.map((v) => Math.abs(v - value))
  const closest = miss.indexOf(Math.min(...miss))
  return { status: 'out-of-reach', closest: rows[closest], closestValue: known[closest], above: value > known[closest] }
}

/**
 * Exit diameter that expands the air just to the room at a nozzle pressure; the throat's own where the flow does not
 * reach sound. NACA Report 1135.
 */
export function onDesignExit(throatDiameterM: number, nozzlePaAbs: number, ambientPaAbs: number): number {
  return throatDiameterM * Math.sqrt(designAreaRatio(ambientPaAbs / nozzlePaAbs))
}

import { downstreamTable, massFlowOfNozzle } from '../core/flow'
import {
  airSide,
  bestRow,
  buildRunDown,
  compareOutlets,
  effectiveNozzle,
  sizingRow,
  throatFor,
  type AirInput,
  type OutletRow,
  type SizedThroat,
  type SizingGoal,
  type SizingRow,
  type ThrustInput,
  type WantedFigure,
} from '../core/prediction'
import { regulatorRun, type RegulatorRun, type RunDown } from '../core/supply'
import type { OutletForm } from '../core/flow'

/** Computations of the air side that are too long for the page's thread. Inputs are plain data. */
export type AirRequest =
  | {
      readonly kind: 'sizing'
      readonly input: AirInput
      readonly fromM: number
      readonly toM: number
      readonly points: number
      readonly goal: SizingGoal
      readonly leastJetPowerW: number
    }
  | {
      readonly kind: 'throat'
      readonly input: AirInput
      readonly figure: WantedFigure
      readonly value: number
      readonly fromM: number
      readonly toM: number
    }
  | { readonly kind: 'pulse'; readonly input: AirInput; readonly seconds: number }
  | { readonly kind: 'bottle'; readonly input: AirInput }
  | {
      readonly kind: 'outlets'
      readonly input: ThrustInput
      readonly forms: readonly OutletForm[]
      readonly areaFactors: readonly number[]
    }

export interface SizingPicture {
  readonly rows: readonly SizingRow[]
  readonly best: SizingRow | null
}

/** The same bottle run down with and without its regulator, and the setting that gives the longest run. */
export interface BottlePicture {
  readonly bare: RunDown
  readonly held: RunDown | null
  /** Settings from the machine's least pressure up, and how long each lasts. */
  readonly settings: readonly {
    readonly gaugePressurePa: number
    readonly runTimeS: number
    readonly energyJ: number
  }[]
}

export interface AirResults {
  readonly sizing: SizingPicture
  readonly throat: SizedThroat
  readonly pulse: RegulatorRun | null
  readonly bottle: BottlePicture | null
  readonly outlets: readonly OutletRow[]
}

export type AirResult<K extends AirRequest['kind'] = AirRequest['kind']> = AirResults[K]

type Progress = (share: number) => void

function sizing(request: Extract<AirRequest, { kind: 'sizing' }>, progress: Progress): SizingPicture {
  const { input, fromM, toM, points } = request
  const rows = Array.from({ length: points }, (_, i) => {
    if (i % 20 === 0) progress(i / points)
    return sizingRow(input, fromM + ((toM - fromM) * i) / (points - 1), true)
  })
  return { rows, best: bestRow(rows, request.goal, request.leastJetPowerW) }
}

function pulse({ input, seconds }: Extract<AirRequest, { kind: 'pulse' }>): RegulatorRun | null {
  const { regulator, parts } = input.line
  if (!regulator) return null
  const air = airSide(input)
  const behind = downstreamTable(
    parts,
    massFlowOfNozzle(effectiveNozzle(input)),
    input.ambient.absolutePressurePa,
    air.sourcePressurePaAbs,
    air.temperatureK,
  )
  return regulatorRun(
    regulator,
    { inletPaAbs: air.sourcePressurePaAbs, temperatureK: air.temperatureK },
    behind,
    seconds,
  )
}

const SETTINGS = 14

function bottle({ input }: Extract<AirRequest, { kind: 'bottle' }>, progress: Progress): BottlePicture | null {
  const bare = buildRunDown(input, { regulated: false })
  if (!bare || input.supply.kind !== 'vessel') return null
  const { regulator } = input.line
  const held = regulator ? buildRunDown(input) : null
  const least = Math.max(2e3, input.leastGaugePressurePa)
  const most = input.supply.gaugePressurePa * 0.9
  const settings =
    regulator && most > least * 1.05
      ? Array.from({ length: SETTINGS }, (_, i) => {
          progress(i / SETTINGS)
          const setGaugePressurePa = least * 1.02 * (most / (least * 1.02)) ** (i / (SETTINGS - 1))
          const run = buildRunDown(
            { ...input, line: { ...input.line, regulator: { ...regulator, setGaugePressurePa } } },
            { samples: 0, relativeTolerance: 1e-4, stopAtLeast: true },
          )
          return {
            gaugePressurePa: setGaugePressurePa,
            runTimeS: run?.run.timeS ?? 0,
            energyJ: run?.run.jetEnergyJ ?? 0,
          }
        })
      : []
  return { bare, held, settings }
}

export function handleAir(request: AirRequest, progress: Progress): AirResult {
  switch (request.kind) {
    case 'sizing':
      return sizing(request, progress)
    case 'throat':
      return throatFor(request.input, request.figure, request.value, [request.fromM, request.toM])
    case 'pulse':
      return pulse(request)
    case 'bottle':
      return bottle(request, progress)
    case 'outlets':
      return compareOutlets(request.input, request.forms, request.areaFactors)
  }
}

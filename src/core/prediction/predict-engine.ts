import { uncertaintyOfChanges, type Changes } from '../calibration'
import { GAS_CONSTANT } from '../air'
import {
  flowFunction,
  overSpeed,
  seenAt,
  settledFlow,
  engineNetwork,
  standing,
  steady,
  steadyEngine,
  type EngineInput,
  type EngineNetwork,
  type HeldPoint,
  type Near,
  type Reservoir,
  type Standing,
  type SteadyEngine,
  type SteadyFigures,
} from '../engine'
import { nozzleFlow, type NozzleResult } from '../flow'
import { airSide, type AirSide } from './air-side'
import { effectiveNozzle } from './effective-nozzle'
import type { AirInput, NozzleInput } from './input'

export interface EnginePredictionInput extends AirInput {
  /**
   * The engine as its uncertain numbers stand, fed at a pressure; `changed` moves one of them by so many standard
   * uncertainties.
   */
  readonly engine: (supply: Reservoir, changed?: { readonly name: string; readonly by: number }) => EngineInput
  /** Its uncertain numbers. */
  readonly uncertain: readonly string[]
}

export interface EngineFigures {
  readonly speedRadPerS: number
  readonly shaftPowerW: number
  readonly indicatedPowerW: number
  readonly airPerTurnKg: number
  readonly massFlowKgPerS: number
  readonly workPerAirJPerKg: number
  readonly efficiency: number
  readonly brakeMeanPressurePa: number
}

export interface EnginePrediction {
  readonly air: AirSide
  readonly nozzle: NozzleResult
  /** What it takes its air from: the end of the line. */
  readonly supply: Reservoir
  readonly network: EngineNetwork
  /** Null where it stands. */
  readonly steady: SteadyEngine | null
  readonly standing: Standing
  readonly figures: EngineFigures
  readonly changes: { readonly [K in keyof EngineFigures]: Changes }
  readonly uncertainty: { readonly [K in keyof EngineFigures]: number }
  /** Where one like it begins to look. */
  readonly from: EngineGuess
}

/** Where an engine’s line and speed have settled: one a little different settles near it. */
export interface EngineGuess {
  readonly holeDiameterM: number
  readonly near?: Near
}

const NONE: EngineFigures = {
  speedRadPerS: 0,
  shaftPowerW: 0,
  indicatedPowerW: 0,
  airPerTurnKg: 0,
  massFlowKgPerS: 0,
  workPerAirJPerKg: 0,
  efficiency: 0,
  brakeMeanPressurePa: 0,
}
export const ENGINE_FIGURES = Object.keys(NONE) as readonly (keyof EngineFigures)[]
const figuresOf = (steady: SteadyEngine | null): EngineFigures => {
  if (!steady) return NONE
  const { figures } = steady
  return Object.fromEntries(ENGINE_FIGURES.map((k) => [k, (figures as SteadyFigures)[k]])) as unknown as EngineFigures
}

/** A hole that lets through what the engine takes on average, m: what the line sees of it. */
export function likeHole(massFlowKgPerS: number, supply: Reservoir, paOut: number): number {
  const psi = flowFunction(Math.min(1, paOut / supply.absolutePressurePa))
  const area =
    (massFlowKgPerS * Math.sqrt(GAS_CONSTANT * supply.temperatureK)) / (supply.absolutePressurePa * Math.max(psi, 1e-3))
  return Math.sqrt((4 / Math.PI) * Math.max(area, LEAST_HOLE ** 2))
}

/** An engine that stands takes hardly any air, m. */
const LEAST_HOLE = 0.1e-3
/** Degrees between samples where only the sums are asked for. */
const COARSE = 45
/** How closely line and engine agree on the flow. */
const AGREE = 2e-4
/** The same while a maker types: the line’s pressure is within a ten-thousandth of what it will be. */
const AGREE_AT_ONCE = 1e-3
/**
 * Where no turn is as the last, the mean flow of many scatters by several per cent: the line has settled when its
 * pressure no longer moves by more than this share.
 */
const STEADY_LINE = 2e-3
const ROUNDS = 8

/** The line and the engine behind it, balanced over a turn: the engine as a hole of its mean flow. */
function balanced(
  input: EnginePredictionInput,
  guess: EngineGuess | undefined,
  agree: number,
): {
  air: AirSide
  input: AirInput
  supply: Reservoir
  network: EngineNetwork
  steady: SteadyEngine | null
  from: EngineGuess
} {
  const { ambient } = input
  const holeOf = (diameterM: number): AirInput => ({
    ...input,
    nozzle: { ...hole, throatDiameterM: diameterM, exitDiameterM: diameterM },
    coefficients: { discharge: EXACT, velocity: EXACT },
  })
  let diameter = guess?.holeDiameterM ?? input.nozzle.throatDiameterM
  let near = guess?.near
  /** The last hole that was tried and the one that its engine looked like, as logarithms. */
  let tried: readonly [number, number] | null = null
  let before = NaN
  for (let i = 0; ; i++) {
    const behind = holeOf(diameter)
    const air = airSide(behind)
    const supply = { absolutePressurePa: air.nozzlePressurePaAbs, temperatureK: air.temperatureK }
    const network = engineNetwork(input.engine(supply))
    const found = steady(network, near)
    const { massFlowKgPerS: flow, near: there } = settledFlow(found)
    near = there
    const looks = likeHole(flow, supply, ambient.absolutePressurePa)
    const uneven = found.status === 'runs' && !found.returns
    const agreed = uneven
      ? Math.abs(air.nozzlePressurePaAbs - before) <= STEADY_LINE * before
      : Math.abs(flow - air.massFlowKgPerS) <= agree * Math.max(flow, 1e-6)
    before = air.nozzlePressurePaAbs
    if (agreed || i >= ROUNDS || (flow === 0 && looks === diameter))
      return {
        air,
        input: behind,
        supply,
        network,
        steady: seenAt(network, found),
        from: { holeDiameterM: diameter, near },
      }
    const now = [Math.log(diameter), Math.log(looks)] as const
    // the line through the last two, where they lie apart; half way at most beyond what was seen
    const bend = tried && Math.abs(now[0] - tried[0]) > 1e-9 ? (now[1] - tried[1]) / (now[0] - tried[0]) : 0
    const step = (now[1] - now[0]) / (1 - Math.max(-5, Math.min(0.8, bend)))
    diameter = Math.exp(now[0] + Math.max(-1.2, Math.min(1.2, step)))
    tried = now
  }
}

const EXACT = { value: 1, standardUncertainty: 0 } as const
const hole: NozzleInput = { throatDiameterM: 1e-3, exitDiameterM: 1e-3, count: 1, form: { kind: 'round' } }

/** What one standard uncertainty of each uncertain number changes in an engine’s figures. */
export type EngineChanges = EnginePrediction['changes']

/** The engine’s figures with each uncertain number moved, less what they are. */
function changesOf(
  input: EnginePredictionInput,
  { supply, steady, figures }: Pick<EnginePrediction, 'supply' | 'steady' | 'figures'>,
): EngineChanges {
  const changed = steady
    ? input.uncertain.map((name) => {
        const moved = engineNetwork(input.engine(supply, { name, by: 1 }))
        return { name, figures: figuresOf(steadyEngine(moved, steady.near, undefined, COARSE)) }
      })
    : []
  return Object.fromEntries(
    ENGINE_FIGURES.map((k) => [k, Object.fromEntries(changed.map((c) => [c.name, c.figures[k] - figures[k]]))]),
  ) as unknown as EngineChanges
}

/** A prediction with the changes given, and the uncertainties that follow from them. */
export const withChanges = (p: EnginePrediction, changes: EngineChanges): EnginePrediction => ({
  ...p,
  changes,
  uncertainty: Object.fromEntries(
    ENGINE_FIGURES.map((k) => [k, uncertaintyOfChanges(changes[k])]),
  ) as unknown as EnginePrediction['uncertainty'],
})

/**
 * The changes of one engine taken over by one a little different, each in proportion to its figure: until they are
 * worked out.
 */
export function carriedChanges(from: EnginePrediction, to: EnginePrediction): EngineChanges {
  const scale = (k: keyof EngineFigures) => (from.figures[k] === 0 ? 0 : to.figures[k] / from.figures[k])
  return Object.fromEntries(
    ENGINE_FIGURES.map((k) => [
      k,
      Object.fromEntries(Object.entries(from.changes[k]).map(([name, v]) => [name, v * scale(k)])),
    ]),
  ) as unknown as EngineChanges
}

/**
 * An engine on its own supply: line and engine balanced, the speed that it keeps with its load, and what one standard
 * uncertainty of each uncertain number changes.
 * @param whole false leaves the changes out.
 * @param guess where one like it has settled.
 * Error: JCGM 100 from those numbers; the balance takes the mean flow through the line, which a manifold smooths.
 */
export function predictEngine(input: EnginePredictionInput, whole = true, guess?: EngineGuess): EnginePrediction {
  const { air, input: behind, supply, network, steady, from } = balanced(input, guess, guess ? AGREE_AT_ONCE : AGREE)
  const pa = input.ambient.absolutePressurePa
  const nozzle = nozzleFlow(
    {
      totalPressurePaAbs: Math.max(air.nozzlePressurePaAbs, pa),
      totalTemperatureK: air.temperatureK,
      backPressurePaAbs: pa,
    },
    effectiveNozzle(behind),
  )
  const found = { supply, steady, figures: figuresOf(steady) }
  const plain = { ...found, air, nozzle, network, standing: standing(network), from } as EnginePrediction
  return withChanges(plain, changesOf(input, whole ? found : { ...found, steady: null }))
}

/** The most points of a curve. */
const MOST_POINTS = 26

/** Speeds from near rest to beyond the one at which it gives nothing, for a curve: it is looked for. */
export function engineCurve(
  { network, steady }: Pick<EnginePrediction, 'network' | 'steady'>,
  points = 14,
): HeldPoint[] {
  const around = steady?.figures.speedRadPerS ?? 60
  const far = 2.5 * around
  const speeds = Array.from({ length: points }, (_, i) => (far * (i + 0.35)) / points)
  const curve = overSpeed(network, speeds)
  // power that still rises at the end has its best further on
  while (curve.length < MOST_POINTS && curve[curve.length - 1].powerW > curve[curve.length - 2].powerW)
    curve.push(...overSpeed(network, [1.15 * curve[curve.length - 1].speedRadPerS]))
  const end = curve.findIndex((p) => p.torqueNm < 0)
  return end < 0 ? curve : curve.slice(0, end + 1)
}

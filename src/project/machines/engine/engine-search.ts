import { PhysicsError } from '../../../core/errors'
import { assemblyOf } from '../../../core/machines'
import { predictEngine, type EngineGuess } from '../../../core/prediction'
import { wallMargin } from '../../../core/safety'
import { OWN, designValues, type SearchVariable } from '../../../core/search'
import { seededRandom } from '../../../core/statistics'
import { fieldValue, setField } from '../../document/fields'
import type { Build, Project } from '../../validation/schema'
import { machineSchema } from '../schemas'
import { enginePredictionInput, type EngineBuild } from './input'
import { engineParts } from './parts'
import { wallOf } from './wall'

/** What is to be as great as it can. */
export const ENGINE_GOALS = ['power', 'work-of-air', 'speed', 'starts'] as const
export type EngineGoal = (typeof ENGINE_GOALS)[number]

export interface EngineConstraints {
  /** Strength over stress of what holds the pressure. */
  readonly leastWallMargin: number
  readonly leastShaftPowerW: number
  /** Of the turn, from which it starts by itself. */
  readonly leastStartsShare: number
  readonly mostMassFlowKgPerS: number
}

export interface EngineSearchSpec {
  readonly build: EngineBuild
  readonly ambient: Project['ambient']
  readonly variables: readonly SearchVariable[]
  readonly constraints: EngineConstraints
  readonly goal: EngineGoal
  readonly designs: number
  readonly seed: number
  readonly shard: { readonly index: number; readonly of: number }
}

/** What a design gives: the figures by which designs are chosen. */
export interface EngineDesignFigures {
  readonly shaftPowerW: number
  readonly speedRadPerS: number
  readonly massFlowKgPerS: number
  readonly airPerTurnKg: number
  readonly workPerAirJPerKg: number
  readonly startsShare: number
  readonly wallMargin: number
}

export interface EngineDesign {
  readonly number: number
  readonly values: readonly number[]
  readonly figures: EngineDesignFigures
  readonly score: number
}

type Broken = keyof EngineConstraints

export interface EngineSearchResult {
  readonly goal: EngineGoal
  readonly paths: readonly string[]
  readonly tried: number
  /** Could be built, put together, and turned. */
  readonly possible: number
  readonly allowed: number
  readonly broken: Readonly<Record<Broken, number>>
  /** None of them is beaten by another in both power and air. By rising air. */
  readonly front: readonly EngineDesign[]
  readonly best: readonly EngineDesign[]
  readonly own: { readonly design: EngineDesign; readonly broken: readonly Broken[] } | null
}

const scoreOf = (f: EngineDesignFigures, goal: EngineGoal): number =>
  ({ power: f.shaftPowerW, 'work-of-air': f.workPerAirJPerKg, speed: f.speedRadPerS, starts: f.startsShare })[goal]

const brokenBy = (f: EngineDesignFigures, c: EngineConstraints): Broken[] => [
  ...(f.wallMargin < c.leastWallMargin ? (['leastWallMargin'] as const) : []),
  ...(f.shaftPowerW < c.leastShaftPowerW ? (['leastShaftPowerW'] as const) : []),
  ...(f.startsShare < c.leastStartsShare ? (['leastStartsShare'] as const) : []),
  ...(f.massFlowKgPerS > c.mostMassFlowKgPerS ? (['mostMassFlowKgPerS'] as const) : []),
]

/** A build with values put in. */
export function withValues<B extends EngineBuild>(build: B, paths: readonly string[], values: readonly number[]): B {
  const other = structuredClone(build)
  paths.forEach((path, i) => setField(other, path, values[i]))
  return other
}

/** A design worked out; null where it is no machine, does not go together, or stands. */
export function evaluateEngine(
  build: EngineBuild,
  ambient: Project['ambient'],
  guess?: EngineGuess,
): { readonly figures: EngineDesignFigures; readonly from: EngineGuess } | null {
  if (!machineSchema.safeParse(build.machine).success) return null
  try {
    assemblyOf(engineParts(build as EngineBuild & Pick<Build, 'making'>))
    const p = predictEngine(enginePredictionInput(build, ambient), false, guess)
    if (!p.steady) return null
    const { shaftPowerW, speedRadPerS, massFlowKgPerS, airPerTurnKg, workPerAirJPerKg } = p.figures
    return {
      figures: {
        shaftPowerW,
        speedRadPerS,
        massFlowKgPerS,
        airPerTurnKg,
        workPerAirJPerKg,
        startsShare: p.standing.startsShare,
        wallMargin: wallMargin(wallOf(build.machine), p, ambient.absolutePressurePa),
      },
      from: p.from,
    }
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}

/** Designs that no other beats in both power and air, by rising air. */
export function engineFront(designs: readonly EngineDesign[]): EngineDesign[] {
  const sorted = [...designs].sort(
    (a, b) => a.figures.massFlowKgPerS - b.figures.massFlowKgPerS || b.figures.shaftPowerW - a.figures.shaftPowerW,
  )
  let most = 0
  return sorted.filter(({ figures }) => {
    if (figures.shaftPowerW <= most) return false
    most = figures.shaftPowerW
    return true
  })
}

const KEPT = 40
const NONE: Readonly<Record<Broken, number>> = {
  leastWallMargin: 0,
  leastShaftPowerW: 0,
  leastStartsShare: 0,
  mostMassFlowKgPerS: 0,
}
/** Share of the designs that are spread evenly before the rest is bred from the best of them. */
const EVEN = 0.5
/**
 * Of differential evolution: how far a step between two designs is taken, and how often a number comes from it. Storn &
 * Price (1997): 0.5 to 0.9.
 */
const [STEP, CROSSED] = [0.7, 0.8] as const
const FEW = 8

/** Values bred from designs that are kept: one of them, moved by the difference of two others, within the box. */
function bred(
  kept: readonly EngineDesign[],
  best: readonly EngineDesign[],
  variables: readonly SearchVariable[],
  random: () => number,
): readonly number[] {
  const one = () => kept[Math.floor(random() * kept.length)].values
  // every other one from the best few by the goal
  const base = random() < 0.5 ? best[Math.floor(random() * Math.min(FEW, best.length))].values : one()
  const [a, b] = [one(), one()]
  const always = Math.floor(random() * variables.length)
  return variables.map(({ from, to, whole }, i) => {
    const moved =
      i === always || random() < CROSSED
        ? base[i] + STEP * (a[i] - b[i]) + 0.02 * (to - from) * (random() - 0.5)
        : base[i]
    const within = Math.min(to, Math.max(from, moved))
    return whole ? Math.round(within) : within
  })
}

/** Where the design nearest to some values has settled: from there it is found soonest. */
function nearest(
  seen: readonly { readonly values: readonly number[]; readonly from: EngineGuess }[],
  values: readonly number[],
  variables: readonly SearchVariable[],
): EngineGuess | undefined {
  let [found, least]: [EngineGuess | undefined, number] = [undefined, Infinity]
  for (const one of seen) {
    const away = variables.reduce(
      (sum, { from, to }, i) => sum + ((one.values[i] - values[i]) / (to - from || 1)) ** 2,
      0,
    )
    if (away < least) [found, least] = [one.from, away]
  }
  return found
}

/**
 * A share of a search over the numbers of an engine: half of its designs spread evenly over the box, the rest bred from
 * the front and the best (differential evolution, Storn & Price, J. Global Optimization 11 (1997) 341), each settled on
 * the build's own supply and line at its load.
 * The build itself is among them. Every design goes together as parts.
 */
export function searchEngines(
  spec: EngineSearchSpec,
  progress: (share: number, soFar: () => EngineSearchResult) => void = () => undefined,
): EngineSearchResult {
  const { build, ambient, variables, constraints, goal, shard } = spec
  const paths = variables.map((v) => v.path)
  const random = seededRandom(spec.seed * 7919 + 31 * shard.index + 1)
  const here = evaluateEngine(build, ambient)
  const seen: { readonly values: readonly number[]; readonly from: EngineGuess }[] = here
    ? [{ values: paths.map((p) => fieldValue(build, p) as number), from: here.from }]
    : []
  const own = here && {
    design: {
      number: OWN,
      values: paths.map((p) => fieldValue(build, p) as number),
      figures: here.figures,
      score: scoreOf(here.figures, goal),
    },
    broken: brokenBy(here.figures, constraints),
  }
  let designs: EngineDesign[] = own && own.broken.length === 0 ? [own.design] : []
  let best = [...designs]
  const broken = { ...NONE }
  let [tried, possible, allowed] = [0, 0, 0]
  const settle = () => {
    designs = engineFront(designs)
    best = best.sort((a, b) => b.score - a.score || a.number - b.number).slice(0, KEPT)
  }
  const found = (): EngineSearchResult => {
    settle()
    return {
      goal,
      paths,
      tried,
      possible,
      allowed,
      broken: { ...broken },
      front: [...designs],
      best: [...best],
      own: shard.index === 0 ? own : null,
    }
  }
  const first = Math.floor((shard.index * spec.designs) / shard.of)
  const end = Math.floor(((shard.index + 1) * spec.designs) / shard.of)
  for (let number = first; number < end; number++) {
    progress(tried / (end - first), found)
    const even = tried < EVEN * (end - first)
    tried++
    if (!even && (number - first) % 16 === 0) settle()
    const kept = even ? [] : [...designs, ...best]
    const values = kept.length > 3 ? bred(kept, best, variables, random) : designValues(variables, number, spec.seed)
    const there = evaluateEngine(withValues(build, paths, values), ambient, nearest(seen, values, variables))
    if (!there) continue
    seen.push({ values, from: there.from })
    possible++
    const faults = brokenBy(there.figures, constraints)
    for (const fault of faults) broken[fault]++
    if (faults.length > 0) continue
    allowed++
    const design = { number, values, figures: there.figures, score: scoreOf(there.figures, goal) }
    designs.push(design)
    best.push(design)
  }
  return found()
}

/** One result from the shares of a search. */
export function mergeEngineSearches(parts: readonly EngineSearchResult[]): EngineSearchResult {
  const [first] = parts
  const sum = (of: (r: EngineSearchResult) => number) => parts.reduce((a, r) => a + of(r), 0)
  return {
    goal: first.goal,
    paths: first.paths,
    tried: sum((r) => r.tried),
    possible: sum((r) => r.possible),
    allowed: sum((r) => r.allowed),
    broken: Object.fromEntries(
      (Object.keys(NONE) as Broken[]).map((key) => [key, sum((r) => r.broken[key])]),
    ) as Record<Broken, number>,
    front: engineFront(parts.flatMap((r) => r.front)),
    best: [...new Map(parts.flatMap((r) => r.best).map((d) => [d.number, d])).values()]
      .sort((a, b) => b.score - a.score || a.number - b.number)
      .slice(0, KEPT),
    own: parts.find((r) => r.own)?.own ?? null,
  }
}

import { holdsBack, type PredictionInput } from '../prediction'
import { airTable, tableArea, type AirTable } from './air-table'
import { evaluateDesign, type DesignFigures } from './evaluate'
import { numberAt, scratchCopy } from './field-path'
import { applyDesign, designPaths, designValues, type SearchVariable } from './points'

export interface SearchConstraints {
  /** Least allowable over actual stress at the free speed. */
  readonly leastStressMargin?: number
  /** Most of the bearing's limiting speed. */
  readonly mostBearingShare?: number
  /** Least wall, gap or hole, m. */
  readonly leastFeatureM?: number
  /** Largest part across, m: the printer's bed. */
  readonly bedM?: number
  readonly mostMassFlowKgPerS?: number
  /** The supply must hold its setting. */
  readonly supplyHolds?: boolean
}

/** What is to be as great as it can. */
export type SearchGoal = 'best-power' | 'power-at-load' | 'efficiency' | 'torque' | 'speed'
export const SEARCH_GOALS: readonly SearchGoal[] = ['best-power', 'power-at-load', 'efficiency', 'torque', 'speed']

export interface SearchSpec {
  readonly base: PredictionInput
  readonly variables: readonly SearchVariable[]
  readonly constraints: SearchConstraints
  readonly goal: SearchGoal
  readonly designs: number
  readonly seed: number
  /** This machine's part of the work: one of n runs of neighbouring designs, each as evenly spread as the whole. */
  readonly shard: { readonly index: number; readonly of: number }
}

export interface Design {
  /**
   * Place in the whole search: the same in every shard; OWN for the build as it stands, beyond the search's designs for
   * what was polished.
   */
  readonly number: number
  readonly values: readonly number[]
  readonly figures: DesignFigures
  readonly score: number
}

/** Number of the build itself among the designs of its search. */
export const OWN = -1

export interface SearchResult {
  readonly goal: SearchGoal
  readonly paths: readonly string[]
  readonly tried: number
  /** Could be built and worked out. */
  readonly possible: number
  /** Kept every constraint. */
  readonly allowed: number
  /** Why designs fell out: how many broke each constraint. */
  readonly broken: Readonly<Record<keyof SearchConstraints, number>>
  /** None of them is beaten by another in both power and air. By rising mass flow. */
  readonly front: readonly Design[]
  /** The best by the goal, the best first; the build itself among them where it keeps what must hold. */
  readonly best: readonly Design[]
  /**
   * The build as it stands, and what it breaks; null where it cannot be worked out, or in a share that does not hold
   * it.
   */
  readonly own: { readonly design: Design; readonly broken: readonly (keyof SearchConstraints)[] } | null
}

export const scoreOf = (figures: DesignFigures, goal: SearchGoal): number => {
  switch (goal) {
    case 'best-power':
      return figures.bestPowerW
    case 'power-at-load':
      return figures.powerAtLoadW
    case 'efficiency':
      return figures.isentropicPowerW > 0 ? figures.bestPowerW / figures.isentropicPowerW : 0
    case 'torque':
      return figures.stallTorqueNm
    case 'speed':
      return figures.bestSpeedRadPerS
  }
}

/** The constraints that a design breaks. */
export function brokenBy(f: DesignFigures, c: SearchConstraints): (keyof SearchConstraints)[] {
  const found: (keyof SearchConstraints)[] = []
  if (c.leastStressMargin !== undefined && f.stressMargin < c.leastStressMargin) found.push('leastStressMargin')
  if (c.mostBearingShare !== undefined && f.bearingShare > c.mostBearingShare) found.push('mostBearingShare')
  if (c.leastFeatureM !== undefined && f.thinnestM < c.leastFeatureM) found.push('leastFeatureM')
  if (c.bedM !== undefined && 2 * f.outerRadiusM > c.bedM) found.push('bedM')
  if (c.mostMassFlowKgPerS !== undefined && f.massFlowKgPerS > c.mostMassFlowKgPerS) found.push('mostMassFlowKgPerS')
  if (c.supplyHolds && !f.keepsUp) found.push('supplyHolds')
  return found
}

/** Power that the trade-off picture shows: at the load where that is the goal, else the best. */
export const tradePower = (f: DesignFigures, goal: SearchGoal): number =>
  goal === 'power-at-load' ? f.powerAtLoadW : f.bestPowerW

/** Designs that no other beats in both power and air, by rising mass flow. */
export function paretoFront(designs: readonly Design[], goal: SearchGoal): Design[] {
  const sorted = [...designs].sort(
    (a, b) =>
      a.figures.massFlowKgPerS - b.figures.massFlowKgPerS || tradePower(b.figures, goal) - tradePower(a.figures, goal),
  )
  const front: Design[] = []
  let most = 0
  for (const d of sorted) {
    const power = tradePower(d.figures, goal)
    if (power > most) {
      front.push(d)
      most = power
    }
  }
  return front
}

const KEPT = 40
/** Designs between two times that progress is told. */
const TELLS = 25
const FRONT_KEPT = 200
/** Fewer where each is worked out twice. */
const FOLLOWED_KEPT = 60

const NONE: Record<keyof SearchConstraints, number> = {
  leastStressMargin: 0,
  mostBearingShare: 0,
  leastFeatureM: 0,
  bedM: 0,
  mostMassFlowKgPerS: 0,
  supplyHolds: 0,
}

/** Thins a front to a number of designs, ends and evenly spaced ones kept. */
const thinned = (front: readonly Design[], most: number): Design[] =>
  front.length <= most
    ? [...front]
    : Array.from({ length: most }, (_, i) => front[Math.round((i * (front.length - 1)) / (most - 1))])

/**
 * Machines of this kind must leave room between their parts; a design that does not is skipped without being worked
 * out.
 */
export type Possible = (input: PredictionInput) => boolean

/**
 * The air over the areas that a search may reach; null for outlets whose form is no plain hole. The air side changes
 * with the nozzle's area alone; nothing that a search moves lies before it.
 */
export function searchTable({ base, variables }: Pick<SearchSpec, 'base' | 'variables'>): AirTable | null {
  const paths = variables.map((v) => v.path)
  const area = (values: readonly number[]) => tableArea(applyDesign(base, paths, values))
  const ends = [area(variables.map((v) => v.from)), area(variables.map((v) => v.to)), tableArea(base)]
  // a machine that holds the air back lets through a part of what its nozzle would, or more where it draws it on
  const [less, more] = holdsBack(base) ? [0.02, 3] : [0.999, 1.001]
  return base.nozzle.form.kind === 'round' ? airTable(base, [less * Math.min(...ends), more * Math.max(...ends)]) : null
}

/** The build as it stands, worked out whole. */
function ownDesign({ base, variables, goal, constraints }: SearchSpec, possible: Possible): SearchResult['own'] {
  const figures = possible(base) ? evaluateDesign(base) : null
  return (
    figures && {
      design: {
        number: OWN,
        values: variables.map((v) => numberAt(base, v.path)),
        figures,
        score: scoreOf(figures, goal),
      },
      broken: brokenBy(figures, constraints),
    }
  )
}

/**
 * A share of a search: designs spread evenly over the box of the variables, each worked out whole; the front and the
 * best that keep the constraints.
 * The air side is a table over nozzle area; what is kept of machines that hold the air back is worked out again with
 * air that follows the speed, and must keep the constraints then too. `possible` judges the geometry before anything is
 * worked out;
 * it is handed the same object every time, with other numbers in it. `progress` is told now and again how far it is,
 * and may ask what has been found so far.
 */
export function runSearch(
  spec: SearchSpec,
  possible: Possible = () => true,
  progress: (share: number, soFar: () => SearchResult) => void = () => undefined,
): SearchResult {
  const { base, variables, goal, shard } = spec
  const paths = variables.map((v) => v.path)
  const table = searchTable(spec)
  const all = designPaths(base, paths)
  const put = scratchCopy(base, all.paths)
  const own = shard.index === 0 ? ownDesign(spec, possible) : null
  const kept = own && own.broken.length === 0 ? [own.design] : []
  let designs: Design[] = [...kept]
  let best: Design[] = [...kept]
  const broken = { ...NONE }
  let [tried, possibleCount, allowed, bar] = [0, 0, 0, -Infinity]
  const settle = () => {
    designs = paretoFront(designs, goal)
    best = best.sort((a, b) => b.score - a.score || a.number - b.number).slice(0, KEPT)
    if (best.length === KEPT) bar = best[KEPT - 1].score
  }
  const found = (): SearchResult => {
    settle()
    return {
      goal,
      paths,
      tried,
      possible: possibleCount,
      allowed,
      broken: { ...broken },
      front: thinned(designs, FRONT_KEPT),
      best: [...best],
      own,
    }
  }
  const first = Math.floor((shard.index * spec.designs) / shard.of)
  const end = Math.floor(((shard.index + 1) * spec.designs) / shard.of)
  for (let number = first; number < end; number++) {
    if (tried % TELLS === 0) progress(tried / (end - first), found)
    tried++
    const values = designValues(variables, number, spec.seed)
    const input = put(all.values(values))
    if (!possible(input)) continue
    const figures = evaluateDesign(input, table)
    if (!figures) continue
    possibleCount++
    const faults = brokenBy(figures, spec.constraints)
    for (const fault of faults) broken[fault]++
    if (faults.length > 0) continue
    allowed++
    const design = { number, values, figures, score: scoreOf(figures, goal) }
    designs.push(design)
    if (design.score >= bar) best.push(design)
    if (designs.length > 2000 || best.length > 4 * KEPT) settle()
  }
  return holdsBack(base) ? workedWhole(spec, found()) : found()
}

/**
 * What was found through the table, its front and its best worked out again with air that follows the speed; what then
 * breaks a constraint falls out.
 */
function workedWhole({ base, constraints, goal }: SearchSpec, found: SearchResult): SearchResult {
  const whole = (kept: readonly Design[]) =>
    kept.flatMap((d) => {
      const figures = evaluateDesign(applyDesign(base, found.paths, d.values))
      return figures && brokenBy(figures, constraints).length === 0
        ? [{ ...d, figures, score: scoreOf(figures, goal) }]
        : []
    })
  return {
    ...found,
    front: paretoFront(whole(thinned(found.front, FOLLOWED_KEPT)), goal),
    best: whole(found.best).sort((a, b) => b.score - a.score || a.number - b.number),
  }
}

/** One result from the shares of a search, as if one machine had done it all. */
export function mergeSearches(parts: readonly SearchResult[]): SearchResult {
  const [first] = parts
  const sum = (of: (r: SearchResult) => number) => parts.reduce((a, r) => a + of(r), 0)
  const broken = { ...NONE }
  for (const key of Object.keys(broken) as (keyof SearchConstraints)[]) broken[key] = sum((r) => r.broken[key])
  return {
    goal: first.goal,
    paths: first.paths,
    tried: sum((r) => r.tried),
    possible: sum((r) => r.possible),
    allowed: sum((r) => r.allowed),
    broken,
    front: thinned(
      paretoFront(
        parts.flatMap((r) => r.front),
        first.goal,
      ),
      FRONT_KEPT,
    ),
    own: parts.find((r) => r.own)?.own ?? null,
    best: parts
      .flatMap((r) => r.best)
      .sort((a, b) => b.score - a.score || a.number - b.number)
      .slice(0, KEPT),
  }
}

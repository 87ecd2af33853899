import { nelderMead } from 'fmin/src/nelderMead.js'
import type { PredictionInput } from '../prediction'
import type { AirTable } from './air-table'
import { evaluateDesign } from './evaluate'
import { applyDesign } from './points'
import {
  brokenBy,
  paretoFront,
  scoreOf,
  searchTable,
  type Design,
  type Possible,
  type SearchResult,
  type SearchSpec,
} from './search'

/** How many of the best are polished, and how many designs each may try. */
const POLISHED = 4
const TRIES = 120
/**
 * Simplexes a polish begins with, each from the best of the one before. A smaller one stands in for the library's own
 * shrinking (`sigma`),
 * whose loop counts with an undeclared variable and throws wherever code is strict.
 */
const SIMPLEXES = [
  { nonZeroDelta: 1.08, zeroDelta: 0.04 },
  { nonZeroDelta: 1.025, zeroDelta: 0.012 },
  { nonZeroDelta: 0.993, zeroDelta: 0.004 },
] as const

/**
 * A design's score through the table, or how far it is from being allowed: what is forbidden is always worse than what
 * is not.
 */
function badness(
  input: PredictionInput,
  spec: SearchSpec,
  table: AirTable | null,
  possible: Possible,
  outside: number,
): number {
  if (outside > 0) return 1e6 * (1 + outside)
  if (!possible(input)) return 1e5
  const figures = evaluateDesign(input, table)
  if (!figures) return 1e5
  const broken = brokenBy(figures, spec.constraints)
  return broken.length > 0 ? 1e4 * broken.length : -scoreOf(figures, spec.goal)
}

/** One design moved to the best place near it; whole numbers stay. Null where nothing better is allowed. */
function polishOne(
  design: Design,
  number: number,
  spec: SearchSpec,
  table: AirTable | null,
  possible: Possible,
): Design | null {
  const { base, variables } = spec
  const paths = variables.map((v) => v.path)
  const free = variables.flatMap((v, i) => (v.whole || v.to <= v.from ? [] : [i]))
  if (free.length === 0) return null
  const valuesAt = (x: readonly number[]) => {
    const values = [...design.values]
    free.forEach(
      (i, k) =>
        (values[i] = variables[i].from + Math.min(1, Math.max(0, x[k])) * (variables[i].to - variables[i].from)),
    )
    return values
  }
  const outside = (x: readonly number[]) => x.reduce((sum, u) => sum + Math.max(0, -u, u - 1), 0)
  const start = free.map((i) =>
    Math.min(1, Math.max(0, (design.values[i] - variables[i].from) / (variables[i].to - variables[i].from))),
  )
  const x = SIMPLEXES.reduce<readonly number[]>(
    (from, simplex) =>
      nelderMead(
        (at) => badness(applyDesign(base, paths, valuesAt(at)), spec, table, possible, outside(at)),
        [...from],
        { maxIterations: TRIES / SIMPLEXES.length, sigma: 1, ...simplex },
      ).x,
    start,
  )
  // worked out whole; where the table had promised too much, a step back towards the start
  for (const share of [1, 0.85, 0.6, 0.3]) {
    const values = valuesAt(start.map((u, k) => u + share * (x[k] - u)))
    const input = applyDesign(base, paths, values)
    const figures = possible(input) ? evaluateDesign(input) : null
    if (!figures || brokenBy(figures, spec.constraints).length > 0) continue
    const score = scoreOf(figures, spec.goal)
    if (score > design.score) return { number, values, figures, score }
  }
  return null
}

/**
 * The best few of a whole search moved on to the best place near each (Nelder & Mead's simplex, 1965), by the air
 * table, then worked out whole. What is polished has numbers beyond those of the search.
 * Never worse than what it was given: what it finds is added.
 */
export function polishSearch(
  spec: SearchSpec,
  result: SearchResult,
  possible: Possible = () => true,
  progress: (share: number) => void = () => undefined,
): SearchResult {
  const table = searchTable(spec)
  const chosen = result.best.slice(0, POLISHED)
  const found = chosen.flatMap((design, i) => {
    progress(i / chosen.length)
    return polishOne(design, spec.designs + i, spec, table, possible) ?? []
  })
  return {
    ...result,
    best: [...result.best, ...found].sort((a, b) => b.score - a.score || a.number - b.number),
    front: paretoFront([...result.front, ...found], spec.goal),
  }
}

import { welchDifference, type MeanDifference, mean } from '../../core/statistics'
import type { Build, Run } from '../document'
import { mainMeasurement } from '../measuring'
import { buildDifferences, type BuildDifference } from './build-differences'

export interface ComparedRun {
  readonly run: Run
  /** The figure that its kind is judged by, SI: peak power of a machine that turns. */
  readonly value: number
  /** Its standard uncertainty, and the share of it that all runs on its rig have in common, over the figure. */
  readonly standardUncertainty?: number
  readonly sharedRelative?: number
  /** Its figures are possible on this air; where left out they are. */
  readonly possible?: boolean
}

export interface ComparedSide {
  readonly build: Build
  readonly runs: readonly ComparedRun[]
}

export type VerdictKind = 'better' | 'worse' | 'not told apart' | 'too few runs' | 'unfair' | 'impossible'

/** Why two sides do not compare, by a code that decides, and what its words are made from. SI. */
export interface Unfair {
  readonly code: 'pressure' | 'pressure-within' | 'room' | 'rig' | 'many-changes'
  readonly values: Readonly<Record<string, number | string>>
}

export interface Comparison {
  readonly differences: readonly BuildDifference[]
  /** What differed besides the thing under test: reasons not to believe the difference. */
  readonly unfair: readonly Unfair[]
  /**
   * Difference of the means of that figure; the interval holds the spread of repeats and what their rigs leave unknown.
   */
  readonly difference: MeanDifference
  /** Share by which B's mean exceeds A's. */
  readonly share: number
  readonly verdict: VerdictKind
}

/**
 * Pressures further apart than this cannot be set against each other: power goes with about the 1.3th power of
 * pressure.
 */
const PRESSURE_TOLERANCE = 0.03
const TEMPERATURE_TOLERANCE_K = 5

function unfairness(a: ComparedSide, b: ComparedSide, differences: readonly BuildDifference[]): Unfair[] {
  const reasons: Unfair[] = []
  const because = (code: Unfair['code'], values: Unfair['values'] = {}) => void reasons.push({ code, values })
  const pressures = [a, b].map((side) => side.runs.map((r) => r.run.gaugePressurePa))
  const [pa, pb] = pressures.map(mean)
  if (Math.abs(pb / pa - 1) > PRESSURE_TOLERANCE) because('pressure', { aPa: pa, bPa: pb })
  for (const [i, side] of [a, b].entries()) {
    const [least, most] = [Math.min(...pressures[i]), Math.max(...pressures[i])]
    if ((most - least) / mean(pressures[i]) > PRESSURE_TOLERANCE)
      because('pressure-within', { name: side.build.name, leastPa: least, mostPa: most })
  }
  const [ta, tb] = [a, b].map((side) => mean(side.runs.map((r) => r.run.ambient.temperatureK)))
  if (Math.abs(ta - tb) > TEMPERATURE_TOLERANCE_K) because('room', { byK: Math.abs(ta - tb) })
  const rigs = new Set([...a.runs, ...b.runs].map((r) => mainMeasurement(r.run).rigId))
  if (rigs.size > 1) because('rig')
  if (differences.length > 1)
    because('many-changes', { count: differences.length, what: differences.map((d) => d.label).join(', ') })
  return reasons
}

/** Reasons that forbid a verdict; several changes at once only forbid saying which of them did it. */
const FORBIDS: ReadonlySet<Unfair['code']> = new Set(['pressure', 'pressure-within'])

/**
 * What the rigs leave unknown of a difference: an error of one rig in common is one of the difference alone, those of
 * two rigs are of both powers.
 */
function sharedUncertainty(a: ComparedSide, b: ComparedSide): number {
  const [ma, mb] = [a, b].map((side) => mean(side.runs.map((r) => r.value)))
  const [ra, rb] = [a, b].map((side) => Math.max(0, ...side.runs.map((r) => r.sharedRelative ?? 0)))
  const one = new Set([...a.runs, ...b.runs].map((r) => mainMeasurement(r.run).rigId)).size === 1
  return one ? Math.max(ra, rb) * Math.abs(mb - ma) : Math.hypot(ra * ma, rb * mb)
}

/**
 * Half-width of a side's own scatter that repeats alone may hide: the runs' own uncertainty, over the root of their
 * number.
 */
function ownUncertainty(side: ComparedSide): number {
  const own = side.runs.map((r) =>
    Math.max(0, (r.standardUncertainty ?? 0) ** 2 - ((r.sharedRelative ?? 0) * r.value) ** 2),
  )
  return Math.sqrt(mean(own) / Math.max(1, own.length))
}

/**
 * Two builds by the measured figure that their kind is judged by: what differed, how far apart they are, and whether
 * that can be told.
 */
export function compareBuilds(a: ComparedSide, b: ComparedSide): Comparison {
  const differences = buildDifferences(a.build, b.build)
  const unfair = unfairness(a, b, differences)
  const [va, vb] = [a, b].map((side) => side.runs.map((r) => r.value))
  const welch = welchDifference(va, vb)
  const own = 1.96 * Math.hypot(ownUncertainty(a), ownUncertainty(b))
  const difference = {
    ...welch,
    halfWidth95: Math.hypot(Math.max(welch.halfWidth95, own), 1.96 * sharedUncertainty(a, b)),
  }
  const verdict: VerdictKind = [...a.runs, ...b.runs].some((r) => r.possible === false)
    ? 'impossible'
    : unfair.some(({ code }) => FORBIDS.has(code))
      ? 'unfair'
      : va.length < 2 || vb.length < 2
        ? 'too few runs'
        : Math.abs(difference.difference) <= difference.halfWidth95
          ? 'not told apart'
          : difference.difference > 0
            ? 'better'
            : 'worse'
  return { differences, unfair, difference, share: mean(vb) / mean(va) - 1, verdict }
}

import { said, type Said } from '../../said'
import { COVERAGE_95, mean, studentT95 } from '../../statistics'

/** Repeats that differ by more than this share of their mean are told. */
const SCATTERS = 0.3

/** A part of an uncertainty: how much, and by how many degrees of freedom it is known. */
export interface Part {
  readonly u: number
  readonly freedom: number
}

/**
 * Standard uncertainty of parts together, widened so that 1.96 of it cover 95 %: Student's t for as many degrees of
 * freedom as all have together.
 * Source: JCGM 100, G.4 (Welch-Satterthwaite).
 */
export function together(parts: readonly Part[]): number {
  const all = Math.hypot(...parts.map(({ u }) => u))
  const loss = parts.reduce((sum, { u, freedom }) => sum + (u / all) ** 4 / freedom, 0)
  return all === 0 || loss === 0 ? all : (all * studentT95(1 / loss)) / COVERAGE_95
}

/** Of the mean of repeats, by their scatter alone. JCGM 100, 4.2.3. Two at least. */
export function byScatter(values: readonly number[]): Part {
  const n = values.length
  const middle = mean(values)
  return { u: Math.sqrt(values.reduce((sum, v) => sum + (v - middle) ** 2, 0) / (n - 1) / n), freedom: n - 1 }
}

/**
 * Of the mean of a few repeats that share an error. Of two, which may lie near each other by chance, the scatter is
 * widened alone: together with what is shared they held 87 % where that was a third of the scatter.
 */
export function ofRepeats(values: readonly number[], shared: number): number {
  if (values.length < 2) return shared
  const scatter = byScatter(values)
  return values.length > 2
    ? together([scatter, { u: shared, freedom: Infinity }])
    : Math.hypot(together([scatter]), shared)
}

/** What repeats say of themselves. */
export function ofScatter(values: readonly number[]): Said[] {
  if (values.length < 2) return [said('hand-single')]
  const spread = Math.max(...values) - Math.min(...values)
  return spread > SCATTERS * Math.abs(mean(values)) ? [said('hand-scatters', { share: spread / mean(values) })] : []
}

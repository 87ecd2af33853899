import { said, type Said } from '../../said'
import { COVERAGE_95, mean, studentT95 } from '../../statistics'

/** Repeats that differ by more than this share of their mean are told. */
const SCATTERS = 0.3

/**
 * Standard uncertainty of the mean of a few repeats that share an error, widened so that 1.96 of it cover 95 %: Student's t for as many degrees of freedom as both have together.
 * Source: JCGM 100, 4.2.3 and G.4 (Welch-Satterthwaite).
 */
export function ofRepeats(values: readonly number[], shared: number): number {
  const n = values.length
  if (n < 2) return shared
  const middle = mean(values)
  const own = Math.sqrt(values.reduce((sum, v) => sum + (v - middle) ** 2, 0) / (n - 1) / n)
  if (own === 0) return shared
  const all = Math.hypot(own, shared)
  return (all * studentT95((n - 1) * (all / own) ** 4)) / COVERAGE_95
}

/** What repeats say of themselves. */
export function ofScatter(values: readonly number[]): Said[] {
  if (values.length < 2) return [said('hand-single')]
  const spread = Math.max(...values) - Math.min(...values)
  return spread > SCATTERS * Math.abs(mean(values)) ? [said('hand-scatters', { share: spread / mean(values) })] : []
}

import { type Measured } from '../statistics'

/** Mean of repeated runs of one build with its standard uncertainty. */
export interface PooledRuns {
  readonly mean: Measured
  readonly runs: number
  /** Standard deviation between repeats; NaN for a single run. */
  readonly spread: number
}

/**
 * Pools repeats: mean; uncertainty from the spread between repeats over sqrt(n), or the mean of the runs' own when that is larger.
 * The own uncertainty is shared by repeats on one rig (its flywheel), so it does not shrink with their number.
 * Source: JCGM 100, 4.2 (spread of repeats) with the larger of the two kept.
 */
export function poolRuns(values: readonly Measured[]): PooledRuns {
  const n = values.length
  const mean = values.reduce((sum, v) => sum + v.value, 0) / n
  const own = values.reduce((sum, v) => sum + v.standardUncertainty, 0) / n
  const spread = n > 1 ? Math.sqrt(values.reduce((sum, v) => sum + (v.value - mean) ** 2, 0) / (n - 1)) : NaN
  return { mean: { value: mean, standardUncertainty: n > 1 ? Math.max(own, spread / Math.sqrt(n)) : own, unit: values[0].unit }, runs: n, spread }
}

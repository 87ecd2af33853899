import type { Measured } from '../statistics'
import { together } from './hand/repeats'

/** Mean of repeated runs of one build with its standard uncertainty. */
export interface PooledRuns {
  readonly mean: Measured
  readonly runs: number
  /** Standard deviation between repeats; NaN for a single run. */
  readonly spread: number
}

/**
 * Pools repeats: mean; what each run has of its own falls with their number, what they share (the rig's inertia) does
 * not. Repeats that differ by more than each is sure of are known by their spread, by Student's t for as many as they
 * are.
 * Source: JCGM 100, 4.2 and G.3 (spread of repeats), 5.2 (inputs in common).
 */
export function poolRuns(values: readonly Measured[], sharedRelativeUncertainty = 0): PooledRuns {
  const n = values.length
  const mean = values.reduce((sum, v) => sum + v.value, 0) / n
  const shared = Math.abs(mean) * sharedRelativeUncertainty
  const own = Math.sqrt(
    values.reduce(
      (sum, v) => sum + Math.max(0, v.standardUncertainty ** 2 - (v.value * sharedRelativeUncertainty) ** 2),
      0,
    ) / n,
  )
  const spread = n > 1 ? Math.sqrt(values.reduce((sum, v) => sum + (v.value - mean) ** 2, 0) / (n - 1)) : NaN
  return {
    mean: {
      value: mean,
      standardUncertainty: Math.hypot(
        shared,
        (spread > own ? together([{ u: spread, freedom: n - 1 }]) : own) / Math.sqrt(n),
      ),
      unit: values[0].unit,
    },
    runs: n,
    spread,
  }
}

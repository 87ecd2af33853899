import { straightAt } from '../../numerics'
import type { BlockTrace } from './decimate'

/** Points that a picture of a recording is drawn with, at most about. */
const DRAWN = 700

/**
 * A recording as it is drawn: speed read in short steps, the fitted law over it, and what is left between them, root
 * mean square.
 */
export interface DrawnTrace {
  readonly trace: {
    readonly timeS: readonly number[]
    readonly speedRadPerS: readonly number[]
    /** Null outside of what was fitted. */
    readonly fittedRadPerS: readonly (number | null)[]
  }
  readonly residualRadPerS: number
}

/**
 * Thins a recording for drawing. `fitS` are the times of the fit's blocks, `fitted` the speed by the law at each, NaN
 * outside of its stretches; joined straight between them.
 */
export function drawnTrace(
  { timeS }: Pick<BlockTrace, 'timeS'>,
  speed: Float64Array,
  fitS: Float64Array,
  fitted: Float64Array,
): DrawnTrace {
  const stride = Math.max(1, Math.floor(timeS.length / DRAWN))
  const shown = Array.from({ length: Math.floor(timeS.length / stride) }, (_, i) => i * stride)
  const fittedRadPerS = shown.map((i) => {
    const value = straightAt(fitS, fitted, timeS[i])
    return Number.isFinite(value) ? value : null
  })
  const left = shown.flatMap((i, j) => (fittedRadPerS[j] === null ? [] : [speed[i] - fittedRadPerS[j]]))
  return {
    trace: { timeS: shown.map((i) => timeS[i]), speedRadPerS: shown.map((i) => speed[i]), fittedRadPerS },
    residualRadPerS: Math.sqrt(left.reduce((sum, r) => sum + r * r, 0) / Math.max(1, left.length)),
  }
}

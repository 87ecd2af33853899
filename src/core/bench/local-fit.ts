import { linearLeastSquares } from '../statistics'
import type { BlockTrace } from './decimate'

/** Speed and acceleration over one window of a trace, with the covariance of both. */
export interface LocalMotion {
  readonly timeS: number
  readonly speedRadPerS: number
  readonly accelerationRadPerS2: number
  readonly speedUncertainty: number
  readonly accelerationUncertainty: number
  /** Scatter of one block's angle about the fit, weighted by readings, rad. */
  readonly scatterRad: number
  readonly fromS: number
  readonly toS: number
}

/**
 * Speed and acceleration at the middle of blocks [from, to): least squares of a cubic in time to the angle.
 * Uncertainty from the scatter of the fit. Null with fewer than six blocks or no span.
 */
export function localMotion(trace: BlockTrace, from: number, to: number): LocalMotion | null {
  const n = to - from
  if (n < 6) return null
  const fromS = trace.timeS[from]
  const toS = trace.timeS[to - 1]
  const middle = 0.5 * (fromS + toS)
  const half = 0.5 * (toS - fromS)
  if (!(half > 0)) return null
  const rows: number[][] = []
  const y: number[] = []
  const weights: number[] = []
  const base = trace.angleRad[from]
  for (let i = from; i < to; i++) {
    const x = (trace.timeS[i] - middle) / half
    rows.push([1, x, x * x, x * x * x])
    y.push(trace.angleRad[i] - base)
    weights.push(trace.count[i])
  }
  const fit = linearLeastSquares(rows, y, weights, 'residual')
  if (fit.status !== 'fitted' || fit.degreesOfFreedom < 1) return null
  return {
    timeS: middle,
    speedRadPerS: fit.parameters[1] / half,
    accelerationRadPerS2: (2 * fit.parameters[2]) / half ** 2,
    speedUncertainty: Math.sqrt(fit.covariance[1][1]) / half,
    accelerationUncertainty: (2 * Math.sqrt(fit.covariance[2][2])) / half ** 2,
    scatterRad: Math.sqrt(fit.reducedChiSquare),
    fromS,
    toS,
  }
}

/** Windows that each cover an equal step of speed within [from, to): even coverage of the torque line. Each holds at least `least` blocks. */
export function equalSpeedWindows(
  speed: Float64Array,
  range: { from: number; to: number; windows: number; least: number },
): [number, number][] {
  const { from, to, windows, least } = range
  let low = Infinity
  let high = -Infinity
  for (let i = from; i < to; i++) {
    low = Math.min(low, speed[i])
    high = Math.max(high, speed[i])
  }
  const step = (high - low) / windows
  const longest = Math.max(least, Math.ceil((to - from) / 6))
  const result: [number, number][] = []
  let start = from
  for (let i = from; i < to; i++) {
    const enough = i + 1 - start >= least
    if (enough && (Math.abs(speed[i] - speed[start]) >= step || i + 1 - start >= longest)) {
      result.push([start, i + 1])
      start = i + 1
    }
  }
  if (to - start >= least) result.push([start, to])
  return result
}

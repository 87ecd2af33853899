import { linearLeastSquares, median } from '../../statistics'
import type { BlockTrace } from '../angle/decimate'
import { blockAt } from './phases'

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
  const row = (i: number) => {
    const x = (trace.timeS[i] - middle) / half
    return [1, x, x * x, x * x * x]
  }
  // of speeds the rise from block to block is read, over its time: an angle to begin at is not
  const summed = trace.noiseOn === 'speed'
  const angle = summed ? -1 : 0
  for (let i = summed ? from + 1 : from; i < to; i++) {
    const span = summed ? trace.timeS[i] - trace.timeS[i - 1] : 1
    const before = summed ? row(i - 1) : []
    rows.push(summed ? row(i).flatMap((v, p) => (p > 0 ? [(v - before[p]) / span] : [])) : row(i))
    y.push((trace.angleRad[i] - (summed ? trace.angleRad[i - 1] : base)) / span)
    weights.push(trace.count[i])
  }
  const fit = linearLeastSquares(rows, y, weights, 'residual')
  if (fit.status !== 'fitted' || fit.degreesOfFreedom < 1) return null
  return {
    timeS: middle,
    speedRadPerS: fit.parameters[1 + angle] / half,
    accelerationRadPerS2: (2 * fit.parameters[2 + angle]) / half ** 2,
    speedUncertainty: Math.sqrt(fit.covariance[1 + angle][1 + angle]) / half,
    accelerationUncertainty: (2 * Math.sqrt(fit.covariance[2 + angle][2 + angle])) / half ** 2,
    scatterRad: Math.sqrt(fit.reducedChiSquare),
    fromS,
    toS,
  }
}

/**
 * Windows that each cover an equal step of speed within [from, to): even coverage of the torque line. Each holds at
 * least `least` blocks.
 */
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

/** Motion of a span in windows of even steps of speed; none where it holds too few blocks. */
export function motionsIn(
  trace: BlockTrace,
  speed: Float64Array,
  span: { fromS: number; toS: number },
  windows: number,
): LocalMotion[] {
  const from = blockAt(trace, span.fromS)
  const to = Math.min(trace.timeS.length, blockAt(trace, span.toS) + 1)
  if (to - from < 12) return []
  const cut = equalSpeedWindows(speed, { from, to, windows, least: 8 })
  const found = cut
    .map(([a, b]) => localMotion(trace, a, b))
    .filter((m): m is LocalMotion => m !== null && m.speedRadPerS > 0)
  const typical = median(found.map((m) => m.scatterRad))
  return found.map((m) => pooled(m, typical))
}

/**
 * Scatter of one short window is itself uncertain: half of its variance is taken from the typical window; 0.3 % of the
 * slope stands for the cubic's own error.
 */
function pooled(m: LocalMotion, typicalScatterRad: number): LocalMotion {
  const ratio = m.scatterRad > 0 ? typicalScatterRad / m.scatterRad : 1
  const widen = Math.sqrt(0.5 * (1 + ratio * ratio))
  return {
    ...m,
    accelerationUncertainty: Math.hypot(m.accelerationUncertainty * widen, 0.003 * m.accelerationRadPerS2),
    speedUncertainty: m.speedUncertainty * widen,
  }
}

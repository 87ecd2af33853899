import { PhysicsError } from '../../errors'
import { linearLeastSquares, mean, median } from '../../statistics'

/** Noise from one row to the next, as a standard deviation; at least what rounding makes of it. */
export function noiseOf(force: readonly number[]): number {
  const steps = force.slice(1).map((f, i) => Math.abs(f - force[i]))
  const least = Math.min(...steps.filter((s) => s > 0))
  return Math.max((1.4826 * median(steps)) / Math.SQRT2, (Number.isFinite(least) ? least : 0) / Math.sqrt(12))
}

/** Mean over a window as wide as a time round each row, by running sums. */
export function smoothed(time: readonly number[], force: readonly number[], widthS: number): number[] {
  let [from, to, sum] = [0, 0, 0]
  return time.map((t) => {
    while (to < time.length && time[to] <= t + widthS / 2) sum += force[to++]
    while (time[from] < t - widthS / 2) sum -= force[from++]
    return sum / Math.max(1, to - from)
  })
}

/** Zero of a cell, from where nothing pushed it. */
export interface Zero {
  readonly at: (timeS: number) => number
  readonly drift: number
  readonly fit: ReturnType<typeof linearLeastSquares>
  readonly middleS: number
  /** Variance of the quiet noise over white noise of the same size: what slow noise adds. */
  readonly slowness: number
  readonly noise: number
  readonly sides: 1 | 2
}

/** Zero and its drift from the quiet parts; their covariance as wide as the quiet parts' slow noise asks for. */
export function zeroOf(
  time: readonly number[],
  force: readonly number[],
  quiet: readonly number[],
  sides: 1 | 2,
): Zero {
  const middleS = mean(quiet.map((i) => time[i]))
  const rows = quiet.map((i) => [1, time[i] - middleS])
  const fit = linearLeastSquares(
    rows,
    quiet.map((i) => force[i]),
    quiet.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted')
    throw new PhysicsError({
      code: 'NO_ZERO',
      message: 'The quiet part of the recording has no zero line.',
      nextStep: 'Record a second before the valve opens.',
    })
  const [a, b] = fit.parameters
  const left = quiet.map((i, k) => force[i] - a - b * rows[k][1])
  const noise = Math.sqrt(fit.reducedChiSquare)
  return { at: (t) => a + b * (t - middleS), drift: b, fit, middleS, slowness: slownessOf(left), noise, sides }
}

/**
 * By how much a mean over noise scatters more than over white noise of the same size: its autocorrelations summed in
 * pairs until a pair is no longer positive (Geyer 1992), wider where few independent values tell it.
 */
function slownessOf(noise: readonly number[]): number {
  const n = noise.length
  const variance = noise.reduce((s, v) => s + v * v, 0) / n
  if (!(variance > 0)) return 1
  const rho = (lag: number) => {
    let sum = 0
    for (let i = 0; i + lag < n; i++) sum += noise[i] * noise[i + lag]
    return sum / n / variance
  }
  let sum = 0
  for (let lag = 1; lag + 1 < n / 2; lag += 2) {
    const pair = rho(lag) + rho(lag + 1)
    if (pair <= 0) break
    sum += pair
  }
  const slow = Math.max(1, 1 + 2 * sum)
  const independent = n / slow
  return (slow * (independent + 5)) / Math.max(1, independent - 2)
}

import { PhysicsError } from '../../errors'
import { linearLeastSquares, mean, median } from '../../statistics'

/** Rows in a quiet part that make it one. */
export const QUIET_ROWS = 10

/** The least step from one row to the next: one digit of a coarse reading, next to nothing of a fine one. */
export function digitOf(force: readonly number[]): number {
  let least = Infinity
  for (let i = 1; i < force.length; i++) {
    const step = Math.abs(force[i] - force[i - 1])
    if (step > 0 && step < least) least = step
  }
  return Number.isFinite(least) ? least : 0
}

/** Noise from one row to the next, as a standard deviation; at least what rounding makes of it. */
export const noiseOf = (force: readonly number[]): number =>
  Math.max(
    (1.4826 * median(force.slice(1).map((f, i) => Math.abs(f - force[i])))) / Math.SQRT2,
    digitOf(force) / Math.sqrt(12),
  )

/**
 * By how much a sum of rows is unsure that follow a motion too fast for them: each as if by chance, by how far it lies
 * from the line of its neighbours. Of white scatter the square of that is six times its own; a ring's few rows are
 * rarely so, and four holds (by simulated stands).
 */
export function bentBy(over: readonly number[], noise: number): number {
  const bends = over.slice(1, -1).map((f, i) => (over[i] - 2 * f + over[i + 2]) ** 2 / 4 - 1.5 * noise ** 2)
  return Math.sqrt(
    Math.max(
      0,
      bends.reduce((sum, v) => sum + v, 0),
    ),
  )
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
  /** The quiet noise about its line. */
  readonly left: Left
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
  const left = { noise: quiet.map((i, k) => force[i] - a - b * rows[k][1]), numbers: 2 }
  const noise = Math.sqrt(fit.reducedChiSquare)
  return { at: (t) => a + b * (t - middleS), drift: b, fit, middleS, left, slowness: slownessOf([left]), noise, sides }
}

/** Noise about a course that was fitted with so many numbers. */
export interface Left {
  readonly noise: readonly number[]
  readonly numbers: number
}

/** Degree of the course that a push takes over its middle, and the fewest rows of it that tell its noise. */
const [COURSE, COURSE_ROWS] = [4, 60] as const

/** Noise over the middle of a push about its own smooth course; null where that is too short to tell one from other. */
export function leftOfCourse(time: readonly number[], over: readonly number[], rows: readonly number[]): Left | null {
  if (rows.length < COURSE_ROWS) return null
  const [from, to] = [time[rows[0]], time[rows[rows.length - 1]]]
  const powers = rows.map((i) =>
    Array.from({ length: COURSE + 1 }, (_, k) => ((2 * time[i] - from - to) / (to - from)) ** k),
  )
  const fit = linearLeastSquares(
    powers,
    rows.map((i) => over[i]),
    rows.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted') return null
  const noise = rows.map((i, n) => over[i] - powers[n].reduce((sum, p, k) => sum + p * fit.parameters[k], 0))
  return { noise, numbers: COURSE + 1 }
}

/** Share of what is slow that is left at least when a course was taken off. */
const LEAST_KEPT = 0.3

/**
 * By how much a mean over noise scatters more than over white noise of the same size: its autocorrelations summed in
 * pairs until a pair is no longer positive (Geyer 1992), wider where few independent values tell it. Of several
 * stretches, each in shares of its own size.
 */
export function slownessOf(stretches: readonly Left[]): number {
  const told = stretches
    .map(({ noise, numbers }) => ({ noise, numbers, square: noise.reduce((s, v) => s + v * v, 0) / noise.length }))
    .filter(({ square }) => square > 0)
  const n = told.reduce((sum, { noise }) => sum + noise.length, 0)
  if (n === 0) return 1
  const numbers = told.reduce((sum, s) => sum + s.numbers, 0)
  const rho = (lag: number) => {
    let all = 0
    for (const { noise, square } of told) {
      let sum = 0
      for (let i = 0; i + lag < noise.length; i++) sum += noise[i] * noise[i + lag]
      all += sum / square
    }
    return all / n
  }
  let [sum, lags] = [0, 0]
  for (let lag = 1; lag + 1 < n / 2; lag += 2) {
    const pair = rho(lag) + rho(lag + 1)
    if (pair <= 0) break
    sum += pair
    lags = lag + 1
  }
  // the courses that were taken off took a share of what is slow with them, at every lag
  const slow = Math.max(1, (1 + 2 * sum) / Math.max(LEAST_KEPT, 1 - (numbers * (2 * lags + 1)) / n))
  const independent = n / slow
  return (slow * (independent + 5)) / Math.max(1, independent - 2)
}

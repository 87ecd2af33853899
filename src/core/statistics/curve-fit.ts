import { linearLeastSquares } from './least-squares'

/** One number of a curve: where it begins, what a small change of it is, between which it stays, what is known of it. */
export interface CurveNumber {
  readonly start: number
  readonly step: number
  readonly least: number
  readonly most: number
  readonly prior?: { readonly value: number; readonly standardUncertainty: number }
}

export interface CurveFit {
  /** Whether no step bettered it any more. */
  readonly settled: boolean
  readonly parameters: readonly number[]
  /** By the scatter that was given, with what was known beforehand; null where a number is not told at all. */
  readonly covariance: readonly (readonly number[])[] | null
  /** Sum of the squares of what is left, each over the scatter. */
  readonly chiSquare: number
  readonly degreesOfFreedom: number
}

const MOST_ROUNDS = 60
/** A round that betters the sum by less than this share has settled: by far less than one deviation of any number. */
const SETTLED = 1e-5
const [LEAST_DAMPED, MOST_DAMPED] = [1e-9, 1e7] as const

const squares = (of: ArrayLike<number>): number => {
  let sum = 0
  for (let i = 0; i < of.length; i++) sum += of[i] * of[i]
  return sum
}

/**
 * Least squares of a curve that bends in its numbers: steps of Levenberg (1944) and Marquardt (1963) with slopes by
 * small steps, numbers kept within their limits; what is known beforehand counts as readings more.
 * `scatter` is one standard deviation of a reading. Finds the dip that it begins in.
 */
export function curveFit(
  model: (parameters: readonly number[]) => ArrayLike<number>,
  y: ArrayLike<number>,
  scatter: number,
  numbers: readonly CurveNumber[],
): CurveFit {
  const within = (p: readonly number[]) => p.map((v, j) => Math.min(numbers[j].most, Math.max(numbers[j].least, v)))
  const known = numbers.flatMap(({ prior }, j) => (prior ? [{ j, ...prior }] : []))
  /** What is left of readings and of what was known, over the scatter of each. */
  const leftOf = (p: readonly number[]): Float64Array => {
    const at = model(p)
    const left = new Float64Array(y.length + known.length)
    for (let i = 0; i < y.length; i++) left[i] = (y[i] - at[i]) / scatter
    known.forEach((k, m) => (left[y.length + m] = (k.value - p[k.j]) / k.standardUncertainty))
    return left
  }
  /** Slopes of what is left, turned round, a row each. */
  const slopesAt = (p: readonly number[], left: Float64Array): number[][] => {
    const columns = numbers.map(({ step, most }, j) => {
      const by = p[j] + step > most ? -step : step
      const there = leftOf(p.map((v, k) => (k === j ? v + by : v)))
      return there.map((v, i) => (left[i] - v) / by)
    })
    return Array.from(left, (_, i) => columns.map((c) => c[i]))
  }
  const ones = (n: number) => new Float64Array(n).fill(1)
  let p = within(numbers.map((n) => n.start))
  let left = leftOf(p)
  let cost = squares(left)
  let damped = 1e-3
  let settled = false
  for (let round = 0; round < MOST_ROUNDS && !settled; round++) {
    const rows = slopesAt(p, left)
    const lengths = numbers.map((_, j) => Math.sqrt(rows.reduce((sum, row) => sum + row[j] * row[j], 0)))
    const before = cost
    for (; damped < MOST_DAMPED; damped *= 5) {
      const held = numbers.map((_, j) => numbers.map((_, k) => (k === j ? Math.sqrt(damped) * (lengths[j] || 1) : 0)))
      const asked = Float64Array.from([...left, ...numbers.map(() => 0)])
      const fit = linearLeastSquares([...rows, ...held], asked, ones(asked.length), 'birge')
      if (fit.status !== 'fitted') continue
      const next = within(p.map((v, j) => v + fit.parameters[j]))
      const there = leftOf(next)
      const found = squares(there)
      if (!(found < cost)) continue
      ;[p, left, cost] = [next, there, found]
      damped = Math.max(LEAST_DAMPED, damped / 10)
      break
    }
    settled = before - cost <= SETTLED * before
    if (damped >= MOST_DAMPED) damped = 1
  }
  const last = linearLeastSquares(slopesAt(p, left), left, ones(left.length), 'residual')
  const free = left.length - numbers.length
  return {
    settled,
    parameters: p,
    covariance:
      last.status === 'fitted' && free > 0
        ? last.covariance.map((row) => row.map((v) => v / last.reducedChiSquare))
        : null,
    chiSquare: cost,
    degreesOfFreedom: free,
  }
}

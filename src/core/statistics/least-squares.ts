import { Matrix, inverse } from 'ml-matrix'

export interface LinearFit {
  readonly status: 'fitted' | 'too few points' | 'singular'
  readonly parameters: readonly number[]
  /** Covariance of the parameters, already scaled by `reducedChiSquare` where that was asked or exceeds 1. */
  readonly covariance: readonly (readonly number[])[]
  readonly reducedChiSquare: number
  readonly degreesOfFreedom: number
}

const failed = (status: 'too few points' | 'singular'): LinearFit => ({
  status,
  parameters: [],
  covariance: [],
  reducedChiSquare: NaN,
  degreesOfFreedom: 0,
})

/**
 * Weighted linear least squares by the normal equations, columns scaled to unit length first.
 * `weights` are 1/u^2; with `scale: 'residual'` only their ratios count and the covariance follows the residuals;
 * with 'birge' the covariance is that of the weights, widened when the residuals are larger than they allow.
 * Source: closed form; Birge (1932) for the widening.
 */
export function linearLeastSquares(
  rows: readonly (readonly number[])[],
  y: ArrayLike<number>,
  weights: ArrayLike<number>,
  scale: 'residual' | 'birge',
): LinearFit {
  const n = rows.length
  const p = rows[0]?.length ?? 0
  if (n < p || p === 0) return failed('too few points')
  const squares = new Float64Array(p * p)
  const right = new Float64Array(p)
  for (let i = 0; i < n; i++) {
    const row = rows[i]
    for (let j = 0; j < p; j++) {
      const a = weights[i] * row[j]
      right[j] += a * y[i]
      for (let k = 0; k <= j; k++) squares[j * p + k] += a * row[k]
    }
  }
  const size = Array.from(right, (_, j) => Math.sqrt(squares[j * p + j]))
  if (size.some((s) => !(s > 0))) return failed('singular')
  const normal = Matrix.zeros(p, p)
  for (let j = 0; j < p; j++)
    for (let k = 0; k <= j; k++) {
      const scaled = squares[j * p + k] / (size[j] * size[k])
      normal.set(j, k, scaled)
      normal.set(k, j, scaled)
    }
  let inverted: Matrix
  try {
    inverted = inverse(normal)
  } catch {
    return failed('singular')
  }
  const parameters = size.map((s, j) => size.reduce((sum, o, k) => sum + (inverted.get(j, k) * right[k]) / o, 0) / s)
  if (!parameters.every(Number.isFinite)) return failed('singular')
  let chiSquare = 0
  for (let i = 0; i < n; i++) {
    let left = y[i]
    for (let j = 0; j < p; j++) left -= rows[i][j] * parameters[j]
    chiSquare += weights[i] * left * left
  }
  const degreesOfFreedom = n - p
  const reducedChiSquare = degreesOfFreedom > 0 ? chiSquare / degreesOfFreedom : NaN
  const factor = degreesOfFreedom === 0 ? 1 : scale === 'residual' ? reducedChiSquare : Math.max(1, reducedChiSquare)
  const covariance = parameters.map((_, j) =>
    parameters.map((_, k) => (factor * inverted.get(j, k)) / (size[j] * size[k])),
  )
  return { status: 'fitted', parameters, covariance, reducedChiSquare, degreesOfFreedom }
}

/**
 * Covariance of an unweighted fit (`scale: 'residual'`) whose readings scatter unevenly, by the residual of each: HC3
 * of MacKinnon and White (1985).
 * Wider than that of an even scatter where readings are few.
 */
export function scatteredCovariance(
  rows: readonly (readonly number[])[],
  y: ArrayLike<number>,
  { parameters, covariance, reducedChiSquare }: LinearFit,
): number[][] {
  const size = parameters.map((_, j) => j)
  const inverted = covariance.map((row) => row.map((v) => v / reducedChiSquare))
  const sum = size.map(() => size.map(() => 0))
  rows.forEach((row, i) => {
    const reach = size.map((j) => size.reduce((s, k) => s + inverted[j][k] * row[k], 0))
    const leverage = row.reduce((s, x, j) => s + x * reach[j], 0)
    const off = (y[i] - row.reduce((s, x, j) => s + x * parameters[j], 0)) / Math.max(0.05, 1 - leverage)
    for (const j of size) for (const k of size) sum[j][k] += reach[j] * reach[k] * off * off
  })
  return sum
}

/** Variance of a linear combination a.p of parameters with a covariance: a' C a. JCGM 100, eq. 13. */
export function varianceOf(gradient: readonly number[], covariance: readonly (readonly number[])[]): number {
  let sum = 0
  for (let j = 0; j < gradient.length; j++)
    for (let k = 0; k < gradient.length; k++) sum += gradient[j] * gradient[k] * covariance[j][k]
  return Math.max(0, sum)
}

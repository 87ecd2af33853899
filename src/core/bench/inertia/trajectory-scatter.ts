/** Variance of one reading of the angle itself, and of the clock: the latter counts with the square of speed. */
export type Scatter = readonly [angle: number, clock: number]

export const varianceAt = ([angle, clock]: Scatter, speed: number): number => angle + clock * speed * speed

const ROUNDS = 6

/**
 * Both variances from what is left at every block: weighted least squares of the squared residuals on the square of
 * speed, neither below nothing, a few rounds since the weights hang on them.
 * `parameters` is how many numbers were fitted.
 */
export function scatterOf(
  counts: readonly number[],
  residual: Float64Array,
  speeds: Float64Array,
  parameters: number,
): Scatter {
  const total = residual.length
  const freedom = total / Math.max(1, total - parameters)
  let mean = 0
  for (let i = 0; i < total; i++) mean += (counts[i] * residual[i] ** 2 * freedom) / total
  let found: Scatter = [Math.max(1e-20, mean), 0]
  for (let round = 0; round < ROUNDS; round++) {
    let [n, x, xx, y, xy] = [0, 0, 0, 0, 0]
    for (let i = 0; i < total; i++) {
      const v = speeds[i] ** 2
      const weight = 1 / varianceAt(found, speeds[i]) ** 2
      const square = counts[i] * residual[i] ** 2 * freedom
      n += weight
      x += weight * v
      xx += weight * v * v
      y += weight * square
      xy += weight * v * square
    }
    const spread = n * xx - x * x
    let [angle, clock] = spread > 0 ? [(y * xx - x * xy) / spread, (n * xy - x * y) / spread] : [y / n, 0]
    if (!(clock > 0)) [angle, clock] = [y / n, 0]
    if (!(angle > 0)) [angle, clock] = [1e-3 * (y / n), xx > 0 ? xy / xx : 0]
    found = [Math.max(1e-20, angle), Math.max(0, clock)]
  }
  return found
}

/**
 * Correlation of residuals, each over its own scatter, with the one before in its stretch. `ends` are the places after
 * each stretch's last.
 */
export function autocorrelationOf(
  counts: readonly number[],
  residual: Float64Array,
  speeds: Float64Array,
  scatter: Scatter,
  ends: readonly number[],
): number {
  let [along, square, before] = [0, 0, NaN]
  for (let i = 0; i < residual.length; i++) {
    if (ends.includes(i)) before = NaN
    const r = residual[i] * Math.sqrt(counts[i] / varianceAt(scatter, speeds[i]))
    square += r * r
    if (Number.isFinite(before)) along += r * before
    before = r
  }
  return square > 0 ? along / square : 0
}

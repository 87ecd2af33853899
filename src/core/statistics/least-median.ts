import { linearLeastSquares } from './least-squares'
import { seededRandom } from './random'

/**
 * Subsets that are tried: enough that with a third of the readings wrong one of four is sound in all but one case of a
 * million.
 */
const TRIES = 300

/**
 * Parameters of the linear law with the least median of squares, looked for through so many readings as there are
 * parameters, a seeded draw of such subsets: up to half of the readings may be wrong.
 * Only a beginning: least squares over what lies near comes after it. Source: Rousseeuw (1984), J. Amer. Stat. Assoc.
 * 79, 871.
 * @param rows a row of coefficients for each reading.
 * @returns null where no subset tells all parameters.
 */
export function leastMedian(rows: readonly (readonly number[])[], y: ArrayLike<number>): readonly number[] | null {
  const n = rows.length
  const p = rows[0]?.length ?? 0
  if (n < p || p === 0) return null
  const random = seededRandom(1984)
  // the middle one is counted above the readings that any law through p of them meets
  const middle = Math.floor((n + p + 1) / 2) - 1
  let best: readonly number[] | null = null
  let least = Infinity
  for (let t = 0; t < TRIES; t++) {
    const chosen = new Set<number>()
    while (chosen.size < p) chosen.add(Math.floor(random() * n))
    const some = [...chosen]
    const through = linearLeastSquares(
      some.map((i) => rows[i]),
      some.map((i) => y[i]),
      some.map(() => 1),
      'residual',
    )
    if (through.status !== 'fitted') continue
    const off = rows
      .map((row, i) => Math.abs(y[i] - row.reduce((sum, a, j) => sum + a * through.parameters[j], 0)))
      .sort((a, b) => a - b)
    if (off[middle] < least) {
      least = off[middle]
      best = through.parameters
    }
  }
  return best
}

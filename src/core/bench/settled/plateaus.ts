import { median } from '../../statistics'

/** Rows [from, to) of a trace over which nothing changed. */
export interface Plateau {
  readonly from: number
  readonly to: number
}

/** Means over so much before and behind a row are held against each other, s. */
const HALF_S = 0.6
/** Least length of a settled stretch, s. */
const LEAST_S = 1.5
/** They may differ by this share of the channel's whole range, and by so many standard errors of the two. */
const SHARE = 0.006
const ERRORS = 4

/** Mean of any stretch at no cost, by running sums. */
function means(values: ArrayLike<number>) {
  const sum = new Float64Array(values.length + 1)
  for (let i = 0; i < values.length; i++) sum[i + 1] = sum[i] + values[i]
  return (from: number, to: number) => (sum[to] - sum[from]) / (to - from)
}

/**
 * Scatter of a channel from reading to reading, whatever its course: of the middle one of the steps between neighbours,
 * as a standard deviation.
 */
function scatter(values: ArrayLike<number>): number {
  const steps = Array.from({ length: Math.max(1, values.length - 1) }, (_, i) => Math.abs(values[i + 1] - values[i]))
  return (1.4826 * median(steps)) / Math.SQRT2
}

/**
 * Finds where all channels of a trace stand still: where the mean before a row and the mean behind it agree. Stretches
 * shorter than 1.5 s are passed over.
 * A channel that creeps is cut where it has gone by 3 % of its range. Times must rise.
 */
export function plateaus(timeS: ArrayLike<number>, channels: readonly ArrayLike<number>[]): Plateau[] {
  const n = timeS.length
  const stats = channels.map((values) => ({ mean: means(values), sigma: scatter(values) }))
  const ranges = channels.map((values) => {
    let [low, high] = [Infinity, -Infinity]
    for (let i = 0; i < n; i++) {
      low = Math.min(low, values[i])
      high = Math.max(high, values[i])
    }
    return high - low
  })
  let [before, behind] = [0, 0]
  const still = (i: number): boolean => {
    while (timeS[i] - timeS[before] > HALF_S) before++
    while (behind < n && timeS[behind] - timeS[i] <= HALF_S) behind++
    if (i - before < 2 || behind - i < 2) return false
    return stats.every(({ mean, sigma }, c) => {
      const error = sigma * Math.sqrt(1 / (i - before) + 1 / (behind - i))
      return Math.abs(mean(before, i) - mean(i, behind)) <= SHARE * ranges[c] + ERRORS * error
    })
  }
  const found: Plateau[] = []
  let from = -1
  const close = (to: number) => {
    // what settles last is still on its way at first
    const begun = from
    while (from >= 0 && from < to && timeS[from] - timeS[begun] < HALF_S) from++
    if (from >= 0 && from < to && timeS[to - 1] - timeS[from] >= LEAST_S) found.push({ from, to })
    from = -1
  }
  for (let i = 0; i < n; i++) {
    // a row that is missing is no settled one
    const torn = i > 0 && timeS[i] - timeS[i - 1] > HALF_S
    if (torn || !still(i)) close(i)
    else if (from < 0) from = i
    else {
      const crept = stats.some(({ mean, sigma }, c) => {
        const gone = mean(Math.max(from, i - 10), i + 1) - mean(from, Math.min(i, from + 10))
        return Math.abs(gone) > 0.03 * ranges[c] + ERRORS * sigma * Math.sqrt(0.2)
      })
      if (crept) close(i)
    }
  }
  close(n)
  return found
}

/** Each settled stretch as three readings, so that their scatter tells how sure they are: rows [from, to) of thirds. */
export const thirds = (found: readonly Plateau[]): Plateau[] =>
  found.flatMap(({ from, to }) =>
    [0, 1, 2].map((k) => ({
      from: from + Math.round((k * (to - from)) / 3),
      to: from + Math.round(((k + 1) * (to - from)) / 3),
    })),
  )

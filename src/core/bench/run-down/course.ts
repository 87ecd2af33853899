import { linearLeastSquares, mean, median } from '../../statistics'

/** How well the shape of a top lets its height be told, over it. */
const SHAPE = 1.5e-3
/** What belongs to the top of a course: rows this near it, and no more of the run. */
const [TOP, TOP_SHARE] = [0.97, 0.03] as const
/** Rows round each of which the middle one is taken. */
export const WIDE = 5
/** Points of the curve that is kept. */
const POINTS = 300

/** Middle of the values round each row. */
export function middles(values: readonly number[]): number[] {
  const half = (WIDE - 1) / 2
  return values.map((_, i) => median(values.slice(Math.max(0, i - half), i + half + 1)))
}

/** Sum by trapezoids over time. */
export function area(time: readonly number[], values: readonly number[], from: number, to: number): number {
  let sum = 0
  for (let i = from + 1; i <= to; i++) sum += 0.5 * (values[i] + values[i - 1]) * (time[i] - time[i - 1])
  return sum
}

/** Means of the rows in even stretches of time. */
export function thinned(time: readonly number[], values: readonly number[]): { t: number[]; v: number[] } {
  const width = (time[time.length - 1] - time[0]) / POINTS
  const out = { t: [] as number[], v: [] as number[] }
  for (let i = 0; i < time.length;) {
    const end = time[i] + width
    const first = i
    while (i < time.length && (i === first || time[i] < end)) i++
    out.t.push(mean(time.slice(first, i)))
    out.v.push(mean(values.slice(first, i)))
  }
  return out
}

/** Scatter of readings about their own course, by second differences. */
export const noiseOf = (values: readonly number[]): number =>
  median(values.slice(2).map((v, i) => Math.abs(v - 2 * values[i + 1] + values[i]))) / (0.6745 * Math.sqrt(6))

/** Rows on both sides over which a course is smoothed; never across its ends. */
const HALF = 3

export function smoothed(values: readonly number[], from: number, to: number): number[] {
  const sums = [0]
  for (const v of values) sums.push(sums[sums.length - 1] + v)
  return values.map((_, i) => {
    const [low, high] = i < from || i > to ? [0, values.length - 1] : [from, to]
    const [a, b] = [Math.max(low, i - HALF), Math.min(high, i + HALF) + 1]
    return (sums[b] - sums[a]) / (b - a)
  })
}

/**
 * Top of a course: a polynomial through the rows round the highest mean, since the highest of many means lies above
 * their course by their own scatter.
 */
export function highest(
  time: readonly number[],
  values: readonly number[],
  smooth: readonly number[],
  from: number,
  to: number,
  noise: number,
): { readonly value: number; readonly u: number } {
  let at = from
  for (let i = from; i <= to; i++) if (smooth[i] > smooth[at]) at = i
  // the flat of the top alone: what rises steeply beside it would bend it; as wide as the noise asks for
  const flat = 1 - Math.max(1 - TOP, (5 * noise) / Math.sqrt(2 * HALF + 1) / Math.abs(smooth[at]))
  const most = Math.max(HALF, Math.round(TOP_SHARE * (to - from)))
  let [a, b] = [at, at]
  while (a > from && at - a < most && smooth[a - 1] > flat * smooth[at]) a--
  while (b < to && b - at < most && smooth[b + 1] > flat * smooth[at]) b++
  const near = Array.from({ length: b - a + 1 }, (_, i) => a + i)
  const width = Math.max(1e-9, time[b] - time[a])
  const x = near.map((i) => (time[i] - time[at]) / width)
  /** The highest place of the polynomial of an order that fits them. */
  const topOf = (order: number): number => {
    const fit = linearLeastSquares(
      x.map((v) => Array.from({ length: order + 1 }, (_, k) => v ** k)),
      near.map((i) => values[i]),
      near.map(() => 1),
      'residual',
    )
    if (fit.status !== 'fitted') return smooth[at]
    return Math.max(...x.map((v) => fit.parameters.reduce((sum, c, k) => sum + c * v ** k, 0)))
  }
  // of a top steeper on one side than on the other the plain parabola tells too little, the bent one too much
  const [bent, plain] = [topOf(4), topOf(2)]
  const value = (bent + plain) / 2
  return { value, u: Math.hypot((2.6 * noise) / Math.sqrt(near.length), (bent - plain) / 2, SHAPE * value) }
}

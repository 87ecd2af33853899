import { linearLeastSquares, mean, median, normalDraw, seededRandom } from '../../statistics'
import { inBlocks } from '../in-blocks'

/** A polynomial of the fourth degree tells its own top so many times worse than a mean tells a level. */
const FITTED = 2.6
/** How well the shape of a top lets its height be told, over it. */
const SHAPE = 1.5e-3
/** What belongs to the top of a course: rows this near it, and no more of the run. */
const [TOP, TOP_SHARE] = [0.97, 0.03] as const
/** Rows round each of which the middle one is taken. */
export const WIDE = 5
/** Share of those rows at either end where the top is not looked for. */
const ENDS = 0.2
/** Fewest rows on either side of a top. */
const LEAST_HALF = 2
/** Scatter about a parabola through few rows over that through many, below which these follow a sharp top. */
const FALLS = 0.7
/** Rows on the longer side of a top, over those on the shorter. */
const UNEVEN = 3
/** Places at which a polynomial's top is looked for, at least. */
const FINE = 40
/** Blocks of rows among which a top is looked for. */
const BLOCKS = 4000
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

/** What counts of a difference at most, over their median, and the mean of such differences over their scatter. */
const [STRAYS, MEAN_LEFT] = [4, 0.7957] as const

/**
 * Scatter of readings about their own course, by third differences: they leave out how steep it is, and its bend. By
 * their mean, which needs half as many rows as their median, and in which none that strays counts for more than four.
 */
export function noiseOf(values: readonly number[]): number {
  const apart = values.slice(3).map((v, i) => Math.abs(v - 3 * values[i + 2] + 3 * values[i + 1] - values[i]))
  const most = STRAYS * median(apart)
  return mean(apart.map((d) => Math.min(d, most))) / (MEAN_LEFT * Math.sqrt(20))
}

/** Rows of a stretch whose scatter is told by itself, and how high over the top the rows are that tell that there. */
const [STRETCH, BESIDE] = [20, 0.7] as const

/**
 * Scatter of readings from one row to another over them, root of the mean square, stretch by stretch: what counts
 * turns scatters by a share of the speed, so that its scatter at rest says nothing of that at the top.
 */
export function noiseOver(values: readonly number[], from: number, to: number): number {
  const stretches = Math.max(1, Math.floor((to - from + 1) / STRETCH))
  const ends = Array.from({ length: stretches + 1 }, (_, k) => from + Math.round((k * (to + 1 - from)) / stretches))
  const squares = ends.slice(1).map((end, k) => noiseOf(values.slice(ends[k], end)) ** 2)
  const told = squares.filter(Number.isFinite)
  // two rows scatter about nothing
  return told.length > 0 ? Math.sqrt(mean(told)) : 0
}

/** Rows on both sides over which a course is smoothed; never across its ends. */
const HALF = 3

export function smoothed(values: readonly number[], from: number, to: number, half: number = HALF): number[] {
  const sums = [0]
  for (const v of values) sums.push(sums[sums.length - 1] + v)
  return values.map((_, i) => {
    const [low, high] = i < from || i > to ? [0, values.length - 1] : [from, to]
    const [a, b] = [Math.max(low, i - half), Math.min(high, i + half) + 1]
    return (sums[b] - sums[a]) / (b - a)
  })
}

/** The top of a course: by two polynomials through the rows round its highest mean, and how many those are. */
function topOf(time: readonly number[], values: readonly number[], noise: number) {
  const last = values.length - 1
  const smooth = smoothed(values, 0, last)
  let at = 0
  for (let i = 0; i <= last; i++) if (smooth[i] > smooth[at]) at = i
  // the flat of the top alone: what rises steeply beside it would bend it; as wide as the noise asks for
  const flat = 1 - Math.max(1 - TOP, (5 * noise) / Math.sqrt(2 * HALF + 1) / Math.abs(smooth[at]))
  const most = Math.max(HALF, Math.round(TOP_SHARE * last))
  let [a, b] = [at, at]
  while (a > 0 && at - a < most && smooth[a - 1] > flat * smooth[at]) a--
  while (b < last && b - at < most && smooth[b + 1] > flat * smooth[at]) b++
  // what rises in a few rows and falls in many has its top where the few are
  const few = UNEVEN * Math.max(LEAST_HALF, Math.min(a > 0 ? at - a : Infinity, b < last ? b - at : Infinity))
  ;[a, b] = [Math.max(a, at - few), Math.min(b, at + few)]
  // of a top sharper than that only the rows that lie on their parabola, about the highest of them
  /** Rows lie on a polynomial that scatter about it as these do by chance. */
  const limit = (rows: number) => Math.max((1.2 + 2 / Math.sqrt(rows)) * noise, 0.3 * SHAPE * Math.abs(smooth[at]))
  let fit = fitsOf(time, values, a, b)
  let half = b - a
  const wide = { fit, rows: b - a + 1 }
  if (half < 2 * LEAST_HALF || fit.scatter > limit(b - a + 1)) {
    for (let i = Math.max(0, a - HALF); i <= Math.min(last, b + HALF); i++) if (values[i] > values[at]) at = i
    do {
      half = Math.max(LEAST_HALF, Math.min(half - 1, Math.floor(0.7 * half)))
      ;[a, b] = [Math.max(0, at - half), Math.min(last, at + half)]
      fit = fitsOf(time, values, a, b)
    } while (fit.scatter > limit(b - a + 1) && half > LEAST_HALF)
    // what scatters no less among few rows than among many is noise, and more of it than was told
    if (fit.scatter > limit(b - a + 1) && wide.rows > 2 * LEAST_HALF && fit.scatter > FALLS * wide.fit.scatter) {
      const { bent, plain, scatter } = wide.fit
      return { value: (bent + plain) / 2, apart: bent - plain, rows: wide.rows, at, noise: scatter }
    }
  }
  // of a top steeper on one side than on the other the plain parabola tells too little, the bent one too much
  const { bent, plain, scatter } = fit
  if (scatter <= limit(b - a + 1)) return { value: (bent + plain) / 2, apart: bent - plain, rows: b - a + 1, at, noise }
  // none lies between three rows but a little above the middle one, if that
  ;[a, b] = [Math.max(0, at - 1), Math.min(last, at + 1)]
  const least = fitsOf(time, values, a, b).plain
  return { value: (least + values[at]) / 2, apart: least - values[at], rows: b - a + 1, at, noise }
}

/** Tops of two polynomials through the rows from `a` to `b`, and how far these scatter about the plain one. */
function fitsOf(time: readonly number[], values: readonly number[], a: number, b: number) {
  const near = values.slice(a, b + 1)
  const width = Math.max(1e-9, time[b] - time[a])
  const x = near.map((_, k) => (time[a + k] - (time[a] + time[b]) / 2) / width)
  const ends = Math.floor(ENDS * x.length)
  const [first, end] = [a > 0 ? ends : 0, x.length - 1 - (b < values.length - 1 ? ends : 0)]
  // between the rows as well, where they are few
  const steps = Math.max(end - first, FINE)
  const inner = Array.from({ length: steps + 1 }, (_, k) => x[first] + ((x[end] - x[first]) * k) / steps)
  const fitOf = (order: number) => {
    const fit = linearLeastSquares(
      x.map((v) => Array.from({ length: order + 1 }, (_, k) => v ** k)),
      near,
      near.map(() => 1),
      'residual',
    )
    const c = fit.status === 'fitted' ? fit.parameters : [mean(near)]
    return (v: number) => c.reduceRight((sum, p) => sum * v + p, 0)
  }
  const [quartic, parabola] = [fitOf(Math.min(4, near.length - 1)), fitOf(2)]
  // at its ends a polynomial follows the noise, unless the course itself begins or stops there
  const topAt = (f: (v: number) => number) => inner.reduce((best, v) => Math.max(best, f(v)), -Infinity)
  const square = near.reduce((sum, v, k) => sum + (v - parabola(x[k])) ** 2, 0)
  return {
    bent: topAt(quartic),
    plain: topAt(parabola),
    scatter: Math.sqrt(square / Math.max(1, near.length - 3)),
  }
}

/**
 * Readings of a device that tells each of them in several rows, one for each; all rows where most differ from the one
 * before.
 */
function told(time: readonly number[], values: readonly number[]) {
  const starts = values.flatMap((v, i) => (i === 0 || v !== values[i - 1] ? [i] : []))
  if (2 * starts.length > values.length) return { time, values }
  const middle = (k: number) => ((starts[k + 1] ?? values.length) - 1 + starts[k]) / 2
  return {
    time: starts.map((_, k) => (time[Math.floor(middle(k))] + time[Math.ceil(middle(k))]) / 2),
    values: starts.map((i) => values[i]),
  }
}

/** First and last of the rows about a top that are as high as `BESIDE` of it, and `STRETCH` on either side at least. */
function besideTop(values: readonly number[], top: number): readonly [number, number] {
  const smooth = smoothed(values, 0, values.length - 1)
  const high = (i: number) => smooth[i] > BESIDE * smooth[top]
  let [a, b] = [top, top]
  while (a > 0 && (high(a - 1) || top - a < STRETCH)) a--
  while (b < values.length - 1 && (high(b + 1) || b - top < STRETCH)) b++
  return [a, b]
}

/** Courses of known top that tell by how much noise lifts what is found. */
const REPEATS = 32

/**
 * Top of a course between two rows. The highest of many readings lies above their course by their own scatter, by how
 * much is seen from that course with noise of the same size put on it anew, and taken off (parametric bootstrap, Efron
 * and Tibshirani 1993, chapter 10).
 */
export function highest(
  time: readonly number[],
  values: readonly number[],
  from: number,
  to: number,
): { readonly value: number; readonly u: number } {
  const each = told(time.slice(from, to + 1), values.slice(from, to + 1))
  const [times, read] = [each.time, each.values].map((all) => inBlocks(all, BLOCKS))
  const overall = noiseOver(read, 0, read.length - 1)
  // what counts turns scatters by a share of the speed: that of the top is told there
  const near = besideTop(read, topOf(times, read, overall).at)
  const noiseAt = (values: readonly number[]) => Math.max(overall, noiseOver(values, ...near))
  const { value, apart, rows, noise } = topOf(times, read, noiseAt(read))
  const fitU = (FITTED * noise) / Math.sqrt(rows)
  const shapeU = Math.hypot(apart / 2, SHAPE * value)
  if (fitU < SHAPE * value) return { value, u: Math.hypot(fitU, shapeU) }
  const course = smoothed(read, 0, read.length - 1, Math.max(HALF, Math.round(TOP_SHARE * read.length)))
  const known = Math.max(...course)
  const random = seededRandom(rows)
  const lifts = Array.from({ length: REPEATS }, () => {
    const again = course.map((v) => v + noise * normalDraw(random))
    // how large it is is not known there either
    return topOf(times, again, noiseAt(again)).value - known
  })
  const lift = mean(lifts)
  const scatter = Math.sqrt(mean(lifts.map((l) => (l - lift) ** 2)) * (1 + 2 / REPEATS))
  return { value: value - lift, u: Math.hypot(scatter, lift / 2, SHAPE * value) }
}

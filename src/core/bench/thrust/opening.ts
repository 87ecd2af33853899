import { linearLeastSquares, varianceOf } from '../../statistics'
import { standColumns, type Ring } from './stand-response'

/** The push in its first part is a polynomial of this degree. */
const DEGREE = 3
/** A ring beyond this share of the rows' rate, or damped more than this, cannot be told from the push. */
const MOST_RING = 0.3
const MOST_DAMPED = 0.6

/** The two degrees of a push differ at its opening by so many standard uncertainties of what lies between them. */
const DEGREE_TELLS = 6
/**
 * A valve that takes less than so many rows to open has opened at once, sooner told behind a ring that goes on; none
 * takes more of the part looked at.
 */
const [LEAST_OPENS_ROWS, LEAST_BEHIND_RING, MOST_OPENS] = [3, 1, 0.5] as const
const leastOpens = (ring: Ring | null, stepS: number): number => (ring ? LEAST_BEHIND_RING : LEAST_OPENS_ROWS) * stepS
/** A valve whose time is not told takes up to so many rows: its middle is unsure by so much of a row, one sigma. */
const UNTOLD_ROWS = 0.6
/** No valve opens quite evenly, and no vessel's push is quite a polynomial: so much of a row, and of the thrust. */
const [UNEVEN_ROWS, UNEVEN] = [0.3, 0.005] as const
/** Its moment moves by this share of the part looked at, and lies at most so many times that before what is seen of it. */
const [MOMENT, LEAD] = [0.01, 4] as const
/** A number more must explain so many times what it would by chance. */
const EXPLAINS = 12

/** How a push begins: when, how long its valve takes to open, and how its stand rings. */
export interface Beginning {
  readonly openS: number
  readonly opensInS: number
  readonly ring: Ring | null
}

/**
 * What is read of pushes t^0 up to t^degree that a valve lets through by min(1, t / opens), a column each: exact,
 * behind a ring or not.
 */
function reads(degree: number, time: readonly number[], { openS, opensInS: r, ring }: Beginning): Float64Array[] {
  const tau = time.map((t) => t - openS)
  if (!(r > 0)) return standColumns(degree, tau, ring)
  const [begun, open] = [tau, tau.map((t) => t - r)].map((at) => standColumns(degree + 1, at, ring))
  // from when it stands open t^(k + 1) goes on as r t^k: their difference is (s + r)^k s, by s from then on
  return Array.from({ length: degree + 1 }, (_, k) =>
    begun[k + 1].map((full, i) => {
      let [less, choose] = [0, 1]
      for (let j = 0; j <= k; j++) {
        less += choose * r ** (k - j) * open[j + 1][i]
        choose *= (k - j) / (j + 1)
      }
      return (full - less) / r
    }),
  )
}

const dot = (a: Float64Array, b: Float64Array): number => {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i]
  return sum
}

/** The sum of squares that columns leave of a reading at best: each made square to those before it (Gram and Schmidt). */
function leftBy(columns: readonly Float64Array[], read: Float64Array): number {
  const left = Float64Array.from(read)
  columns.forEach((column, k) => {
    const length = dot(column, column)
    if (!(length > 0)) return
    for (const other of [...columns.slice(k + 1), left]) {
      const share = dot(column, other) / length
      for (let i = 0; i < other.length; i++) other[i] -= share * column[i]
    }
  })
  return dot(left, left)
}

/** The first part of a push, as it is read. */
interface FirstPart {
  readonly timeS: readonly number[]
  readonly over: Float64Array
  readonly opening: number
  readonly windowS: number
  readonly stepS: number
  /** By how much its moment is moved: a row, or of fast rows a share of the part, since a stand lags by its own time. */
  readonly momentS: number
}

interface Tried extends Beginning {
  readonly left: number
}

const tryOf = (part: FirstPart, b: Beginning): Tried => ({
  ...b,
  left: leftBy(reads(DEGREE, part.timeS, b), part.over),
})
const lower = (a: Tried, b: Tried) => (b.left < a.left ? b : a)

/** Ever finer steps round a beginning: of what it has, ring and slow valve, and of its moment. */
function refined(part: FirstPart, begun: Tried): Tried {
  const { opening, windowS, momentS } = part
  let best = begun
  let step = 1
  for (let round = 0; round < 60; round++) {
    const before = best.left
    for (const [df, dz, dt, dr] of [
      [0.04, 0, 0, 0],
      [-0.04, 0, 0, 0],
      [0, 0.3, 0, 0],
      [0, -0.3, 0, 0],
      [0, 0, 1, 0],
      [0, 0, -1, 0],
      [0, 0, 0, 0.2],
      [0, 0, 0, -0.2],
    ]) {
      const { ring, opensInS } = best
      if ((dr !== 0 && opensInS === 0) || ((df !== 0 || dz !== 0) && !ring)) continue
      const tried = {
        openS: best.openS + dt * step * momentS,
        opensInS: Math.min(MOST_OPENS * windowS, opensInS * (1 + dr * step)),
        ring: ring && {
          frequencyHz: ring.frequencyHz * (1 + df * step),
          dampingRatio: Math.min(0.8, Math.max(0.002, ring.dampingRatio * (1 + dz * step))),
        },
      }
      if (tried.openS > opening + momentS || tried.openS < opening - LEAD * momentS - 0.1 * tried.opensInS) continue
      best = lower(best, tryOf(part, tried))
    }
    if (best.left === before) step /= 2
    if (step < 1e-3) break
  }
  return best
}

/** The best ring behind a valve that opens at a moment, in a given time: a grid first. */
function ringing(part: FirstPart, { openS, opensInS }: Beginning, shifts: readonly number[]): Tried {
  const { windowS, stepS, momentS } = part
  let best: Tried = { openS, opensInS, ring: null, left: Infinity }
  for (let frequencyHz = 1.5 / windowS; frequencyHz < MOST_RING / stepS; frequencyHz *= 1.06)
    for (const dampingRatio of [0.02, 0.08, 0.25])
      for (const shift of shifts)
        best = lower(
          best,
          tryOf(part, { openS: openS + shift * momentS, opensInS, ring: { frequencyHz, dampingRatio } }),
        )
  return Number.isFinite(best.left) ? refined(part, best) : best
}

/** The best valve's time with a ring, or without. */
function opening(part: FirstPart, ring: Ring | null, openS: number): Tried {
  const { windowS, stepS, momentS } = part
  let best: Tried = { openS, opensInS: 0, ring, left: Infinity }
  for (let opensInS = leastOpens(ring, stepS); opensInS <= MOST_OPENS * windowS; opensInS *= 1.4)
    for (const shift of [0, -2]) best = lower(best, tryOf(part, { openS: openS + shift * momentS, opensInS, ring }))
  return Number.isFinite(best.left) ? refined(part, best) : best
}

/**
 * How a push begins, from its first part: the ring of the stand, if it rings and not too fast for the rows, how long
 * the valve takes to open, if that can be told from an instant, and the moment.
 */
export function beginningOf(
  time: readonly number[],
  over: readonly number[],
  openingS: number,
  windowS: number,
  stepS: number,
): Beginning {
  const momentS = Math.max(stepS, MOMENT * windowS)
  const rows = time.flatMap((t, i) => (t > openingS - LEAD * momentS && t < openingS + windowS ? [i] : []))
  const part = {
    timeS: rows.map((i) => time[i]),
    over: Float64Array.from(rows, (i) => over[i]),
    opening: openingS,
    windowS,
    stepS,
    momentS,
  }
  const plain = tryOf(part, { openS: openingS, opensInS: 0, ring: null })
  if (rows.length < 16) return plain
  const free = rows.length - DEGREE
  const sound = ({ opensInS, ring }: Tried) =>
    (!ring || (ring.dampingRatio <= MOST_DAMPED && ring.frequencyHz <= MOST_RING / stepS)) &&
    (opensInS === 0 || opensInS >= leastOpens(ring, stepS))
  /** Whether so many numbers more explain far more than they would by chance. */
  const betters = (than: Tried, found: Tried, numbers: number, of: number) =>
    sound(found) && free - of >= 4 && (than.left - found.left) / numbers > EXPLAINS * (found.left / (free - of))

  const rung = ringing(part, plain, [0, -1, -2])
  const one = betters(plain, rung, 3, 4) ? rung : plain
  const slow = opening(part, null, openingS)
  // a lag of the stand looks like a valve that takes its time: both are tried with both
  const tried = [
    ...(one.ring ? [opening(part, one.ring, one.openS)] : []),
    ...(slow.opensInS > 0 ? [ringing(part, slow, [0, -1])] : []),
  ]
  const both = tried.filter(sound).reduce(lower, { ...plain, left: Infinity })
  const slower = betters(plain, slow, 2, 3) ? slow : plain
  if (both.ring && both.opensInS > 0 && betters(one, both, one.ring ? 1 : 5, 5) && betters(slower, both, 3, 5))
    return both
  return lower(one, slower)
}

/**
 * Thrust at the opening from the first part of the push, by a polynomial behind its valve and the stand's ring; its
 * uncertainty with that of opening, valve and ring, and with what a degree makes of it.
 */
export function startOf(
  time: readonly number[],
  over: readonly number[],
  begins: Beginning,
  windowS: number,
  stepS: number,
): { valueN: number; standardUncertaintyN: number; push: (timeS: number) => number } {
  const { openS, opensInS, ring } = begins
  const seen = ring !== null || opensInS > 0
  const last = openS + windowS
  // a stiff stand has jumped between two rows: those beside the jump belong to neither side
  const rows = time.flatMap((t, i) => (t > openS + (seen ? -4 : 2) * stepS && t < last ? [i] : []))
  const at = rows.map((i) => time[i])
  const read = rows.map((i) => over[i])
  const degree = seen ? DEGREE + 1 : DEGREE
  const ones = rows.map(() => 1)
  const fitOf = (columns: readonly Float64Array[], values: readonly number[]) =>
    linearLeastSquares(
      values.map((_, i) => columns.map((c) => c[i])),
      values,
      ones,
      'residual',
    )
  const columns = reads(degree, at, begins)
  // while a valve opens, as much leaves as through an open one in half of that time: what drives the push is later by it
  const early = opensInS / 2
  const atOpening = Array.from({ length: degree + 1 }, (_, k) => early ** k)
  const carried = (of: readonly number[]) => of.reduce((sum, c, k) => sum + c * atOpening[k], 0)
  const [bent, plain] = [columns, columns.slice(0, -1)].map((c) => fitOf(c, read))
  if (bent.status !== 'fitted' || plain.status !== 'fitted')
    return { valueN: Math.max(...read), standardUncertaintyN: Math.max(...read) / 4, push: () => Math.max(...read) }
  // the plainer course misses a push that falls steeply, the more bent one follows the noise: the mean of both
  const p = bent.parameters.map((c, k) => (c + (plain.parameters[k] ?? 0)) / 2)
  /** The fitted push behind its valve and stand. */
  const model = (times: readonly number[], b: Beginning): number[] => {
    const by = reads(degree, times, b)
    return times.map((_, i) => p.reduce((sum, c, k) => sum + c * by[k][i], 0))
  }
  // what moves the fit beside its own numbers, each by a small step
  const moved: (readonly [Beginning, number])[] = []
  if (seen) moved.push([{ ...begins, openS: openS + 0.05 * stepS }, 0.05 * stepS])
  if (ring) {
    const df = 1e-3 * ring.frequencyHz
    moved.push([{ ...begins, ring: { ...ring, frequencyHz: ring.frequencyHz + df } }, df])
    moved.push([{ ...begins, ring: { ...ring, dampingRatio: ring.dampingRatio + 1e-3 } }, 1e-3])
  }
  if (opensInS > 0) moved.push([{ ...begins, opensInS: opensInS * 1.001 }, 1e-3 * opensInS])
  const here = model(at, begins)
  const moving = moved.map(([b, by]) => {
    const there = model(at, b)
    return Float64Array.from(here, (f, i) => (there[i] - f) / by)
  })
  const varianceWith = (own: readonly Float64Array[]) => {
    const whole = fitOf(
      [...own, ...moving],
      read.map((f, i) => f - here[i]),
    )
    if (whole.status !== 'fitted') return (p[0] / 4) ** 2
    const rise = carried(p.map((c, k) => (k * c) / Math.max(1e-9, early)))
    const row = [
      ...own.map((_, k) => atOpening[k]),
      ...moved.map(([b], m) => (b.opensInS !== opensInS && m >= 0 ? rise / 2 : 0)),
    ]
    return varianceOf(row, whole.covariance)
  }
  // what the plainer of two nested fits does not know the other does not know either
  const fromFit = Math.sqrt((varianceWith(columns) + 3 * varianceWith(columns.slice(0, -1))) / 4)
  const fromDegree = Math.abs(carried(bent.parameters) - carried(plain.parameters)) / DEGREE_TELLS
  const fromOpening =
    opensInS > 0 ? 0 : Math.abs(p[1]) * stepS * (ring ? UNTOLD_ROWS / 2 : Math.hypot(UNTOLD_ROWS, 1 / Math.sqrt(6)))
  return {
    valueN: carried(p),
    standardUncertaintyN: Math.hypot(fromFit, fromDegree, fromOpening, UNEVEN_ROWS * stepS * p[1], UNEVEN * p[0]),
    push: (t) => model([t], { ...begins, ring: null })[0],
  }
}

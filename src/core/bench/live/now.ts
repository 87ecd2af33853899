import { linearLeastSquares, mean } from '../../statistics'

/** A figure of the last moment, SI. */
export interface NowFigure {
  readonly value: number
  readonly standardUncertainty: number
}

/** How the last moment moved: speed and its rate at the newest reading. */
export interface MotionNow {
  readonly speedRadPerS: NowFigure
  readonly accelerationRadPerS2: NowFigure
}

const MOST_POINTS = 96
/** Fewer counts than this in a moment say no rate of speed. */
const LEAST_COUNTS = 6

/** Every n-th of a long moment, the newest always among them. */
function thinned(n: number): number[] {
  const step = Math.max(1, Math.floor(n / MOST_POINTS))
  const rows: number[] = []
  for (let i = n - 1; i >= 0; i -= step) rows.push(i)
  return rows.reverse()
}

/** The slope, and the slope's slope, of values at the newest time; null where they do not tell. */
function slopes(timeS: ArrayLike<number>, values: ArrayLike<number>): { rate: NowFigure; second: NowFigure } | null {
  const rows = thinned(timeS.length)
  const newest = timeS[timeS.length - 1]
  const span = newest - timeS[0]
  if (rows.length < 6 || !(span > 0)) return null
  const x = rows.map((i) => (timeS[i] - newest) / span)
  const first = values[rows[0]]
  const fit = linearLeastSquares(
    x.map((v) => [1, v, v * v]),
    rows.map((i) => values[i] - first),
    x.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted') return null
  const [, b, c] = fit.parameters
  return {
    rate: { value: b / span, standardUncertainty: Math.sqrt(fit.covariance[1][1]) / span },
    second: { value: (2 * c) / span ** 2, standardUncertainty: (2 * Math.sqrt(fit.covariance[2][2])) / span ** 2 },
  }
}

/**
 * Motion from a running count; `radPerCount` of the rotor. Null while less than six counts went by, unless none did:
 * then it stands.
 */
export function motionOfCounts(
  timeS: ArrayLike<number>,
  counts: ArrayLike<number>,
  radPerCount: number,
): MotionNow | null {
  const n = timeS.length
  if (n < 2) return null
  const went = Math.abs(counts[n - 1] - counts[0])
  const still: NowFigure = { value: 0, standardUncertainty: radPerCount / (timeS[n - 1] - timeS[0]) }
  if (went < 2) return { speedRadPerS: still, accelerationRadPerS2: { value: 0, standardUncertainty: Infinity } }
  const found = slopes(timeS, counts)
  if (!found) return null
  const sign = found.rate.value < 0 ? -1 : 1
  const scale = sign * radPerCount
  const speedRadPerS = {
    value: found.rate.value * scale,
    standardUncertainty: found.rate.standardUncertainty * radPerCount,
  }
  return {
    speedRadPerS,
    accelerationRadPerS2: {
      value: found.second.value * scale,
      standardUncertainty: went < LEAST_COUNTS ? Infinity : found.second.standardUncertainty * radPerCount,
    },
  }
}

/** Motion from readings of speed, rad/s of the rotor. */
export function motionOfSpeed(timeS: ArrayLike<number>, speedRadPerS: ArrayLike<number>): MotionNow | null {
  const n = timeS.length
  if (n < 1) return null
  const values = Array.from(speedRadPerS)
  const scatter = Math.sqrt(mean(values.map((v) => (v - mean(values)) ** 2)) / Math.max(1, n - 1))
  const found = slopes(timeS, speedRadPerS)
  return {
    speedRadPerS: { value: values[n - 1], standardUncertainty: scatter },
    accelerationRadPerS2: found?.rate ?? { value: 0, standardUncertainty: Infinity },
  }
}

/** Motion from the times of marks: as many turns as went by between the last ones. Null with fewer than three. */
export function motionOfMarks(timeS: ArrayLike<number>, radPerMark: number, nowS: number): MotionNow | null {
  const n = timeS.length
  if (n < 3) return null
  const last = timeS[n - 1]
  const mean = (last - timeS[0]) / (n - 1)
  // a mark that is overdue by more than half a turn: it turns no faster than that
  const speed = radPerMark / Math.max(mean, nowS - last > 1.5 * mean ? nowS - last : 0)
  const half = n >> 1
  const early = ((half - 0) * radPerMark) / (timeS[half] - timeS[0])
  const late = ((n - 1 - half) * radPerMark) / (last - timeS[half])
  return {
    speedRadPerS: { value: speed, standardUncertainty: Math.abs(late - early) / 4 },
    accelerationRadPerS2: {
      value: n < LEAST_COUNTS ? 0 : (late - early) / ((last - timeS[0]) / 2),
      standardUncertainty: n < LEAST_COUNTS ? Infinity : (2 * radPerMark) / (last - timeS[0]) ** 2 / Math.sqrt(n),
    },
  }
}

/** Mean of the last moment with its scatter. */
export function levelOf(values: ArrayLike<number>): NowFigure | null {
  const n = values.length
  if (n < 1) return null
  const all = Array.from(values)
  const m = mean(all)
  return {
    value: m,
    standardUncertainty: n < 2 ? Infinity : Math.sqrt(all.reduce((s, v) => s + (v - m) ** 2, 0) / (n - 1) / n),
  }
}

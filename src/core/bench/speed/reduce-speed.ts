import { PhysicsError } from '../../errors'
import { COVERAGE_95, linearLeastSquares, studentT, studentT95, varianceOf, type Measured } from '../../statistics'
import { CLOCK_SCALE } from '../inertia/reduce-inertia'
import type { AngleTrace } from '../angle/repair'

/** Speed over time with its standard uncertainty, SI. */
export interface SpeedCurve {
  readonly timeS: readonly number[]
  readonly speedRadPerS: readonly number[]
  readonly standardUncertaintyRadPerS: readonly number[]
}

export interface SpeedReduction {
  readonly curve: SpeedCurve
  /** Turns over time, from the first reading to the last. */
  readonly mean: Measured
  readonly greatest: Measured
  readonly least: Measured
  readonly turns: number
  /** No part of it differs from the mean by more than 1 % and its own uncertainty. */
  readonly steady: boolean
}

/** Readings of one point of the curve, at least; and points at most. */
const LEAST_READINGS = 8
const MOST_POINTS = 400
const STEADY_SHARE = 0.01

/**
 * By how many of its uncertainties the greatest of so many alike lies out by chance. Source: Blom (1958), Statistical
 * Estimates and Transformed Beta-Variables: (i - 3/8) / (n + 1/4); from memory.
 */
const greatestOf = (count: number) => (count > 1 ? studentT((count - 0.375) / (count + 0.25), 1e6) : 0)
/** Speeds within so many uncertainties of the greatest may be it. */
const NEAR = 2

/**
 * Speed in the middle of rows [from, to), and at both ends: slopes of a parabola through the angle. Times in steps,
 * `stepS`, keep a beat with the marks, so that a stretch is off by up to a step as a whole and not row by row.
 */
function slope({ timeS, angleRad }: AngleTrace, from: number, to: number, stepS: number) {
  const middle = 0.5 * (timeS[from] + timeS[to - 1])
  const half = 0.5 * (timeS[to - 1] - timeS[from])
  const rows: number[][] = []
  const y: number[] = []
  for (let i = from; i < to; i++) {
    const x = (timeS[i] - middle) / half
    rows.push([1, x, x * x])
    y.push(angleRad[i] - angleRad[from])
  }
  const fit = linearLeastSquares(
    rows,
    y,
    rows.map(() => 1),
    'residual',
  )
  const wide = studentT95(rows.length - 3) / COVERAGE_95
  const steps = ((fit.parameters[1] / half) * stepS) / (Math.sqrt(6) * 2 * half)
  // what is no parabola shows there by 0.4 of the share that the speed changes by: of an exponential, by its series
  const edge = (side: 1 | -1) => {
    const speed = fit.parameters[1] / half
    const bend = (2 * side * fit.parameters[2]) / half
    const sigma = (wide * Math.sqrt(varianceOf([0, 1, 2 * side], fit.covariance))) / half
    return { speed: speed + bend, sigma: Math.hypot(sigma, steps, (0.4 * bend * bend) / speed) }
  }
  return {
    timeS: middle,
    speed: fit.parameters[1] / half,
    sigma: Math.hypot(Math.sqrt(fit.covariance[1][1]) / half, steps),
    wide,
    edge,
    scatterRad: Math.sqrt(fit.reducedChiSquare),
  }
}

/**
 * Speed over time from the angle of a rotor: parabolas through stretches of at least eight readings. Mean over the
 * whole by its ends alone, so that no window biases it.
 * Range: at least ten readings over which it turns. Error: a change of speed within a stretch that is no parabola; see
 * the scatter. Uncertainty by JCGM 100, a clock of 10 ppm included, and the steps that times are written in (`stepS`;
 * see `stepOfTimes`).
 * @throws PhysicsError FEW_READINGS, NOT_TURNING.
 */
export function reduceSpeed(trace: AngleTrace, stepS = 0): SpeedReduction {
  const { timeS, angleRad } = trace
  const n = timeS.length
  if (n < LEAST_READINGS + 2)
    throw new PhysicsError({
      code: 'FEW_READINGS',
      message: `${n} readings say no speed over time.`,
      nextStep: 'Record at least ten marks or counts.',
    })
  const span = timeS[n - 1] - timeS[0]
  const angle = angleRad[n - 1] - angleRad[0]
  if (!(angle > 0))
    throw new PhysicsError({
      code: 'NOT_TURNING',
      message: 'Nothing turned in this recording.',
      nextStep: 'Look whether the right column is read, and whether the sensor saw its marks.',
    })
  const size = Math.max(LEAST_READINGS, Math.ceil(n / MOST_POINTS))
  const points = Array.from({ length: Math.floor(n / size) }, (_, k) => {
    const from = k * size
    // the last stretch takes what is left over
    return slope(trace, from, k === Math.floor(n / size) - 1 ? n : from + size, stepS)
  })
  const figure = ({ speed, sigma }: { speed: number; sigma: number }): Measured => ({
    value: speed,
    standardUncertainty: Math.hypot(sigma, CLOCK_SCALE * speed),
    unit: 'rad/s',
  })
  const scatter = points.reduce((sum, p) => sum + p.scatterRad, 0) / points.length
  const mean = figure({ speed: angle / span, sigma: (Math.SQRT2 * scatter) / span })
  const far = points.filter(
    (p) =>
      Math.abs(p.speed - mean.value) > STEADY_SHARE * mean.value + 3 * Math.hypot(p.sigma, mean.standardUncertainty),
  )
  return {
    curve: {
      timeS: points.map((p) => p.timeS),
      speedRadPerS: points.map((p) => p.speed),
      standardUncertaintyRadPerS: points.map((p) => p.sigma),
    },
    mean,
    greatest: figure(extreme(points, 1)),
    least: figure(extreme(points, -1)),
    turns: angle / (2 * Math.PI),
    steady: far.length === 0,
  }
}

/**
 * The greatest speed (side 1) or the least (-1) of all stretches, and of the first and the last where these begin and
 * end: of many that are alike the one furthest out is so by its own error, which is taken off.
 */
function extreme(points: readonly ReturnType<typeof slope>[], side: 1 | -1): { speed: number; sigma: number } {
  const inner = points.map(({ speed, sigma, wide }) => ({ speed, sigma: wide * sigma }))
  let at = 0
  inner.forEach((p, i) => {
    if (side * p.speed > side * inner[at].speed) at = i
  })
  const best = inner[at]
  const alike = inner.filter((p) => Math.abs(p.speed - best.speed) < NEAR * Math.hypot(p.sigma, best.sigma))
  const sigma = Math.sqrt(alike.reduce((sum, p) => sum + p.sigma ** 2, 0) / alike.length)
  const { above, u } = between(inner[at - 1], best, inner[at + 1])
  const found = {
    speed: best.speed + above - side * greatestOf(alike.length) * sigma,
    sigma: Math.hypot(sigma, u),
  }
  const edges = [points[0].edge(-1), points[points.length - 1].edge(1)]
  const edge = edges.reduce((a, b) => (side * b.speed > side * a.speed ? b : a))
  const out = Math.max(0, side * (edge.speed - found.speed))
  return out > NEAR * Math.hypot(edge.sigma, found.sigma)
    ? edge
    : { speed: found.speed, sigma: Math.hypot(found.sigma, out / 2) }
}

interface Told {
  readonly speed: number
  readonly sigma: number
}

/**
 * By how much a course goes beyond its furthest stretch: a parabola through it and its neighbours has its top between
 * them, and each is a mean over its own length. Nothing where they differ by chance, or the course begins or stops there.
 */
function between(before: Told | undefined, best: Told, after: Told | undefined): { above: number; u: number } {
  if (!before || !after) return { above: 0, u: 0 }
  const bend = 2 * best.speed - before.speed - after.speed
  if (Math.abs(bend) < 3 * Math.hypot(before.sigma, 2 * best.sigma, after.sigma)) return { above: 0, u: 0 }
  const above = (after.speed - before.speed) ** 2 / (8 * bend) + bend / 24
  return { above, u: Math.abs(above) }
}

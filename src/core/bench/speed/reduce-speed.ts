import { PhysicsError } from '../../errors'
import { linearLeastSquares, type Measured } from '../../statistics'
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

/** Speed in the middle of rows [from, to): the slope there of a parabola through the angle. */
function slope({ timeS, angleRad }: AngleTrace, from: number, to: number) {
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
  return {
    timeS: middle,
    speed: fit.parameters[1] / half,
    sigma: Math.sqrt(fit.covariance[1][1]) / half,
    scatterRad: Math.sqrt(fit.reducedChiSquare),
  }
}

/**
 * Speed over time from the angle of a rotor: parabolas through stretches of at least eight readings. Mean over the
 * whole by its ends alone, so that no window biases it.
 * Range: at least ten readings over which it turns. Error: a change of speed within a stretch that is no parabola; see
 * the scatter. Uncertainty by JCGM 100, a clock of 10 ppm included.
 * @throws PhysicsError FEW_READINGS, NOT_TURNING.
 */
export function reduceSpeed(trace: AngleTrace): SpeedReduction {
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
    return slope(trace, from, k === Math.floor(n / size) - 1 ? n : from + size)
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
    greatest: figure(points.reduce((a, b) => (b.speed > a.speed ? b : a))),
    least: figure(points.reduce((a, b) => (b.speed < a.speed ? b : a))),
    turns: angle / (2 * Math.PI),
    steady: far.length === 0,
  }
}

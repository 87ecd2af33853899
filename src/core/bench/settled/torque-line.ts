import {
  COVERAGE_95,
  linearLeastSquares,
  median,
  scatteredCovariance,
  studentT,
  studentT95,
  varianceOf,
  type Measured,
} from '../../statistics'

/** One settled reading: torque at a speed. */
export interface TorquePoint {
  readonly speedRadPerS: number
  readonly torqueNm: number
}

/** Torque over speed through settled readings, straight or bent once: T = a + b ω + c ω², c 0 where it is straight. */
export interface TorqueLine {
  readonly parameters: readonly [number, number, number]
  readonly covariance: readonly (readonly number[])[]
  readonly bent: boolean
  /** Scatter of one reading about it, N·m. */
  readonly scatterNm: number
  /** Readings that it goes by. */
  readonly kept: readonly boolean[]
}

/** What a line of torque says of a machine; uncertainty of the readings alone. */
export interface LineFigures {
  readonly stallTorque: Measured
  readonly freeSpeed: Measured
  readonly peakPower: Measured
  readonly peakSpeed: Measured
}

/** A reading is set aside where a sound one would stand as far off once in a thousand. */
const SOUND = 0.999
/** Makes a median deviation a standard one. Rousseeuw and Leroy (1987), chapter 5. */
const NORMAL = 1.4826
/** A bend counts where it is so many of its own uncertainty. */
const BENT = 3.5
export const LEAST_POINTS = 4

const torqueAt = ([a, b, c]: readonly number[], w: number) => a + b * w + c * w * w

/** The line with the least median square, over all pairs of readings: half of them may be wrong. Rousseeuw (1984). */
function leastMedianLine(points: readonly TorquePoint[]): readonly [number, number] {
  let best: readonly [number, number] = [0, 0]
  let least = Infinity
  // of many readings the pairs of a sample
  const step = Math.max(1, Math.floor(points.length / 60))
  for (let i = 0; i < points.length; i += step)
    for (let j = i + 1; j < points.length; j += step) {
      const run = points[j].speedRadPerS - points[i].speedRadPerS
      if (Math.abs(run) < 1e-9) continue
      const b = (points[j].torqueNm - points[i].torqueNm) / run
      const a = points[i].torqueNm - b * points[i].speedRadPerS
      const middle = median(points.map((p) => (p.torqueNm - a - b * p.speedRadPerS) ** 2))
      if (middle < least) [least, best] = [middle, [a, b]]
    }
  return best
}

const rowsOf = (points: readonly TorquePoint[], bent: boolean) =>
  points.map(({ speedRadPerS: w }) => (bent ? [1, w, w * w] : [1, w]))

function fit(points: readonly TorquePoint[], bent: boolean) {
  return linearLeastSquares(
    rowsOf(points, bent),
    points.map((p) => p.torqueNm),
    points.map(() => 1),
    'residual',
  )
}

/**
 * Torque over speed from settled readings of which some may be wrong: least median of squares over all pairs, then
 * least squares over what lies within its scatter. Bent once where that is beyond doubt.
 * `resolutionNm` is what the instrument alone makes of a reading. Null where there are fewer than four readings, or two
 * speeds.
 */
export function torqueLine(points: readonly TorquePoint[], resolutionNm: number): TorqueLine | null {
  if (points.length < LEAST_POINTS || new Set(points.map((p) => p.speedRadPerS)).size < 2) return null
  let [a, b, c] = [...leastMedianLine(points), 0]
  let kept = points.map(() => true)
  let bent = false
  let residual = 0
  const aside = studentT(SOUND, Math.max(1, points.length - 3))
  for (let round = 0; round < 8; round++) {
    const off = points.map((p) => p.torqueNm - torqueAt([a, b, c], p.speedRadPerS))
    // few readings show less scatter than they have. Rousseeuw and Leroy (1987), p. 202
    const small = 1 + 5 / Math.max(1, points.length - 2)
    const most = Math.max(NORMAL * small * median(off.map(Math.abs)), resolutionNm, 1e-12)
    const scatter = round === 0 ? most : Math.max(most, residual)
    const next = off.map((d) => Math.abs(d) <= aside * scatter)
    const chosen = points.filter((_, i) => next[i])
    if (chosen.length < LEAST_POINTS) break
    const curved = chosen.length >= 8 ? fit(chosen, true) : null
    bent = curved?.status === 'fitted' && Math.abs(curved.parameters[2]) > BENT * Math.sqrt(curved.covariance[2][2])
    const found = bent && curved ? curved : fit(chosen, false)
    if (found.status !== 'fitted') return null
    ;[a, b, c] = [found.parameters[0], found.parameters[1], found.parameters[2] ?? 0]
    residual = Math.sqrt(found.reducedChiSquare)
    const same = next.every((k, i) => k === kept[i]) && round > 0
    kept = next
    if (same) break
  }
  const chosen = points.filter((_, i) => kept[i])
  const last = fit(chosen, bent)
  if (last.status !== 'fitted') return null
  const wide = (studentT95(Math.max(1, last.degreesOfFreedom)) / COVERAGE_95) ** 2
  const robust = scatteredCovariance(
    rowsOf(chosen, bent),
    chosen.map((p) => p.torqueNm),
    last,
  )
  const covariance = [0, 1, 2].map((j) => [0, 1, 2].map((k) => wide * (robust[j]?.[k] ?? 0)))
  return {
    parameters: [last.parameters[0], last.parameters[1], last.parameters[2] ?? 0],
    covariance,
    bent,
    scatterNm: Math.sqrt(last.reducedChiSquare),
    kept,
  }
}

/** Through the same readings, of which other torques are known: those that a line keeps, straight or bent as it is. */
export function lineThrough(points: readonly TorquePoint[], like: TorqueLine): TorqueLine {
  const { status, parameters } = fit(
    points.filter((_, i) => like.kept[i]),
    like.bent,
  )
  return status === 'fitted' ? { ...like, parameters: [parameters[0], parameters[1], parameters[2] ?? 0] } : like
}

/** Speed at which the torque is gone, and where its power is greatest; null where it does not fall with speed. */
function landmarks(p: readonly number[]): { free: number; peak: number } | null {
  const [a, b, c] = p
  if (!(a > 0) || (c === 0 && b >= 0)) return null
  if (Math.abs(c) < 1e-15 * Math.abs(b)) return { free: -a / b, peak: -a / (2 * b) }
  const square = b * b - 4 * a * c
  if (square < 0) return null
  const roots = [(-b - Math.sqrt(square)) / (2 * c), (-b + Math.sqrt(square)) / (2 * c)].filter((w) => w > 0)
  // greatest of a ω + b ω² + c ω³
  const inner = b * b - 3 * a * c
  if (roots.length === 0 || inner < 0) return null
  const peaks = [(-b - Math.sqrt(inner)) / (3 * c), (-b + Math.sqrt(inner)) / (3 * c)].filter((w) => w > 0)
  return peaks.length > 0 ? { free: Math.min(...roots), peak: Math.min(...peaks) } : null
}

/** Band of the torque at a speed, one standard uncertainty, N·m. */
export const bandAt = ({ covariance }: Pick<TorqueLine, 'covariance'>, w: number): number =>
  Math.sqrt(varianceOf([1, w, w * w], covariance))
export const lineAt = ({ parameters }: Pick<TorqueLine, 'parameters'>, w: number): number => torqueAt(parameters, w)

/**
 * Figures of a line with the uncertainty that its readings give them, by gradients (JCGM 100, 5.2); null where torque
 * does not fall with speed.
 */
export function lineFigures({ parameters, covariance }: TorqueLine): LineFigures | null {
  const at = landmarks(parameters)
  if (!at) return null
  const figure = (of: (p: readonly number[]) => number, unit: string): Measured => {
    const value = of(parameters)
    const gradient = parameters.map((p, k) => {
      const step = 1e-4 * Math.max(Math.abs(p), 1e-3 * Math.sqrt(covariance[k][k]))
      if (step === 0) return 0
      const moved = (by: number) => parameters.map((q, j) => (j === k ? q + by : q))
      return (of(moved(step)) - of(moved(-step))) / (2 * step)
    })
    return { value, standardUncertainty: Math.sqrt(varianceOf(gradient, covariance)), unit }
  }
  const speed = (which: 'free' | 'peak') => (p: readonly number[]) => landmarks(p)?.[which] ?? at[which]
  return {
    stallTorque: figure((p) => p[0], 'N·m'),
    freeSpeed: figure(speed('free'), 'rad/s'),
    peakSpeed: figure(speed('peak'), 'rad/s'),
    peakPower: figure((p) => torqueAt(p, speed('peak')(p)) * speed('peak')(p), 'W'),
  }
}

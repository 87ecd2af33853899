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
import { lackOfFit, settingsOf } from './settings'

/** One settled reading: torque at a speed. */
export interface TorquePoint {
  readonly speedRadPerS: number
  readonly torqueNm: number
}

/** Torque over speed through settled readings, bent once at most: T = a + b ω + c ω². */
export interface TorqueLine {
  readonly parameters: readonly [number, number, number]
  readonly covariance: readonly (readonly number[])[]
  /** The readings tell its bend beyond doubt. */
  readonly bent: boolean
  /** Readings of one setting agree with each other better than with it: torque has a shape of its own. */
  readonly shaped: boolean
  /** What was known of its bend beforehand. */
  readonly known: Foreknown
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
/** Further off than this share of the torque at rest two readings of one setting are wrong, though they agree. */
const SHAPE = 0.2
/** A bend counts where it is so many of its own uncertainty. */
const BENT = 3.5
/** Readings are never surer than this share of the greatest torque. */
const EXACT = 1e-7
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

/**
 * Share of the fall of a shaft's torque that goes with the square of its speed, before anything is measured: what it is
 * likely to be, and one standard deviation. What drags at a rotor goes with the square, so that few fall by less at
 * speed than at rest: the predictions of all machines that turn lie between -0.1 and 0.9.
 */
export const USUAL_BEND = { share: 0.25, spread: 0.35 } as const

/** What a bend of 1 is, N·m·s², by a line that falls from `a` by `b`, or by the readings where it does not. */
function wholeBend([a, b]: readonly number[], points: readonly TorquePoint[]): number {
  const most = (of: (p: TorquePoint) => number) => Math.max(1e-12, ...points.map((p) => Math.abs(of(p))))
  return a > 0 && b < 0 ? b ** 2 / a : most((p) => p.torqueNm) / most((p) => p.speedRadPerS) ** 2
}

const rowsOf = (points: readonly TorquePoint[]) => points.map(({ speedRadPerS: w }) => [1, w, w * w])

/** The bend as one reading more: its row is (0, 0, weight), its value what the usual bend has there, N·m. */
interface Foreknown {
  readonly weight: number
  readonly valueNm: number
}

/** As sure as the usual bend is, beside readings of a scatter. */
const foreknown = (wholeNms2: number, scatterNm: number): Foreknown => ({
  weight: scatterNm / (USUAL_BEND.spread * wholeNms2),
  valueNm: (-USUAL_BEND.share / USUAL_BEND.spread) * scatterNm,
})

/**
 * Least squares with what is known of the bend beforehand as one reading more: Bayes' law with a normal prior (Gelman
 * and others, Bayesian Data Analysis, 14.8). Readings that tell the bend outweigh it; where they do not, the covariance
 * has the whole of what it may be.
 */
function fit(points: readonly TorquePoint[], { weight, valueNm }: Foreknown) {
  return linearLeastSquares(
    [...rowsOf(points), [0, 0, weight]],
    [...points.map((p) => p.torqueNm), valueNm],
    [...points.map(() => 1), 1],
    'residual',
  )
}

/**
 * Torque over speed from settled readings of which some may be wrong: least median of squares over all pairs, then
 * least squares over what lies within its scatter, with a bend as large as a machine's may be.
 * `resolutionNm` is what the instrument alone makes of a reading. Null where there are fewer than four readings, or two
 * speeds.
 */
export function torqueLine(points: readonly TorquePoint[], resolutionNm: number): TorqueLine | null {
  if (points.length < LEAST_POINTS || new Set(points.map((p) => p.speedRadPerS)).size < 2) return null
  let [a, b, c] = [...leastMedianLine(points), 0]
  let kept = points.map(() => true)
  const whole = wholeBend([a, b], points)
  const least = Math.max(resolutionNm, EXACT * Math.max(...points.map((p) => Math.abs(p.torqueNm))), 1e-12)
  let residual = 0
  let known = foreknown(whole, least)
  const aside = studentT(SOUND, Math.max(1, points.length - 3))
  const settings = settingsOf(points.map((p) => p.speedRadPerS))
  for (let round = 0; round < 8; round++) {
    const off = points.map((p) => p.torqueNm - torqueAt([a, b, c], p.speedRadPerS))
    // few readings show less scatter than they have. Rousseeuw and Leroy (1987), p. 202
    const small = 1 + 5 / Math.max(1, points.length - 2)
    const scatter = Math.max(NORMAL * small * median(off.map(Math.abs)), least, residual)
    // two of one setting that agree were not both read wrong: the torque has another shape there
    const confirmed = (i: number) =>
      Math.abs(off[i]) < SHAPE * Math.abs(a) &&
      off.some((d, j) => j !== i && settings[j] === settings[i] && Math.abs(d - off[i]) <= scatter)
    const next = off.map((d, i) => Math.abs(d) <= aside * scatter || confirmed(i))
    const chosen = points.filter((_, i) => next[i])
    if (chosen.length < LEAST_POINTS) break
    known = foreknown(whole, Math.max(residual, least))
    const found = fit(chosen, known)
    if (found.status !== 'fitted') return null
    ;[a, b, c] = found.parameters
    residual = Math.sqrt(found.reducedChiSquare)
    const same = next.every((k, i) => k === kept[i]) && round > 0
    kept = next
    if (same) break
  }
  const chosen = points.filter((_, i) => kept[i])
  const last = fit(chosen, known)
  if (last.status !== 'fitted') return null
  // readings less what they had to tell: of the bend only the share that was not known beforehand
  const share = (known.weight ** 2 * last.covariance[2][2]) / last.reducedChiSquare
  const taken = Math.min(chosen.length - 1, 3 - share)
  const shape = lackOfFit(
    settings.filter((_, i) => kept[i]),
    chosen.map((p) => p.torqueNm - torqueAt(last.parameters, p.speedRadPerS)),
    taken,
  )
  const wide = shape * (studentT95(chosen.length - taken) / COVERAGE_95) ** 2
  const robust = scatteredCovariance(
    rowsOf(chosen),
    chosen.map((p) => p.torqueNm),
    last,
  )
  // what the bend may be scatters as it is said to, not by how far it was found from none
  const prior = last.covariance.map((row) => (row[2] / Math.sqrt(last.reducedChiSquare)) * known.weight)
  const covariance = robust.map((row, j) => row.map((v, k) => wide * v + prior[j] * prior[k]))
  const [, , found] = last.parameters
  return {
    parameters: [last.parameters[0], last.parameters[1], found],
    covariance,
    bent: Math.abs(found) > BENT * Math.sqrt(covariance[2][2]),
    shaped: shape > 1,
    known,
    scatterNm: Math.sqrt(last.reducedChiSquare),
    kept,
  }
}

/** Through the same readings, of which other torques are known: those that a line keeps, as sure of its bend. */
export function lineThrough(points: readonly TorquePoint[], like: TorqueLine): TorqueLine {
  const { status, parameters } = fit(
    points.filter((_, i) => like.kept[i]),
    like.known,
  )
  return status === 'fitted' ? { ...like, parameters: [parameters[0], parameters[1], parameters[2]] } : like
}

/** Where a + b x + c x² is nothing, of what is above 0; it holds as c goes to none. */
function rootsOf([a, b, c]: readonly [number, number, number]): number[] {
  const square = b * b - 4 * a * c
  if (square < 0) return []
  const q = -0.5 * (b + (b < 0 ? -1 : 1) * Math.sqrt(square))
  return [a / q, q / c].filter((x) => x > 0 && Number.isFinite(x))
}

/** Speed at which the torque is gone, and where its power is greatest; null where it does not fall with speed. */
function landmarks([a, b, c]: readonly number[]): { free: number; peak: number } | null {
  if (!(a > 0)) return null
  const free = rootsOf([a, b, c])
  // greatest of a ω + b ω² + c ω³
  const peak = rootsOf([a, 2 * b, 3 * c])
  return free.length > 0 && peak.length > 0 ? { free: Math.min(...free), peak: Math.min(...peak) } : null
}

/** The least speed above rest at which a line has a torque; null where it has it nowhere. */
export function speedAt({ parameters: [a, b, c] }: Pick<TorqueLine, 'parameters'>, torqueNm: number): number | null {
  const all = rootsOf([a - torqueNm, b, c])
  return all.length > 0 ? Math.min(...all) : null
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

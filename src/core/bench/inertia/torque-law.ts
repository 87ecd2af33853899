import { PhysicsError } from '../../errors'
import { maximise, rootBetween } from '../../numerics'
import { COVERAGE_95, linearLeastSquares, varianceOf, type LinearFit, type Measured } from '../../statistics'
import { COURSES } from './courses'
import { type LocalMotion } from './local-fit'
import { FACTORS } from './trajectory-march'

export interface TorqueCurve {
  readonly speedRadPerS: readonly number[]
  readonly bladeTorqueNm: readonly number[]
  readonly shaftTorqueNm: readonly number[]
  readonly bladePowerW: readonly number[]
  readonly shaftPowerW: readonly number[]
  /** Half-width of the 95 % band. */
  readonly torqueBandNm: readonly number[]
  readonly powerBandW: readonly number[]
}

export interface PeakPower {
  readonly power: Measured
  readonly speedRadPerS: number
  /** Of that speed: where a curve is flat its top is hardly known. */
  readonly speedUncertaintyRadPerS: number
}

export const tooLittle = (message: string) =>
  new PhysicsError({
    code: 'TOO_LITTLE_DATA',
    message,
    nextStep:
      'Check that the right columns are mapped and that the recording holds a spin-up from rest; set its start and end by hand if the finder missed it.',
  })

/**
 * Torque law found: blade torque T0 - k w - q w^2, drag a + b w + c w^2, and so much of each of COURSES over the
 * reference speed; a first estimate has none of these, and no q. Covariance in the order T0, k, a, b, c, q, courses.
 */
export interface TorqueLaw {
  readonly parameters: readonly number[]
  readonly referenceRadPerS: number
  readonly covariance: readonly (readonly number[])[]
}

interface Rows {
  topRadPerS: number
  rows: number[][]
  y: number[]
  weights: number[]
}

export function lawRows(spin: readonly LocalMotion[], coast: readonly LocalMotion[], inertia: number): Rows {
  const topRadPerS = Math.max(...spin.map((m) => m.speedRadPerS))
  const result: Rows = { topRadPerS, rows: [], y: [], weights: [] }
  const add = (m: LocalMotion, row: number[], y: number) => {
    result.rows.push(row)
    result.y.push(y)
    result.weights.push(1 / (inertia * Math.max(m.accelerationUncertainty, 1e-9)) ** 2)
  }
  for (const m of spin) add(m, ownTerms(m.speedRadPerS), inertia * m.accelerationRadPerS2)
  for (const m of coast) add(m, [0, 0, 1, m.speedRadPerS, m.speedRadPerS ** 2], -inertia * m.accelerationRadPerS2)
  return result
}

/**
 * Fits the columns asked for, the others held at 0; drag terms that come out negative are dropped one by one (drag
 * cannot drive).
 * The covariance stays that of the full fit: dropping a term because of its sign does not make the others better known.
 */
export function fitLaw(data: Rows, withDrag: boolean): { law: TorqueLaw; fit: LinearFit } {
  let columns = withDrag ? [0, 1, 2, 3, 4] : [0, 1]
  let full: TorqueLaw | null = null
  for (;;) {
    const fit = linearLeastSquares(
      data.rows.map((row) => columns.map((c) => row[c])),
      data.y,
      data.weights,
      'birge',
    )
    if (fit.status !== 'fitted') throw tooLittle('The torque line could not be fitted.')
    const negative = columns
      .map((c, i) => ({ c, value: fit.parameters[i] * (c === 4 ? 1e6 : c === 3 ? 1e3 : 1) }))
      .filter(({ c, value }) => c >= 2 && value < 0)
    const law = spread(fit, columns, data.topRadPerS)
    full ??= law
    if (negative.length === 0) return { fit, law: { ...law, covariance: full.covariance } }
    const worst = negative.sort((p, q) => p.value - q.value)[0].c
    columns = columns.filter((c) => c !== worst)
  }
}

/** Speed of which courses are shares: where the first line has no torque left, as far as that is near what was read. */
const referenceOf = (topRadPerS: number, t0: number, k: number): number =>
  k > 0 ? Math.min(2 * topRadPerS, Math.max(topRadPerS, t0 / k)) : 2 * topRadPerS

function spread(fit: LinearFit, columns: readonly number[], topRadPerS: number): TorqueLaw {
  const at = (c: number) => columns.indexOf(c)
  const parameters = [0, 1, 2, 3, 4, 5].map((c) => (at(c) < 0 ? 0 : fit.parameters[at(c)]))
  const covariance = [0, 1, 2, 3, 4, 5].map((c) =>
    [0, 1, 2, 3, 4, 5].map((d) => (at(c) < 0 || at(d) < 0 ? 0 : fit.covariance[at(c)][at(d)])),
  )
  return { parameters, referenceRadPerS: referenceOf(topRadPerS, parameters[0], parameters[1]), covariance }
}

/** How torque at the shaft goes with T0, k, a, b, c. */
const ownTerms = (w: number) => [1, -w, -1, -w, -w * w]

/** What the courses of the driving torque, or of the drag, come to. */
const coursesOf = ({ parameters, referenceRadPerS }: TorqueLaw, w: number, drives: boolean): number =>
  parameters
    .slice(FACTORS)
    .reduce(
      (sum, amount, i) => sum + (COURSES[i].drives === drives ? amount * COURSES[i].at(w / referenceRadPerS) : 0),
      0,
    )

export const bladeTorqueOf = (law: TorqueLaw, w: number): number => {
  const [t0, k, , , , q] = law.parameters
  return t0 - k * w - q * w * w + coursesOf(law, w, true)
}
export const dragOf = (law: TorqueLaw, w: number): number => {
  const [, , a, b, c] = law.parameters
  return a + b * w + c * w * w + coursesOf(law, w, false)
}
export const shaftTorqueOf = (law: TorqueLaw, w: number): number => bladeTorqueOf(law, w) - dragOf(law, w)

const withCourses = ({ parameters, referenceRadPerS }: TorqueLaw, w: number, of: (drives: boolean) => number) =>
  parameters.slice(FACTORS).map((_, i) => of(COURSES[i].drives) * COURSES[i].at(w / referenceRadPerS))

/** How torque on the blades, and at the shaft, goes with each of the parameters. */
export const bladeGradient = (law: TorqueLaw, w: number): number[] => [
  ...[1, -w, 0, 0, 0, -w * w],
  ...withCourses(law, w, (drives) => (drives ? 1 : 0)),
]
export const shaftGradient = (law: TorqueLaw, w: number): number[] => [
  ...ownTerms(w),
  -w * w,
  ...withCourses(law, w, (drives) => (drives ? 1 : -1)),
]

/**
 * How far torque on the blades lies over the straight line from rest to the highest speed, half-way, as a share of the
 * torque at rest; and how well that is known.
 */
export interface Bend {
  readonly share: number
  readonly standardUncertainty: number
}

export function bendOf(law: TorqueLaw, topRadPerS: number): Bend {
  const over = (of: (w: number) => number) => of(topRadPerS / 2) - (of(0) + of(topRadPerS)) / 2
  const gradient = law.parameters.map((_, i) => over((w) => bladeGradient(law, w)[i]))
  const bend = over((w) => bladeTorqueOf(law, w))
  const atRest = law.parameters[0]
  return { share: bend / atRest, standardUncertainty: Math.sqrt(varianceOf(gradient, law.covariance)) / atRest }
}

/** Statistical and inertia uncertainty together; inertia scales every torque alike. */
const torqueUncertainty = (law: TorqueLaw, gradient: readonly number[], torque: number, inertia: Measured): number =>
  Math.sqrt(varianceOf(gradient, law.covariance) + (torque * (inertia.standardUncertainty / inertia.value)) ** 2)

/** Speeds at which a parabola is laid on the drag. */
const PARABOLA = 24

/**
 * The parabola a + b w + c w^2 nearest to the drag of a law from rest to a speed, and its covariance: for what takes
 * drag by these three. Where the law has courses it is not the drag itself, which is `dragOf`.
 */
export function dragParabola(
  law: TorqueLaw,
  topRadPerS: number,
): { readonly parameters: readonly number[]; readonly covariance: readonly (readonly number[])[] } {
  const speeds = Array.from({ length: PARABOLA + 1 }, (_, i) => (i / PARABOLA) * topRadPerS)
  const drags = speeds.map((w) => shaftGradient(law, w).map((v, j) => bladeGradient(law, w)[j] - v))
  const scale = [1, topRadPerS, topRadPerS ** 2]
  const rows = speeds.map((w) => scale.map((s, power) => w ** power / s))
  const even = speeds.map(() => 1)
  const by = law.parameters.map((_, j) =>
    linearLeastSquares(
      rows,
      drags.map((row) => row[j]),
      even,
      'residual',
    ).parameters.map((v, power) => v / scale[power]),
  )
  const of = (power: number) => by.map((column) => column[power])
  return {
    parameters: [0, 1, 2].map((i) => of(i).reduce((sum, v, j) => sum + v * law.parameters[j], 0)),
    covariance: [0, 1, 2].map((i) =>
      [0, 1, 2].map((k) =>
        of(i).reduce((sum, v, j) => sum + v * of(k).reduce((s, u, l) => s + u * law.covariance[j][l], 0), 0),
      ),
    ),
  }
}

/** Steps in which the speed is looked for at which torque vanishes. */
const STEPS = 400

/** The least speed at which a torque vanishes that starts above nothing; NaN where it never does in thrice the reference. */
function vanishes({ referenceRadPerS }: TorqueLaw, torque: (w: number) => number): number {
  if (!(torque(0) > 0)) return NaN
  const step = (3 * referenceRadPerS) / STEPS
  for (let i = 1; i <= STEPS; i++) if (!(torque(i * step) > 0)) return rootBetween(torque, (i - 1) * step, i * step)
  return NaN
}

/** Where the rotor runs with nothing but its drag; NaN where the law has no such speed. */
export const freeSpeedOf = (law: TorqueLaw): number => vanishes(law, (w) => shaftTorqueOf(law, w))
/** Where the torque on the blades vanishes; NaN where the law has no such speed. */
export const dragFreeSpeedOf = (law: TorqueLaw): number => vanishes(law, (w) => bladeTorqueOf(law, w))

/** By how much a torque falls with speed, N m s. */
export const fallAt = (torque: (w: number) => number, w: number): number =>
  (torque(0.999 * w) - torque(1.001 * w)) / (0.002 * w)

/** How well the speed `free` is known at which the shaft has no torque left, rad/s. */
export const freeScatterOf = (law: TorqueLaw, free: number): number =>
  Math.sqrt(varianceOf(shaftGradient(law, free), law.covariance)) / fallAt((w) => shaftTorqueOf(law, w), free)

/** The same of the blades. */
export const dragFreeScatterOf = (law: TorqueLaw, free: number): number =>
  Math.sqrt(varianceOf(bladeGradient(law, free), law.covariance)) / fallAt((w) => bladeTorqueOf(law, w), free)

/** By this share of a speed a slope is looked at. */
const ASIDE = 0.02

/** How well the speed is known at which power is greatest: its slope there, over how fast the slope changes. */
function topUncertainty(
  law: TorqueLaw,
  torque: (w: number) => number,
  gradient: (law: TorqueLaw, w: number) => readonly number[],
  w: number,
): number {
  const [low, high, step] = [(1 - ASIDE) * w, (1 + ASIDE) * w, ASIDE * w]
  const below = gradient(law, low)
  const slope = gradient(law, high).map((v, i) => (high * v - low * below[i]) / (2 * step))
  const bends = (high * torque(high) + low * torque(low) - 2 * w * torque(w)) / (step * step)
  return Math.sqrt(varianceOf(slope, law.covariance)) / Math.abs(bends)
}

export function peakOf(
  law: TorqueLaw,
  torque: (w: number) => number,
  gradient: (law: TorqueLaw, w: number) => readonly number[],
  most: number,
  inertia: Measured,
): PeakPower {
  const w = maximise((x) => x * torque(x), 0, most)
  const value = w * torque(w)
  return {
    power: { value, standardUncertainty: w * torqueUncertainty(law, gradient(law, w), torque(w), inertia), unit: 'W' },
    speedRadPerS: w,
    speedUncertaintyRadPerS: topUncertainty(law, torque, gradient, w),
  }
}

export function curveOf(law: TorqueLaw, most: number, inertia: Measured): TorqueCurve {
  const speeds = Array.from({ length: 61 }, (_, i) => (i / 60) * most)
  const blade = speeds.map((w) => bladeTorqueOf(law, w))
  const shaft = speeds.map((w) => shaftTorqueOf(law, w))
  const band = speeds.map((w, i) => COVERAGE_95 * torqueUncertainty(law, shaftGradient(law, w), shaft[i], inertia))
  return {
    speedRadPerS: speeds,
    bladeTorqueNm: blade,
    shaftTorqueNm: shaft,
    bladePowerW: speeds.map((w, i) => w * blade[i]),
    shaftPowerW: speeds.map((w, i) => w * shaft[i]),
    torqueBandNm: band,
    powerBandW: speeds.map((w, i) => w * band[i]),
  }
}

import { PhysicsError } from '../../errors'
import { maximise } from '../../numerics'
import { COVERAGE_95, linearLeastSquares, varianceOf, type LinearFit, type Measured } from '../../statistics'
import { type LocalMotion } from './local-fit'

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
}

export const tooLittle = (message: string) =>
  new PhysicsError({
    code: 'TOO_LITTLE_DATA',
    message,
    nextStep:
      'Check that the right columns are mapped and that the recording holds a spin-up from rest; set its start and end by hand if the finder missed it.',
  })

/**
 * Torque law found: blade torque T0 - k w - q w^2, q 0 where it is straight; drag a + b w + c w^2. Covariance in the
 * order T0, k, a, b, c, q.
 */
export interface TorqueLaw {
  readonly parameters: readonly [number, number, number, number, number, number]
  readonly covariance: readonly (readonly number[])[]
}

interface Rows {
  rows: number[][]
  y: number[]
  weights: number[]
}

export function lawRows(spin: readonly LocalMotion[], coast: readonly LocalMotion[], inertia: number): Rows {
  const result: Rows = { rows: [], y: [], weights: [] }
  const add = (m: LocalMotion, row: number[], y: number) => {
    result.rows.push(row)
    result.y.push(y)
    result.weights.push(1 / (inertia * Math.max(m.accelerationUncertainty, 1e-9)) ** 2)
  }
  for (const m of spin) add(m, shaftGradient(m.speedRadPerS), inertia * m.accelerationRadPerS2)
  for (const m of coast) add(m, [0, 0, 1, m.speedRadPerS, m.speedRadPerS ** 2, 0], -inertia * m.accelerationRadPerS2)
  return result
}

/**
 * Fits the columns asked for, the others held at 0; drag terms that come out negative are dropped one by one (drag
 * cannot drive).
 * The covariance stays that of the full fit: dropping a term because of its sign does not make the others better known.
 */
export function fitLaw(data: Rows, withDrag: boolean, bent = false): { law: TorqueLaw; fit: LinearFit } {
  let columns = [...(withDrag ? [0, 1, 2, 3, 4] : [0, 1]), ...(bent ? [5] : [])]
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
      .filter(({ c, value }) => c >= 2 && c <= 4 && value < 0)
    const law = spread(fit, columns)
    full ??= law
    if (negative.length === 0) return { fit, law: { parameters: law.parameters, covariance: full.covariance } }
    const worst = negative.sort((p, q) => p.value - q.value)[0].c
    columns = columns.filter((c) => c !== worst)
  }
}

function spread(fit: LinearFit, columns: readonly number[]): TorqueLaw {
  const at = (c: number) => columns.indexOf(c)
  const parameters = [0, 1, 2, 3, 4, 5].map((c) =>
    at(c) < 0 ? 0 : fit.parameters[at(c)],
  ) as unknown as TorqueLaw['parameters']
  const covariance = [0, 1, 2, 3, 4, 5].map((c) =>
    [0, 1, 2, 3, 4, 5].map((d) => (at(c) < 0 || at(d) < 0 ? 0 : fit.covariance[at(c)][at(d)])),
  )
  return { parameters, covariance }
}

export const bladeTorqueOf = ({ parameters: [t0, k, , , , q] }: TorqueLaw, w: number): number => t0 - k * w - q * w * w
export const dragOf = ({ parameters: [, , a, b, c] }: TorqueLaw, w: number): number => a + b * w + c * w * w
export const shaftTorqueOf = (law: TorqueLaw, w: number): number => bladeTorqueOf(law, w) - dragOf(law, w)

export const bladeGradient = (w: number) => [1, -w, 0, 0, 0, -w * w]
export const shaftGradient = (w: number) => [1, -w, -1, -w, -w * w, -w * w]

/** Statistical and inertia uncertainty together; inertia scales every torque alike. */
const torqueUncertainty = (law: TorqueLaw, gradient: number[], torque: number, inertia: Measured): number =>
  Math.sqrt(varianceOf(gradient, law.covariance) + (torque * (inertia.standardUncertainty / inertia.value)) ** 2)

/** The least speed at which `rest` - slope w - bend w^2 vanishes; none where it never does. */
function vanishes(rest: number, slope: number, bend: number): number {
  const square = slope * slope + 4 * bend * rest
  // this form of the root holds for a line as well, and for one that bends either way
  return square >= 0 ? (2 * rest) / (slope + Math.sqrt(square)) : NaN
}

/** Where the rotor runs with nothing but its drag; NaN where the law has no such speed. */
export function freeSpeedOf({ parameters: [t0, k, a, b, c, q] }: TorqueLaw): number {
  return vanishes(t0 - a, k + b, c + q)
}

/** How well the speed `free` is known at which the shaft has no torque left, rad/s. */
export function freeScatterOf({ parameters: [, k, , b, c, q], covariance }: TorqueLaw, free: number): number {
  return Math.sqrt(varianceOf(shaftGradient(free), covariance)) / (k + b + 2 * (q + c) * free)
}

/** The same of the blades. */
export function dragFreeScatterOf({ parameters: [, k, , , , q], covariance }: TorqueLaw, free: number): number {
  return Math.sqrt(varianceOf(bladeGradient(free), covariance)) / (k + 2 * q * free)
}

/** Where the torque on the blades vanishes; NaN where the law has no such speed. */
export const dragFreeSpeedOf = ({ parameters: [t0, k, , , , q] }: TorqueLaw): number => vanishes(t0, k, q)

export function peakOf(
  law: TorqueLaw,
  torque: (w: number) => number,
  gradient: (w: number) => number[],
  most: number,
  inertia: Measured,
): PeakPower {
  const w = maximise((x) => x * torque(x), 0, most)
  const value = w * torque(w)
  return {
    power: { value, standardUncertainty: w * torqueUncertainty(law, gradient(w), torque(w), inertia), unit: 'W' },
    speedRadPerS: w,
  }
}

export function curveOf(law: TorqueLaw, most: number, inertia: Measured): TorqueCurve {
  const speeds = Array.from({ length: 61 }, (_, i) => (i / 60) * most)
  const blade = speeds.map((w) => bladeTorqueOf(law, w))
  const shaft = speeds.map((w) => shaftTorqueOf(law, w))
  const band = speeds.map((w, i) => COVERAGE_95 * torqueUncertainty(law, shaftGradient(w), shaft[i], inertia))
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

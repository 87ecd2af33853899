import { mean } from './mean'
import jStat from 'jstat'

/** Difference of two means with its 95 % interval. */
export interface MeanDifference {
  readonly difference: number
  readonly standardUncertainty: number
  readonly degreesOfFreedom: number
  /** Half-width of the 95 % interval; Infinity when one side is a single value, whose spread nobody knows. */
  readonly halfWidth95: number
  readonly t: number
}

const variance = (values: readonly number[]) =>
  values.reduce((s, v) => s + (v - mean(values)) ** 2, 0) / (values.length - 1)

/** With more degrees of freedom the library's own root fails: it gives 0.47 for 1.96 at 1e15, and 0 beyond. */
const MANY = 1e4

/**
 * Student's t below which a share of all lies. Degrees of freedom above 0, Infinity too; many by their expansion round
 * the normal distribution.
 * Source: Abramowitz and Stegun 26.7.5; error under 1e-7 of a t.
 */
export function studentT(share: number, degreesOfFreedom: number): number {
  if (degreesOfFreedom <= MANY) return jStat.studentt.inv(share, degreesOfFreedom)
  const z = jStat.normal.inv(share, 0, 1)
  return z + (z ** 3 + z) / (4 * degreesOfFreedom) + (5 * z ** 5 + 16 * z ** 3 + 3 * z) / (96 * degreesOfFreedom ** 2)
}

/** Half-width of 95 % in standard deviations. */
export const studentT95 = (degreesOfFreedom: number): number => studentT(0.975, degreesOfFreedom)

/** Fisher's F below which 95 % lie, for the degrees of freedom above and below the line. */
export const fisher95 = (above: number, below: number): number => jStat.centralF.inv(0.95, above, below)

/**
 * Welch's test of b against a: unequal spreads, degrees of freedom by Welch & Satterthwaite.
 * Source: Welch (1947), Biometrika 34. With one value on a side the interval is infinite.
 */
export function welchDifference(a: readonly number[], b: readonly number[]): MeanDifference {
  const difference = mean(b) - mean(a)
  if (a.length < 2 || b.length < 2)
    return { difference, standardUncertainty: NaN, degreesOfFreedom: 0, halfWidth95: Infinity, t: NaN }
  const [va, vb] = [variance(a) / a.length, variance(b) / b.length]
  const standardUncertainty = Math.sqrt(va + vb)
  // without any scatter all values count alike
  const degreesOfFreedom =
    va + vb === 0 ? a.length + b.length - 2 : (va + vb) ** 2 / (va ** 2 / (a.length - 1) + vb ** 2 / (b.length - 1))
  return {
    difference,
    standardUncertainty,
    degreesOfFreedom,
    halfWidth95: studentT95(degreesOfFreedom) * standardUncertainty,
    t: difference / standardUncertainty,
  }
}

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

/** Two-sided 95 % point of Student's t. */
/** Student's t below which a share of all lies. */
export const studentT = (share: number, degreesOfFreedom: number): number => jStat.studentt.inv(share, degreesOfFreedom)

/** Half-width of 95 % in standard deviations. */
export const studentT95 = (degreesOfFreedom: number): number => jStat.studentt.inv(0.975, degreesOfFreedom)

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
  const degreesOfFreedom = (va + vb) ** 2 / (va ** 2 / (a.length - 1) + vb ** 2 / (b.length - 1))
  return {
    difference,
    standardUncertainty,
    degreesOfFreedom,
    halfWidth95: studentT95(degreesOfFreedom) * standardUncertainty,
    t: difference / standardUncertainty,
  }
}

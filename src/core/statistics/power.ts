import jStat from 'jstat'
import { studentT } from './welch'

/**
 * Share of all repeats of a comparison in which a difference that is there is also seen: two groups of n, two-sided
 * t-test. `difference` in standard deviations of one value. Source: Cohen (1988), Statistical Power Analysis, chapter
 * 2; noncentral t.
 */
export function powerOfTwoMeans(n: number, difference: number, level = 0.05): number {
  if (n < 2) return 0
  const freedom = 2 * n - 2
  const critical = studentT(1 - level / 2, freedom)
  const shift = difference * Math.sqrt(n / 2)
  const below = (t: number) => jStat.noncentralt.cdf(t, freedom, shift)
  return 1 - below(critical) + below(-critical)
}

/** No plan asks for more runs of one version than this. */
export const MOST_REPEATS = 50

/**
 * Runs of each of two versions that let a difference be seen with the wanted power; Infinity where more than 50 would
 * be needed.
 * `difference` in standard deviations from run to run. Range: above 0.
 */
export function repeatsFor(difference: number, power = 0.8, level = 0.05): number {
  for (let n = 2; n <= MOST_REPEATS; n++) if (powerOfTwoMeans(n, difference, level) >= power) return n
  return Infinity
}

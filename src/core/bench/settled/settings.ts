import { fisher95 } from '../../statistics'

/** Readings whose speeds, in their order, follow each other more closely than this share of the fastest are of one setting. */
const ONE_SETTING = 0.025

/** The setting of the load that each reading belongs to, numbered from the slowest, by how near their speeds lie. */
export function settingsOf(speedsRadPerS: readonly number[]): number[] {
  const order = speedsRadPerS.map((_, i) => i).sort((i, j) => speedsRadPerS[i] - speedsRadPerS[j])
  const apart = ONE_SETTING * Math.max(...speedsRadPerS)
  const found = new Array<number>(speedsRadPerS.length).fill(0)
  for (let k = 1; k < order.length; k++) {
    const gap = speedsRadPerS[order[k]] - speedsRadPerS[order[k - 1]]
    found[order[k]] = found[order[k - 1]] + (gap > apart ? 1 : 0)
  }
  return found
}

/**
 * By what factor the variance of a fitted law is to be taken larger because its shape is not that of the readings: lack
 * of fit over what is left, where readings of one setting agree with each other better than with the law (Draper and
 * Smith, Applied Regression Analysis, 2.1; F at 95 %); 1 where they do not, or where each setting was read once.
 * `off` is each reading's distance from the law, `taken` the degrees of freedom that the law took.
 */
export function lackOfFit(settings: readonly number[], off: readonly number[], taken: number): number {
  const sums = new Map<number, { n: number; sum: number }>()
  settings.forEach((k, i) => {
    const { n, sum } = sums.get(k) ?? { n: 0, sum: 0 }
    sums.set(k, { n: n + 1, sum: sum + off[i] })
  })
  const lackFreedom = sums.size - taken
  const pureFreedom = off.length - sums.size
  if (lackFreedom < 1 || pureFreedom < 1) return 1
  let lack = 0
  for (const { n, sum } of sums.values()) lack += sum ** 2 / n
  const all = off.reduce((s, d) => s + d * d, 0)
  const pure = Math.max(0, all - lack)
  const [perLack, perPure] = [lack / lackFreedom, pure / pureFreedom]
  if (perLack <= fisher95(lackFreedom, pureFreedom) * perPure) return 1
  return Math.max(1, perLack / (all / (off.length - taken)))
}

import { COVERAGE_95 } from '../statistics'

/** How one figure of many simulated runs stands to its truth. */
export interface TallyRow<C extends string, F extends string> {
  readonly condition: C
  readonly figure: F
  readonly repeats: number
  readonly refused: number
  /** Share of the 95 % intervals that hold the truth. */
  readonly held: number
  /** Mean error over its standard uncertainty. */
  readonly bias: number
  /** Mean standard uncertainty over the truth. */
  readonly relative: number
}

/** What one simulated run gave, and its truth; nothing found where it was refused. */
export interface TalliedRun<F extends string> {
  readonly found: Readonly<Record<F, { readonly value: number; readonly standardUncertainty: number }>> | null
  readonly truth: Readonly<Record<F, number>>
}

/** Many runs under one condition: how often the 95 % intervals hold the truth, and how far the mean lies off. */
export function tally<C extends string, F extends string>(
  condition: C,
  figures: readonly F[],
  repeats: number,
  run: (index: number) => TalliedRun<F>,
): TallyRow<C, F>[] {
  const sums = figures.map(() => ({ held: 0, error: 0, relative: 0 }))
  let refused = 0
  for (let i = 0; i < repeats; i++) {
    const { found, truth } = run(i)
    if (!found) {
      refused++
      continue
    }
    figures.forEach((figure, j) => {
      const { value, standardUncertainty: u } = found[figure]
      sums[j].held += Math.abs(value - truth[figure]) <= COVERAGE_95 * u ? 1 : 0
      sums[j].error += (value - truth[figure]) / u
      sums[j].relative += u / truth[figure]
    })
  }
  const n = Math.max(1, repeats - refused)
  return figures.map((figure, j) => ({
    condition,
    figure,
    repeats,
    refused,
    held: sums[j].held / n,
    bias: sums[j].error / n,
    relative: sums[j].relative / n,
  }))
}

/** A measured or predicted figure in SI with its standard uncertainty (one sigma). */
export interface Measured {
  readonly value: number
  readonly standardUncertainty: number
  readonly unit: string
}

/** Coverage factor of a 95 % interval for a normal error. JCGM 100, table G.1. */
export const COVERAGE_95 = 1.96

/**
 * Uncertainty of a function of independent inputs by symmetric differences of one standard uncertainty each.
 * Source: JCGM 100 (GUM), 5.1.3 note 2. `at(i, s)` evaluates with input i moved by s sigmas.
 */
export function propagate(inputs: number, at: (input: number, sigmas: number) => number): number {
  let sum = 0
  for (let i = 0; i < inputs; i++) {
    const half = (at(i, 1) - at(i, -1)) / 2
    sum += half * half
  }
  return Math.sqrt(sum)
}

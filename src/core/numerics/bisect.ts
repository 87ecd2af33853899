import { PhysicsError } from '../errors'

/**
 * Root of a continuous function whose signs differ at the ends, by bisection (guaranteed, ~60 halvings).
 * Error: relative 1e-13 of the interval.
 * @throws PhysicsError NO_ROOT when both ends have one sign, or either is NaN.
 */
export function bisect(f: (x: number) => number, from: number, to: number): number {
  let low = from
  let high = to
  const atLow = f(low)
  if (atLow === 0) return low
  const atHigh = f(high)
  if (atHigh === 0) return high
  if (!(atLow * atHigh < 0))
    throw new PhysicsError({
      code: 'NO_ROOT',
      message: `No change of sign between ${from} and ${to} (${atLow}, ${atHigh}).`,
      nextStep: 'Check the inputs of this station: no state balances them.',
    })
  for (let i = 0; i < 200 && high - low > 1e-13 * (Math.abs(low) + Math.abs(high)); i++) {
    const middle = 0.5 * (low + high)
    const value = f(middle)
    if (value === 0) return middle
    if (value * atLow > 0) low = middle
    else high = middle
  }
  return 0.5 * (low + high)
}

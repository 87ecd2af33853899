import { PhysicsError } from '../errors'

/**
 * Root of a continuous function between two ends of opposite sign, quicker than halving (about ten evaluations for a
 * smooth one).
 * Method: Chandrupatla (1997), inverse quadratic interpolation where it is safe, halving where it is not; never leaves
 * the bracket.
 * Error: `tolerance` relative to the larger end, 1e-12 unless said. `known` are the values at both ends where the
 * caller has them.
 * @throws PhysicsError NO_ROOT when both ends have one sign, or either is NaN.
 */
export function rootBetween(
  f: (x: number) => number,
  from: number,
  to: number,
  tolerance = 1e-12,
  known?: readonly [number, number],
): number {
  let [b, a] = [from, to]
  let [fb, fa] = known ?? [f(b), f(a)]
  if (fb === 0) return b
  if (fa === 0) return a
  if (!(fa * fb < 0))
    throw new PhysicsError({
      code: 'NO_ROOT',
      message: `No change of sign between ${from} and ${to} (${fb}, ${fa}).`,
      nextStep: 'Check the inputs of this station: no state balances them.',
    })
  let [c, fc] = [a, fa]
  let t = 0.5
  const least = tolerance * Math.max(Math.abs(from), Math.abs(to))
  for (let i = 0; i < 200; i++) {
    const x = a + t * (b - a)
    const fx = f(x)
    if (Math.sign(fx) === Math.sign(fa)) [c, fc] = [a, fa]
    else [c, b, fc, fb] = [b, a, fb, fa]
    ;[a, fa] = [x, fx]
    const [best, fBest] = Math.abs(fa) < Math.abs(fb) ? [a, fa] : [b, fb]
    const width = Math.abs(b - a)
    if (fBest === 0 || width <= 2 * least) return best
    const xi = (a - b) / (c - b)
    const phi = (fa - fb) / (fc - fb)
    const safe = phi * phi < xi && (1 - phi) ** 2 < 1 - xi
    t = safe ? (fa / (fb - fa)) * (fc / (fb - fc)) + ((c - a) / (b - a)) * (fa / (fc - fa)) * (fb / (fc - fb)) : 0.5
    const edge = least / width
    t = Math.min(1 - edge, Math.max(edge, t))
  }
  return Math.abs(fa) < Math.abs(fb) ? a : b
}

/** Rounds after which a balance is taken as it stands. */
const MOST = 16

/**
 * The share of its bare nozzle's flow that a machine lets through, where what it wants and what it is given agree,
 * relative to `tolerance`.
 * `at` gives what it wants with the air of a share, and that air. The more it is given the lower the pressure and the
 * less it wants, so there is one such share:
 * plain repetition finds it in two to six rounds, and where that would swing (a fast wheel whose rim holds the air
 * back) the two sides close in on it.
 */
export function balancedShare<T>(
  at: (share: number) => { readonly wanted: number; readonly air: T },
  start: number,
  tolerance: number,
): { readonly share: number; readonly air: T } {
  let share = start
  let found = at(share)
  let [low, lowMiss, high, highMiss, side] = [0, 0, Infinity, 0, 0]
  for (let i = 1; i < MOST && Math.abs(found.wanted - share) >= tolerance * share; i++) {
    const miss = found.wanted - share
    // an end that stands for a second round counts half, so that the straight line moves on
    if (miss > 0) [low, lowMiss, highMiss, side] = [share, miss, side > 0 ? highMiss / 2 : highMiss, 1]
    else [high, highMiss, lowMiss, side] = [share, miss, side < 0 ? lowMiss / 2 : lowMiss, -1]
    const straight = low > 0 && high < Infinity ? low + ((high - low) * lowMiss) / (lowMiss - highMiss) : found.wanted
    share = straight > low && straight < high ? straight : high < Infinity ? (low + high) / 2 : found.wanted
    found = at(share)
  }
  return { share, air: found.air }
}

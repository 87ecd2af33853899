import { PhysicsError } from '../../errors'
import { said } from '../../said'
import type { TowReading } from './readings'
import { lineThrough } from './line'
import type { HandResult } from './result'

/** Speeds that differ by less than this tell no way in which drag grows. */
const APART = 1.25
/** Drag of a hull grows about with the square of its speed: by less where it only rubs, by more on its own bow wave. */
const USUAL = [1.4, 2.8] as const
/** A speed so far beyond those that were towed is another flow. */
const BEYOND = 1.2

/**
 * Drag of a hull or cart drawn over a marked way at several speeds, each a pull and a time: R = R0 (v/v0)^n, fitted on
 * logarithms, told at the speed that is wanted.
 * Pull and time count by their own errors, that of time n times over; more where they scatter more. A row far off all
 * others is left out and told.
 * Valid: each way at a steady speed, deep and wide water, the thread level.
 * Source: straight line by least squares; JCGM 100 (5.1, G.4) for the uncertainty.
 * @throws PhysicsError where all speeds are alike, or nothing pulls.
 */
export function tow(reading: TowReading): HandResult {
  const { rows, lengthM, wantedMPerS, balanceUncertaintyN, timeUncertaintyS } = reading
  const speeds = rows.map((r) => lengthM / r.timeS)
  const [least, most] = [Math.min(...speeds), Math.max(...speeds)]
  if (most < APART * least || rows.some((r) => r.pullN <= 0))
    throw new PhysicsError({
      code: 'hand-tow-alike',
      message: 'These rows tell no drag over speed: the speeds are too much alike, or nothing was felt to pull.',
      nextStep: 'Draw it slowly, then as fast as it will go, the fastest half as fast again as the slowest at least.',
    })
  const fitted = (power: number) =>
    lineThrough(
      rows.map((r, i) => ({
        x: Math.log(speeds[i] / wantedMPerS),
        y: Math.log(r.pullN),
        u: Math.hypot(balanceUncertaintyN / r.pullN, (power * timeUncertaintyS) / r.timeS),
      })),
      // at the ends it may as well climb its own bow wave, or a guide may rub
      { ends: false },
    )
  // once to know how much a time counts
  const { zero, slope: power, aside, known } = fitted(fitted(2).slope)
  const drag = Math.exp(zero)
  const dragU = drag * known([1, 0])
  const powerU = known([0, 1])
  const odd = power < USUAL[0] - 2 * powerU || power > USUAL[1] + 2 * powerU
  return {
    figures: [
      { id: 'towDrag', measured: { value: drag, standardUncertainty: dragU, unit: 'N' } },
      {
        id: 'towPower',
        measured: { value: drag * wantedMPerS, standardUncertainty: dragU * wantedMPerS, unit: 'W' },
      },
      { id: 'towGrows', measured: { value: power, standardUncertainty: powerU, unit: '1' } },
    ],
    said: [
      ...aside.map(({ at, off }) => said('hand-tow-aside', { speedMPerS: speeds[at], share: Math.expm1(off) })),
      ...(wantedMPerS > BEYOND * most || wantedMPerS < least / BEYOND ? [said('hand-tow-far')] : []),
      ...(odd ? [said('hand-tow-grows', { power })] : []),
    ],
  }
}

import { PhysicsError } from '../../errors'
import { said, type Said } from '../../said'
import { linearLeastSquares } from '../../statistics'
import { STANDARD_GRAVITY } from '../../units/gravity'
import type { ScaleReading } from './readings'
import type { HandResult } from './result'
import { together } from './repeats'

/** A slope must be so many times its uncertainty to tell a factor. */
const TELLS = 5
/**
 * Off by more than this share of the greatest load, and by more than some digits, is told. Our own judgement, no
 * source.
 */
const [STRAYS, STRAY_DIGITS] = [0.005, 3] as const
/**
 * A scale that is off by more than this is more likely asked in another unit, or loaded by another weight. Our own
 * judgement, no source.
 */
const FAR_OFF = 0.1
/** How near to a unit's factor it must be to be taken for one. */
const LIKE_UNIT = 0.05
/** What a reading is off by where newtons, grams or kilograms of weight were taken for one another. */
const UNITS = [STANDARD_GRAVITY, 1 / STANDARD_GRAVITY, 1000, 1e-3, 1000 / STANDARD_GRAVITY, STANDARD_GRAVITY / 1000]

/**
 * What a scale's reading must be multiplied by, from known weights hung on it going up and down: one over the slope of
 * shown over known, by least squares.
 * Range: four loads at least, two of them different. Uncertainty by JCGM 100: scatter round the line by Student's t, at
 * least what a digit hides, and the weights' own.
 * @throws PhysicsError hand-scale-dead where what it shows does not follow the load.
 */
export function scale({ rows, digitN, weightRelativeUncertainty }: ScaleReading): HandResult {
  const digit = digitN / Math.sqrt(12)
  const loads = rows.map((r) => r.knownN)
  const fit = linearLeastSquares(
    loads.map((knownN) => [1, knownN]),
    rows.map((r) => r.shownN),
    rows.map(() => 1 / digit ** 2),
    'birge',
  )
  const [zeroN, slope] = fit.parameters
  // the scatter stands for itself, by as many degrees of freedom; no finer than a digit
  const parameterU = (i: number): number => {
    const wide = Math.sqrt(fit.covariance[i][i])
    return fit.reducedChiSquare > 1 ? together([{ u: wide, freedom: fit.degreesOfFreedom }]) : wide
  }
  if (fit.status !== 'fitted' || !(slope > TELLS * Math.sqrt(fit.covariance[1][1])))
    throw new PhysicsError({
      code: 'hand-scale-dead',
      message: 'What it shows does not follow the load, so these rows tell no factor.',
      nextStep:
        'Hang on loads that are far apart, nothing among them, and look whether the columns are the right way round.',
    })
  const factor = 1 / slope
  const factorU = factor * Math.hypot(parameterU(1) / slope, weightRelativeUncertainty)
  const zeroU = parameterU(0)
  const most = Math.max(...loads)
  const told = Math.max(STRAY_DIGITS * digitN, STRAYS * most * slope)
  const stray = Math.max(...rows.map((r) => Math.abs(r.shownN - zeroN - slope * r.knownN)))
  /** The most that it shows apart under one load. */
  const apart = Math.max(
    ...loads.map((load) => {
      const shown = rows.filter((r) => r.knownN === load).map((r) => r.shownN)
      return Math.max(...shown) - Math.min(...shown)
    }),
  )
  const notes: Said[] = []
  if (UNITS.some((u) => Math.abs(factor / u - 1) < LIKE_UNIT)) notes.push(said('hand-scale-unit', { factor }))
  else if (Math.abs(factor - 1) > FAR_OFF) notes.push(said('hand-scale-off', { share: Math.abs(factor - 1) }))
  if (apart > told) notes.push(said('hand-scale-returns', { apartN: apart }))
  else if (stray > told) notes.push(said('hand-scale-bends', { strayN: stray }))
  if (Math.abs(zeroN) > Math.max(2 * digitN, 3 * zeroU)) notes.push(said('hand-scale-zero', { zeroN }))
  if (new Set(loads).size === loads.length) notes.push(said('hand-scale-once'))
  return {
    figures: [
      { id: 'scaleFactor', measured: { value: factor, standardUncertainty: factorU, unit: '1' } },
      { id: 'scaleZero', measured: { value: zeroN, standardUncertainty: zeroU, unit: 'N' } },
    ],
    said: notes,
  }
}

import { PhysicsError } from '../../errors'
import { said, type Said } from '../../said'
import { STANDARD_GRAVITY } from '../../units/gravity'
import { lineThrough } from './line'
import type { ScaleReading } from './readings'
import type { HandResult } from './result'

/** Even between two bounds that far apart: standard uncertainty over their distance. JCGM 100, 4.3.7. */
const EVEN = 1 / Math.sqrt(12)
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
 * shown over known, by least squares. A row far off the line of all others is left out and told.
 * Range: four loads at least, two of them different. Uncertainty by JCGM 100: scatter round the line by Student's t, at
 * least what a digit hides, and the weights' own.
 * @throws PhysicsError hand-scale-dead where what it shows does not follow the load.
 */
export function scale({ rows, digitN, weightRelativeUncertainty }: ScaleReading): HandResult {
  const digit = digitN * EVEN
  const {
    zero: zeroN,
    slope,
    kept,
    aside,
    known,
  } = lineThrough(
    rows.map((r) => ({ x: r.knownN, y: r.shownN, u: digit })),
    // a load hung on once at the end may as well show that the scale bends
    { ends: false },
  )
  const slopeU = known([0, 1])
  if (!(slope > TELLS * slopeU))
    throw new PhysicsError({
      code: 'hand-scale-dead',
      message: 'What it shows does not follow the load, so these rows tell no factor.',
      nextStep:
        'Hang on loads that are far apart, nothing among them, and look whether the columns are the right way round.',
    })
  const factor = 1 / slope
  const factorU = factor * Math.hypot(slopeU / slope, weightRelativeUncertainty)
  const loads = kept.map((r) => r.x)
  const most = Math.max(...loads)
  const told = Math.max(STRAY_DIGITS * digitN, STRAYS * most * slope)
  const stray = Math.max(...kept.map((r) => Math.abs(r.y - zeroN - slope * r.x)))
  /** The most that it shows apart under one load. */
  const apart = Math.max(
    ...loads.map((load) => {
      const shown = kept.filter((r) => r.x === load).map((r) => r.y)
      return Math.max(...shown) - Math.min(...shown)
    }),
  )
  // what it does not come back to is its zero's too
  const zeroU = Math.hypot(known([1, 0]), apart > told ? apart * EVEN : 0)
  const notes: Said[] = aside.map(({ at, off }) => said('hand-scale-aside', { knownN: rows[at].knownN, offN: off }))
  if (UNITS.some((u) => Math.abs(factor / u - 1) < LIKE_UNIT)) notes.push(said('hand-scale-unit', { factor }))
  else if (Math.abs(factor - 1) > FAR_OFF) notes.push(said('hand-scale-off', { share: Math.abs(factor - 1) }))
  if (apart > told) notes.push(said('hand-scale-returns', { apartN: apart }))
  else if (stray > told) notes.push(said('hand-scale-bends', { strayN: stray }))
  if (Math.abs(zeroN) > Math.max(2 * digitN, 3 * zeroU)) notes.push(said('hand-scale-zero', { zeroN }))
  if (new Set(rows.map((r) => r.knownN)).size === rows.length) notes.push(said('hand-scale-once'))
  return {
    figures: [
      { id: 'scaleFactor', measured: { value: factor, standardUncertainty: factorU, unit: '1' } },
      { id: 'scaleZero', measured: { value: zeroN, standardUncertainty: zeroU, unit: 'N' } },
    ],
    said: notes,
  }
}

import { PhysicsError } from '../../errors'
import { said, type Said } from '../../said'
import { mean, type Measured } from '../../statistics'
import { coasting } from './coasting'
import { lineThrough } from './line'
import { orifice } from './orifice'
import type { HandFigure, HandResult } from './result'
import type { BalanceReading, GapReading, HandReading, PullReading, RubbingReading, SpringReading } from './readings'
import { scale } from './scale'
import { tow } from './tow'
import { ofRepeats, ofScatter } from './repeats'

/** Even between two bounds: standard uncertainty of half their distance. JCGM 100, 4.3.7. */
const EVEN = 1 / Math.sqrt(3)
/** A slope must be so many times its uncertainty to tell a rate. */
const TELLS = 3

const measured = (value: number, standardUncertainty: number, unit: string): Measured => ({
  value,
  standardUncertainty,
  unit,
})

/**
 * Length over load as a straight line; the rate is one over its slope. A row or two that lie off the line of all others
 * are left out and told.
 */
function spring({ rows, lengthUncertaintyM, workingLengthM }: SpringReading): HandResult {
  const line = lineThrough(
    rows.map((r) => ({ x: r.loadN, y: r.lengthM, u: lengthUncertaintyM })),
    // coils that touch at the greatest load
    { ends: true },
  )
  const { zero: freeM, slope, kept, aside, straight, strays, known } = line
  const slopeU = known([0, 1])
  if (!(Math.abs(slope) > TELLS * slopeU))
    throw new PhysicsError({
      code: 'hand-no-rate',
      message: 'Its length hardly changes evenly with the load, so these rows tell no rate.',
      nextStep:
        'Look for a row that was written down wrongly; take loads that are further apart, four at least, or read the length more finely.',
    })
  const figures: HandFigure[] = [
    { id: 'springRate', measured: measured(1 / Math.abs(slope), slopeU / slope ** 2, 'N/m') },
    { id: 'freeLength', measured: measured(freeM, known([1, 0]), 'm') },
  ]
  const notes: Said[] = aside.map(({ at, off }) => said('hand-spring-aside', { loadN: rows[at].loadN, offM: off }))
  if (!straight) notes.push(said('hand-spring-bends', { strayM: strays * lengthUncertaintyM }))
  if (workingLengthM !== null) {
    const force = (workingLengthM - freeM) / slope
    const u = Math.hypot(known([-1 / slope, -force / slope]), lengthUncertaintyM / slope)
    figures.push({ id: 'workingForce', measured: measured(force, u, 'N') })
    const lengths = kept.map((r) => r.y)
    const [least, most] = [Math.min(...lengths), Math.max(...lengths)]
    const span = most - least
    if (force < 0) notes.push(said('hand-spring-slack'))
    else if (workingLengthM < least - 0.2 * span || workingLengthM > most + 0.2 * span)
      notes.push(said('hand-spring-far'))
  }
  return { figures, said: notes }
}

/**
 * Half of what both ways take together: weight and slope cancel. Where it falls by itself that is the most it can be, and
 * it lies evenly between nothing and that.
 */
function rubbing({ rows, balanceUncertaintyN }: RubbingReading): HandResult {
  const felt = rows.filter((r) => Math.min(r.inN, r.outN) > 0 || Math.max(r.inN, r.outN) === 0)
  if (felt.length === 0) {
    const most = mean(rows.map((r) => (r.inN + r.outN) / 2))
    const u = Math.hypot((most / 2) * EVEN, balanceUncertaintyN)
    return { figures: [{ id: 'rubbing', measured: measured(most / 2, u, 'N') }], said: [said('hand-rubbing-falls')] }
  }
  const halves = felt.map((r) => (r.inN + r.outN) / 2)
  // the balance's own error is the same in all
  const u = ofRepeats(halves, balanceUncertaintyN)
  return { figures: [{ id: 'rubbing', measured: measured(mean(halves), u, 'N') }], said: ofScatter(halves) }
}

/** Between the leaf that goes and the one that does not, at every place. */
function gap({ rows }: GapReading): HandResult {
  const middles = rows.map((r) => (r.goesM + r.stopsM) / 2)
  const halves = rows.map((r) => (r.stopsM - r.goesM) / 2)
  const value = mean(middles)
  // leaves err alike at every place, a narrow one among few places by chance
  const leaves = mean(halves) * EVEN
  const u = rows.length > 2 ? ofRepeats(middles, leaves) : leaves
  const at = middles.indexOf(Math.min(...middles))
  const swing = Math.max(...middles) - middles[at]
  return {
    figures: [
      { id: 'gap', measured: measured(value, u, 'm') },
      { id: 'leastGap', measured: measured(middles[at], halves[at] * EVEN, 'm') },
    ],
    said: [
      ...(rows.length < 3 ? [said('hand-gap-few', { places: rows.length })] : []),
      ...(swing > 2 * Math.max(...halves) ? [said('hand-gap-runs-out', { swingM: swing })] : []),
      ...(mean(halves) > 0.25 * value ? [said('hand-gap-coarse')] : []),
    ],
  }
}

/** The moment that brings the rotor to rest anywhere; the edges hide what does not roll. */
function balance({ rows, radiusM, leastMassKg, rotorMassKg }: BalanceReading): HandResult {
  const masses = rows.map((r) => r.massKg)
  const hidden = leastMassKg * EVEN
  const u = ofRepeats(masses, hidden)
  const moment = measured(mean(masses) * radiusM, u * radiusM, 'kg·m')
  return {
    figures: [
      { id: 'unbalance', measured: moment },
      {
        id: 'offAxis',
        measured: measured(moment.value / rotorMassKg, moment.standardUncertainty / rotorMassKg, 'm'),
      },
    ],
    said: [
      ...ofScatter(masses).filter((s) => s.code === 'hand-single' || mean(masses) > 2 * leastMassKg),
      ...(mean(masses) < leastMassKg ? [said('hand-balance-hidden')] : []),
    ],
  }
}

/** Pull over weight. */
function pull({ rows, weightN, balanceUncertaintyN, wheels }: PullReading): HandResult {
  const pulls = rows.map((r) => r.pullN)
  const u = ofRepeats(pulls, balanceUncertaintyN)
  const share = measured(mean(pulls) / weightN, u / weightN, '1')
  return {
    figures: [{ id: 'pullShare', measured: share }],
    said: [
      ...ofScatter(pulls),
      ...(wheels === 'rolling' && share.value > 0.3 ? [said('hand-pull-drags', { share: share.value })] : []),
    ],
  }
}

/**
 * What a few readings by hand give, SI, each with its standard uncertainty: repeats by Student's t, bounds as even
 * between.
 * Sources: JCGM 100 (4.2.3, 4.3.7, G.3) for the uncertainty; straight line by least squares; static balance in closed
 * form.
 * @throws PhysicsError where a spring's rows tell no rate, or those of a tow no drag over speed.
 */
export function reduceHand(reading: HandReading): HandResult {
  switch (reading.kind) {
    case 'spring':
      return spring(reading)
    case 'rubbing':
      return rubbing(reading)
    case 'gap':
      return gap(reading)
    case 'balance':
      return balance(reading)
    case 'pull':
      return pull(reading)
    case 'orifice':
      return orifice(reading)
    case 'coasting':
      return coasting(reading)
    case 'scale':
      return scale(reading)
    case 'tow':
      return tow(reading)
  }
}

/**
 * Balance quality of a rotor whose middle of mass lies off its axis, m/s: off-axis times speed. Source: ISO 21940-11.
 */
export const balanceQuality = (offAxisM: number, speedRadPerS: number): number => offAxisM * speedRadPerS

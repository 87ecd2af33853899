import { normalDraw, seededRandom } from '../../core/statistics'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
import type { HandEntry } from '../hand'
import { moment } from './demo-builds'
import { BALANCE_FACTOR } from './rope-run'

/**
 * What hand readings of the demo are made from: a rotor off its axis, the gap round it, a spring. All of it is made up.
 */
export const HAND_HIDDEN = {
  unbalanceKgM: 0.32e-6,
  gapM: 0.85e-3,
  runOutM: 0.12e-3,
  springRateNPerM: 310,
  freeLengthM: 14.2e-3,
  /** True over shown, of the stand's cell. */
  cellFactor: 1.0012,
} as const

const gramsOf = (grams: number): number => grams * 1e-3 * STANDARD_GRAVITY

/** Leaves of a usual set, m. */
const LEAVES_M = [0.5e-3, 0.6e-3, 0.7e-3, 0.75e-3, 0.8e-3, 0.85e-3, 0.9e-3, 0.95e-3, 1e-3, 1.2e-3] as const

export function handReadings(): HandEntry[] {
  const random = seededRandom(20_260_919)
  const h = HAND_HIDDEN
  const radiusM = 21e-3
  const places = [0, 1, 2, 3].map((i) => h.gapM + h.runOutM * Math.cos((i * Math.PI) / 2 + 0.4))
  return [
    {
      id: 'hand-spindle-gap',
      name: 'casing, by leaves',
      buildId: 'spindle-3',
      takenAt: moment(14, 65),
      reading: {
        kind: 'gap',
        rows: places.map((gap) => {
          const at = LEAVES_M.findIndex((leaf) => leaf > gap)
          return { goesM: LEAVES_M[at - 1], stopsM: LEAVES_M[at] }
        }),
      },
      notes: 'Rotor turned a quarter each time.',
    },
    {
      id: 'hand-spindle-balance',
      name: 'rotor on knife edges',
      buildId: 'spindle-3',
      takenAt: moment(14, 100),
      reading: {
        kind: 'balance',
        rows: [0, 1, 2].map(() => ({
          massKg: Math.round((h.unbalanceKgM / radiusM + normalDraw(random) * 1.2e-6) * 1e7) / 1e7,
        })),
        radiusM,
        leastMassKg: 4e-6,
        rotorMassKg: 42e-3,
      },
      notes: '',
    },
    {
      id: 'hand-carousel-spring',
      name: 'spring of the ball',
      buildId: 'carousel-3',
      takenAt: moment(46, 30),
      reading: {
        kind: 'spring',
        rows: [0.2, 0.5, 0.8, 1.1, 1.4].map((loadN) => ({
          loadN,
          lengthM: Math.round((h.freeLengthM - loadN / h.springRateNPerM + normalDraw(random) * 0.03e-3) * 1e5) / 1e5,
        })),
        lengthUncertaintyM: 0.03e-3,
        workingLengthM: 11e-3,
      },
      notes: 'On the letter scale, weights of 20 to 140 g.',
    },
    {
      id: 'hand-glider-cell',
      name: 'cell of the stand, by weights',
      buildId: 'glider-1',
      takenAt: moment(30, 20),
      reading: {
        kind: 'scale',
        rows: [0, 20, 50, 100, 150, 100, 50, 20, 0].map((grams) => ({
          knownN: gramsOf(grams),
          shownN: gramsOf(Math.round(10 * (grams / h.cellFactor + 0.06 * normalDraw(random))) / 10) + 0,
        })),
        weightRelativeUncertainty: 2e-3,
        digitN: gramsOf(0.1),
      },
      notes: 'By a thread over the pulley, along the push; hose hanging as in the runs.',
    },
    {
      id: 'hand-spindle-balance-by-weights',
      name: 'spring balance, by weights',
      buildId: 'spindle-3',
      takenAt: moment(19, 70),
      reading: {
        kind: 'scale',
        rows: [0, 50, 100, 150, 200, 150, 100, 50, 0].map((grams) => ({
          knownN: gramsOf(grams),
          shownN: Math.round((gramsOf(grams) / BALANCE_FACTOR + 0.006 * normalDraw(random)) / 0.02) * 0.02 + 0,
        })),
        weightRelativeUncertainty: 2e-3,
        digitN: 0.02,
      },
      notes: 'The balance of the cord, hung up by itself.',
    },
  ]
}

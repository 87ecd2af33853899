import { pulseTimes, simulateCoasts } from '../../core/bench'
import type { Prediction } from '../../core/prediction'
import { linearLeastSquares, normalDraw, seededRandom } from '../../core/statistics'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
import { kindOf, type Rig, type TurbineBuild } from '../document'
import type { MadeMeasurement } from './settled-runs'

/** A cord over the hub, eight grams on the side that goes up and three on the balance on the other. */
const KNOWN_NM = 5e-3 * STANDARD_GRAVITY * 6e-3

/** The rotor by itself. */
export const COAST: Rig = {
  id: 'coast-window',
  name: 'Rotor left to itself',
  notes:
    'Belt off, nozzle block swung away; one white mark on the hub. Every other time a cord lies over the hub: 8 g on the side that goes up, 3 g on the letter scale on the other.',
  kind: 'coast',
  flywheel: null,
  flywheelRelativeUncertainty: 0.01,
  speedRatio: 1,
  countsPerTurn: 1,
  sensorOn: 'rotor',
  signal: 'pulse-times',
  brake: { torqueNm: Number(KNOWN_NM.toPrecision(3)), relativeUncertainty: 0.02 },
}

/**
 * Four coastings in one recording, a cord over the hub in the second and the fourth. Made up: bearings and inertia are
 * not quite as the drawing has them.
 */
export function coastRun(build: TurbineBuild, hidden: Prediction): MadeMeasurement {
  const random = seededRandom(91)
  const points = hidden.curve.filter((p) => p.speedRadPerS > 0)
  const [a, b, c] = linearLeastSquares(
    points.map((p) => [1, p.speedRadPerS, p.speedRadPerS ** 2]),
    points.map((p) => p.bladeTorqueNm - p.torqueNm),
    points.map(() => 1),
    'residual',
  ).parameters
  const motion = simulateCoasts(
    {
      inertiaKgM2: 1.07 * (kindOf(build).turning?.(build.machine).value ?? 1e-6),
      drag: [a, Math.max(0, b), Math.max(0, c)],
      brakeNm: KNOWN_NM * (1 + 0.01 * normalDraw(random)),
      topRadPerS: 0.8 * hidden.summary.freeSpeedRadPerS,
      coasts: 4,
      endsAtShare: 0.06,
      spinsUp: true,
      offBy: [0, 1, 2, 3].map(() => 0.002 * normalDraw(random)),
    },
    0.001,
  )
  const marks = pulseTimes(motion, {
    perTurn: 1,
    tickS: 4e-6,
    jitterS: 1.5e-5,
    missedShare: 0.002,
    doubledShare: 0.001,
    seed: 92,
  })
  return {
    fileName: `${build.id}-coast.csv`,
    csv: [
      '# simulated bench, made-up data; one mark on the rotor, left to itself four times',
      'mark_time_s',
      ...Array.from(marks, (t) => t.toFixed(6)),
      '',
    ].join('\n'),
    measurement: {
      id: 'm7',
      rigId: COAST.id,
      recordingId: `rec-${build.id}-coast`,
      mapping: { kind: 'table', dialect: null, columns: { time: { header: 'mark_time_s', unit: 's' } } },
      method: 'coast',
      settings: { coast: null },
    },
  }
}

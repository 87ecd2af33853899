import { simulateRubbed } from '../../core/bench'
import type { Prediction } from '../../core/prediction'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
import type { Rig, TurbineBuild } from '../document'
import { steadyTruth, tableOf, type MadeMeasurement } from './settled-runs'

/** True over shown, of the spring balance. Made up. */
export const BALANCE_FACTOR = 1.062

/** A cord over a drum on the spindle, its slack side on a spring balance that was held against weights. */
export const ROPE: Rig = {
  id: 'rope-window',
  name: 'Cord over a drum',
  notes: 'Waxed cord half round an aluminium drum; brass weights, and a spring balance that shows too little.',
  kind: 'rope',
  does: 'rubs',
  drumRadiusM: 5e-3,
  ropeDiameterM: 1e-3,
  radiusRelativeUncertainty: 0.008,
  wrapRad: Math.PI,
  speedRatio: 1,
  weightRelativeUncertainty: 0.002,
  scaleFactor: 1.066,
  scaleRelativeUncertainty: 0.004,
  resolutionN: 0.02,
  pulsesPerTurn: 2,
}

/** What was written down at the cord, three readings at each of five weights. Made up. */
export function ropeRun(build: TurbineBuild, hidden: Prediction): MadeMeasurement {
  const readings = simulateRubbed({
    ...steadyTruth(hidden),
    drumRadiusM: 5e-3,
    ropeDiameterM: 1e-3,
    radiusError: 0.003,
    weightError: 0.001,
    balanceError: BALANCE_FACTOR - 1,
    speedRatio: 1,
    frictionOfRope: 0.23,
    wrapRad: Math.PI,
    digitN: 0.02,
    noiseN: 0.02,
    seed: 74,
  })
  const grams = (n: number) => ((1000 * n) / STANDARD_GRAVITY).toFixed(1)
  return {
    fileName: `${build.id}-rope.csv`,
    csv: tableOf(
      'weight_g,balance_N,coil_frequency_Hz,supply_kPa_gauge',
      readings.map(
        (r) =>
          `${grams(r.weightN)},${r.slackN.toFixed(2)},${(r.sensorRadPerS / Math.PI).toFixed(1)},${((r.gaugePressurePa ?? 0) / 1000).toFixed(0)}`,
      ),
    ),
    measurement: {
      id: 'm9',
      rigId: ROPE.id,
      recordingId: `rec-${build.id}-rope`,
      mapping: {
        kind: 'table',
        dialect: null,
        columns: {
          weight: { header: 'weight_g', unit: 'g' },
          scale: { header: 'balance_N', unit: 'N' },
          speed: { header: 'coil_frequency_Hz', unit: 'Hz' },
          pressure: { header: 'supply_kPa_gauge', unit: 'kPa' },
        },
      },
      method: 'rope',
      settings: {},
    },
  }
}

import { simulateRunDown } from '../../core/bench'
import { engineRun, predictEngine } from '../../core/prediction'
import { RUN_CAUTIONS } from '../../core/safety'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
import { inRpm } from '../../core/units'
import {
  enginePredictionInput,
  keptHazards,
  thrustPerSquare,
  type EngineBuild,
  type Project,
  type Rig,
  type Run,
} from '../document'
import type { MachinePredicted } from '../machines/contract'
import { moment } from './demo-builds'

/** The bottle of the carousel with gauge, mark and the scale that its fan pushes on. */
export const BOTTLE: Rig = {
  id: 'bottle-carousel',
  name: 'Two-litre bottle at the carousel',
  notes: 'Weighed full of water; the engine stands on the small scale, its fan blowing up.',
  kind: 'run-down',
  volumeM3: 2.02e-3,
  volumeRelativeUncertainty: 0.01,
  zeroUncertaintyPa: 2000,
  scaleFactor: 1,
  spanRelativeUncertainty: 0.01,
  marksPerTurn: 1,
  loadRelativeUncertainty: 0.15,
}

/** One whole bottle through an engine as it really is. Made up. */
export function bottleRun(build: EngineBuild, truth: EngineBuild, project: Project, predicted: MachinePredicted) {
  const { ambient } = project
  const input = enginePredictionInput(truth, ambient)
  const run = engineRun(input, predictEngine(input, false), thrustPerSquare(truth, ambient), { relative: 1e-3 })
  if (!run) throw new RangeError(`${build.id} has no bottle`)
  const trace = simulateRunDown(run, ambient.absolutePressurePa, {
    stepS: 0.05,
    restS: 8,
    speedShare: 0.004,
    missedShare: 0.004,
    pressurePa: 1200,
    zeroPa: 1500,
    digitPa: 1000,
    thrustN: 0.01,
    zeroN: 0.21,
    creepN: 0.01,
    seed: 8811,
  })
  const recordingId = `rec-${build.id}-bottle`
  const takenAt = moment(49, 15)
  const taken: Run = {
    id: `run-${build.id}-bottle`,
    buildId: build.id,
    name: `${build.name}, whole bottle`,
    takenAt,
    gaugePressurePa: build.line.regulator?.setGaugePressurePa ?? 400e3,
    ambient,
    measurements: [
      {
        id: 'm1',
        rigId: BOTTLE.id,
        recordingId,
        mapping: {
          kind: 'table',
          dialect: null,
          columns: {
            time: { header: 'time_s', unit: 's' },
            speed: { header: 'speed_rpm', unit: 'rpm' },
            pressure: { header: 'bottle_kPa_gauge', unit: 'kPa' },
            thrust: { header: 'thrust_g', unit: 'g' },
          },
        },
        method: 'run-down',
        settings: {},
      },
    ],
    cautions: {
      at: takenAt,
      cautions: RUN_CAUTIONS.map((c) => c.id),
      state: predicted.review.state,
      hazards: keptHazards(predicted.hazards),
    },
    planned: null,
    marks: [],
    notes: 'Flicked on from the side; left until it stood.',
  }
  const rows = trace.timeS.map(
    (t, i) =>
      `${t.toFixed(2)},${inRpm(trace.speedRadPerS[i]).toFixed(0)},${(trace.gaugePa[i] / 1000).toFixed(0)},${((1000 * trace.thrustN[i]) / STANDARD_GRAVITY).toFixed(1)}`,
  )
  return {
    run: taken,
    recordingId,
    csv: ['# simulated bench, made-up data', 'time_s,speed_rpm,bottle_kPa_gauge,thrust_g', ...rows, ''].join('\n'),
    fileName: `${build.id}-bottle.csv`,
  }
}

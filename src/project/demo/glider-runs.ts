import { simulateStand } from '../../core/bench'
import { buildRunDown, effectiveNozzle, thrustOf } from '../../core/prediction'
import { RUN_CAUTIONS } from '../../core/safety'
import { normalDraw, seededRandom } from '../../core/statistics'
import { kindOf, keptHazards, thrustInput, type Project, type Rig, type Run, type ThrustBuild } from '../document'
import { moment } from './demo-builds'

/** The stand under the window. */
export const STAND: Rig = {
  id: 'stand-window',
  name: 'Thrust stand, 1 kg cell',
  notes: 'Two leaf springs carry the glider; a 50 g weight on a thread over a pulley finds the span.',
  kind: 'thrust',
  scaleFactor: 1,
  spanRelativeUncertainty: 0.008,
}

/** What the glider’s nozzle really does: nobody in the demo knows. */
const HIDDEN_JET = { discharge: 0.87, velocity: 0.945 } as const

/** A push of the glider’s bottle on the stand, and its file. Made up. */
export function gliderRun(
  build: ThrustBuild,
  project: Project,
  repeat: number,
): { readonly run: Run; readonly recordingId: string; readonly csv: string } {
  const seed = 4000 + repeat
  const random = seededRandom(seed)
  const input = thrustInput(build, project.ambient)
  const hidden = {
    ...input,
    coefficients: {
      discharge: { value: HIDDEN_JET.discharge * (1 + 0.004 * normalDraw(random)), standardUncertainty: 0.01 },
      velocity: { value: HIDDEN_JET.velocity, standardUncertainty: 0.01 },
    },
  }
  const rest = buildRunDown(hidden, { samples: 240, withThrust: true })
  if (!rest || build.supply.kind !== 'vessel') throw new RangeError('the glider is pushed by a bottle')
  const push = thrustOf(effectiveNozzle(hidden), project.ambient.absolutePressurePa)
  const { timeS, forceN } = simulateStand({
    push: {
      kind: 'trace',
      timeS: rest.trace.map((s) => s.timeS),
      forceN: rest.trace.map((s) => push(s.nozzlePaAbs, s.temperatureK)),
    },
    openS: 2.1 + 0.3 * repeat,
    endS: 2.5 + 0.3 * repeat + rest.run.timeS + 3,
    stepS: 1 / 80,
    ring: { frequencyHz: 11.5, dampingRatio: 0.05 },
    offsetN: 0.031,
    driftNPerS: -0.0006,
    noiseN: 0.0012,
    windN: 0.0008,
    windS: 0.3,
    resolutionN: 0.0005,
    span: 0.004,
    seed,
  })
  const lines = ['# simulated bench, made-up data; cell not tared', 'time_s,thrust_N']
  for (let i = 0; i < timeS.length; i++) lines.push(`${timeS[i].toFixed(4)},${forceN[i].toFixed(4)}`)
  const recordingId = `rec-${build.id}-${repeat}`
  const predicted = kindOf(build).predict(build, { ambient: project.ambient })
  return {
    recordingId,
    csv: `${lines.join('\n')}\n`,
    run: {
      id: `run-${build.id}-${repeat}`,
      buildId: build.id,
      name: `${build.name}, run ${repeat}`,
      takenAt: moment(22, 30 * repeat),
      gaugePressurePa: build.supply.gaugePressurePa,
      ambient: project.ambient,
      measurements: [
        {
          id: 'm1',
          rigId: STAND.id,
          recordingId,
          mapping: {
            kind: 'table',
            dialect: null,
            columns: { time: { header: 'time_s', unit: 's' }, signal: { header: 'thrust_N', unit: 'N' } },
          },
          method: 'thrust',
          settings: { push: null },
        },
      ],
      cautions: {
        at: moment(22, 30 * repeat - 4),
        cautions: RUN_CAUTIONS.map((c) => c.id),
        state: predicted.review.state,
        hazards: keptHazards(predicted.hazards),
      },
      planned: null,
      marks: [],
      notes: '',
    },
  }
}

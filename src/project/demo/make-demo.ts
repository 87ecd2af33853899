import { inertiaRig } from '../measuring'
import type { TurbineCoefficients } from '../../core/turbine'
import { effectiveInertia, encoderCounts, simulateSpinUp, type SpinUpTruth } from '../../core/bench'
import { predict, type Prediction } from '../../core/prediction'
import { reviewBuild, RUN_CAUTIONS } from '../../core/safety'
import { linearLeastSquares, normalDraw, seededRandom } from '../../core/statistics'
import {
  emptyProject,
  predictionInput,
  keptHazards,
  turningHazards,
  type Project,
  type FlywheelRig,
  type Run,
  type TurbineBuild,
} from '../document'
import type { ProjectBundle } from '../archive'
import { planRuns, type Plan } from '../planning'
import { STAND, gliderRun } from './glider-runs'
import { BOTTLE } from './bottle-run'
import { engineBuilds, engineRuns, PONY } from './engine-demo'
import { COAST, coastRun } from './coast-run'
import { PHONE, soundRun } from './sound-run'
import { ROPE, ropeRun } from './rope-run'
import { BRAKE, GENERATOR, HOLES, TANK, settledRuns } from './settled-runs'
import { handReadings } from './hand-demo'
import { HIDDEN, builds, others, gliders, GAUGE, RIGS, moment } from './demo-builds'

/**
 * The shop-window display: an air-driven engraving spindle, five versions, two runs on each that was printed. All of it
 * is made up.
 */

/** Blade torque line and drag law closest to what the model does with the hidden coefficients. */
function truthOf(prediction: Prediction, inertiaKgM2: number): SpinUpTruth {
  const points = prediction.curve.filter((p) => p.speedRadPerS > 0)
  const ones = points.map(() => 1)
  const blade = linearLeastSquares(
    points.map((p) => [1, p.speedRadPerS]),
    points.map((p) => p.bladeTorqueNm),
    ones,
    'residual',
  ).parameters
  const drag = linearLeastSquares(
    points.map((p) => [1, p.speedRadPerS, p.speedRadPerS ** 2]),
    points.map((p) => p.bladeTorqueNm - p.torqueNm),
    ones,
    'residual',
  ).parameters
  return {
    stallTorqueNm: blade[0],
    dragFreeSpeedRadPerS: -blade[0] / blade[1],
    drag: [Math.max(1e-4, drag[0]), Math.max(0, drag[1]), Math.max(0, drag[2])],
    effectiveInertiaKgM2: inertiaKgM2,
    openS: 0.8,
    shutS: 28,
    endS: 56,
  }
}

interface PlannedRun {
  readonly build: TurbineBuild
  readonly rig: FlywheelRig
  readonly repeat: number
  readonly seed: number
  readonly day: number
  readonly fault: boolean
}

function countsCsv(truth: SpinUpTruth, gaugePa: number, seed: number): string {
  const random = seededRandom(seed)
  const { timeS, angleRad, speedRadPerS } = simulateSpinUp(truth, 0.004)
  const counts = encoderCounts(angleRad, speedRadPerS, {
    countsPerRad: (400 * 0.35) / (2 * Math.PI),
    timeJitterS: 2e-5,
    seed: seed + 1,
  })
  const lines = ['# simulated bench, made-up data', 'time_ms,wheel_count,supply_kPa']
  timeS.forEach((t, i) =>
    lines.push(
      `${Math.round(t * 1000)},${counts[i]},${((gaugePa * (1 + 0.004 * normalDraw(random))) / 1000).toFixed(1)}`,
    ),
  )
  return `${lines.join('\n')}\n`
}

/** Times of one mark a turn; with the fault, every second mark is missed for 0.4 s, as when the mark begins to peel. */
function marksCsv(truth: SpinUpTruth, seed: number, fault: boolean): string {
  const random = seededRandom(seed)
  const { timeS, angleRad } = simulateSpinUp(truth, 0.001)
  const lines = ['# simulated bench, made-up data; one mark on the rotor', 'mark_time_s']
  let turn = 1
  for (let i = 1; i < timeS.length; i++) {
    while (angleRad[i] >= turn * 2 * Math.PI) {
      const t = timeS[i] - ((angleRad[i] - turn * 2 * Math.PI) / Math.max(1e-9, angleRad[i] - angleRad[i - 1])) * 0.001
      const missed = (fault && t > 9 && t < 9.4 && turn % 2 === 0) || random() < 0.002
      if (!missed) lines.push((Math.round((t + 3e-6 * normalDraw(random)) / 4e-6) * 4e-6).toFixed(6))
      turn++
    }
  }
  return `${lines.join('\n')}\n`
}

/** The fourth print has not run yet: what is planned for it. */
function demoPlan(build: TurbineBuild): Plan {
  const rig = RIGS[0]
  const planned = planRuns(
    build,
    rig,
    { ambient: emptyProject({ id: 'x', name: 'x' }).ambient },
    { gaugePressurePa: 350e3, steps: 4, everyStep: false, differenceShare: 0.05, spreadShare: null },
  )
  if (!planned) throw new RangeError('the fourth print may run')
  const { expected: _e, lasts: _l, wantedGaugePressurePa: _w, ...kept } = planned
  return {
    ...kept,
    id: 'plan-spindle-4',
    name: 'Fourth print, plan 1',
    buildId: build.id,
    rigId: rig.id,
    createdAt: moment(25),
    notes: 'Does the wider throat pay for its air?',
  }
}

function makeRun(
  planned: PlannedRun,
  project: Project,
): { run: Run; recordingId: string; csv: string; hidden: Prediction } {
  const { build, rig, seed } = planned
  const random = seededRandom(seed + 7)
  const spread = 1 + 0.012 * normalDraw(random)
  const coefficients = Object.fromEntries(
    Object.entries(HIDDEN).map(([name, value]) => [name, { value, standardUncertainty: 0.01 }]),
  ) as Partial<TurbineCoefficients>
  const input = predictionInput(build, project.ambient)
  const hidden = predict({
    ...input,
    coefficients: {
      ...input.coefficients,
      ...coefficients,
      capture: { value: HIDDEN.capture * spread, standardUncertainty: 0.01 },
    },
  })
  const truth = truthOf(hidden, effectiveInertia(inertiaRig(rig, build)).value * (1 + 0.006 * normalDraw(random)))
  const gaugePressurePa = hidden.air.supplyGaugePressurePa
  const shown = predict(input)
  const review = reviewBuild(input, shown)
  const csv = rig.signal === 'count' ? countsCsv(truth, gaugePressurePa, seed) : marksCsv(truth, seed, planned.fault)
  const recordingId = `rec-${build.id}-${planned.repeat}`
  const run: Run = {
    id: `run-${build.id}-${planned.repeat}`,
    buildId: build.id,
    name: `${build.name}, run ${planned.repeat}`,
    takenAt: moment(planned.day, 25 * planned.repeat),
    gaugePressurePa,
    ambient: project.ambient,
    measurements: [
      {
        id: 'm1',
        rigId: rig.id,
        recordingId,
        mapping:
          rig.signal === 'count'
            ? {
                kind: 'table',
                dialect: null,
                columns: {
                  time: { header: 'time_ms', unit: 'ms' },
                  signal: { header: 'wheel_count', unit: '' },
                  pressure: { header: 'supply_kPa', unit: 'kPa' },
                },
              }
            : {
                kind: 'table',
                dialect: null,
                columns: { time: { header: 'mark_time_s', unit: 's' } },
              },
        method: 'inertia',
        settings: { spinUp: null, coast: null },
      },
    ],
    cautions: {
      at: moment(planned.day, 25 * planned.repeat - 4),
      cautions: RUN_CAUTIONS.map((c) => c.id),
      state: review.state,
      hazards: keptHazards(turningHazards(shown)),
    },
    planned: null,
    marks: [],
    notes: planned.fault ? 'The mark began to peel at 9 s; half of them were missed for a moment.' : '',
  }
  return { run, recordingId, csv, hidden }
}

let made: ProjectBundle | null = null

/** The demo project with its recordings. Deterministic, so that it is made once; each call gives its own copy. */
export const makeDemo = (): ProjectBundle => structuredClone((made ??= demo()))

function demo(): ProjectBundle {
  const own = builds()
  const project: Project = {
    ...emptyProject({ id: 'heron-window', name: 'Heron window' }),
    machines: [
      {
        id: 'spindle',
        name: 'Engraving spindle',
        purpose: 'Cuts plant labels in the shop window: 7 W at 11 000 rpm from the small compressor.',
      },
      {
        id: 'others',
        name: 'Other ways to turn',
        purpose:
          'What every other kind of machine would make of the workshop’s air, each with its first figures, to learn from before one is chosen.',
      },
      { id: 'glider', name: 'Track glider', purpose: 'Crosses the window on an air track, pushed by its own jet.' },
      {
        id: 'carousel',
        name: 'Carousel engine',
        purpose: 'Turns a ring of paper herons, slowly and for long, on a bottle or on the small compressor.',
      },
    ],
    builds: [...own, ...others(), ...gliders(), ...engineBuilds()],
    holeGauges: [GAUGE],
    plans: [demoPlan(own[own.length - 1])],
    handReadings: handReadings(),
    rigs: [...RIGS, STAND, BRAKE, GENERATOR, TANK, HOLES, COAST, PHONE, PONY, BOTTLE, ROPE],
    notes: 'A shop-window display driven by air. All names and figures are made up.',
  }
  const printed = own.filter((b) => b.made)
  const recordings = new Map<string, Uint8Array>()
  const keepFile = (recordingId: string, file: string | Uint8Array, fileName: string, addedAt: string) => {
    const bytes = typeof file === 'string' ? new TextEncoder().encode(file) : file
    const kind = typeof file === 'string' ? 'table' : 'sound'
    project.recordings.push({ id: recordingId, fileName, byteLength: bytes.length, kind, addedAt })
    recordings.set(recordingId, bytes)
  }
  const keep = ({ run, recordingId, csv }: Omit<ReturnType<typeof makeRun>, 'hidden'>, fileName: string) => {
    project.runs.push(run)
    keepFile(recordingId, csv, fileName, run.takenAt)
  }
  printed.forEach((build, i) => {
    for (const repeat of [1, 2]) {
      const onMark = build.id === 'spindle-twin'
      const made = makeRun(
        {
          build,
          rig: RIGS[onMark ? 1 : 0],
          repeat,
          seed: 1000 + 100 * i + repeat,
          day: [2, 9, 15, 19][i],
          fault: onMark && repeat === 2,
        },
        project,
      )
      keep(made, `${build.id}-run-${repeat}.csv`)
      if (build.id !== 'spindle-3' || repeat !== 2) continue
      for (const { measurement, fileName, csv } of [...settledRuns(build, made.hidden), coastRun(build, made.hidden)]) {
        made.run.measurements.push(measurement)
        keepFile(measurement.recordingId ?? '', csv, fileName, made.run.takenAt)
      }
      const heard = soundRun(build.id)
      made.run.measurements.push(heard.measurement)
      keepFile(heard.measurement.recordingId ?? '', heard.bytes, heard.fileName, made.run.takenAt)
      const roped = ropeRun(build, made.hidden)
      made.run.measurements.push(roped.measurement)
      keepFile(roped.measurement.recordingId ?? '', roped.csv, roped.fileName, made.run.takenAt)
    }
  })
  const [glider] = gliders()
  for (const repeat of [1, 2]) {
    keep(gliderRun(glider, project, repeat), `${glider.id}-run-${repeat}.csv`)
  }
  for (const made of engineRuns(project)) keep(made, made.fileName)
  return { project, recordings }
}

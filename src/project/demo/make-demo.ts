import { RPM as rpm } from '../../core/units/rotation'
import { inertiaRig } from '../measuring'
import type { TurbineCoefficients } from '../../core/turbine'
import { effectiveInertia, encoderCounts, simulateSpinUp, type SpinUpTruth } from '../../core/bench'
import { predict, type Prediction } from '../../core/prediction'
import { reviewBuild, RUN_CAUTIONS } from '../../core/safety'
import { linearLeastSquares, normalDraw, seededRandom } from '../../core/statistics'
import { GAUGE_SIZES_M } from '../../core/making'
import {
  emptyProject,
  newBuild,
  newFitting,
  newSupply,
  newThrustBuild,
  nextVersion,
  predictionInput,
  keptHazards,
  turningHazards,
  type HoleGauge,
  type Project,
  type Rig,
  type Run,
  type ThrustBuild,
  type TurbineBuild,
} from '../document'
import type { ProjectBundle } from '../archive'
import type { Family } from '../../core/machines'

/** The shop-window display: an air-driven engraving spindle, five versions, two runs on each that was printed. All of it is made up. */
const DAY = 24 * 3600 * 1000
const START = Date.UTC(2026, 8, 7, 9, 0)
const moment = (day: number, minutes = 0) => new Date(START + day * DAY + minutes * 60_000).toISOString()
const mm = 1e-3

/** What the simulated workshop's rotors really do: hidden from the application, which only sees recordings. */
const HIDDEN = {
  discharge: 0.87,
  velocity: 0.95,
  entrainment: 1.3,
  capture: 0.62,
  passage: 0.66,
  ventilation: 1.2,
  bearing: 1.3,
} as const

function builds(): TurbineBuild[] {
  const plain = newBuild({ id: 'spindle-1', machineId: 'spindle', name: 'First print', createdAt: moment(0) })
  const first: TurbineBuild = {
    ...plain,
    made: true,
    why: 'Something that turns, to learn from.',
    machine: {
      ...plain.machine,
      load: { label: 'engraving spindle', speedRadPerS: 11_000 * rpm, wantedPowerW: 7 },
    },
    notes: 'Supports left a rough edge in every second scoop.',
  }
  const second = nextVersion(first, {
    id: 'spindle-2',
    name: 'Second print',
    createdAt: moment(6),
    changed: 'nozzle gap 4 → 2 mm, angle 18 → 14°',
    why: 'The jet spreads before it reaches the blades.',
  })
  second.machine.nozzle = { ...second.machine.nozzle, gapM: 2 * mm, angleRad: (14 * Math.PI) / 180 }
  const third = nextVersion(second, {
    id: 'spindle-3',
    name: 'Third print',
    createdAt: moment(13),
    changed: 'casing closed to 1.0 mm',
    why: 'Free blades pump air: a close wall should stop that.',
  })
  if (third.machine.family === 'tangential-impulse')
    third.machine = { ...third.machine, casing: { kind: 'close', clearanceM: 1 * mm } }
  const twin = nextVersion(second, {
    id: 'spindle-twin',
    name: 'Twin jets',
    createdAt: moment(16),
    changed: 'two 1.05 mm jets opposite each other',
    why: 'Same air, half the side load on the bearings.',
  })
  twin.machine.nozzle = { ...twin.machine.nozzle, throatDiameterM: 1.05 * mm, exitDiameterM: 1.05 * mm, count: 2 }
  const fourth = nextVersion(third, {
    id: 'spindle-4',
    name: 'Fourth print',
    createdAt: moment(24),
    changed: 'throat 1.5 → 1.7 mm',
    why: 'The compressor has air to spare at 350 kPa.',
  })
  fourth.machine.nozzle = { ...fourth.machine.nozzle, throatDiameterM: 1.7 * mm, exitDiameterM: 1.7 * mm }
  for (const build of [second, third, twin]) build.made = true
  fourth.machine.nozzle.gaugeId = GAUGE.id
  return [first, second, third, twin, fourth]
}

/** One machine of every other family, on air that suits it. */
function others(): TurbineBuild[] {
  const names: readonly (readonly [Family, string, string])[] = [
    ['supersonic-impulse', 'Side jets', 'faster than sound, from the side'],
    ['radial-inflow', 'Snail', 'in along a spiral, out through the middle'],
    ['axial', 'Three rows', 'three wheels, stators between'],
    ['disc-pack', 'Ten discs', 'flat discs that the air drags along'],
    ['vane-motor', 'Winch vanes', 'for the blind of the window'],
    ['reaction-rotor', 'Whirl', 'its own jets push it'],
    ['wind-stack', 'Roof stack', 'wind from any side, for a lamp'],
    ['turbine-compressor', 'Balloon blower', 'jets on one side, impeller on the other'],
  ]
  return names.map(([family, name, changed], i) => ({
    ...newBuild({ id: `other-${family}`, machineId: 'others', name, createdAt: moment(30 + i) }, family),
    changed,
  }))
}

/** A small glider on an air track in the same window: pushed by a bottle, and one by a balloon. */
function gliders(): ThrustBuild[] {
  const base = newThrustBuild({ id: 'glider-1', machineId: 'glider', name: 'First glider', createdAt: moment(20) })
  const first: ThrustBuild = {
    ...base,
    made: true,
    why: 'Something that crosses the window without a string.',
    supply: {
      ...newSupply('vessel'),
      volumeM3: 0.5e-3,
      gaugePressurePa: 250e3,
      heat: { uaWPerK: 0.3 },
      ratedGaugePressurePa: 400e3,
    } as ThrustBuild['supply'],
    line: { regulator: null, parts: [newFitting('ball-valve', 6 * mm)] },
    leastGaugePressurePa: 20e3,
    machine: {
      ...base.machine,
      nozzle: { ...base.machine.nozzle, throatDiameterM: 1.5 * mm, exitDiameterM: 1.5 * mm },
      label: 'air track in the window, 3.2 m',
      massKg: 0.19,
      lengthM: 0.26,
      diameterM: 60 * mm,
      path: { kind: 'track', slopeRad: 0, rollingShare: 0.004, lengthM: 3.2 },
    },
    notes: 'The valve is opened by a pull on a thread from behind the glass.',
  }
  const second = nextVersion(first, {
    id: 'glider-2',
    name: 'Second glider',
    createdAt: moment(26),
    changed: 'one hole → ring of 5',
    why: 'A quieter jet for the shop.',
  })
  second.machine.nozzle = {
    ...second.machine.nozzle,
    inletBoreM: 8 * mm,
    form: { kind: 'ring', holes: 5, ringRadiusM: 2.4 * mm },
  }
  const balloon = nextVersion(first, {
    id: 'glider-balloon',
    name: 'Balloon heron',
    createdAt: moment(27),
    changed: 'bottle → balloon, straight up',
    why: 'For the children’s table: how high does a paper heron go?',
  })
  balloon.supply = newSupply('balloon')
  balloon.line = { regulator: null, parts: [] }
  balloon.leastGaugePressurePa = 500
  balloon.machine = {
    ...balloon.machine,
    nozzle: { ...balloon.machine.nozzle, throatDiameterM: 9 * mm, exitDiameterM: 9 * mm, inletBoreM: 12 * mm },
    label: 'paper heron',
    massKg: 0.006,
    dragCoefficient: 0.45,
    lengthM: 0.3,
    diameterM: 20 * mm,
    noseLengthM: 30 * mm,
    centreOfMassM: 0.1,
    path: { kind: 'climb' },
    fins: { count: 3, rootChordM: 40 * mm, tipChordM: 20 * mm, spanM: 30 * mm, sweepM: 20 * mm, rootAtM: 0.25 },
  }
  for (const build of [second, balloon]) build.made = false
  return [first, second, balloon]
}

/** The workshop's own test print: holes that come out small, the small ones most. */
const GAUGE: HoleGauge = {
  id: 'gauge-petg',
  name: 'Grey PETG, 0.15 mm layers',
  process: 'filament printer by the window, PETG, lying flat',
  holes: GAUGE_SIZES_M.map((modelM, i) => ({
    modelM,
    measuredM: i % 4 === 3 ? null : Math.round((0.995 * modelM - 0.13e-3 + (i % 2 ? 0.01e-3 : -0.01e-3)) * 2e5) / 2e5,
  })),
}

const RIGS: Rig[] = [
  {
    id: 'wheel-lines',
    name: 'Steel wheel, line encoder',
    kind: 'inertia',
    flywheel: { kind: 'dimensions', outerRadiusM: 40 * mm, innerRadiusM: 4 * mm, widthM: 12 * mm, materialId: 'steel' },
    flywheelRelativeUncertainty: 0.01,
    speedRatio: 0.35,
    countsPerTurn: 400,
    sensorOn: 'flywheel',
    signal: 'count',
    notes: 'Belt 20 to 7 teeth. Wheel balanced on knife edges.',
  },
  {
    id: 'wheel-mark',
    name: 'Steel wheel, one mark',
    kind: 'inertia',
    flywheel: { kind: 'mass', massKg: 0.47, outerRadiusM: 40 * mm, innerRadiusM: 4 * mm },
    flywheelRelativeUncertainty: 0.015,
    speedRatio: 0.35,
    countsPerTurn: 1,
    sensorOn: 'rotor',
    signal: 'pulse-times',
    notes: 'A mark along the side of the rotor, seen by a reflective sensor.',
  },
]

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
  readonly rig: Rig
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

function makeRun(planned: PlannedRun, project: Project): { run: Run; recordingId: string; csv: string } {
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
                timeColumn: 'time_ms',
                signalColumn: 'wheel_count',
                pressureColumn: 'supply_kPa',
                timeUnit: 'ms',
                signalUnit: 'count',
              }
            : {
                kind: 'table',
                dialect: null,
                timeColumn: 'mark_time_s',
                signalColumn: 'mark_time_s',
                pressureColumn: null,
                timeUnit: 's',
                signalUnit: 'count',
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
    notes: planned.fault ? 'The mark began to peel at 9 s; half of them were missed for a moment.' : '',
  }
  return { run, recordingId, csv }
}

/** The demo project with its recordings. Deterministic. */
export function makeDemo(): ProjectBundle {
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
    ],
    builds: [...own, ...others(), ...gliders()],
    holeGauges: [GAUGE],
    rigs: RIGS,
    notes: 'A shop-window display driven by air. All names and figures are made up.',
  }
  const made = own.filter((b) => b.made)
  const recordings = new Map<string, Uint8Array>()
  made.forEach((build, i) => {
    for (const repeat of [1, 2]) {
      const onMark = build.id === 'spindle-twin'
      const { run, recordingId, csv } = makeRun(
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
      const bytes = new TextEncoder().encode(csv)
      project.runs.push(run)
      project.recordings.push({
        id: recordingId,
        fileName: `${build.id}-run-${repeat}.csv`,
        byteLength: bytes.length,
        kind: 'table',
        addedAt: run.takenAt,
      })
      recordings.set(recordingId, bytes)
    }
  })
  return { project, recordings }
}

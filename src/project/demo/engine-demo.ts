import { overSpeed, engineNetwork } from '../../core/engine'
import { RUN_CAUTIONS } from '../../core/safety'
import { normalDraw, seededRandom } from '../../core/statistics'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
import {
  engineInput,
  keptHazards,
  kindOf,
  newBuildOf,
  newFitting,
  newRegulator,
  newSupply,
  nextVersion,
  type EngineBuild,
  type MachinePredicted,
  type Project,
  type Rig,
  type Run,
} from '../document'
import { bottleRun } from './bottle-run'
import { moment } from './demo-builds'

const mm = 1e-3

/**
 * The engine that turns the carousel of paper herons: two versions of one with ball and pin, and one that is pushed
 * from both sides.
 */
export function engineBuilds(): EngineBuild[] {
  const base = newBuildOf(
    { id: 'carousel-1', machineId: 'carousel', name: 'First print', createdAt: moment(40) },
    'single-acting-engine',
  )
  const first: EngineBuild = {
    ...base,
    made: true,
    why: 'Turns the herons without a plug in the wall.',
    notes: 'Brass tube in a printed block, o-ring with hardly any squeeze.',
    supply: {
      ...newSupply('vessel'),
      volumeM3: 2e-3,
      gaugePressurePa: 600e3,
      heat: { uaWPerK: 0.5 },
      ratedGaugePressurePa: 800e3,
    } as EngineBuild['supply'],
    line: { regulator: newRegulator(400e3), parts: [newFitting('ball-valve', 6 * mm)] },
    machine: {
      ...base.machine,
      clearanceM3: 4.8e-6,
      ball: { ...base.machine.ball, pinLengthM: 2 * mm },
      load: {
        kind: 'propeller',
        label: 'fan under the herons',
        diameterM: 0.25,
        thrustCoefficient: 0.1,
        powerCoefficient: 0.045,
      },
    },
  }
  const second = nextVersion(first, {
    id: 'carousel-2',
    name: 'Second print',
    createdAt: moment(44),
    changed: 'pin 2.00 → 2.20 mm, room at the top 4.8 → 3.2 cm³, ports 2.5 mm earlier',
    why: 'Longer on the same bottle, even if it pushes less.',
  })
  if (second.machine.family === 'single-acting-engine') {
    second.machine.clearanceM3 = 3.2e-6
    second.machine.ball.pinLengthM = 2.2 * mm
    second.machine.ports = { ...second.machine.ports, fromM: 13 * mm, heightM: 7 * mm }
  }
  second.made = true
  const third = nextVersion(second, {
    id: 'carousel-3',
    name: 'Nylon ball, sprung',
    createdAt: moment(50),
    changed: 'a ball of nylon with 1 N of spring behind it',
    why: 'At full speed the steel ball was thrown and shut late.',
  })
  if (third.machine.family === 'single-acting-engine')
    third.machine.ball.motion = { kind: 'spring', material: 'nylon', forceN: 1, stiffnessNPerM: 250 }
  const twin: EngineBuild = {
    ...newBuildOf(
      { id: 'carousel-twin', machineId: 'carousel', name: 'Slow twin', createdAt: moment(47) },
      'double-acting-engine',
    ),
    changed: 'two cylinders a right angle apart, pushed from both sides',
    why: 'It must start by itself when the shop opens.',
  }
  if (twin.machine.family === 'double-acting-engine')
    twin.machine = {
      ...twin.machine,
      cylinders: 2,
      phaseStepRad: Math.PI / 2,
      wheelInertiaKgM2: 2e-4,
      load: { kind: 'wheel', label: 'carousel of herons', torqueNm: 0.06, perSquareNmS2: 4e-6 },
    }
  return [first, second, third, twin, ...rotorBuilds(first)]
}

/** The same task by a rotor: fed on one side first, then on both by a tube. */
function rotorBuilds({ supply, line, machine }: EngineBuild): EngineBuild[] {
  const plain = newBuildOf(
    { id: 'carousel-rotor-1', machineId: 'carousel', name: 'Rotor', createdAt: moment(51) },
    'three-flank-engine',
  )
  const first: EngineBuild = {
    ...plain,
    made: true,
    changed: 'three-cornered rotor in place of the piston, one lobe fed',
    why: 'It runs more evenly, once its two weights balance it, and starts from nearly everywhere.',
    notes: 'Housing and covers in resin, bars from acetal sheet.',
    supply,
    line: { ...line, regulator: newRegulator(200e3) },
    machine: { ...plain.machine, tube: null, load: machine.load } as EngineBuild['machine'],
  }
  if (first.machine.family === 'three-flank-engine')
    first.machine = {
      ...first.machine,
      intake: { angleRad: (18 * Math.PI) / 180, diameterM: 4 * mm, coverRadiusM: 21.5 * mm },
    }
  const second = nextVersion(first, {
    id: 'carousel-rotor-2',
    name: 'Rotor, both lobes',
    createdAt: moment(54),
    changed: 'a tube of 4 mm to the other lobe',
    why: 'Half of the housing did nothing.',
  })
  if (second.machine.family === 'three-flank-engine') second.machine.tube = { boreDiameterM: 4 * mm, lengthM: 0.15 }
  return [first, { ...second, made: true }]
}

/** A felt strap round the flywheel, held by a letter scale. */
export const PONY: Rig = {
  id: 'brake-carousel',
  name: 'Strap and scale at the carousel',
  notes: 'Felt strap round the flywheel, the arm on the 500 g scale.',
  kind: 'brake',
  armM: 0.08,
  armRelativeUncertainty: 0.008,
  tiltRad: 0,
  scaleFactor: 1,
  scaleRelativeUncertainty: 0.002,
  tareN: null,
  resolutionN: 1e-3,
  pulsesPerTurn: 1,
}

/** What the engine really is: nobody in the demo knows. */
const HIDDEN = { seat: 0.66, outlet: 0.68, pastSeals: 1.5, rubbing: 1.15, wallHeat: 0.9 } as const

/** Which engine was run after which. */
const LATER: Readonly<Record<string, number>> = { 'carousel-2': 1, 'carousel-rotor-1': 2, 'carousel-rotor-2': 3 }

const regulated = ({ line }: EngineBuild): number => line.regulator?.setGaugePressurePa ?? 400e3

/** Brake readings of a build at the pressure of its regulator, and their file. Made up. */
function engineRun(build: EngineBuild, project: Project, repeat: number, predicted: MachinePredicted) {
  const later = LATER[build.id] ?? 0
  const seed = 6000 + 10 * repeat + 100 * later
  const random = seededRandom(seed)
  const { ambient } = project
  const rotor = build.machine.family === 'three-flank-engine'
  const gauge = regulated(build)
  const truth = structuredClone(build.machine)
  for (const [name, value] of Object.entries(HIDDEN))
    truth.coefficients[name as keyof typeof HIDDEN].value = value * (1 + 0.004 * normalDraw(random))
  const network = engineNetwork(
    engineInput(truth, ambient, {
      kind: 'constant',
      absolutePressurePa: ambient.absolutePressurePa + gauge,
      temperatureK: ambient.temperatureK,
    }),
  )
  const speeds = rotor ? [70, 140, 220, 310, 400, 500] : [250, 450, 650, 850, 1050, 1300]
  const curve = overSpeed(network, speeds)
  const grams = (torqueNm: number) =>
    ((1000 * Math.max(0, torqueNm / 0.08 + 0.015 + 0.003 * normalDraw(random))) / STANDARD_GRAVITY).toFixed(1)
  const row = (torqueNm: number, w: number) =>
    `${grams(torqueNm)},${((w * (1 + 0.004 * normalDraw(random))) / (2 * Math.PI)).toFixed(2)},${((gauge + 2500 * normalDraw(random)) / 1000).toFixed(0)}`
  const rows = [
    row(0, 0),
    ...curve.flatMap((p) => (p.torqueNm > 0 ? [row(p.torqueNm, p.speedRadPerS), row(p.torqueNm, p.speedRadPerS)] : [])),
    row(0, 0),
  ]
  const recordingId = `rec-${build.id}-${repeat}`
  const takenAt = moment(rotor ? 55 : 48, 25 * repeat + 60 * (later % 2))
  const run: Run = {
    id: `run-${build.id}-${repeat}`,
    buildId: build.id,
    name: `${build.name}, run ${repeat}`,
    takenAt,
    gaugePressurePa: gauge,
    ambient,
    measurements: [
      {
        id: 'm1',
        rigId: PONY.id,
        recordingId,
        mapping: {
          kind: 'table',
          dialect: null,
          columns: {
            scale: { header: 'scale_g', unit: 'g' },
            speed: { header: 'mark_frequency_Hz', unit: 'Hz' },
            pressure: { header: 'supply_kPa_gauge', unit: 'kPa' },
          },
        },
        method: 'brake',
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
    notes: '',
  }
  return {
    run,
    recordingId,
    csv: ['# simulated bench, made-up data', 'scale_g,mark_frequency_Hz,supply_kPa_gauge', ...rows, ''].join('\n'),
    fileName: `${build.id}-brake-${repeat}.csv`,
  }
}

/** A build with what it really is in place of what its maker takes it for. */
const asItIs = (build: EngineBuild): EngineBuild => {
  const truth = structuredClone(build)
  for (const [name, value] of Object.entries(HIDDEN))
    truth.machine.coefficients[name as keyof typeof HIDDEN].value = value
  return truth
}

/** Two runs on each engine that was made, and one of a whole bottle. */
export const engineRuns = (project: Project) =>
  engineBuilds()
    .filter((b) => b.made)
    .flatMap((b) => {
      const predicted = kindOf(b).predict(b, { ambient: project.ambient }, regulated(b))
      const braked = [1, 2].map((repeat) => engineRun(b, project, repeat, predicted))
      return b.id === 'carousel-2' ? [...braked, bottleRun(b, asItIs(b), project, predicted)] : braked
    })

import { RPM as rpm } from '../../core/units/rotation'
import { GAUGE_SIZES_M } from '../../core/making'
import {
  newBuild,
  newFitting,
  newSupply,
  newThrustBuild,
  nextVersion,
  type HoleGauge,
  type FlywheelRig,
  type ThrustBuild,
  type TurbineBuild,
} from '../document'
import type { Family } from '../../core/machines'

const DAY = 24 * 3600 * 1000
const START = Date.UTC(2026, 8, 7, 9, 0)
export const moment = (day: number, minutes = 0) => new Date(START + day * DAY + minutes * 60_000).toISOString()
const mm = 1e-3

/** What the simulated workshop's rotors really do: hidden from the application, which only sees recordings. */
export const HIDDEN = {
  discharge: 0.87,
  velocity: 0.95,
  entrainment: 1.3,
  capture: 0.62,
  passage: 0.66,
  ventilation: 1.2,
  bearing: 1.3,
} as const

export function builds(): TurbineBuild[] {
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
export function others(): TurbineBuild[] {
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
export function gliders(): ThrustBuild[] {
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
export const GAUGE: HoleGauge = {
  id: 'gauge-petg',
  name: 'Grey PETG, 0.15 mm layers',
  process: 'filament printer by the window, PETG, lying flat',
  holes: GAUGE_SIZES_M.map((modelM, i) => ({
    modelM,
    measuredM: i % 4 === 3 ? null : Math.round((0.995 * modelM - 0.13e-3 + (i % 2 ? 0.01e-3 : -0.01e-3)) * 2e5) / 2e5,
  })),
}

export const RIGS: FlywheelRig[] = [
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

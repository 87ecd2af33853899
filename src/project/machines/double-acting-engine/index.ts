import type { MachineOfKind } from '../document-types'
import { angleField, choiceField, lengthField, numberField } from '../field-spec'
import { engineKind, pistonFields } from '../engine/kind'
import { PLAIN_ENGINE, startPistons } from '../engine/start'

const mm = 1e-3
const deg = Math.PI / 180
type Engine = MachineOfKind<'double-acting-engine'>

/** A piston that air pushes from both sides, let in and out by a valve on an eccentric. */
export const doubleActingEngine = engineKind<Engine>({
  words: {
    name: 'piston engine, double acting',
    how: 'A valve on an eccentric lets air to one side of the piston while the other side exhausts.',
    difficulty: 4,
    make: 'two tight ends, a rod through a wall, a valve in time',
    hazard: 'pinches between rod, eccentric and wheel; starts by itself',
  },
  fields: () => [
    ...pistonFields,
    lengthField('Cylinder', 'rodDiameterM', 'Piston rod', 'pinDiameterM', 0.5 * mm),
    numberField('Cylinder', 'headClearanceM3', 'Room at the head', 'smallVolume', 'engineClearanceM3', 0.1e-6),
    numberField('Cylinder', 'crankClearanceM3', 'Room at the crank’s end', 'smallVolume', 'engineClearanceM3', 0.1e-6),
    choiceField('Valve', 'valveKind', 'Moves', [
      { value: 'slide', label: 'to and fro' },
      { value: 'turned', label: 'about its middle' },
    ]),
    lengthField('Valve', 'machine.valve.eccentricityM', 'Goes to each side', 'valveShiftM', 0.1 * mm),
    angleField('Valve', 'machine.valve.leadRad', 'Ahead by', 'leadRad', {
      note: 'beyond its right angle to the crank',
    }),
    lengthField('Valve', 'machine.valve.admissionLapM', 'Laps the inlet by', 'lapM', 0.05 * mm),
    lengthField('Valve', 'machine.valve.exhaustLapM', 'Laps the exhaust by', 'lapM', 0.05 * mm),
    lengthField('Valve', 'machine.valve.portWidthM', 'Ports, wide', 'wallPortM', 0.5 * mm),
    lengthField('Valve', 'machine.valve.portHeightM', 'Ports, high', 'wallPortM', 0.1 * mm),
    numberField('Losses', 'rodLeakAreaM2', 'Leak past the rod', 'area', 'engineLeakM2', 0.02e-6),
    choiceField('Inlet', 'draws', 'Driven by', [
      { value: 'pressure', label: 'pressure' },
      { value: 'suction', label: 'suction' },
    ]),
  ],
  start: () => ({
    family: 'double-acting-engine',
    ...startPistons(),
    boreM: 20 * mm,
    strokeM: 25 * mm,
    rodM: 60 * mm,
    rodDiameterM: 5 * mm,
    headClearanceM3: 0.8e-6,
    crankClearanceM3: 0.8e-6,
    valveKind: 'slide',
    valve: {
      eccentricityM: 4 * mm,
      leadRad: 28 * deg,
      admissionLapM: 1.5 * mm,
      exhaustLapM: 0.2 * mm,
      portWidthM: 6 * mm,
      portHeightM: 2.5 * mm,
    },
    rodLeakAreaM2: 0.03e-6,
    draws: 'pressure',
    wheelInertiaKgM2: 8e-5,
    load: { kind: 'wheel', label: 'wheel', torqueNm: 0.03, perSquareNmS2: 4e-6 },
    ...PLAIN_ENGINE,
  }),
  supply: { kind: 'compressor', gaugePressurePa: 200e3 },
  leastGaugePressurePa: 20e3,
})

import type { MachineOfKind } from '../document-types'
import { angleField, lengthField, numberField, type MachineFieldSpec } from '../field-spec'
import { engineKind } from '../engine/kind'
import { PLAIN_ENGINE, startEngine } from '../engine/start'

const mm = 1e-3
const deg = Math.PI / 180
type Engine = MachineOfKind<'three-flank-engine'>

const portFields = (m: Engine, key: 'intake' | 'outlet', group: string): MachineFieldSpec[] => [
  angleField(group, `machine.${key}.angleRad`, 'At', 'rotorPortRad', {
    note: 'from the narrow place, in the rotor’s sense',
  }),
  lengthField(group, `machine.${key}.diameterM`, 'Hole', 'rotorPortM', 0.2 * mm),
  ...(m[key].coverRadiusM === null
    ? []
    : [lengthField(group, `machine.${key}.coverRadiusM`, 'From the shaft', 'rotorPortRadiusM', 0.2 * mm)]),
]

/** A rotor of three flanks that turns on an eccentric and opens its ports by itself. */
export const threeFlankEngine = engineKind<Engine>({
  words: {
    name: 'rotary engine, three flanks',
    how: 'A three-cornered rotor turns on an eccentric in a housing of two lobes; passing them, it opens and shuts its ports.',
    difficulty: 5,
    make: 'a true housing, gears in mesh, tips and faces that seal',
    hazard: 'starts by itself; gears pinch; a cover can come off under pressure',
  },
  fields: (m) => [
    lengthField('Rotor and housing', 'eccentricityM', 'Off centre by', 'rotorEccentricityM', 0.1 * mm),
    lengthField('Rotor and housing', 'radiusM', 'Middle to tip', 'rotorRadiusM', 0.5 * mm),
    lengthField('Rotor and housing', 'depthM', 'Depth', 'rotorDepthM', 0.5 * mm),
    lengthField('Rotor and housing', 'flankGapM', 'Gap at dead centre', 'flankGapM', 0.1 * mm),
    numberField('Rotor and housing', 'pocketM3', 'Hollow in a flank', 'smallVolume', 'pocketM3', 0.1e-6),
    ...portFields(m, 'intake', 'Intake'),
    ...portFields(m, 'outlet', 'Outlet'),
    ...(m.tube
      ? [
          lengthField('Transfer tube', 'machine.tube.boreDiameterM', 'Bore', 'transferBoreM', 0.5 * mm),
          lengthField('Transfer tube', 'machine.tube.lengthM', 'Length', 'transferLengthM', 10 * mm),
        ]
      : []),
    lengthField('Body', 'coverM', 'Covers', 'engineWallM', 0.5 * mm),
    numberField('Losses', 'sideLeakAreaM2', 'Leak past the faces', 'area', 'engineLeakM2', 0.05e-6),
  ],
  start: () => ({
    family: 'three-flank-engine',
    ...startEngine(),
    eccentricityM: 4 * mm,
    radiusM: 28 * mm,
    depthM: 16 * mm,
    flankGapM: 0.4 * mm,
    pocketM3: 0,
    intake: { angleRad: 17 * deg, diameterM: 5 * mm, coverRadiusM: 22 * mm },
    outlet: { angleRad: 130 * deg, diameterM: 9 * mm, coverRadiusM: null },
    tube: { boreDiameterM: 4 * mm, lengthM: 0.15 },
    // past each tip: a bar of 16 mm that leaves some hundredths
    leakAreaM2: 0.3e-6,
    sideLeakAreaM2: 0.15e-6,
    seal: { forceN: 0.2, areaM2: 1e-6 },
    wallM: 6 * mm,
    coverM: 6 * mm,
    bearingDragNm: 0.004,
    bearingDragNmS: 5e-6,
    wheelInertiaKgM2: 6e-5,
    ...PLAIN_ENGINE,
  }),
  supply: { kind: 'vessel' },
  leastGaugePressurePa: 40e3,
})

import type { RotatingSpec } from '../rotating'
import {
  lengthField,
  casingFields,
  bladeAngles,
  bladeThickness,
  bladeCount,
  discField,
  hubField,
  profiles,
} from '../field-spec'
import { closeCasing, turnsBack } from '../shapes'
import { checkBlades } from '../refuse'
import { BLADED, deg, feed, load, mm } from '../start'

export const supersonicSpec: RotatingSpec<'supersonic-impulse'> = {
  words: {
    name: 'supersonic impulse rotor',
    how: 'Jets faster than sound blow from the side through curved passages.',
    difficulty: 3,
    make: 'fine blades and a reamed divergent nozzle',
    hazard: 'very high speed: burst and bearings',
  },
  fields: [
    profiles(['constant-width', 'aerofoil', 'c-shape', 'scoop']),
    bladeCount,
    lengthField('Blades', 'meanRadiusM', 'Mean radius', 'meanRadiusM', 1 * mm),
    lengthField('Blades', 'bladeHeightM', 'Height along the radius', 'bladeHeightM', 0.5 * mm),
    lengthField('Blades', 'bladeDepthM', 'Length along the shaft', 'bladeDepthM', 0.5 * mm),
    bladeThickness,
    ...bladeAngles,
    ...casingFields,
    discField,
    hubField,
  ],
  shows: (path, m) => (path === 'machine.casing.clearanceM' ? m.casing.kind === 'close' : turnsBack(path, m.profile)),
  figures: () => ({
    family: 'supersonic-impulse',
    ...structuredClone(BLADED),
    meanRadiusM: 30 * mm,
    bladeHeightM: 6 * mm,
    bladeDepthM: 8 * mm,
    bladeCount: 36,
    bladeThicknessM: 0.8 * mm,
    profile: 'constant-width',
    inletAngleRad: 28 * deg,
    outletAngleRad: 28 * deg,
    casing: { kind: 'close', clearanceM: 0.5 * mm },
  }),
  feed: { ...feed(1.1 * mm, 2, 20, 1 * mm, 6 * mm), exitDiameterM: 1.22 * mm },
  load: load('spindle', 16000, 8),
  leastGaugePressurePa: 100e3,
  supply: { kind: 'compressor', gaugePressurePa: 300e3 },
  check: (m, refuse) => checkBlades(refuse, m, m.bladeHeightM),
  fitted: [
    ['nozzle.throatDiameterM', 0.5, 2],
    ['machine.meanRadiusM', 0.7, 2],
    ['nozzle.count', 1, 3],
  ],
  asMade: (m, { gapM }) => closeCasing(m, gapM),
}

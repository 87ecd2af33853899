import type { RotatingSpec } from '../rotating'
import { numberField, lengthField, angleField, countField, hubField } from '../field-spec'
import { mmWords } from '../refuse'
import { PRINT, deg, feed, load, mm } from '../start'

export const vaneSpec: RotatingSpec<'vane-motor'> = {
  words: {
    name: 'vane motor',
    how: 'Sliding vanes in an offset bore, air expands between them.',
    difficulty: 4,
    make: 'tight gaps, smooth bore, sliding vanes',
    hazard: 'strong at rest: pinches fingers; runs cold',
  },
  fields: [
    lengthField('Bore and rotor', 'boreRadiusM', 'Bore radius', 'wheelRadiusM', 0.5 * mm),
    lengthField('Bore and rotor', 'rotorRadiusM', 'Rotor radius', 'wheelRadiusM', 0.5 * mm),
    lengthField('Bore and rotor', 'eccentricityM', 'Off the middle by', 'eccentricityM'),
    lengthField('Bore and rotor', 'lengthM', 'Length', 'motorLengthM', 1 * mm),
    countField('Vanes', 'vanes', 'How many', 'vanes'),
    lengthField('Vanes', 'vaneThicknessM', 'Thickness', 'vaneThicknessM'),
    lengthField('Vanes', 'vaneHeightM', 'Height', 'vaneHeightM', 0.5 * mm),
    numberField('Vanes', 'vaneDensityKgPerM3', 'Density', 'density', 'vaneDensity', 100),
    angleField('Ports', 'inletEndsRad', 'Inlet ends at', 'inletEndsRad', {
      note: 'from where rotor and bore nearly touch',
    }),
    angleField('Ports', 'exhaustOpensRad', 'Exhaust opens at', 'exhaustOpensRad'),
    lengthField('Ports', 'clearanceM', 'Gaps at ends and tips', 'gapClearanceM', 0.01 * mm),
    hubField,
  ],
  figures: () => ({
    family: 'vane-motor',
    boreRadiusM: 16 * mm,
    rotorRadiusM: 13.8 * mm,
    eccentricityM: 2.1 * mm,
    lengthM: 18 * mm,
    vanes: 5,
    vaneThicknessM: 1.6 * mm,
    vaneHeightM: 8.7 * mm,
    vaneDensityKgPerM3: 1300,
    inletEndsRad: 125 * deg,
    exhaustOpensRad: 215 * deg,
    clearanceM: 0.1 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  }),
  feed: feed(4 * mm, 1, 0, 0, 8 * mm),
  load: load('winch', 1500, 8),
  leastGaugePressurePa: 100e3,
  supply: { kind: 'compressor', gaugePressurePa: 250e3 },
  check: (m, refuse) => {
    const room = m.boreRadiusM - m.rotorRadiusM
    if (m.eccentricityM > room)
      refuse('eccentricityM', `the rotor would cut into the bore: at most ${(room * 1000).toFixed(2)} mm`)
    if (m.eccentricityM < 0.3 * room)
      refuse(
        'eccentricityM',
        'the rotor sits so near the middle that the cells hardly change: at least a third of bore less rotor',
      )
    if (m.vaneHeightM > m.rotorRadiusM - m.hubRadiusM - 1e-3)
      refuse('vaneHeightM', 'the slots would run into the hub: shorter vanes or a smaller hub')
    if (m.vaneHeightM < room + m.eccentricityM + 0.5e-3)
      refuse('vaneHeightM', `the vanes fall out: they come out by ${mmWords(room + m.eccentricityM)}`)
    if (m.vanes * m.vaneThicknessM > 0.6 * 2 * Math.PI * (m.rotorRadiusM - m.vaneHeightM))
      refuse('vaneThicknessM', 'the slots meet at their ends: thinner, fewer or shorter vanes')
    if (m.exhaustOpensRad < m.inletEndsRad + (10 * Math.PI) / 180)
      refuse('exhaustOpensRad', 'the exhaust must open at least 10° after the inlet ends')
    if (m.inletEndsRad < (2 * Math.PI) / m.vanes)
      refuse(
        'inletEndsRad',
        `with ${m.vanes} vanes the inlet must last at least one cell, ${Math.ceil(360 / m.vanes)}°`,
      )
  },
  fitted: [
    ['nozzle.throatDiameterM', 0.4, 1.5],
    ['machine.lengthM', 0.3, 1.5],
    ['machine.inletEndsRad', 0.7, 1.4],
  ],
  asMade: (m, { gapM }) => ({ ...m, clearanceM: Math.max(m.clearanceM, gapM) }),
}

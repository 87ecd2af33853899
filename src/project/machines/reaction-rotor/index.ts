import type { RotatingSpec } from '../rotating'
import { lengthField, choiceField, hubField } from '../field-spec'
import { PRINT, feed, load, mm } from '../start'

export const reactionSpec: RotatingSpec<'reaction-rotor'> = {
  words: {
    name: 'reaction rotor',
    how: 'Air leaves backwards from the rotor itself.',
    difficulty: 2,
    make: 'one hollow rotor, a small gap at its inlet',
    hazard: 'has no speed limit of its own',
  },
  fields: [
    lengthField('Rotor', 'jetRadiusM', 'Radius of the jets', 'wheelRadiusM', 1 * mm),
    lengthField('Rotor', 'bodyRadiusM', 'Body radius', 'wheelRadiusM', 1 * mm),
    lengthField('Rotor', 'bodyHeightM', 'Body height', 'bladeHeightM', 0.5 * mm),
    choiceField('Rotor', 'shrouded', 'Outside', [
      { value: 'true', label: 'smooth shroud' },
      { value: 'false', label: 'open arms' },
    ]),
    choiceField('Pivot', 'pivot', 'Turns on', [
      { value: 'bearings', label: 'bearings' },
      { value: 'point', label: 'a point' },
    ]),
    lengthField('Pivot', 'pointRadiusM', 'Radius of the point', 'pointRadiusM'),
    lengthField('Inlet', 'sealRadiusM', 'Inlet radius', 'hubRadiusM', 0.5 * mm),
    lengthField('Inlet', 'sealGapM', 'Gap at the inlet', 'gapClearanceM', 0.05 * mm),
    hubField,
  ],
  shows: (path, m) => path !== 'machine.pointRadiusM' || m.pivot === 'point',
  figures: () => ({
    family: 'reaction-rotor',
    jetRadiusM: 28 * mm,
    bodyRadiusM: 32 * mm,
    bodyHeightM: 10 * mm,
    shrouded: true,
    pivot: 'bearings',
    pointRadiusM: 0.3 * mm,
    sealGapM: 0.1 * mm,
    sealRadiusM: 4 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  }),
  feed: feed(1.1 * mm, 2, 5, 0, 5 * mm),
  load: load('propeller', 12000, 3),
  overhangM: 14 * mm,
  leastGaugePressurePa: 50e3,
  supply: { kind: 'compressor', gaugePressurePa: 40e3 },
  check: (m, refuse) => {
    if (m.jetRadiusM > m.bodyRadiusM) refuse('jetRadiusM', 'the jets must lie within the body')
    if (m.jetRadiusM < m.sealRadiusM + 2e-3) refuse('jetRadiusM', 'the jets must lie at least 2 mm outside the inlet')
  },
  fitted: [
    ['nozzle.throatDiameterM', 0.5, 2.5],
    ['machine.jetRadiusM', 0.6, 1.14],
    ['nozzle.count', 1, 2],
  ],
  asMade: (m, { gapM }) => ({ ...m, sealGapM: Math.max(m.sealGapM, gapM) }),
}

import type { RotatingSpec } from '../rotating'
import { lengthField, angleField, countField, hubField, rowFields } from '../field-spec'
import { turnsBack } from '../shapes'
import { checkBlades } from '../refuse'
import { ROWS, feed, load, mm } from '../start'

export const axialSpec: RotatingSpec<'axial'> = {
  words: {
    name: 'axial stages',
    how: 'Rotors on one shaft, stators between that turn the air back.',
    difficulty: 5,
    make: 'many parts in order, small gaps, true shaft',
    hazard: 'rubbing tips throw pieces',
  },
  fields: [
    countField('Stages', 'stages', 'Stages', 'stages'),
    angleField('Stages', 'statorAngleRad', 'Stator outlet angle', 'bladeAngleRad', {
      note: 'the air leaves the stators along it',
    }),
    lengthField('Stages', 'tipClearanceM', 'Gap over the tips', 'gapClearanceM'),
    ...rowFields,
    hubField,
  ],
  shows: (path, m) => turnsBack(path, m.profile),
  figures: () => ({ family: 'axial', stages: 3, ...structuredClone(ROWS) }),
  feed: feed(1 * mm, 12, 25, 2 * mm, 6 * mm),
  load: load('spindle', 12000, 4),
  spanM: 60 * mm,
  leastGaugePressurePa: 50e3,
  alsoInWind: true,
  supply: { kind: 'compressor', gaugePressurePa: 60e3 },
  check: (m, refuse) => checkBlades(refuse, m, m.bladeHeightM),
  fitted: [
    ['nozzle.throatDiameterM', 0.5, 3],
    ['machine.meanRadiusM', 0.8, 2.2],
    ['machine.stages', 0.34, 1.4],
  ],
  asMade: (m, { gapM }) => ({ ...m, tipClearanceM: Math.max(m.tipClearanceM, gapM) }),
}

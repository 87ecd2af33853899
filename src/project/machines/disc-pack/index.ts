import type { RotatingSpec } from '../rotating'
import { numberField, lengthField, angleField, countField, hubField } from '../field-spec'
import { mmWords } from '../refuse'
import { PRINT, feed, load, mm } from '../start'

export const discPackSpec: RotatingSpec<'disc-pack'> = {
  words: {
    name: 'disc pack',
    how: 'Air drags thin discs round as it spirals in.',
    difficulty: 2,
    make: 'flat discs with even gaps, balance',
    hazard: 'thin discs burst or rub',
  },
  fields: [
    countField('Discs', 'discs', 'Discs', 'discs'),
    lengthField('Discs', 'gapWidthM', 'Gap between', 'gapWidthM'),
    lengthField('Discs', 'discThicknessM', 'Disc thickness', 'sheetM'),
    lengthField('Discs', 'outerRadiusM', 'Outer radius', 'wheelRadiusM', 1 * mm),
    lengthField('Discs', 'innerRadiusM', 'Outlet radius', 'outletRadiusM', 0.5 * mm),
    numberField('Discs', 'outletShare', 'Open share of the outlet', 'share', 'share', 0.05),
    angleField('Discs', 'coneAngleRad', 'Slope of the cones', 'coneAngleRad', { note: '0° for flat discs' }),
    lengthField('Casing', 'clearanceM', 'Gap round the rim', 'gapClearanceM'),
    hubField,
  ],
  figures: () => ({
    family: 'disc-pack',
    discs: 10,
    gapWidthM: 0.6 * mm,
    discThicknessM: 1.2 * mm,
    outerRadiusM: 30 * mm,
    innerRadiusM: 11 * mm,
    outletShare: 0.5,
    coneAngleRad: 0,
    clearanceM: 0.5 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  }),
  feed: feed(1.8 * mm, 2, 10, 2 * mm, 6 * mm),
  load: load('spindle', 8000, 2),
  spanM: 44 * mm,
  leastGaugePressurePa: 50e3,
  supply: { kind: 'compressor', gaugePressurePa: 40e3 },
  check: (m, refuse) => {
    if (m.innerRadiusM > 0.85 * m.outerRadiusM)
      refuse('innerRadiusM', `the outlet holes must end well inside the rim at ${mmWords(m.outerRadiusM)}`)
    if (m.innerRadiusM < m.hubRadiusM + 1e-3)
      refuse('innerRadiusM', `the outlet holes need at least 1 mm outside the hub of ${mmWords(m.hubRadiusM)}`)
  },
  fitted: [
    ['nozzle.throatDiameterM', 0.5, 6],
    ['machine.outerRadiusM', 0.8, 2.4],
    ['machine.gapWidthM', 0.8, 3],
    ['machine.innerRadiusM', 0.8, 2.4],
    ['machine.outletShare', 0.8, 1.4],
  ],
  asMade: (m, { gapM, thinnestM }) => ({
    ...m,
    clearanceM: Math.max(m.clearanceM, gapM),
    discThicknessM: Math.max(m.discThicknessM, thinnestM),
  }),
}

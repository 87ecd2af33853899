import type { RotatingSpec } from '../rotating'
import { lengthField, angleField, countField, choiceField, discField, hubField } from '../field-spec'
import { mmWords } from '../refuse'
import { PRINT, deg, feed, load, mm } from '../start'

export const radialSpec: RotatingSpec<'radial-inflow'> = {
  words: {
    name: 'radial inflow turbine',
    how: 'Air spirals in and leaves through the middle.',
    difficulty: 4,
    make: 'curved wheel, volute, small gap to the shroud',
    hazard: 'high speed; one bearing wobbles until it breaks',
  },
  fields: [
    choiceField('Feed', 'feed', 'Air comes by', [
      { value: 'volute', label: 'a volute' },
      { value: 'box', label: 'slots of a box' },
    ]),
    lengthField('Rotor', 'inletRadiusM', 'Inlet radius', 'wheelRadiusM', 1 * mm),
    lengthField('Rotor', 'inletWidthM', 'Inlet width', 'inletWidthM', 0.2 * mm),
    lengthField('Rotor', 'outletTipRadiusM', 'Outlet, outer radius', 'outletRadiusM', 0.5 * mm),
    lengthField('Rotor', 'outletHubRadiusM', 'Outlet, hub radius', 'hubRadiusM', 0.5 * mm),
    angleField('Rotor', 'outletAngleRad', 'Outlet blade angle', 'bladeAngleRad'),
    countField('Rotor', 'bladeCount', 'Blades', 'bladeCount'),
    lengthField('Rotor', 'bladeThicknessM', 'Blade thickness', 'bladeThicknessM'),
    lengthField('Rotor', 'clearanceM', 'Gap to the shroud', 'gapClearanceM'),
    discField,
    { ...hubField, label: 'Bore radius' },
  ],
  figures: () => ({
    family: 'radial-inflow',
    feed: 'volute',
    inletRadiusM: 30 * mm,
    inletWidthM: 4 * mm,
    outletTipRadiusM: 15 * mm,
    outletHubRadiusM: 5 * mm,
    outletAngleRad: 40 * deg,
    bladeCount: 11,
    bladeThicknessM: 1.2 * mm,
    clearanceM: 0.4 * mm,
    discThicknessM: 4 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  }),
  feed: feed(2.4 * mm, 2, 15, 2 * mm, 8 * mm),
  load: load('spindle', 18000, 4),
  spanM: 42 * mm,
  leastGaugePressurePa: 50e3,
  supply: { kind: 'compressor', gaugePressurePa: 22e3 },
  check: (m, refuse) => {
    if (m.outletTipRadiusM > 0.9 * m.inletRadiusM)
      refuse(
        'outletTipRadiusM',
        `the outlet must end at least a tenth inside the inlet radius of ${mmWords(m.inletRadiusM)}`,
      )
    if (m.outletHubRadiusM > m.outletTipRadiusM - 1e-3)
      refuse('outletHubRadiusM', 'the outlet needs at least 1 mm between hub and tip')
    if (m.hubRadiusM > m.outletHubRadiusM)
      refuse('hubRadiusM', 'the bore cannot be wider than the hub that stands in the outlet')
    if (
      (m.bladeCount * m.bladeThicknessM) / Math.sin(m.outletAngleRad) >
      0.8 * Math.PI * (m.outletTipRadiusM + m.outletHubRadiusM)
    )
      refuse('bladeCount', 'so many blades of this thickness close the outlet')
  },
  fitted: [
    ['nozzle.throatDiameterM', 0.4, 2.6],
    ['machine.inletRadiusM', 0.8, 2],
    ['machine.inletWidthM', 0.6, 2],
  ],
  asMade: (m, { gapM }) => ({ ...m, clearanceM: Math.max(m.clearanceM, gapM) }),
}

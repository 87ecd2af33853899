import type { RotatingSpec } from '../rotating'
import { numberField, lengthField, angleField, countField, discField, hubField, rimFields } from '../field-spec'
import { closeCasing, turnsBack } from '../shapes'
import { checkBlades } from '../refuse'
import { BLADED, deg, feed, load, mm } from '../start'

export const turbineCompressorSpec: RotatingSpec<'turbine-compressor'> = {
  words: {
    name: 'turbine with a compressor',
    how: 'A jet-driven rotor turns an impeller on the same shaft.',
    difficulty: 5,
    make: 'balanced wheels, sealed halves',
    hazard: 'tips rub and shed pieces; a balloon may burst',
  },
  fields: [
    ...rimFields.map((f) => (f.group === 'Blades' ? { ...f, group: 'Turbine blades' } : f)),
    discField,
    hubField,
    lengthField('Impeller', 'machine.impeller.tipRadiusM', 'Tip radius', 'wheelRadiusM', 1 * mm),
    lengthField('Impeller', 'machine.impeller.eyeRadiusM', 'Eye radius', 'outletRadiusM', 0.5 * mm),
    lengthField('Impeller', 'machine.impeller.tipWidthM', 'Width at the tip', 'inletWidthM', 0.2 * mm),
    countField('Impeller', 'machine.impeller.blades', 'Blades', 'impellerBlades'),
    angleField('Impeller', 'machine.impeller.backsweepRad', 'Backsweep', 'backsweepRad'),
    lengthField('Impeller', 'machine.impeller.clearanceM', 'Gap to the housing', 'gapClearanceM'),
    countField('Impeller', 'machine.impeller.stages', 'Stages', 'impellerStages'),
    numberField('Impeller', 'machine.impeller.efficiency', 'Efficiency, estimate', 'share', 'efficiency', 0.02),
    lengthField('Impeller', 'deliveryDiameterM', 'Delivery hole', 'deliveryM', 0.2 * mm),
  ],
  shows: (path, m) => (path === 'machine.casing.clearanceM' ? m.casing.kind === 'close' : turnsBack(path, m.profile)),
  figures: () => ({
    family: 'turbine-compressor',
    ...structuredClone(BLADED),
    casing: { kind: 'close', clearanceM: 1 * mm },
    impeller: {
      tipRadiusM: 42 * mm,
      eyeRadiusM: 11 * mm,
      tipWidthM: 2 * mm,
      blades: 12,
      backsweepRad: 30 * deg,
      efficiency: 0.5,
      clearanceM: 0.25 * mm,
      stages: 2,
    },
    deliveryDiameterM: 3.5 * mm,
  }),
  feed: feed(1.2 * mm, 2, 18, 3 * mm, 6 * mm),
  load: load('impeller', 15000, 4),
  leastGaugePressurePa: 100e3,
  supply: { kind: 'compressor', gaugePressurePa: 350e3 },
  check: (m, refuse) => {
    checkBlades(refuse, m, m.bladeDepthM)
    if (m.impeller.eyeRadiusM > 0.75 * m.impeller.tipRadiusM)
      refuse(['impeller', 'eyeRadiusM'], 'the eye must be within three quarters of the tip radius')
  },
  fitted: [
    ['nozzle.throatDiameterM', 0.5, 2],
    ['machine.meanRadiusM', 0.8, 1.6],
    ['nozzle.count', 0.5, 1.5],
  ],
  asMade: (m, { gapM }) => ({
    ...closeCasing(m, gapM),
    impeller: { ...m.impeller, clearanceM: Math.max(m.impeller.clearanceM, gapM) },
  }),
}

import { stackCapture } from '../../../core/machines'
import type { RotatingSpec } from '../rotating'
import { lengthField, angleField, countField, hubField, rowFields } from '../field-spec'
import { turnsBack } from '../shapes'
import { checkBlades } from '../refuse'
import { ROWS, deg, feed, load, mm } from '../start'

export const windStackSpec: RotatingSpec<'wind-stack'> = {
  words: {
    name: 'wind stack',
    how: 'Slanted vanes catch wind from any side for one small wheel.',
    difficulty: 2,
    make: 'big but simple prints or sheets',
    hazard: 'falls over in a storm',
  },
  fields: [
    lengthField('Stack', 'stackRadiusM', 'Radius', 'stackRadiusM', 10 * mm),
    lengthField('Stack', 'stackHeightM', 'Height', 'stackHeightM', 10 * mm),
    countField('Stack', 'stackVanes', 'Vanes', 'stackVanes'),
    angleField('Stack', 'vaneSlantRad', 'Slant of the vanes', 'slantRad'),
    ...rowFields.map((f) => (f.group === 'Blades' ? { ...f, group: 'Wheel' } : f)),
    lengthField('Wheel', 'tipClearanceM', 'Gap over the tips', 'gapClearanceM'),
    hubField,
  ],
  shows: (path, m) => turnsBack(path, m.profile),
  figures: () => ({
    family: 'wind-stack',
    stages: 1,
    ...structuredClone(ROWS),
    meanRadiusM: 32 * mm,
    bladeHeightM: 18 * mm,
    chordM: 12 * mm,
    bladeCount: 9,
    bladeThicknessM: 1.6 * mm,
    inletAngleRad: 60 * deg,
    outletAngleRad: 32 * deg,
    tipClearanceM: 0.8 * mm,
    hubRadiusM: 9 * mm,
    stackRadiusM: 105 * mm,
    stackHeightM: 330 * mm,
    stackVanes: 12,
    vaneSlantRad: 45 * deg,
  }),
  feed: feed(20 * mm, 9, 32, 5 * mm, 24 * mm),
  load: load('small generator', 600, 0.04),
  leastGaugePressurePa: 0,
  bearing: { classId: '623', diameterM: 3 * mm },
  spanM: 36 * mm,
  // the vanes' own area and what their slant leaves of it stand for the supply's figures
  caught: (m, supply) =>
    supply.kind === 'wind'
      ? { ...supply, areaM2: 2 * m.stackRadiusM * m.stackHeightM, capture: stackCapture(m) }
      : supply,
  supply: { kind: 'wind' },
  check: (m, refuse) => {
    checkBlades(refuse, m, m.bladeHeightM)
    if (m.meanRadiusM + m.bladeHeightM / 2 > m.stackRadiusM) refuse('stackRadiusM', 'the wheel must fit into the stack')
  },
  fitted: [
    ['machine.bladeHeightM', 0.6, 1.4],
    ['machine.meanRadiusM', 0.8, 1.4],
    ['nozzle.throatDiameterM', 0.6, 1.4],
  ],
  asMade: (m, { gapM, bedM }) => {
    // tiers as wide as the bed, the wheel and its ring inside them
    const size = Math.min(1, (0.49 * bedM) / m.stackRadiusM)
    return {
      ...m,
      tipClearanceM: Math.max(m.tipClearanceM, gapM),
      stackRadiusM: size * m.stackRadiusM,
      stackHeightM: size * m.stackHeightM,
      meanRadiusM: size * m.meanRadiusM,
      bladeHeightM: size * m.bladeHeightM,
      chordM: size * m.chordM,
    }
  },
}

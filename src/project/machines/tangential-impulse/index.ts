import type { RotatingSpec } from '../rotating'
import { discField, hubField, rimFields } from '../field-spec'
import { closeCasing, turnsBack } from '../shapes'
import { checkBlades } from '../refuse'
import { BLADED, feed, load, mm } from '../start'

export const tangentialSpec: RotatingSpec<'tangential-impulse'> = {
  words: {
    name: 'tangential impulse rotor',
    how: 'Jets push blades round a rim.',
    difficulty: 1,
    make: 'one disc, one drilled insert',
    hazard: 'blades thrown off at high speed',
  },
  fields: [...rimFields, discField, hubField],
  shows: (path, m) => (path === 'machine.casing.clearanceM' ? m.casing.kind === 'close' : turnsBack(path, m.profile)),
  figures: () => ({ family: 'tangential-impulse', ...structuredClone(BLADED) }),
  feed: feed(1.5 * mm, 1, 18, 4 * mm, 6 * mm),
  load: load('spindle', 10000, 6),
  leastGaugePressurePa: 100e3,
  supply: { kind: 'compressor', gaugePressurePa: 350e3 },
  check: (m, refuse) => checkBlades(refuse, m, m.bladeDepthM),
  fitted: [
    ['nozzle.throatDiameterM', 0.5, 2.2],
    ['machine.meanRadiusM', 0.7, 2.2],
    ['nozzle.count', 1, 3],
  ],
  asMade: (m, { gapM }) => closeCasing(m, gapM),
}

import type { Unfair } from '../project/compare'
import { q } from './tokens'

// eslint-disable-next-line @typescript-eslint/no-explicit-any
const UNFAIR: Readonly<Record<Unfair['code'], (values: any) => string>> = {
  pressure: ({ aPa, bPa }) =>
    `The pressures differ: ${q('gaugePressure', aPa)} against ${q('gaugePressure', bPa)}. Repeat one of them at the other’s pressure.`,
  'pressure-within': ({ name, leastPa, mostPa }) =>
    `The runs of ${name} were taken at different pressures (${q('gaugePressure', leastPa)} to ${q('gaugePressure', mostPa)}).`,
  room: ({ byK }) => `The room differed by ${Math.round(byK)} K.`,
  rig: () => 'They were measured on different rigs: an error of one flywheel shows as a difference between rotors.',
  'many-changes': ({ count, what }) =>
    `${count} things were changed at once (${what}): which of them did it cannot be told.`,
}

/** Why two sides do not compare. */
export const unfairWords = ({ code, values }: Unfair): string => UNFAIR[code](values)

import { RPM as rpm } from '../../core/units/rotation'
import { STANDARD_GRAVITY } from '../../core/units/gravity'

/** What the signal column of a recording can hold. */
export type SignalKind = 'count' | 'pulse-times' | 'speed' | 'force'

/** Stands for a unit that the file does not tell and the maker has not chosen: it is asked for, never guessed. */
export const UNKNOWN_UNIT = ''

/** Units a speed signal without one in its header may be in. */
export const SPEED_UNITS: Readonly<Record<string, number>> = { rpm, 'rad/s': 1, Hz: 2 * Math.PI }
/** The same for a force; a scale's grams are weights. */
export const FORCE_UNITS: Readonly<Record<string, number>> = {
  N: 1,
  g: 1e-3 * STANDARD_GRAVITY,
  kg: STANDARD_GRAVITY,
  lbf: 0.45359237 * STANDARD_GRAVITY,
}

/** Of a signal that has a unit: what kind it is of, and the units to choose from where its header tells none. */
export const UNITS_OF: Readonly<
  Partial<Record<SignalKind, { kind: 'rotation' | 'force'; units: Readonly<Record<string, number>> }>>
> = {
  speed: { kind: 'rotation', units: SPEED_UNITS },
  force: { kind: 'force', units: FORCE_UNITS },
}

import { RPM as rpm } from '../../core/units/rotation'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
import { absoluteId, unitCalled, type HeaderUnit } from './units'

/** Stands for a unit that the file does not tell and the maker has not chosen: it is asked for, never guessed. */
export const UNKNOWN_UNIT = ''

/** What a column holds: a quantity with its unit, or a bare number. */
export type Quantity = HeaderUnit['kind']

/**
 * Units to choose from where a header tells none, and what one of each is in SI; a scale's grams are weights. Of a
 * quantity without any a column is a bare number.
 */
const PRESSURES = Object.fromEntries(['kPa', 'bar', 'psi', 'mbar'].map((id) => [id, unitCalled(id)?.si ?? NaN]))
export const UNITS_OF: Readonly<Partial<Record<Quantity, Readonly<Record<string, number>>>>> = {
  time: { s: 1, ms: 1e-3, us: 1e-6 },
  rotation: { rpm, 'rad/s': 1, Hz: 2 * Math.PI },
  force: { N: 1, g: 1e-3 * STANDARD_GRAVITY, kg: STANDARD_GRAVITY, lbf: 0.45359237 * STANDARD_GRAVITY },
  length: { mm: 1e-3, cm: 1e-2, m: 1 },
  pressure: { ...PRESSURES, ...Object.fromEntries(Object.entries(PRESSURES).map(([id, si]) => [absoluteId(id), si])) },
  voltage: { V: 1, mV: 1e-3 },
  current: { A: 1, mA: 1e-3 },
}

/** A column that a method reads. */
export interface Role {
  readonly id: string
  /** Its name, as a label. */
  readonly label: string
  readonly of: Quantity
  /** What the quantity is called in a sentence: “no {word}”. */
  readonly word: string
  /** Headers that look like it. */
  readonly like: RegExp
  /** The method does without it. */
  readonly optional?: boolean
  /** When each row was read, or when each mark came; a time that was itself measured has none. */
  readonly clock?: 'rows' | 'marks'
  /** In that unit where neither header nor maker says another; asked for otherwise. */
  readonly plain?: string
}

export const TIME: Role = {
  id: 'time',
  label: 'Time',
  of: 'time',
  word: 'time',
  like: /time|zeit|temps|tiempo|^t$/i,
  plain: 's',
  clock: 'rows',
}
export const PRESSURE: Role = {
  id: 'pressure',
  label: 'Pressure',
  of: 'pressure',
  word: 'pressure',
  like: /press|druck|supply|bar|psi|kpa/i,
  optional: true,
}

/** Columns of a brake's readings, one a row. */
export const BRAKE_ROLES: readonly Role[] = [
  { id: 'scale', label: 'Scale', of: 'force', word: 'force', like: /scale|force|load|kraft|waage|weight/i },
  {
    id: 'speed',
    label: 'Speed',
    of: 'rotation',
    word: 'speed or frequency',
    like: /speed|rpm|freq|coil|drehzahl|omega/i,
  },
  { id: 'arm', label: 'Arm', of: 'length', word: 'length', like: /arm|lever|hebel/i, optional: true },
  PRESSURE,
]
const WEIGHT: Role = {
  id: 'weight',
  label: 'Weight',
  of: 'force',
  word: 'force',
  like: /weight|hung|mass|gewicht|load/i,
}
/** Columns of a rope that rubs between a weight and a balance, one reading a row. */
export const ROPE_ROLES: readonly Role[] = [
  WEIGHT,
  { id: 'scale', label: 'Balance', of: 'force', word: 'force', like: /balance|scale|spring|slack|waage/i },
  {
    id: 'speed',
    label: 'Speed',
    of: 'rotation',
    word: 'speed or frequency',
    like: /speed|rpm|freq|coil|drehzahl|omega/i,
  },
  PRESSURE,
]
/** Columns of weights that are wound up, one a row. */
export const LIFT_ROLES: readonly Role[] = [
  WEIGHT,
  { id: 'height', label: 'Height', of: 'length', word: 'length', like: /height|rise|lift|way|h(ö|oe)he/i },
  { ...TIME, label: 'Time it took', clock: undefined },
  PRESSURE,
]
/** Columns of a generator's readings, one a row. */
export const GENERATOR_ROLES: readonly Role[] = [
  { id: 'voltage', label: 'Voltage', of: 'voltage', word: 'voltage', like: /volt|spannung|^u$|^v$/i },
  { id: 'current', label: 'Current', of: 'current', word: 'current', like: /current|amp|strom|^i$/i },
  {
    id: 'speed',
    label: 'Speed',
    of: 'rotation',
    word: 'speed or frequency',
    like: /speed|rpm|freq|phase|drehzahl|omega/i,
  },
  PRESSURE,
]
/** Columns of a vessel's fall. */
export const TANK_ROLES: readonly Role[] = [
  TIME,
  { ...PRESSURE, label: 'Vessel’s pressure', like: /tank|vessel|bottle|press|druck/i, optional: false },
]

/** Columns of a regulator's readings before holes of known size, one a row. */
export const DROOP_ROLES: readonly Role[] = [
  { id: 'hole', label: 'Hole', of: 'length', word: 'length', like: /hole|orifice|bore|dia|loch|d_?mm/i },
  {
    ...PRESSURE,
    label: 'Outlet’s pressure',
    like: /out|behind|after|regulated|aus/i,
    optional: false,
  },
  { ...PRESSURE, id: 'source', label: 'Source’s pressure', like: /source|tank|inlet|before|vessel|bottle|ein/i },
]

/** Columns of a bottle that runs down through a machine. */
export const RUN_DOWN_ROLES: readonly Role[] = [
  TIME,
  {
    id: 'speed',
    label: 'Speed',
    of: 'rotation',
    word: 'speed or frequency',
    like: /speed|rpm|freq|drehzahl|omega/i,
  },
  { ...PRESSURE, label: 'Bottle’s pressure', like: /tank|vessel|bottle|press|druck/i },
  { id: 'thrust', label: 'Thrust', of: 'force', word: 'force', like: /thrust|force|load|kraft|schub/i, optional: true },
]

/** What the signal column of a trace can hold. */
export type SignalKind = 'count' | 'pulse-times' | 'speed' | 'force'

const SIGNALS: Readonly<Record<Exclude<SignalKind, 'pulse-times'>, Omit<Role, 'id'>>> = {
  count: { label: 'Count', of: 'count', word: 'count', like: /count|ticks|encoder|pulse|angle/i },
  speed: { label: 'Speed', of: 'rotation', word: 'speed of turning', like: /speed|rpm|drehzahl|omega/i },
  force: { label: 'Force', of: 'force', word: 'force', like: /thrust|force|load|scale|kraft|weight/i },
}

/** Running numbers of marks, by which a device tells how many of them never arrived. */
const NUMBER: Role = {
  id: 'number',
  label: 'Number of the mark',
  of: 'count',
  word: 'count',
  like: /mark_?n|number|nr/i,
  optional: true,
}

/**
 * Columns of a trace: time and what was read, pressure where it was recorded. Times of marks are their own signal, and
 * may be numbered.
 */
export const traceRoles = (signal: SignalKind): readonly Role[] =>
  signal === 'pulse-times'
    ? [{ ...TIME, clock: 'marks' }, NUMBER, PRESSURE]
    : [TIME, { id: 'signal', ...SIGNALS[signal] }, PRESSURE]

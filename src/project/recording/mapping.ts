import { RPM as rpm } from '../../core/units/rotation'
import { angleOfCounts, angleOfPulses, angleOfSpeed, type PressureTrace, type RepairedTrace } from '../../core/bench'
import type { Rig, TableMapping } from '../document'
import type { Table, TableColumn } from './parse-table'
import { splitHeader } from './units'

const TIME_SI = { s: 1, ms: 1e-3, us: 1e-6 } as const

/** Units a speed signal without one in its header may be in. */
export const SPEED_UNITS: Readonly<Record<string, number>> = { rpm, 'rad/s': 1, Hz: 2 * Math.PI }

export type SignalKind = Rig['signal']

/** Stands for a unit that the file does not tell and the maker has not chosen: it is asked for, never guessed. */
export const UNKNOWN_UNIT = ''

const nameLike = (column: TableColumn, pattern: RegExp) => pattern.test(column.name) || pattern.test(column.header)

/** A first guess of which column is what; the maker confirms it. */
export function guessMapping(columns: readonly TableColumn[], signal: SignalKind): TableMapping {
  const time =
    columns.find((c) => c.unit?.kind === 'time') ??
    columns.find((c) => nameLike(c, /time|zeit|temps|tiempo|^t$/i)) ??
    columns[0]
  const wanted = signal === 'speed' ? /speed|rpm|drehzahl|omega/i : /count|ticks|encoder|pulse|angle/i
  const rest = columns.filter((c) => c !== time)
  const found =
    signal === 'pulse-times'
      ? time
      : (rest.find((c) => c.unit?.kind === (signal === 'speed' ? 'rotation' : 'count')) ??
        rest.find((c) => nameLike(c, wanted)) ??
        rest.find((c) => c.unit?.kind !== 'pressure') ??
        time)
  const pressure = rest.find((c) => c.unit?.kind === 'pressure')
  return {
    kind: 'table',
    dialect: null,
    timeColumn: time.header,
    signalColumn: found.header,
    pressureColumn: pressure?.header ?? null,
    timeUnit: 's',
    signalUnit: signal === 'speed' ? (found.unit?.kind === 'rotation' ? found.unit.id : UNKNOWN_UNIT) : 'count',
  }
}

export type MappedTrace =
  | {
      readonly ok: true
      readonly trace: RepairedTrace
      readonly pressurePa: { readonly mean: number; readonly least: number; readonly most: number } | null
      readonly pressure: PressureTrace | null
    }
  | { readonly ok: false; readonly message: string }

/** Column by header, or by its name without unit. */
const columnOf = (table: Table, header: string) =>
  table.columns.find((c) => c.header === header) ?? table.columns.find((c) => c.name === splitHeader(header).name)

/** Rotor angle against time from the mapped columns of a table. */
export function mapTrace(
  table: Table,
  mapping: TableMapping,
  rig: Pick<Rig, 'signal' | 'countsPerTurn' | 'sensorOn' | 'speedRatio'>,
  roomPaAbs = 101_325,
): MappedTrace {
  const time = columnOf(table, mapping.timeColumn)
  const signal = columnOf(table, mapping.signalColumn)
  const known = table.columns.map((c) => c.header).join(', ')
  if (!time)
    return {
      ok: false,
      message: `There is no column “${mapping.timeColumn}”; the file has ${known}. Choose the time column.`,
    }
  if (!signal)
    return {
      ok: false,
      message: `There is no column “${mapping.signalColumn}”; the file has ${known}. Choose the signal column.`,
    }
  if (rig.signal !== 'pulse-times' && time === signal)
    return {
      ok: false,
      message:
        'Time and signal are the same column. Choose another column for the signal, or a rig that records times of pulses.',
    }
  const fault = unitFault(rig.signal, time, signal, mapping)
  if (fault) return { ok: false, message: fault }
  const timeS = time.unit ? time.values : time.values.map((t) => t * TIME_SI[mapping.timeUnit])
  const turns = rig.sensorOn === 'rotor' ? 1 : 1 / rig.speedRatio
  const scale = { countsPerTurn: rig.countsPerTurn, rotorTurnsPerSensorTurn: turns }
  const pressure = mapping.pressureColumn ? columnOf(table, mapping.pressureColumn) : undefined
  if (pressure && pressure.unit?.kind !== 'pressure')
    return {
      ok: false,
      message: `The pressure column “${pressure.header}” ${pressure.unit ? `is in ${pressure.unit.id}, which is no pressure` : 'has no unit in its header'}. Choose a column with kPa, bar or psi in its header, or none.`,
    }
  const gaugePa = pressure && (isAbsolute(pressure) ? pressure.values.map((v) => v - roomPaAbs) : pressure.values)
  return {
    ok: true,
    trace: traceOf(rig.signal, timeS, signal, mapping, scale),
    pressurePa: gaugePa ? pressureSummary(gaugePa) : null,
    pressure: gaugePa ? { timeS, gaugePa } : null,
  }
}

/** A header that says absolute: the room's pressure comes off. */
const isAbsolute = (column: TableColumn): boolean => /(^|[^a-z])abs(olute)?([^a-z]|$)/i.test(column.header)

/** What is wrong with the units of the mapped columns, and what to do; null when they can be what they are taken for. */
function unitFault(kind: SignalKind, time: TableColumn, signal: TableColumn, mapping: TableMapping): string | null {
  if (time.unit && time.unit.kind !== 'time')
    return `The time column “${time.header}” is in ${time.unit.id}, which is no time. Choose another column.`
  if (kind === 'pulse-times') return null
  if (kind === 'count')
    return signal.unit && signal.unit.kind !== 'count'
      ? `The column “${signal.header}” is in ${signal.unit.id}, which is no count. Choose the column of counts, or say in the rig what it records.`
      : null
  if (signal.unit)
    return signal.unit.kind === 'rotation'
      ? null
      : `The column “${signal.header}” is in ${signal.unit.id}, which is no speed of turning. Choose the column of speeds.`
  return SPEED_UNITS[mapping.signalUnit]
    ? null
    : `Nothing says what unit “${signal.header}” is in. Choose ${Object.keys(SPEED_UNITS).join(', ')}.`
}

function traceOf(
  kind: SignalKind,
  timeS: Float64Array,
  signal: TableColumn,
  mapping: TableMapping,
  scale: { countsPerTurn: number; rotorTurnsPerSensorTurn: number },
): RepairedTrace {
  if (kind === 'pulse-times') return angleOfPulses(timeS, scale)
  if (kind === 'count') return angleOfCounts(timeS, signal.values, scale)
  const si = signal.unit ? 1 : SPEED_UNITS[mapping.signalUnit]
  return angleOfSpeed(
    timeS,
    signal.values.map((v) => v * si),
    scale.rotorTurnsPerSensorTurn,
  )
}

function pressureSummary(values: Float64Array): { mean: number; least: number; most: number } {
  let sum = 0
  let least = Infinity
  let most = -Infinity
  for (const v of values) {
    sum += v
    least = Math.min(least, v)
    most = Math.max(most, v)
  }
  return { mean: sum / values.length, least, most }
}

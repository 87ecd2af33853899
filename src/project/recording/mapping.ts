import { angleOfCounts, angleOfPulses, angleOfSpeed, type PressureTrace, type RepairedTrace } from '../../core/bench'
import type { FlywheelRig, TableMapping } from '../document'
import type { Table, TableColumn } from './parse-table'
import { SPEED_UNITS, UNITS_OF, UNKNOWN_UNIT, type SignalKind } from './signals'
import { splitHeader } from './units'

const TIME_SI = { s: 1, ms: 1e-3, us: 1e-6 } as const

const nameLike = (column: TableColumn, pattern: RegExp) => pattern.test(column.name) || pattern.test(column.header)

/** A first guess of which column is what; the maker confirms it. */
export function guessMapping(columns: readonly TableColumn[], signal: SignalKind): TableMapping {
  const time =
    columns.find((c) => c.unit?.kind === 'time') ??
    columns.find((c) => nameLike(c, /time|zeit|temps|tiempo|^t$/i)) ??
    columns[0]
  const wanted =
    signal === 'speed'
      ? /speed|rpm|drehzahl|omega/i
      : signal === 'force'
        ? /thrust|force|load|scale|kraft|weight/i
        : /count|ticks|encoder|pulse|angle/i
  const own = UNITS_OF[signal]?.kind
  const rest = columns.filter((c) => c !== time)
  const found =
    signal === 'pulse-times'
      ? time
      : (rest.find((c) => c.unit?.kind === (own ?? 'count')) ??
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
    signalUnit: own ? (found.unit?.kind === own ? found.unit.id : UNKNOWN_UNIT) : 'count',
  }
}

export interface PressureSummary {
  readonly mean: number
  readonly least: number
  readonly most: number
}

export type MappedTrace =
  | {
      readonly ok: true
      readonly trace: RepairedTrace
      readonly pressurePa: PressureSummary | null
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
  rig: Pick<FlywheelRig, 'signal' | 'countsPerTurn' | 'sensorOn' | 'speedRatio'>,
  roomPaAbs = 101_325,
): MappedTrace {
  const columns = columnsOf(table, mapping)
  if (!columns.ok) return columns
  const { time, signal } = columns
  if (rig.signal !== 'pulse-times' && time === signal)
    return {
      ok: false,
      message:
        'Time and signal are the same column. Choose another column for the signal, or a rig that records times of pulses.',
    }
  const fault = unitFault(rig.signal, time, signal, mapping)
  if (fault) return { ok: false, message: fault }
  const timeS = timeOf(time, mapping)
  const turns = rig.sensorOn === 'rotor' ? 1 : 1 / rig.speedRatio
  const scale = { countsPerTurn: rig.countsPerTurn, rotorTurnsPerSensorTurn: turns }
  const pressure = pressureOf(table, mapping, roomPaAbs)
  if (!pressure.ok) return pressure
  const { gaugePa, summary } = pressure
  return {
    ok: true,
    trace: traceOf(rig.signal, timeS, signal, mapping, scale),
    pressurePa: summary,
    pressure: gaugePa ? { timeS, gaugePa } : null,
  }
}

/** The columns of time and signal, or which of them the file does not have. */
export function columnsOf(
  table: Table,
  mapping: TableMapping,
): { ok: true; time: TableColumn; signal: TableColumn } | { ok: false; message: string } {
  const time = columnOf(table, mapping.timeColumn)
  const signal = columnOf(table, mapping.signalColumn)
  const known = table.columns.map((c) => c.header).join(', ')
  const missing = (what: string, header: string) =>
    ({
      ok: false,
      message: `There is no column “${header}”; the file has ${known}. Choose the ${what} column.`,
    }) as const
  if (!time) return missing('time', mapping.timeColumn)
  if (!signal) return missing('signal', mapping.signalColumn)
  return { ok: true, time, signal }
}

/** Seconds, by the header's unit or the one that was chosen. */
export const timeOf = (time: TableColumn, mapping: TableMapping): Float64Array =>
  time.unit ? time.values : time.values.map((t) => t * TIME_SI[mapping.timeUnit])

/** Gauge pressure where it was recorded, and its mean and ends; what is wrong with its column otherwise. */
export function pressureOf(
  table: Table,
  mapping: TableMapping,
  roomPaAbs: number,
): { ok: true; gaugePa: Float64Array | null; summary: PressureSummary | null } | { ok: false; message: string } {
  const pressure = mapping.pressureColumn ? columnOf(table, mapping.pressureColumn) : undefined
  if (!pressure) return { ok: true, gaugePa: null, summary: null }
  if (pressure.unit?.kind !== 'pressure')
    return {
      ok: false,
      message: `The pressure column “${pressure.header}” ${pressure.unit ? `is in ${pressure.unit.id}, which is no pressure` : 'has no unit in its header'}. Choose a column with kPa, bar or psi in its header, or none.`,
    }
  const gaugePa = isAbsolute(pressure) ? pressure.values.map((v) => v - roomPaAbs) : pressure.values
  return { ok: true, gaugePa, summary: pressureSummary(gaugePa) }
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

function pressureSummary(values: Float64Array): PressureSummary {
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

import type { ForceTrace } from '../../core/bench'
import type { TableMapping } from '../document'
import { columnsOf, pressureOf, timeOf, type PressureSummary } from './mapping'
import type { Table } from './parse-table'
import { FORCE_UNITS } from './signals'

export type MappedForce =
  | { readonly ok: true; readonly trace: ForceTrace; readonly pressurePa: PressureSummary | null }
  | { readonly ok: false; readonly message: string }

/** Force against time from the mapped columns of a table; rows without a number in either are left out. */
export function mapForce(table: Table, mapping: TableMapping, roomPaAbs = 101_325): MappedForce {
  const columns = columnsOf(table, mapping)
  if (!columns.ok) return columns
  const { time, signal } = columns
  if (time === signal)
    return { ok: false, message: 'Time and force are the same column. Choose another column for the force.' }
  if (time.unit && time.unit.kind !== 'time')
    return {
      ok: false,
      message: `The time column “${time.header}” is in ${time.unit.id}, which is no time. Choose another column.`,
    }
  if (signal.unit && signal.unit.kind !== 'force')
    return {
      ok: false,
      message: `The column “${signal.header}” is in ${signal.unit.id}, which is no force. Choose the column of the load cell.`,
    }
  const si = signal.unit ? 1 : FORCE_UNITS[mapping.signalUnit]
  if (!si)
    return {
      ok: false,
      message: `Nothing says what unit “${signal.header}” is in. Choose ${Object.keys(FORCE_UNITS).join(', ')}.`,
    }
  const pressure = pressureOf(table, mapping, roomPaAbs)
  if (!pressure.ok) return pressure
  const timeS = timeOf(time, mapping)
  const rows = Array.from(timeS.keys()).filter((i) => Number.isFinite(timeS[i]) && Number.isFinite(signal.values[i]))
  return {
    ok: true,
    trace: { timeS: rows.map((i) => timeS[i]), forceN: rows.map((i) => signal.values[i] * si) },
    pressurePa: pressure.summary,
  }
}

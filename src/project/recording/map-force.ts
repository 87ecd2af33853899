import type { ForceTrace } from '../../core/bench'
import type { TableMapping } from '../document'
import { readRoles, type PressureSummary } from './mapping'
import type { Table } from './table'
import { traceRoles } from './signals'

export type MappedForce =
  | { readonly ok: true; readonly trace: ForceTrace; readonly pressurePa: PressureSummary | null }
  | { readonly ok: false; readonly message: string }

/** Force against time from the mapped columns of a table; rows without a number in either are left out. */
export function mapForce(table: Table, mapping: TableMapping, roomPaAbs = 101_325): MappedForce {
  const read = readRoles(table, mapping, traceRoles('force'), roomPaAbs)
  if (!read.ok) return read
  const { time = [], signal = [] } = read.values
  const rows = Array.from(time.keys()).filter((i) => Number.isFinite(time[i]) && Number.isFinite(signal[i]))
  return {
    ok: true,
    trace: { timeS: rows.map((i) => time[i]), forceN: rows.map((i) => signal[i]) },
    pressurePa: read.pressurePa,
  }
}

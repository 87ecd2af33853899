import { said, type Said } from '../../core/said'
import type { TableMapping } from '../document'
import { spreadStamps } from './cells'
import { columnOf } from './mapping'
import type { Role } from './signals'
import type { Table, TableColumn } from './table'

/** Settled readings that must differ before a table can be told to hold each of them more than once. */
const LEAST_DISTINCT = 3
/** Rows up to which settled readings are looked through for copies: nobody writes down more. */
const MOST_SETTLED = 5000

/** The rows of a table that are named, in that order. */
function pick(table: Table, rows: readonly number[], note: Said): Table {
  const columns = table.columns.map((c) => ({ ...c, values: Float64Array.from(rows, (i) => c.values[i]) }))
  return { ...table, columns, rows: rows.length, notes: [...table.notes, note] }
}

const isCopy = (columns: readonly TableColumn[], i: number): boolean =>
  columns.every(({ values }) => values[i] === values[i - 1])

/** A table that holds each reading the same number of times over can only have been copied: each counts once. */
function onceEach(table: Table, columns: readonly TableColumn[]): Table {
  const count = columns[0]?.values.length ?? 0
  if (count < 2 * LEAST_DISTINCT || count > MOST_SETTLED) return table
  const rows = new Map<string, number[]>()
  for (let i = 0; i < count; i++) {
    const key = columns.map(({ values }) => values[i]).join()
    rows.set(key, [...(rows.get(key) ?? []), i])
  }
  const times = count / rows.size
  if (rows.size < LEAST_DISTINCT || times < 2 || [...rows.values()].some((same) => same.length !== times)) return table
  const first = [...rows.values()].map(([i]) => i)
  return pick(table, first, said('table-copies', { count: count - rows.size }))
}

/** How a clock goes from row to row; null where a row has no time. */
function steps(timeS: Float64Array): { rises: number; falls: number; stays: number } | null {
  let [rises, falls, stays] = [0, 0, 0]
  for (let i = 1; i < timeS.length; i++) {
    const step = timeS[i] - timeS[i - 1]
    if (step > 0) rises++
    else if (step < 0) falls++
    else if (step === 0) stays++
    else return null
  }
  return { rises, falls, stays }
}

/** Copies of the row before taken out, and rows that share a stamp spread up to the next one. */
function ownTimes(table: Table, time: TableColumn, columns: readonly TableColumn[], stamps: number): Table {
  const rows = Array.from(time.values.keys())
  const copies = rows.filter((i) => i > 0 && isCopy(columns, i))
  const shared = rows.length - stamps
  // where a clock is slower than its rows, equal ones are readings that did not change
  if (copies.length > 0 && (copies.length === shared || rows.length < 2 * stamps)) {
    const out = new Set(copies)
    const kept = pick(
      table,
      rows.filter((i) => !out.has(i)),
      said('table-copies', { count: copies.length }),
    )
    return copies.length === shared ? kept : ownTimes(kept, ...timed(kept, time, columns), stamps)
  }
  const values = time.values.slice()
  const usual = spreadStamps(values, 1)
  if (usual === null) return table
  const note =
    usual > 1
      ? said('table-stamps', { header: time.header, rows: usual })
      : said('table-shared', { header: time.header, count: shared })
  return {
    ...table,
    columns: table.columns.map((c) => (c === time ? { ...c, values } : c)),
    notes: [...table.notes, note],
  }
}

/** The same columns of another state of a table. */
const timed = (table: Table, time: TableColumn, columns: readonly TableColumn[]) => {
  const of = ({ header }: TableColumn) => table.columns.filter((c) => c.header === header)
  return [of(time)[0], columns.flatMap(of)] as const
}

/**
 * A table as its readings came: newest first is turned round, copies of a row count once, and rows that share a stamp
 * of a coarse clock are spread up to the next. Marks and what a device sent keep their times. The same table where
 * there is nothing to do, and where the clock falls back on its way.
 */
export function inTime(table: Table, mapping: TableMapping, roles: readonly Role[]): Table {
  if (table.device) return table
  const columnFor = ({ id }: Role) => {
    const mapped = mapping.columns[id] as TableMapping['columns'][string] | undefined
    return mapped && columnOf(table, mapped.header)
  }
  const columns = roles.flatMap((role) => columnFor(role) ?? [])
  const clock = roles.find((role) => role.clock)
  if (!clock) return onceEach(table, columns)
  const time = columnFor(clock)
  const went = time && steps(time.values)
  if (!went) return table
  if (went.falls > 0) {
    if (went.rises > 0) return table
    const back = Array.from(time.values.keys()).reverse()
    return inTime(pick(table, back, said('table-newest-first')), mapping, roles)
  }
  if (went.stays === 0 || clock.clock === 'marks') return table
  return ownTimes(table, time, columns, went.rises + 1)
}

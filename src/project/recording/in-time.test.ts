import { inTime } from './in-time'
import { guessMapping } from './mapping'
import { parseTable } from './parse-table'
import { BRAKE_ROLES, LIFT_ROLES, TANK_ROLES, traceRoles, type Role } from './signals'
import type { Table } from './table'

const read = (lines: readonly string[]): Table => {
  const parsed = parseTable(new TextEncoder().encode(`${lines.join('\n')}\n`))
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
}
const put = (lines: readonly string[], roles: readonly Role[]) => {
  const table = read(lines)
  return inTime(table, guessMapping(table.columns, roles), roles)
}
const columns = (table: Table) => table.columns.map((c) => [...c.values])
const notes = (table: Table) => table.notes.map(({ code, values }) => [code, values.count ?? values.rows ?? null])

const FALL = ['time_s,vessel_kPa', '0.0,600', '0.1,600', '0.2,590', '0.3,581', '0.4,572']

describe('rows by their time', () => {
  test('what rises is left as it is', () => {
    const table = read(FALL)
    expect(inTime(table, guessMapping(table.columns, TANK_ROLES), TANK_ROLES)).toBe(table)
  })
  test('newest first is turned round, every column with it', () => {
    const [head, ...rows] = FALL.map((row, i) => `${row},${i === 0 ? 'room_C' : String(20 + i)}`)
    const table = put([head, ...rows.reverse()], TANK_ROLES)
    expect(columns(table)).toEqual([
      [0, 0.1, 0.2, 0.3, 0.4],
      [600e3, 600e3, 590e3, 581e3, 572e3],
      [21, 22, 23, 24, 25],
    ])
    expect(notes(table)).toEqual([['table-newest-first', null]])
  })
  test('newest marks first are turned round, and keep times that they share', () => {
    const table = put(['time_s', '5', '4', '4', '3'], traceRoles('pulse-times'))
    expect(columns(table)).toEqual([[3, 4, 4, 5]])
  })
  test('a clock that falls back on its way is left to who knows what it means', () => {
    const table = put([...FALL, ...FALL.slice(1, 4)], TANK_ROLES)
    expect(notes(table)).toEqual([])
    expect(table.rows).toBe(8)
  })
  test('a copy of the row before counts once', () => {
    const table = put([...FALL.slice(0, 4), FALL[3], FALL[3], ...FALL.slice(4)], TANK_ROLES)
    expect(columns(table)).toEqual(columns(read(FALL)))
    expect(table.rows).toBe(5)
    expect(notes(table)).toEqual([['table-copies', 2]])
  })
  test('every row twice is every row once', () =>
    expect(columns(put([FALL[0], ...FALL.slice(1).flatMap((row) => [row, row])], TANK_ROLES))).toEqual(
      columns(read(FALL)),
    ))
  test('rows of a clock of whole seconds stand evenly in between, equal ones too', () => {
    const rows = [600, 600, 598, 596, 594, 592, 590, 588, 588, 586, 584, 582]
    const table = put(
      ['time_s,vessel_kPa', ...rows.map((p, i) => `${String(Math.floor(i / 4))},${String(p)}`)],
      TANK_ROLES,
    )
    expect(columns(table)[0]).toEqual([0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 1.75, 2, 2.25, 2.5, 2.75])
    expect(columns(table)[1]).toEqual(rows.map((p) => 1e3 * p))
    expect(notes(table)).toEqual([['table-stamps', 4]])
  })
  test('a few rows that share a stamp stand between it and the next', () => {
    const table = put(['time_ms,thrust_N', '0,0', '1,1', '1,2', '2,3', '3,4', '4,5'], traceRoles('force'))
    expect(columns(table)[0].map((t) => Math.round(1e4 * t))).toEqual([0, 10, 15, 20, 30, 40])
    expect(notes(table)).toEqual([['table-shared', 1]])
  })
  test('copies beside rows that only share a stamp', () => {
    const table = put(['time_ms,thrust_N', '0,0', '1,1', '1,1', '2,2', '3,3', '3,4', '4,5', '5,6'], traceRoles('force'))
    expect(columns(table)[1]).toEqual([0, 1, 2, 3, 4, 5, 6])
    expect(columns(table)[0].map((t) => Math.round(1e4 * t))).toEqual([0, 10, 20, 30, 35, 40, 50])
    expect(notes(table)).toEqual([
      ['table-copies', 1],
      ['table-shared', 1],
    ])
  })
})

describe('readings one a row', () => {
  const READINGS = ['scale_g,speed_rpm', '0,9000', '100,8000', '200,7000', '300,6000']
  const [head, ...rows] = READINGS
  test('each of them twice, side by side or pasted below, counts once', () => {
    for (const twice of [rows.flatMap((row) => [row, row]), [...rows, ...rows]]) {
      const table = put([head, ...twice], BRAKE_ROLES)
      expect(columns(table)).toEqual(columns(read(READINGS)))
      expect(notes(table)).toEqual([['table-copies', 4]])
    }
  })
  test('two that are alike are two readings', () => expect(put([head, ...rows, rows[1]], BRAKE_ROLES).rows).toBe(5))
  test('two settings, three times each alike, are six readings', () =>
    expect(put([head, rows[0], rows[0], rows[0], rows[1], rows[1], rows[1]], BRAKE_ROLES).rows).toBe(6))
  test('how long a lift took is no clock', () => {
    const table = put(['weight_g,height_m,time_s', '100,1,4', '200,1,4', '300,1,3', '400,1,5'], LIFT_ROLES)
    expect(columns(table)[2]).toEqual([4, 4, 3, 5])
    expect(notes(table)).toEqual([])
  })
})

import { risingRows } from './clean-time'

/** Times with a signal that does not matter. */
const rows = (timeS: number[]) => risingRows(Float64Array.from(timeS), new Float64Array(timeS.length))
const told = (timeS: number[]) =>
  rows(timeS)
    .repairs.filter((r) => r.count > 0)
    .map((r) => [r.kind, r.count])
const even = (from: number, to: number, step = 1) =>
  Array.from({ length: Math.round((to - from) / step) }, (_, i) => from + i * step)

describe('a clock that falls back', () => {
  test('by more than half of the way so far is a restart, though it catches up again: the longer stretch is kept', () => {
    const times = [...even(0, 10), ...even(4, 60)]
    expect(told(times)).toEqual([['clock restart', 1]])
    expect(rows(times).rows).toHaveLength(56)
    expect(times[rows(times).rows[0]]).toBe(4)
  })
  test('by less than half, and catching up, is rows out of order: nothing but those is left out', () => {
    const times = [...even(0, 10), 6, 7, 8, ...even(10, 40)]
    expect(told(times)).toEqual([['row out of order', 3]])
    expect(rows(times).rows).toHaveLength(40)
  })
  test('and never catching up is a restart, however little it fell', () => {
    const times = [...even(0, 100), ...even(95, 99)]
    expect(told(times)).toEqual([['clock restart', 1]])
    expect(rows(times).rows).toHaveLength(100)
  })
})

import type { TableMapping } from '../document'
import { UNITS_OF, guessMapping, mapForce, parseTable, traceRoles } from '.'

/** A mapping with one column read otherwise. */
const read1 = (mapping: TableMapping, role: string, header: string, unit = ''): TableMapping => ({
  ...mapping,
  columns: { ...mapping.columns, [role]: { header, unit } },
})

const read = (text: string) => {
  const parsed = parseTable(new TextEncoder().encode(text))
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
}
const HEAD = 'time_ms,thrust_N,supply_bar\n'
const rows = (n: number, f: (i: number) => string) => Array.from({ length: n }, (_, i) => f(i)).join('\n')
const table = read(HEAD + rows(5, (i) => `${10 * i},${0.5 * i},${2 + i}`))
const guess = guessMapping(table.columns, traceRoles('force'))

test('time, force and pressure are found by their units, and come out in SI', () => {
  expect(guess).toMatchObject({
    columns: { time: { header: 'time_ms' }, signal: { header: 'thrust_N' }, pressure: { header: 'supply_bar' } },
  })
  const mapped = mapForce(table, guess)
  if (!mapped.ok) throw new Error(mapped.message)
  expect(Array.from(mapped.trace.timeS)).toEqual([0, 0.01, 0.02, 0.03, 0.04])
  expect(Array.from(mapped.trace.forceN)).toEqual([0, 0.5, 1, 1.5, 2])
  expect(mapped.pressurePa).toEqual({ mean: 4e5, least: 2e5, most: 6e5 })
})

test('grams are weights; without a unit it is asked for, by name too', () => {
  const grams = read('time_s,scale_g\n' + rows(4, (i) => `${i},${100 * i}`))
  const mapped = mapForce(grams, guessMapping(grams.columns, traceRoles('force')))
  // standard gravity, ISO 80000-3
  expect(mapped.ok && mapped.trace.forceN[1]).toBeCloseTo(0.1 * 9.80665, 9)
  const bare = read('time_s,load\n' + rows(4, (i) => `${i},${i}`))
  const unsure = guessMapping(bare.columns, traceRoles('force'))
  expect(unsure).toMatchObject({ columns: { signal: { header: 'load', unit: '' } } })
  expect(mapForce(bare, unsure)).toMatchObject({ ok: false, message: expect.stringMatching(/Choose N, g, kg, lbf/) })
  const pounds = mapForce(bare, read1(unsure, 'signal', 'load', 'lbf'))
  expect(pounds.ok && pounds.trace.forceN[1]).toBeCloseTo(UNITS_OF.force?.lbf ?? NaN, 12)
  expect(UNITS_OF.force?.lbf ?? NaN).toBeCloseTo(4.4482216152605, 12)
})

test('an absolute pressure has the room’s taken off', () => {
  const abs = read('time_s,thrust_N,supply_abs_kPa\n' + rows(3, (i) => `${i},1,300`))
  const mapped = mapForce(
    abs,
    read1(guessMapping(abs.columns, traceRoles('force')), 'pressure', 'supply_abs_kPa'),
    100e3,
  )
  expect(mapped.ok && mapped.pressurePa?.mean).toBeCloseTo(200e3, 6)
})

test.each<[string, [role: string, header: string], RegExp]>([
  ['no such time', ['time', 'clock'], /no column “clock”.*Choose the time column/],
  ['no such force', ['signal', 'pull'], /no column “pull”.*Choose the force column/],
  ['one column for both', ['signal', 'time_ms'], /same column/],
  ['a time that is none', ['time', 'supply_bar'], /is in bar, which is no time/],
  ['a force that is none', ['signal', 'supply_bar'], /is in bar, which is no force/],
  ['a pressure that is none', ['pressure', 'thrust_N'], /is in N, which is no pressure/],
])('%s is refused in words', (_, change, message) => {
  expect(mapForce(table, read1(guess, ...change))).toMatchObject({ ok: false, message: expect.stringMatching(message) })
})

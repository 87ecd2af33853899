import type { TableMapping } from '../document'
import { FORCE_UNITS, guessMapping, mapForce, parseTable } from '.'

const read = (text: string) => {
  const parsed = parseTable(new TextEncoder().encode(text))
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
}
const HEAD = 'time_ms,thrust_N,supply_bar\n'
const rows = (n: number, f: (i: number) => string) => Array.from({ length: n }, (_, i) => f(i)).join('\n')
const table = read(HEAD + rows(5, (i) => `${10 * i},${0.5 * i},${2 + i}`))
const guess = guessMapping(table.columns, 'force')

test('time, force and pressure are found by their units, and come out in SI', () => {
  expect(guess).toMatchObject({ timeColumn: 'time_ms', signalColumn: 'thrust_N', pressureColumn: 'supply_bar' })
  const mapped = mapForce(table, guess)
  if (!mapped.ok) throw new Error(mapped.message)
  expect(Array.from(mapped.trace.timeS)).toEqual([0, 0.01, 0.02, 0.03, 0.04])
  expect(Array.from(mapped.trace.forceN)).toEqual([0, 0.5, 1, 1.5, 2])
  expect(mapped.pressurePa).toEqual({ mean: 4e5, least: 2e5, most: 6e5 })
})

test('grams are weights; without a unit it is asked for, by name too', () => {
  const grams = read('time_s,scale_g\n' + rows(4, (i) => `${i},${100 * i}`))
  const mapped = mapForce(grams, guessMapping(grams.columns, 'force'))
  // standard gravity, ISO 80000-3
  expect(mapped.ok && mapped.trace.forceN[1]).toBeCloseTo(0.1 * 9.80665, 9)
  const bare = read('time_s,load\n' + rows(4, (i) => `${i},${i}`))
  const unsure = guessMapping(bare.columns, 'force')
  expect(unsure).toMatchObject({ signalColumn: 'load', signalUnit: '' })
  expect(mapForce(bare, unsure)).toMatchObject({ ok: false, message: expect.stringMatching(/Choose N, g, kg, lbf/) })
  const pounds = mapForce(bare, { ...unsure, signalUnit: 'lbf' })
  expect(pounds.ok && pounds.trace.forceN[1]).toBeCloseTo(FORCE_UNITS.lbf, 12)
  expect(FORCE_UNITS.lbf).toBeCloseTo(4.4482216152605, 12)
})

test('an absolute pressure has the room’s taken off', () => {
  const abs = read('time_s,thrust_N,supply_abs_kPa\n' + rows(3, (i) => `${i},1,300`))
  const mapped = mapForce(abs, { ...guessMapping(abs.columns, 'force'), pressureColumn: 'supply_abs_kPa' }, 100e3)
  expect(mapped.ok && mapped.pressurePa?.mean).toBeCloseTo(200e3, 6)
})

test.each<[string, Partial<TableMapping>, RegExp]>([
  ['no such time', { timeColumn: 'clock' }, /no column “clock”.*Choose the time column/],
  ['no such force', { signalColumn: 'pull' }, /no column “pull”.*Choose the signal column/],
  ['one column for both', { signalColumn: 'time_ms' }, /same column/],
  ['a time that is none', { timeColumn: 'supply_bar' }, /is in bar, which is no time/],
  ['a force that is none', { signalColumn: 'supply_bar' }, /is in bar, which is no force/],
  ['a pressure that is none', { pressureColumn: 'thrust_N' }, /is in N, which is no pressure/],
])('%s is refused in words', (_, change, message) => {
  expect(mapForce(table, { ...guess, ...change })).toMatchObject({ ok: false, message: expect.stringMatching(message) })
})

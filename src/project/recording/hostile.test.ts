/** @jest-environment node */
import { parseTable } from '.'
import { noteWords } from '../../words'

const read = (text: string) => {
  const began = performance.now()
  const parsed = parseTable(new TextEncoder().encode(text))
  return {
    parsed,
    said: parsed.ok ? parsed.table.notes.map(noteWords).join(' ') : parsed.message,
    ms: performance.now() - began,
  }
}
const rows = (n: number) => Array.from({ length: n }, (_, i) => `${i},${i * i}`).join('\n')

describe('what no recording is: refused in words, within two seconds on a quiet machine', () => {
  test.each<[string, () => string, RegExp]>([
    ['one line of 20 MB', () => 'a'.repeat(20e6), /Line 1 is 20000 thousand signs long/],
    ['one line of ten million cells', () => '1,'.repeat(10e6), /Line 1 is/],
    ['a long line after good ones', () => `t,s\n${rows(100)}\n${'9'.repeat(3e5)}\n`, /Line 102 is/],
    [
      'twenty thousand columns',
      () =>
        `${Array.from({ length: 20_000 }, (_, i) => `c${i}`).join(',')}\n${`${Array(20_000).fill('1').join(',')}\n`.repeat(50)}`,
      /20000 columns/,
    ],
    ['nothing but marks', () => '"'.repeat(20e6), /Line 1 is/],
    ['nothing but line ends', () => '\n'.repeat(3e6), /No data rows/],
    ['nothing but blanks', () => ' \n'.repeat(1e6), /No data rows/],
  ])('%s', (_, make, words) => {
    const { parsed, said, ms } = read(make())
    expect(parsed.ok).toBe(false)
    expect(said).toMatch(words)
    // generous: it bounds what grows with the square, not the machine
    expect(ms).toBeLessThan(20_000)
  })
})

test('a quotation mark that is never closed costs its own row, not all that follow', () => {
  const { parsed } = read(`t,s\n0,1\n"1,2\n${rows(200_000)}\n`)
  expect(parsed.ok && parsed.table.rows).toBe(200_001)
  expect(parsed.ok && parsed.table.badRows).toMatchObject({ count: 1, lines: [3] })
})

test('closed ones hold a cell together, in pieces as in one', () => {
  const { parsed } = read(`"t","note, long","s"\n${'0.5,"a, b",7\n'.repeat(300_000)}`)
  expect(parsed.ok && [parsed.table.rows, parsed.table.columns.map((c) => c.name)]).toEqual([300_000, ['t', 's']])
})

test.each([['\n'], ['\r\n'], ['\r']])('lines that end in %j, also past the first piece', (end) => {
  const { parsed } = read(`t,s${end}${Array.from({ length: 400_000 }, (_, i) => `${i},1`).join(end)}${end}`)
  if (!parsed.ok) throw new Error(parsed.message)
  expect([parsed.table.rows, parsed.table.badRows.count]).toEqual([400_000, 0])
  expect(parsed.table.columns[0].values[399_999]).toBe(399_999)
})

test('progress comes to the end and never falls', () => {
  const shares: number[] = []
  parseTable(new TextEncoder().encode(`t,s\n${rows(600_000)}`), { progress: (s) => shares.push(s) })
  expect(shares.length).toBeGreaterThan(2)
  expect(shares).toEqual([...shares].sort((a, b) => a - b))
  expect(shares.at(-1)).toBe(1)
})

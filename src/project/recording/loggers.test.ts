import { parseTable } from '.'

/** Tables as loggers, spreadsheets and makers in several countries write them. Common practice, no source. */
const tableOf = (text: string) => {
  const parsed = parseTable(new TextEncoder().encode(text))
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
}
const rows = (of: (i: number) => string, n = 30) => Array.from({ length: n }, (_, i) => of(i)).join('\n')
const column = (text: string, nth: number) => tableOf(text).columns[nth]
const codes = (text: string) => tableOf(text).notes.map((n) => n.code)
const two = (i: number) => String(i).padStart(2, '0')
const RPM = Math.PI / 30

describe('times of day are seconds from the first row', () => {
  const written: readonly (readonly [string, (i: number) => string, step: number])[] = [
    ['plain', (i) => `12:${two(Math.floor((50 + i) / 60))}:${two((50 + i) % 60)}.250`, 1],
    ['a decimal comma', (i) => `"7:00:${two(i)},500"`, 1],
    ['past midnight', (i) => `${i < 10 ? '23:59' : '00:00'}:${two((50 + i) % 60)}`, 1],
    [
      'twelve hours, past noon',
      (i) => `${i < 10 ? '11:59' : '12:00'}:${two((50 + i) % 60)} ${i < 10 ? 'AM' : 'PM'}`,
      1,
    ],
    [
      'twelve hours, past midnight',
      (i) => `${i < 10 ? '11:59' : '12:00'}:${two((50 + i) % 60)} ${i < 10 ? 'pm' : 'am'}`,
      1,
    ],
    ['a date and a zone', (i) => `2026-11-30T12:00:${two(i)}.500Z`, 1],
    ['a date and an offset', (i) => `2026-11-30 12:00:${two(i)}+01:00`, 1],
    ['days first', (i) => `30.11.2026 08:15:${two(i)}`, 1],
    ['months first', (i) => `"11/30/2026, 8:15:${two(i)} PM"`, 1],
    ['a stopwatch', (i) => `1:${two(i)}.5`, 1],
    ['rows past where all is known', (i) => `10:${two(Math.floor(i / 60))}:${two(i % 60)}`, 1],
  ]
  test.each(written)('%s', (name, of, step) => {
    const n = name.startsWith('rows') ? 600 : 30
    const text = `Time,speed_rpm\n${rows((i) => `${of(i)},${100 * i}`, n)}`
    const time = column(text, 0)
    expect(time.unit).toMatchObject({ id: 's', kind: 'time' })
    expect(time.values).toHaveLength(n)
    time.values.forEach((t, i) => expect(Math.abs(t - i * step)).toBeLessThan(1e-9))
    expect(column(text, 1).values[n - 1]).toBeCloseTo(100 * (n - 1) * RPM, 9)
    expect(codes(text)).toEqual(['table-clock'])
  })
  test('stamps of whole seconds on ten rows each: evenly spaced in between, the first and the last cut off', () => {
    const text = `Time,rpm\n${rows((i) => `12:00:${two(Math.floor((i + 3) / 10))},${i}`, 214)}`
    const { values } = column(text, 0)
    const from = values[0]
    values.forEach((t, i) => expect(Math.abs(t - from - 0.1 * i)).toBeLessThan(1e-9))
    expect(from).toBeCloseTo(0.3, 9)
    expect(tableOf(text).notes.map((n) => [n.code, n.values.rows ?? null])).toEqual([
      ['table-clock', null],
      ['table-stamps', 10],
    ])
  })
  test('rows that miss, and a stamp twice now and then, are left as they are', () => {
    const some = `Time,rpm\n${rows((i) => `12:00:${two(i === 8 ? 7 : i)},${i}`)}`
    expect(Array.from(column(some, 0).values.slice(6, 10))).toEqual([6, 7, 7, 9])
    expect(codes(some)).toEqual(['table-clock'])
  })
  test('a broken one costs its own row', () => {
    const { rows: kept, badRows } = tableOf(`Time,rpm\n${rows((i) => `12:00:${i === 7 ? '75' : two(i)},${i}`)}`)
    expect([kept, badRows.lines]).toEqual([29, [9]])
  })
  test('hours and minutes alone are no clock that a run could be read by', () =>
    expect(codes(`Time,rpm\n${rows((i) => `12:${two(i)},${i}`)}`)).toEqual(['table-words']))
})

describe('thousands in groups', () => {
  test.each([
    ['commas', `t_s,rpm\n${rows((i) => `${i},"1${i % 10},500"`)}`, 11_500],
    ['spaces', `t_s;rpm\n${rows((i) => `${i};1${i % 10} 500`)}`, 11_500],
    ['thin spaces and a fraction', `t_s;rpm\n${rows((i) => `${i};1${i % 10}\u2009500.25`)}`, 11_500.25],
    ['points before a decimal comma', `t_s;rpm\n${rows((i) => `${i};1${i % 10}.500,25`)}`, 11_500.25],
    ['points, where other cells have a decimal comma', `t_s;rpm\n${rows((i) => `${i},5;1${i % 10}.500`)}`, 11_500],
    ['apostrophes', `t_s,rpm\n${rows((i) => `${i},1${i % 10}'500`)}`, 11_500],
  ])('%s', (_, text, second) => {
    expect(column(text, 1).values[1]).toBeCloseTo(second * RPM, 6)
    expect(codes(text)).toEqual(['table-groups'])
    expect(tableOf(text).rows).toBe(30)
  })
  test('only the large ones are grouped, and the first comes late', () => {
    const text = `t_s,rpm\n${rows((i) => `${i},${i < 400 ? i : '"1,234"'}`, 500)}`
    const { values } = column(text, 1)
    expect([values.length, values[399], values[400]]).toEqual([500, 399 * RPM, 1234 * RPM])
  })
  test('a decimal comma in a table of points is no group: its row is left out', () => {
    const { badRows } = tableOf(`t_s;rpm\n${rows((i) => `${i}.5;${i === 3 ? '0,123' : i === 4 ? '1,5' : i}`)}`)
    expect(badRows.lines).toEqual([5, 6])
  })
})

describe('units that stand elsewhere than in the header', () => {
  test.each([
    ['a row in brackets', 't,n,p\n[s],[rpm],[bar]\n', (i: number) => `${i},${i},3.5`],
    ['a plain row', 't;n;p\ns;rpm;bar\n', (i: number) => `${i};${i};3.5`],
    ['in each cell', 't,n,p\n', (i: number) => `${i} s,${i}rpm,3.5 bar`],
    ['of some cells another of its kind', 't,n,p\n', (i: number) => `${i} s,${i}rpm,${i % 2 ? '3.5 bar' : '350 kPa'}`],
  ])('%s', (_, head, of) => {
    const table = tableOf(head + rows(of))
    expect(table.columns.map((c) => c.unit?.kind)).toEqual(['time', 'rotation', 'pressure'])
    expect(table.columns.map((c) => c.values[2])).toEqual([2, 2 * RPM, 350e3])
    expect([table.rows, table.notes]).toEqual([30, []])
  })
  test('a row of units that ends before the table does, and says nothing of some columns', () => {
    const table = tableOf(`Time;n;p;who\n;[rpm];[bar];\n${rows((i) => `12:00:${two(i)};${i};3,5;me`)}`)
    expect(table.columns.map((c) => [c.unit?.id, c.values[1]])).toEqual([
      ['s', 1],
      ['rpm', RPM],
      ['bar', 350e3],
    ])
    expect([table.rows, table.badRows.count]).toEqual([30, 0])
  })
  test('a cell of another quantity is none of its column', () => {
    const { badRows } = tableOf(`t_s,n_rpm\n${rows((i) => `${i},${i === 2 ? '5 bar' : `${i} rpm`}`)}`)
    expect(badRows.lines).toEqual([4])
  })
  test('a row of units stands for itself where nothing is above it', () =>
    expect(tableOf(`s,rpm\n${rows((i) => `${i},${i}`)}`).columns.map((c) => c.header)).toEqual(['s', 'rpm']))
})

describe('what a logger writes of itself before the table', () => {
  test.each([
    ['lines of words', 'Logger X1\nSerial 123\n\nt_s,rpm\n'],
    ['names and values', 'Device:,K1\nRate:,100\nChannels:,2\n\nt_s,rpm\n'],
    ['names and values, no blank line', 'Device:,K1\nRate:,100\nt_s,rpm\n'],
    ['a header of no units behind a blank line', 'Device:,K1\nSite:,shed\n\nt,n\n'],
    ['commas to the width of the table', 'Logger X1,\nRoom,shed\nt_s,rpm\n'],
  ])('%s', (_, head) => {
    const table = tableOf(head + rows((i) => `${i},${10 * i}`))
    expect(table.columns.map((c) => c.name)).toEqual(head.includes('t,n') ? ['t', 'n'] : ['t', 'rpm'])
    expect([table.rows, table.badRows.count]).toEqual([30, 0])
    expect(table.comments[0]).toMatch(/Logger X1|Device: K1/)
  })
  test('a hundred lines of it', () => {
    const table = tableOf(`${rows((i) => `setting ${i}`, 100)}\nt_s;p_bar\n${rows((i) => `${i},5;3,5`, 300)}`)
    expect([table.rows, table.dialect.decimal, table.columns[1].values[0]]).toEqual([300, ',', 350e3])
  })
  test('rows of words below the header are bad rows and no header', () => {
    const { columns, badRows } = tableOf(`t_s,rpm\nsensor,warming\nstill,warming\n${rows((i) => `${i},${i}`)}`)
    expect([columns.map((c) => c.header), badRows.lines]).toEqual([
      ['t_s', 'rpm'],
      [2, 3],
    ])
  })
  test('blank lines within the first rows count as they do later', () =>
    expect(tableOf(`t_s,rpm\n1,1\n\n2,2\n${rows((i) => `${i + 3},5`)}`).badRows.lines).toEqual([3]))
})

test('cells and headings of a hundred thousand signs cost no more than others', () => {
  const long = ' '.repeat(100_000)
  const began = performance.now()
  for (const cell of [`1${long}x1`, `12:00${long}:00`, `1${',000'.repeat(25_000)}x`, `${'1 '.repeat(50_000)}bar x`])
    expect(tableOf(`t_s,${'p ('.repeat(30_000)}\n1,"${cell}"\n2,2\n3,3`).rows).toBe(2)
  // a pattern that is tried at each place anew takes minutes
  expect(performance.now() - began).toBeLessThan(20_000)
})

test('a column of words is named as left out; an empty one is not worth a word', () => {
  const table = tableOf(`t_s,rpm,who,\n${rows((i) => `${i},${i},me,`)}`)
  expect(table.columns.map((c) => c.header)).toEqual(['t_s', 'rpm'])
  expect(table.notes.map((n) => [n.code, n.values])).toEqual([['table-words', { headers: 'who' }]])
})

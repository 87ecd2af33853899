import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { guessDialect, guessMapping, mapTrace, parseTable, readRoles, traceRoles, splitHeader, type Table } from '.'
import { noteWords } from '../../words'

const malformed = (name: string) => parseTable(readFileSync(`src/project/fixtures/malformed/${name}`))
const bytes = (text: string) => new TextEncoder().encode(text)
const table = (name: string): Table => {
  const parsed = malformed(name)
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
}
const rpm = Math.PI / 30
const SPEED = { signal: 'speed' as const, countsPerTurn: 1, sensorOn: 'rotor' as const, speedRatio: 1 }

describe('files as they come (broken files with the reaction wanted, made apart from this code)', () => {
  test('byte-order mark and CR LF: reads like a clean file', () => {
    const t = table('m1_bom_crlf.csv')
    expect(t.columns.map((c) => c.header)).toEqual(['time_s', 'speed_rpm'])
    expect(t.rows).toBe(200)
  })
  test('semicolons and decimal commas give the same numbers', () => {
    const [a, b] = [table('m1_bom_crlf.csv'), table('m2_semicolon_decimal_comma.csv')]
    expect(b.dialect).toEqual({ delimiter: ';', decimal: ',' })
    expect(Array.from(b.columns[1].values)).toEqual(Array.from(a.columns[1].values))
  })
  test('seven bad rows are left out and named by line; 193 stay, all finite', () => {
    const t = table('m3_nan_rows.csv')
    expect([t.rows, t.badRows.count, t.badRows.lines]).toEqual([193, 7, [22, 23, 24, 52, 53, 92, 122]])
    expect(t.columns.every((c) => c.values.every(Number.isFinite))).toBe(true)
    expect(t.notes.map(noteWords).join()).toMatch(/7 rows were left out/)
  })
  test('time that does not rise: reversed block, repeated time and clock restart are told; no false acceleration', () => {
    const t = table('m4_non_monotonic_time.csv')
    const mapped = mapTrace(t, guessMapping(t.columns, traceRoles('speed')), SPEED)
    if (!mapped.ok) throw new Error(mapped.message)
    expect(mapped.trace.repairs.map((r) => r.kind).sort()).toEqual([
      'clock restart',
      'repeated time',
      'row out of order',
    ])
    const time = mapped.trace.trace.timeS
    expect(Array.from(time).findIndex((t, i) => i > 0 && !(t > time[i - 1]))).toBe(-1)
  })
  test('a header and nothing below it', () =>
    expect(malformed('m5_header_only.csv')).toMatchObject({
      ok: false,
      message: expect.stringMatching(/No data rows/) as string,
    }))
  test('what is no text is refused', () =>
    expect(malformed('m6_binary_garbage.csv')).toMatchObject({
      ok: false,
      message: expect.stringMatching(/not a text table/) as string,
    }))
  test('a second header changes the units from there on', () => {
    const t = table('m8_mixed_units.csv')
    const speed = t.columns.find((c) => c.name === 'speed')?.values ?? new Float64Array()
    const torque = t.columns.find((c) => c.name === 'torque')?.values ?? new Float64Array()
    expect(t.laterHeaders[0].line).toBe(202)
    for (const i of [0, 50, 199]) {
      expect(speed[i + 200] / speed[i]).toBeCloseTo(1, 3)
      expect(torque[i + 200] / torque[i]).toBeCloseTo(1, 2)
    }
    expect(speed[0] / rpm).toBeCloseTo(3000, 6)
    expect(speed[199] / rpm).toBeGreaterThan(6400)
  })
})

describe('dialects', () => {
  test.each([
    ['a,b\n1,2\n3,4', ',', '.'],
    ['a;b\n1,5;2\n3,25;4', ';', ','],
    ['a\tb\n1.5\t2\n3\t4', '\t', '.'],
    ['a\tb\n1,5\t2\n3\t4', '\t', ','],
    ['# c;d\na;b\n1.5;2', ';', '.'],
    ['t x\n0.1 2\n0.2 3', ' ', '.'],
  ])('%j', (text, delimiter, decimal) => expect(guessDialect(text)).toEqual({ delimiter, decimal }))
  test('a file without a header gets numbered columns and says so', () => {
    const parsed = parseTable(bytes('0,10\n1,20\n2,30\n'))
    if (!parsed.ok) throw new Error(parsed.message)
    expect(parsed.table.columns.map((c) => c.header)).toEqual(['column 1', 'column 2'])
    expect(parsed.table.rows).toBe(3)
    expect(parsed.table.notes.map(noteWords).join()).toMatch(/no header/)
  })
  test('a column of words is passed over; comment lines are kept apart', () => {
    const parsed = parseTable(bytes('# rig 2\nt_s,note,n_rpm\n0,start,10\n1,,20\n2,ok,30\n'))
    if (!parsed.ok) throw new Error(parsed.message)
    expect(parsed.table.columns.map((c) => c.name)).toEqual(['t', 'n'])
    expect(parsed.table.comments).toEqual(['rig 2'])
  })
  test('an empty file is said to be empty', () => expect(parseTable(new Uint8Array())).toMatchObject({ ok: false }))
  test('progress runs to the end', () => {
    const shares: number[] = []
    parseTable(bytes(`t,x\n${'1,2\n'.repeat(1_200_000)}`), { progress: (s) => shares.push(s) })
    expect(shares.length).toBeGreaterThan(1)
    expect(shares[shares.length - 1]).toBeCloseTo(1, 6)
  })
})

test.each([
  ['time_s', 'time', 's'],
  ['time (ms)', 'time', 'ms'],
  ['Drehzahl [1/min]', 'Drehzahl', 'rpm'],
  ['p / bar', 'p', 'bar'],
  ['supply_bar_gauge', 'supply_gauge', 'bar'],
  ['wheel_count', 'wheel', 'count'],
  ['temperature', 'temperature', null],
])('header %j', (header, name, unit) =>
  expect([splitHeader(header).name, splitHeader(header).unit?.id ?? null]).toEqual([name, unit]),
)

describe('mapping', () => {
  const parsed = parseTable(bytes('t_ms,wheel_count,p_kPa\n0,0,350\n10,5,351\n20,11,349\n'))
  if (!parsed.ok) throw new Error(parsed.message)
  test('is guessed from names and units', () =>
    expect(guessMapping(parsed.table.columns, traceRoles('count'))).toMatchObject({
      columns: { time: { header: 't_ms' }, signal: { header: 'wheel_count' }, pressure: { header: 'p_kPa' } },
    }))
  test('gives rotor angle through the gear, and the pressure’s range', () => {
    const mapped = mapTrace(parsed.table, guessMapping(parsed.table.columns, traceRoles('count')), {
      signal: 'count',
      countsPerTurn: 10,
      sensorOn: 'flywheel',
      speedRatio: 0.5,
    })
    if (!mapped.ok) throw new Error(mapped.message)
    expect(mapped.trace.trace.angleRad[2]).toBeCloseTo((11 / 10) * 2 * Math.PI * 2, 9)
    expect(mapped.trace.trace.timeS[2]).toBeCloseTo(0.02, 12)
    expect(mapped.pressurePa).toEqual({ mean: 350_000, least: 349_000, most: 351_000 })
  })
  test('one column of numbers with a decimal comma is one column, where its header names but one', () => {
    const read = (text: string) => {
      const parsed = parseTable(bytes(text))
      if (!parsed.ok) throw new Error(parsed.message)
      return parsed.table.columns.map((c) => [c.header, ...c.values])
    }
    expect(read('pulse_time_s\n1,104332\n1,250010\n1,391200\n')).toEqual([['pulse_time_s', 1.104332, 1.25001, 1.3912]])
    // two columns of whole numbers under a title are not that, nor are two that are named
    expect(read('t_s,count\n0,10\n1,12\n2,14\n').map((c) => c[0])).toEqual(['t_s', 'count'])
    expect(guessDialect('my counter\n0,5\n1,10\n2,115\n').decimal).toBe('.')
  })
  test('a pressure that was not read in one row is of the others; read in none, it is none', () => {
    const summary = (pressures: readonly string[]) => {
      const table = parseTable(
        bytes(`t_ms,wheel_count,p_kPa\n${pressures.map((p, i) => `${10 * i},${5 * i},${p}`).join('\n')}\n`),
      )
      if (!table.ok) throw new Error(table.message)
      const { columns } = table.table
      const read = readRoles(table.table, guessMapping(columns, traceRoles('count')), traceRoles('count'))
      return read.ok ? read.pressurePa : read.message
    }
    expect(summary(['350', '', '340', '360'])).toEqual({ mean: 350_000, least: 340_000, most: 360_000 })
    expect(summary(['', '', '', ''])).toBeNull()
  })
  test('a column that is not there is named, with those that are', () =>
    expect(
      mapTrace(
        parsed.table,
        {
          ...guessMapping(parsed.table.columns, traceRoles('count')),
          columns: { time: { header: 't_ms', unit: '' }, signal: { header: 'turns', unit: '' } },
        },
        { signal: 'count', countsPerTurn: 1, sensorOn: 'rotor', speedRatio: 1 },
      ),
    ).toMatchObject({ ok: false, message: expect.stringMatching(/“turns”.*wheel_count/) as string }))
})

/** What a column's header makes of a figure, SI. Definitions: NIST SP 811 (2008) appendix B, from memory. */
test.each([
  ['t [ms]', 1e-3],
  ['t [us]', 1e-6],
  ['t [min]', 60],
  ['speed [rpm]', (2 * Math.PI) / 60],
  ['speed [rad/s]', 1],
  ['speed [Hz]', 2 * Math.PI],
  ['p [Pa]', 1],
  ['p [kPa]', 1e3],
  ['p [MPa]', 1e6],
  ['p [bar]', 1e5],
  ['p [psi]', 6894.757293168361],
  ['T [Nm]', 1],
  ['T [mNm]', 1e-3],
  ['F [N]', 1],
  ['F [gf]', 9.80665e-3],
  ['n [counts]', 1],
  ['P [W]', 1],
  ['s [mm]', 1e-3],
  ['u [V]', 1],
  ['i [A]', 1],
  ['air [degC]', 1],
  ['air [degF]', 1 / 1.8],
] as const)('a column headed %s', (header, si) => {
  const parsed = parseTable(new TextEncoder().encode(`time_s,${header}\n0,1\n1,2\n2,3\n`))
  if (!parsed.ok) throw new Error(parsed.message)
  expect((parsed.table.columns[1].unit?.si ?? NaN) / si).toBeCloseTo(1, 7)
})

describe('rows that do not fit the header', () => {
  test('a row with more cells than the header is left out and named, one with fewer too; the rest stays', () => {
    const parsed = parseTable(bytes('time,speed\n0,10\n1,11,99\n2,12\n3\n4,14\n'))
    if (!parsed.ok) throw new Error(parsed.message)
    expect(parsed.table.rows).toBe(3)
    expect([...(parsed.table.columns[1].values ?? [])]).toEqual([10, 12, 14])
    expect(parsed.table.badRows.lines).toEqual([3, 5])
  })
})

describe('rows of plain numbers are read straight from the text, as the language’s own reader would', () => {
  const parse = (text: string) => {
    const parsed = parseTable(new TextEncoder().encode(text))
    if (!parsed.ok) throw new Error(parsed.message)
    return parsed.table
  }
  /** Enough rows for the columns to be known, so that what follows goes the short way. */
  const known = Array.from({ length: 220 }, (_, i) => `${i},${i}`)
  const after = (cell: string) => parse(['a,b', ...known, `221,${cell}`, '222,7'].join('\n'))

  test.each([
    '12.5',
    '-0.001',
    '.5',
    '5.',
    '1e-3',
    '-2.5E4',
    '+7',
    '  8.25 ',
    '123456789012345',
    '1234567890123456789',
    '0.1234567890123456789',
    '00012',
    '9007199254740993',
    '4.35',
    '0.000001234',
  ])('%s is the very same number', (cell) => expect(after(cell).columns[1].values[220]).toBe(Number(cell)))
  test('any number that is written down comes back to the last bit', () =>
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (x) => {
        expect(after(String(x)).columns[1].values[220]).toBe(Number(String(x)))
      }),
      { numRuns: 300 },
    ))
  test.each([['word'], [''], ['1;2'], ['1.2.3'], ['--1'], ['1,2'], ['0x10x']])(
    '“%s” is a bad row, named by its line',
    (cell) => {
      const { rows, badRows } = after(cell)
      expect([rows, badRows.count, badRows.lines]).toEqual([221, 1, [222]])
    },
  )
  test('comments, blank lines and second headers among plain rows keep their lines', () => {
    const t = parse(['a [ms],b', ...known, '# a pause', '221,1', '', '222,2', 'a [s],b', '223,3', 'x,4'].join('\n'))
    expect(t.comments).toEqual(['a pause'])
    expect(t.badRows.lines).toEqual([224, 228])
    expect(t.laterHeaders.map((h) => h.line)).toEqual([226])
    expect(t.columns[0].values.at(-1)).toBe(223)
    expect(t.columns[0].values.at(-2)).toBeCloseTo(0.222, 12)
  })
  test('a comma as decimal sign, and lines that end in two signs', () => {
    const rows = Array.from({ length: 300 }, (_, i) => `${i},5;${i},25`)
    const t = parse(['a;b', ...rows].join('\r\n'))
    expect([...t.columns[1].values]).toEqual(Array.from({ length: 300 }, (_, i) => i + 0.25))
  })
  test('a file of several pieces has as many rows as lines, none bad, and its last line has its number', () => {
    const count = 400_000
    const lines = Array.from({ length: count }, (_, i) => `${i},${2 * i}`)
    const t = parse(['a,b', ...lines, 'x,y'].join('\n'))
    expect(t.rows).toBe(count)
    expect(t.badRows).toMatchObject({ count: 1, lines: [count + 2] })
  })
  test('with a quoted word in every row as well, over several pieces', () => {
    const lines = Array.from({ length: 150_000 }, (_, i) => `${i},"left, ${i}",${3 * i}`)
    const t = parse(['a,word,b', ...lines].join('\n'))
    expect([t.rows, t.badRows.count]).toEqual([150_000, 0])
    expect(t.columns[1].values.at(-1)).toBe(3 * 149_999)
  })
})

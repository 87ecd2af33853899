import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { DROOP_ROLES, LineProtocol, guessChannels, guessMapping, parseTable, traceRoles, type LineEvent } from '..'

const HEADER =
  '{"device":"wheel","channels":[{"name":"angle","unit":"count","perTurn":400},{"name":"pressure","unit":"kPa"}],"clock":"us"}'
const bytes = (text: string) => new TextEncoder().encode(text)
const reading = (t: number, angle: number, pressure = 350) => JSON.stringify({ t, angle, pressure })

function heard(text: string, cuts: readonly number[] = []): LineEvent[] {
  const protocol = new LineProtocol()
  const events: LineEvent[] = []
  const all = bytes(text)
  const at = [0, ...[...cuts].sort((a, b) => a - b).map((c) => c % (all.length + 1)), all.length].sort((a, b) => a - b)
  for (let i = 1; i < at.length; i++) protocol.push(all.subarray(at[i - 1], at[i]), (e) => events.push(e))
  protocol.finish((e) => events.push(e))
  return events
}
const readings = (events: readonly LineEvent[]) =>
  events.flatMap((e) => (e.kind === 'reading' ? [[Number(e.timeS.toFixed(6)), ...e.values]] : []))
const breaks = (events: readonly LineEvent[]) => events.filter((e) => e.kind === 'break')
const steady = (n: number, from = 0, step = 5000) => Array.from({ length: n }, (_, i) => reading(from + i * step, i))

test('a line without end is given up once, however much of it comes; the next one is read', () => {
  const endless = 'x'.repeat(40_000)
  const text = `${HEADER}\n${reading(0, 1)}\n${endless}${endless}\n${reading(5000, 2)}\n`
  // as a link hands it over: piece by piece
  const cuts = Array.from({ length: 30 }, (_, i) => 200 + 2500 * i)
  for (const events of [heard(text, cuts), heard(text)]) {
    expect(readings(events)).toEqual([
      [0, 1, 350],
      [0.005, 2, 350],
    ])
    expect(events.filter((e) => e.kind === 'bad')).toHaveLength(1)
  }
})

test('the example of the contract: what is sent, then readings in seconds from the first', () => {
  const events = heard(`${HEADER}\n${reading(1_204_416, 118)}\n${reading(1_209_420, 121)}\n`)
  expect(events[0]).toMatchObject({
    kind: 'header',
    header: {
      device: 'wheel',
      tickS: 1e-6,
      channels: [
        { name: 'angle', perTurn: 400 },
        { unit: 'kPa', perTurn: null },
      ],
    },
  })
  expect(readings(events)).toEqual([
    [0, 118, 350],
    [0.005004, 121, 350],
  ])
})

test('bytes cut anywhere give the same readings: in the middle of a line, of a sign of two bytes', () => {
  const text = [HEADER.replace('wheel', 'Räder µ'), ...steady(12), 'nonsense µ', reading(60_000, 12)].join('\n')
  const whole = heard(text)
  expect(whole.filter((e) => e.kind === 'bad')).toHaveLength(1)
  fc.assert(
    fc.property(fc.array(fc.nat(2000), { maxLength: 12 }), (cuts) => {
      expect(heard(text, cuts)).toEqual(whole)
    }),
    { numRuns: 200 },
  )
})

describe('what is wrong is counted and told, and what follows is read', () => {
  test.each([
    ['{"t":5', 'no JSON'],
    ['[1,2]', 'an object is expected'],
    ['{"angle":4}', 't: a time is expected'],
    ['{"t":"soon","angle":4}', 't: a time is expected'],
    ['{"t":7,"colour":"red"}', 'none of what the first line names'],
    [`{"t":7,"angle":${'9'.repeat(17_000)}}`, 'longer than 16384 signs'],
    ['{"channels":[{"name":"angle","unit":"count"}]}', 'what is sent changed: begin another recording'],
  ])('%.30s', (line, why) => {
    const events = heard([HEADER, reading(0, 0), line, reading(5000, 1)].join('\n'))
    expect(events.filter((e) => e.kind === 'bad')).toEqual([expect.objectContaining({ line: 3, why })])
    expect(readings(events)).toHaveLength(2)
  })
  test('a long one is shown by its first eighty signs', () => {
    const long = 'x'.repeat(300)
    const [bad] = heard([HEADER, long].join('\n')).filter((e) => e.kind === 'bad')
    expect(bad).toMatchObject({ text: long.slice(0, 80) })
  })
  test('a reading before the first line, and first lines that say nothing', () => {
    const events = heard(
      [
        reading(0, 0),
        '{"channels":[]}',
        '{"channels":[{"name":"t"}]}',
        '{"channels":[{"name":"a"}],"clock":"days"}',
      ].join('\n'),
    )
    expect(events.map((e) => e.kind === 'bad' && e.line)).toEqual([1, 2, 3, 4])
  })
  test('a header sent again after a reset is none', () =>
    expect(heard([HEADER, reading(0, 0), HEADER, reading(5000, 1)].join('\n')).filter((e) => e.kind === 'bad')).toEqual(
      [],
    ))
})

describe('time', () => {
  const text = (...lines: readonly string[]) => [HEADER, ...lines].join('\n')
  test('a silence is a gap, and time goes on as the device’s clock says', () => {
    const events = heard(text(...steady(20), ...steady(5, 600_000)))
    expect(breaks(events)).toMatchObject([{ cause: 'gap', fromS: 0.095, toS: 0.6 }])
    expect(readings(events).at(-1)?.[0]).toBeCloseTo(0.62, 6)
  })
  test('marks of a shaft that slows down evenly are no gaps', () => {
    // 1 000 rad/s falling to 20 by a constant drag, one mark a turn
    const times: number[] = []
    for (let n = 0; ; n++) {
      const w = Math.sqrt(1e6 - 2 * 50 * 2 * Math.PI * n)
      if (!(w > 20)) break
      times.push(((1000 - w) / 50) * 1e6)
    }
    expect(times.length).toBeGreaterThan(1000)
    expect(breaks(heard(text(...times.map((t, i) => reading(Math.round(t), i)))))).toEqual([])
  })
  test('a clock of 32 bits that runs over goes on without a break', () => {
    const events = heard(text(...steady(4, 2 ** 32 - 20_000), ...steady(3)))
    expect(breaks(events)).toEqual([])
    expect(readings(events).at(-1)?.[0]).toBeCloseTo(0.03, 6)
  })
  test('a restarted clock goes on after one usual step, and says so', () => {
    const events = heard(text(...steady(20, 9_000_000), ...steady(3)))
    expect(breaks(events)).toMatchObject([{ cause: 'restart' }])
    expect(readings(events).at(-1)?.[0]).toBeCloseTo(0.095 + 0.005 + 0.01, 5)
  })
  test('a lost link: the device’s clock tells how long, or the page’s where the device was reset', () => {
    const lost = [
      '{"bench":"lost","at":"2026-11-27T09:00:00.000Z"}',
      '{"bench":"connected","at":"2026-11-27T09:00:02.500Z"}',
    ]
    const kept = heard(text(...steady(20), ...lost, ...steady(3, 2_600_000)))
    expect(breaks(kept)).toMatchObject([{ cause: 'reconnect', fromS: 0.095, toS: 2.6 }])
    const reset = heard(text(...steady(20, 9_000_000), ...lost, ...steady(3)))
    expect(breaks(reset)).toMatchObject([{ cause: 'reconnect', fromS: expect.closeTo(0.095, 6) }])
    expect(readings(reset).at(-3)?.[0]).toBeCloseTo(0.095 + 2.5, 6)
  })
})

describe('as a recording', () => {
  const table = (text: string) => {
    const parsed = parseTable(bytes(text))
    if (!parsed.ok) throw new Error(parsed.message)
    return parsed.table
  }
  test('columns with units, in SI; its channels find their roles', () => {
    const t = table([HEADER, ...steady(20)].join('\n'))
    expect(t.columns.map((c) => c.header)).toEqual(['time [s]', 'angle [count]', 'pressure [kPa]'])
    expect(t.columns[2].values[0]).toBe(350e3)
    expect(t.device?.header.device).toBe('wheel')
    expect(guessChannels(t.device!.header, traceRoles('count')).columns).toEqual({
      time: { header: 'time [s]', unit: 's' },
      signal: { header: 'angle [count]', unit: 'count' },
      pressure: { header: 'pressure [kPa]', unit: 'kPa' },
    })
  })
  test('a channel that comes seldom is held; a reading that lacks a frequent one is left out; both are said', () => {
    const lines = Array.from({ length: 40 }, (_, i) =>
      JSON.stringify({ t: i * 1000, ...(i === 7 ? {} : { angle: i }), ...(i % 10 === 0 ? { pressure: 300 + i } : {}) }),
    )
    const t = table([HEADER, ...lines.filter((_, i) => i !== 7), '{"t":39500,"pressure":331}'].join('\n'))
    expect(t.rows).toBe(39)
    expect([...t.columns[2].values].slice(8, 12)).toEqual([300e3, 310e3, 310e3, 310e3])
    expect(t.notes.map((n) => n.code)).toEqual(['lines-left-out', 'lines-held'])
  })
  test('nothing usable is refused with what to do', () => {
    expect(parseTable(bytes('{"t":1}\n{"t":2}'))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/No line says what is sent/),
    })
    expect(parseTable(bytes(HEADER))).toMatchObject({ ok: false, message: expect.stringMatching(/sent no reading/) })
  })
  test('any bytes after a header are no crash', () =>
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.string(), fc.json(), fc.constant(reading(1, 1))), { maxLength: 30 }),
        (lines) => {
          const parsed = parseTable(bytes([HEADER, ...lines].join('\n')))
          if (parsed.ok) for (const c of parsed.table.columns) expect(c.values.every(Number.isFinite)).toBe(true)
        },
      ),
      { numRuns: 300 },
    ))
})

test('the sketch that ships sends what the reader reads: its own text, filled in', () => {
  const sketch = readFileSync('docs/bench-device/bench-device.ino', 'utf8')
  const literals = [...sketch.matchAll(/"((?:\\.|[^"\\])*)"/g)].map(([, text]) => JSON.parse(`"${text}"`) as string)
  const filled = (text: string, i: number) =>
    text
      .replace('%lu', String(5000 * i))
      .replace('%ld', String(3 * i))
      .replace('%s', '349.2')
      .replace('%s', '0.8123')
  const [begin, end] = [
    literals.find((l) => l.startsWith('{"device"')),
    literals.find((l) => l.startsWith('},{"name"')),
  ]
  const lines = literals.filter((l) => l.startsWith('{"t"'))
  expect(lines).toHaveLength(2)
  const perTurn = /COUNTS_PER_TURN = (\d+)/.exec(sketch)?.[1]
  const sent = Array.from({ length: 40 }, (_, i) => filled(lines[i % 4 === 0 ? 0 : 1], i))
  const parsed = parseTable(bytes(`${begin}${perTurn}${end}${sent.join('')}`))
  if (!parsed.ok) throw new Error(parsed.message)
  expect(parsed.table.badRows.count).toBe(0)
  expect(parsed.table.columns.map((c) => c.header)).toEqual([
    'time [s]',
    'angle [count]',
    'pressure [kPa]',
    'thrust [N]',
  ])
  expect(parsed.table.columns.map((c) => Number(c.values[39].toFixed(6)))).toEqual([0.195, 117, 349_200, 0.8123])
  expect(Math.max(...sent.map((l) => l.length))).toBeLessThan(Number(/char line\[(\d+)\]/.exec(sketch)?.[1]))
  expect(sketch).toContain('Serial.begin(115200)')
})

describe('what is set by hand beside the device', () => {
  const set = (value: unknown, more: object = {}) =>
    JSON.stringify({ bench: 'set', name: 'hole', unit: 'mm', value, ...more })
  const table = (lines: readonly string[]) => {
    const parsed = parseTable(bytes([HEADER, ...lines, ''].join('\n')))
    if (!parsed.ok) throw new Error(parsed.message)
    return parsed.table
  }
  const [a, b, c, d, e, f] = steady(6)
  const holes = (lines: readonly string[]) => {
    const { columns } = table(lines)
    const own = columns.find((column) => column.name === 'hole')
    return own && Array.from(own.values, (v) => Number((1000 * v).toFixed(6)))
  }

  test('stands from the next reading on, a column like any other; it is guessed by its name', () => {
    expect(holes([set(0), a, b, set(1.2), c, set(1.6), d, e])).toEqual([0, 0, 1.2, 1.6, 1.6])
    const { columns, notes } = table([set(0), a, b])
    expect(columns.map((column) => column.header)).toEqual(['time [s]', 'angle [count]', 'pressure [kPa]', 'hole [mm]'])
    expect(notes).toEqual([])
    expect(guessMapping(columns, DROOP_ROLES).columns.hole).toEqual({ header: 'hole [mm]', unit: 'mm' })
  })
  test('readings before it was said, and while it is changed, are left out and told', () => {
    const lines = [a, set(0.8), b, c, set(null), d, e, set(1), f]
    expect(holes(lines)).toEqual([0.8, 0.8, 1])
    const { notes, columns } = table(lines)
    expect(Array.from(columns[0].values, (t) => Math.round(1000 * t))).toEqual([5, 10, 25])
    expect(notes).toEqual([{ code: 'lines-being-set', values: { count: 3, names: 'hole' } }])
  })
  test('two things at once: both must be in place', () => {
    const weight = (value: number | null) => JSON.stringify({ bench: 'set', name: 'weight', unit: 'N', value })
    const { columns, notes } = table([set(1), a, weight(2), b, set(null), c, set(2), d, weight(null), e])
    expect(columns.map((column) => column.name)).toContain('weight')
    expect(Array.from(columns[0].values)).toEqual([0.005, 0.015])
    expect(notes[0].values).toEqual({ count: 3, names: 'hole, weight' })
  })
  test('a reading that lacks a channel counts among those, not among what was being set', () => {
    const bare = '{"t":10000,"angle":3}'
    expect(table([set(1), a, b, bare, d]).notes.map((n) => [n.code, n.values.count])).toEqual([['lines-left-out', 1]])
    expect(table([set(1), a, b, set(null), bare, set(2), d]).notes.map((n) => [n.code, n.values.count])).toEqual([
      ['lines-left-out', 1],
    ])
  })
  test('what was never in place is no column; where no reading has it, that is said', () => {
    expect(holes([set(null), a, b])).toBeUndefined()
    expect(table([set(null), a, b]).rows).toBe(2)
    const none = parseTable(bytes([HEADER, a, b, set(1), set(null), c, ''].join('\n')))
    expect(none).toMatchObject({ ok: true })
    const never = parseTable(
      bytes(
        [
          HEADER,
          set(1),
          set(null),
          a,
          JSON.stringify({ bench: 'set', name: 'weight', unit: 'N', value: 1 }),
          b,
          set(2),
          JSON.stringify({ bench: 'set', name: 'weight', unit: 'N', value: null }),
          c,
          '',
        ].join('\n'),
      ),
    )
    expect(never).toMatchObject({ ok: false, message: expect.stringContaining('in place') })
  })
  test.each([
    ['no name', set(1, { name: 7 })],
    ['no name at all', set(1, { name: '' })],
    ['the clock', set(1, { name: 't' })],
    ['a name without end', set(1, { name: 'x'.repeat(81) })],
    ['a unit that is none', set(1, { unit: 3 })],
    ['a value that is none', set('1')],
    ['no value', JSON.stringify({ bench: 'set', name: 'hole', unit: 'mm' })],
    ['what the device sends', set(1, { name: 'pressure' })],
  ])('%s is passed over and counted', (_, wrong) => {
    const { columns, badRows } = table([a, wrong, b])
    expect([columns.length, badRows.count]).toEqual([3, 1])
  })
  test('another unit than before is passed over; the value before it stands', () => {
    expect(holes([set(1), a, set(0.05, { unit: 'in' }), b])).toEqual([1, 1])
  })
})

import { normalDraw, seededRandom } from '../../statistics'
import { reduceHand, type HandReading, type ScaleReading, type TowReading } from '.'
import { lineThrough, type LineRow } from './line'
import { ofRepeats } from './repeats'

const rowsOf = (n: number, off: (i: number) => number, u = 1): LineRow[] =>
  Array.from({ length: n }, (_, i) => ({ x: i, y: 3 + 2 * i + off(i), u }))
const through = (rows: readonly LineRow[], ends = true) => lineThrough(rows, { ends })
const codes = (reading: HandReading) => reduceHand(reading).said.map((s) => s.code)

describe('a row off the line of all others', () => {
  test('is left out, wherever it stands; the line is that of the others', () => {
    for (const n of [5, 7, 12])
      for (const wrong of [0, 2, n - 1]) {
        const line = through(rowsOf(n, (i) => (i === wrong ? 60 : 0)))
        expect(line.aside).toEqual([{ at: wrong, off: expect.closeTo(60, 9) }])
        expect([line.zero, line.slope]).toEqual([expect.closeTo(3, 9), expect.closeTo(2, 9)])
        expect(line.kept).toHaveLength(n - 1)
      }
  })
  test('two of nine are, though the first alone would not look far off; of eight only one may be, of four none', () => {
    const two = (i: number) => (i === 2 ? 60 : i === 5 ? 61 : 0)
    expect(through(rowsOf(9, two)).aside.map(({ at }) => at)).toEqual([2, 5])
    const one = through(rowsOf(8, two))
    expect(one.aside).toEqual([])
    expect(one.straight).toBe(false)
    expect(through(rowsOf(4, (i) => (i === 1 ? 60 : 0))).aside).toEqual([])
  })
  test('of an end may be what lies behind a bend: not where that was asked for, but where it was read twice', () => {
    const last = (i: number) => (i >= 6 ? 60 : 0)
    expect(through(rowsOf(7, last), false).aside).toEqual([])
    const twice: LineRow[] = [...rowsOf(7, () => 0), { x: 6, y: 75, u: 1 }]
    expect(through(twice, false).aside.map(({ at }) => at)).toEqual([7])
  })
  test('stays where the others scatter about as far, however finely they are said to be read', () => {
    const random = seededRandom(5)
    let aside = 0
    for (let i = 0; i < 500; i++) aside += through(rowsOf(4 + (i % 5), () => 3 * (random() - 0.5), 0.2)).aside.length
    expect(aside).toBeLessThan(25)
  })
  test('rows at one place tell no line', () => {
    const none = through([1, 2, 3].map((y) => ({ x: 2, y, u: 1 })))
    expect([none.slope, none.known([0, 1])]).toEqual([NaN, NaN])
  })
})

test.each([1, 1.5, 2, 3])(
  'rows that scatter %s times as much as is said: of 3,000 lines 92 to 97.5 % of the intervals hold the slope',
  (times) => {
    const random = seededRandom(31)
    for (const n of [4, 6, 9]) {
      let held = 0
      for (let i = 0; i < 3000; i++) {
        const line = through(rowsOf(n, () => times * normalDraw(random)))
        if (Math.abs(line.slope - 2) < 1.96 * line.known([0, 1])) held++
      }
      expect([n, held, held > 2760 && held < 2925]).toEqual([n, held, true])
    }
  },
)

test('repeats that agree to the digit are as unsure as what they share, not less (JCGM 100, G.4)', () => {
  // thirds that computers round: their scatter is 1e-17, not nothing
  for (const reading of [0.45, 0.7 + 0.2, 9.2e-4, 1 / 3])
    for (const n of [2, 3, 7]) {
      const same = Array.from({ length: n }, () => reading)
      expect(ofRepeats(same, 0.02)).toBeCloseTo(0.02, 6)
      same[0] *= 1 + 1e-15
      expect(ofRepeats(same, 0.02)).toBeCloseTo(0.02, 6)
    }
})

test.each([
  [2, 0.955, 0.99],
  [3, 0.915, 0.975],
  [5, 0.93, 0.975],
] as const)(
  'of 4,000 means of %i repeats that share an error at least %f are held, whatever the share of it',
  (n, least, most) => {
    const random = seededRandom(77)
    for (const shared of [0.3, 1, 3]) {
      let held = 0
      for (let i = 0; i < 4000; i++) {
        const off = shared * normalDraw(random)
        const values = Array.from({ length: n }, () => Math.sqrt(n) * normalDraw(random) + off)
        if (Math.abs(values.reduce((a, b) => a + b) / n) < 1.96 * ofRepeats(values, shared)) held++
      }
      expect([shared, held / 4000 > least && held / 4000 < most, held / 4000]).toEqual([shared, true, held / 4000])
    }
  },
)

test('times that a coarse watch makes alike are as unsure as the watch', () => {
  const of = (rows: readonly { aloneS: number; addedS: number }[], timeUncertaintyS = 0.03) =>
    reduceHand({
      kind: 'coasting',
      rows,
      fromRadPerS: 800,
      toRadPerS: 200,
      addedKgM2: 1e-5,
      addedRelativeUncertainty: 0,
      timeUncertaintyS,
    }).figures[0].measured.standardUncertainty
  const pair = { aloneS: 10, addedS: 15 }
  expect(of([pair, pair])).toBeCloseTo(of([pair]) / Math.SQRT2, 12)
  const nearly = { aloneS: 10.0005, addedS: 15.0005 }
  expect(of([pair, nearly]) / of([pair, pair])).toBeCloseTo(1, 3)
  // where repeats differ by more than the watch, they tell
  const apart = [pair, { aloneS: 10.5, addedS: 15.5 }]
  expect(of(apart, 0.03)).toBe(of(apart, 0.01))
})

test('a stem that falls by its own weight rubs by half of the other way at most, and that is told', () => {
  const of = (rows: readonly { inN: number; outN: number }[]): HandReading => ({
    kind: 'rubbing',
    rows,
    balanceUncertaintyN: 0,
  })
  const falls = of([
    { inN: 4, outN: 0 },
    { inN: 4, outN: 0 },
  ])
  expect(codes(falls)).toEqual(['hand-rubbing-falls'])
  const [{ measured }] = reduceHand(falls).figures
  // anything from nothing to 2 N: evenly between (JCGM 100, 4.3.7)
  expect(measured.value).toBeCloseTo(1, 12)
  expect(measured.standardUncertainty).toBeCloseTo(1 / Math.sqrt(3), 12)
  // one that needs nothing either way does not fall: it does not rub
  const free = of([
    { inN: 0, outN: 0 },
    { inN: 0, outN: 0 },
  ])
  expect(codes(free)).toEqual([])
  expect(reduceHand(free).figures[0].measured.value).toBe(0)
  // one that stuck only once is known by the rest
  const once = of([
    { inN: 3, outN: 0 },
    { inN: 3, outN: 1 },
    { inN: 3, outN: 1 },
  ])
  expect(reduceHand(once).figures[0].measured.value).toBe(2)
})

describe('one row written down wrongly', () => {
  const LOADS = [0, 1, 2, 4, 6, 4, 2, 1, 0]
  const scale = (shown: (f: number, i: number) => number): ScaleReading => ({
    kind: 'scale',
    rows: LOADS.map((knownN, i) => ({ knownN, shownN: shown(knownN, i) })),
    digitN: 0.01,
    weightRelativeUncertainty: 0,
  })
  const stirred = (i: number) => 0.004 * Math.sin(7 * i)
  test('of a scale: named, left out, and no friction or bend is made of it', () => {
    const wrong = scale((f, i) => f / 1.02 + stirred(i) + (i === 3 ? 1 : 0))
    expect(codes(wrong)).toEqual(['hand-scale-aside'])
    expect(reduceHand(wrong).said[0].values).toEqual({ knownN: 4, offN: expect.closeTo(1, 1) })
    expect(reduceHand(wrong).figures[0].measured.value).toBeCloseTo(1.02, 2)
    // the greatest load, hung on once, may as well be where it bends
    expect(codes(scale((f, i) => f + (i === 4 ? 1 : 0)))).not.toContain('hand-scale-aside')
  })
  test('a scale that does not come back: its zero is as unsure as that', () => {
    const zero = reduceHand(scale((f, i) => f + 0.05 * i)).figures[1].measured
    // 0.4 N from the first nought to the last: evenly between
    expect(zero.standardUncertainty).toBeGreaterThan(0.4 / Math.sqrt(12))
    expect(zero.standardUncertainty).toBeLessThan(0.4)
  })
  test('of a tow: named by its speed, and left out', () => {
    const speeds = [0.3, 0.4, 0.5, 0.6, 0.75, 0.9]
    const tow: TowReading = {
      kind: 'tow',
      rows: speeds.map((v, i) => ({ pullN: v ** 2 * (i === 2 ? 2 : 1 + stirred(i)), timeS: 4 / v })),
      lengthM: 4,
      wantedMPerS: 0.5,
      balanceUncertaintyN: 0.003,
      timeUncertaintyS: 0.05,
    }
    expect(codes(tow)).toEqual(['hand-tow-aside'])
    expect(reduceHand(tow).said[0].values).toEqual({ speedMPerS: 0.5, share: expect.closeTo(1, 1) })
    expect(reduceHand(tow).figures[0].measured.value).toBeCloseTo(0.25, 2)
  })
})

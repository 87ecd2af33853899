import { normalDraw, seededRandom } from '../../statistics'
import { permissibleUnbalance } from '../../strength'
import { balanceQuality, reduceHand, type HandReading, type SpringReading } from '.'
import { ofRepeats, together } from './repeats'

const figure = (reading: HandReading, id: string) => reduceHand(reading).figures.find((f) => f.id === id)!.measured
const codes = (reading: HandReading) => reduceHand(reading).said.map((s) => s.code)

describe('published examples', () => {
  test('JCGM 100:2008, 4.4.3, table 1: twenty readings of a temperature (taken as pulls): mean 100.14, standard uncertainty 0.33', () => {
    // the table's values, from memory; their mean and deviation are the document's
    const table = [
      96.9, 98.18, 98.25, 98.61, 99.03, 99.49, 99.56, 99.74, 99.89, 100.07, 100.33, 100.42, 100.68, 100.95, 101.11,
      101.2, 101.57, 101.84, 102.36, 102.72,
    ]
    const share = figure(
      { kind: 'pull', wheels: 'held', weightN: 1, balanceUncertaintyN: 0, rows: table.map((pullN) => ({ pullN })) },
      'pullShare',
    )
    expect(share.value).toBeCloseTo(100.14, 1)
    // Student’s t for 19 degrees of freedom is 2.093 (table G.2)
    expect((share.standardUncertainty * 1.96) / 2.093).toBeCloseTo(0.33, 2)
  })
  test('JCGM 100:2008, 4.4.5: evenly between 96 and 104 is 100 with 2.3 (a gap between its leaves)', () => {
    const gap = figure({ kind: 'gap', rows: [{ goesM: 96, stopsM: 104 }] }, 'gap')
    expect(gap.value).toBe(100)
    expect(gap.standardUncertainty).toBeCloseTo(2.3, 1)
  })
  test('JCGM 100:2008, G.4.1: 0.25, 0.57 and 0.82 % by 10, 5 and 15 repeats are 1.03 % together with 19 degrees of freedom, expanded 2.2 %', () => {
    const all = together([
      { u: 0.25, freedom: 9 },
      { u: 0.57, freedom: 4 },
      { u: 0.82, freedom: 14 },
    ])
    expect(1.96 * all).toBeCloseTo(1.03 * 2.093, 1)
    expect(1.96 * all).toBeCloseTo(2.155, 2)
  })
  test('ISO 21940-11: G 6.3 at 3000 rpm lets the middle of mass lie 20 µm off the axis (read off its chart, from memory)', () => {
    const speed = (3000 * Math.PI) / 30
    expect(balanceQuality(20e-6, speed) * 1e3).toBeCloseTo(6.3, 1)
    // the other way round, by the core's own permissible unbalance
    expect(balanceQuality(permissibleUnbalance(6.3e-3, 0.04, speed) / 0.04, speed)).toBeCloseTo(6.3e-3, 9)
  })
})

describe('a spring', () => {
  const made = (rate: number, more: Partial<SpringReading> = {}): SpringReading => ({
    kind: 'spring',
    rows: [0.2, 0.6, 1, 1.5].map((loadN) => ({ loadN, lengthM: 14e-3 - loadN / rate })),
    lengthUncertaintyM: 0.03e-3,
    workingLengthM: null,
    ...more,
  })
  test('pressed: rate, free length, and the force at a length, on the line', () => {
    const reading = made(310, { workingLengthM: 11.5e-3 })
    expect(figure(reading, 'springRate').value).toBeCloseTo(310, 6)
    expect(figure(reading, 'freeLength').value).toBeCloseTo(14e-3, 9)
    expect(figure(reading, 'workingForce').value).toBeCloseTo(310 * 2.5e-3, 6)
    expect(codes(reading)).toEqual([])
  })
  test('drawn, it grows with its load: its rate is as much', () => {
    const drawn = made(310, { rows: [1, 2, 3].map((loadN) => ({ loadN, lengthM: 20e-3 + loadN / 310 })) })
    expect(figure(drawn, 'springRate').value).toBeCloseTo(310, 6)
  })
  test('coils that touch, a length far off, a length beyond free, and rows that tell nothing', () => {
    const { rows } = made(310)
    const touching = made(310, { rows: [...rows, { loadN: 6, lengthM: rows[3].lengthM - 0.1e-3 }] })
    expect(codes(touching)).toEqual(['hand-spring-aside'])
    expect(reduceHand(touching).said[0].values.loadN).toBe(6)
    expect(figure(touching, 'springRate').value).toBeCloseTo(310, 6)
    // one that grows stiffer all the way has no row to leave out
    const barrel = [0.2, 0.6, 1, 1.5, 2, 2.5, 3].map((loadN) => ({ loadN, lengthM: 20e-3 - 4e-3 * Math.sqrt(loadN) }))
    expect(codes(made(310, { rows: barrel }))).toEqual(['hand-spring-bends'])
    expect(figure(made(310, { rows: barrel }), 'springRate').standardUncertainty).toBeGreaterThan(20)
    expect(codes(made(310, { workingLengthM: 5e-3 }))).toEqual(['hand-spring-far'])
    expect(codes(made(310, { workingLengthM: 14.5e-3 }))).toEqual(['hand-spring-slack'])
    expect(() => reduceHand(made(1e5))).toThrow(/hardly changes evenly/)
    const alike = [1, 1, 1].map((loadN) => ({ loadN, lengthM: 10e-3 }))
    expect(() => reduceHand(made(310, { rows: alike }))).toThrow(/hardly changes/)
  })
})

test('a seal: both ways together leave weight and slope out; the balance’s own error stays', () => {
  const rows = [0, 1, 2].map((i) => ({ inN: 2 + 0.7 + 0.01 * i, outN: 2 - 0.7 + 0.01 * i }))
  const rubs = figure({ kind: 'rubbing', rows, balanceUncertaintyN: 0.05 }, 'rubbing')
  expect(rubs.value).toBeCloseTo(2.01, 9)
  expect(rubs.standardUncertainty).toBeGreaterThan(0.05)
  expect(rubs.standardUncertainty).toBeLessThan(0.051)
  expect(
    figure({ kind: 'rubbing', rows: rows.slice(0, 1), balanceUncertaintyN: 0.05 }, 'rubbing').standardUncertainty,
  ).toBe(0.05)
  expect(codes({ kind: 'rubbing', rows: rows.slice(0, 1), balanceUncertaintyN: 0.05 })).toEqual(['hand-single'])
  const wild = [1, 2].map((n) => ({ inN: n, outN: n }))
  expect(codes({ kind: 'rubbing', rows: wild, balanceUncertaintyN: 0.05 })).toEqual(['hand-scatters'])
})

test('a gap that runs out is told, and its least is the least', () => {
  const mm = 1e-3
  const rows = [
    { goesM: 0.9 * mm, stopsM: 0.95 * mm },
    { goesM: 0.8 * mm, stopsM: 0.85 * mm },
    { goesM: 0.6 * mm, stopsM: 0.65 * mm },
  ]
  expect(figure({ kind: 'gap', rows }, 'gap').value).toBeCloseTo(0.79167 * mm, 7)
  expect(figure({ kind: 'gap', rows }, 'leastGap').value).toBeCloseTo(0.625 * mm, 9)
  expect(codes({ kind: 'gap', rows })).toEqual(['hand-gap-runs-out'])
  expect(codes({ kind: 'gap', rows: rows.slice(0, 1) })).toEqual(['hand-gap-few'])
  expect(codes({ kind: 'gap', rows: rows.map(() => ({ goesM: 0.1 * mm, stopsM: 0.3 * mm })) })).toEqual([
    'hand-gap-coarse',
  ])
})

test('knife edges: mass times radius; what they hide is its least uncertainty, and more than that must be stuck on to tell', () => {
  const of = (masses: readonly number[], leastMassKg = 4e-6): HandReading => ({
    kind: 'balance',
    rows: masses.map((massKg) => ({ massKg })),
    radiusM: 20e-3,
    leastMassKg,
    rotorMassKg: 0.04,
  })
  const unbalance = figure(of([15e-6, 15e-6, 15e-6]), 'unbalance')
  expect(unbalance.value).toBeCloseTo(0.3e-6, 12)
  expect(unbalance.standardUncertainty).toBeCloseTo((4e-6 * 20e-3) / Math.sqrt(3), 12)
  expect(figure(of([15e-6]), 'offAxis').value).toBeCloseTo(7.5e-6, 12)
  expect(codes(of([15e-6, 15e-6]))).toEqual([])
  expect(codes(of([3e-6, 1e-6]))).toEqual(['hand-balance-hidden'])
  expect(codes(of([15e-6, 30e-6]))).toEqual(['hand-scatters'])
})

test('a pull over weight; more than a third of it is no rolling, with wheels held it is', () => {
  const of = (wheels: 'rolling' | 'held', pullN: number): HandReading => ({
    kind: 'pull',
    wheels,
    weightN: 2,
    balanceUncertaintyN: 0.01,
    rows: [{ pullN }, { pullN }],
  })
  expect(figure(of('rolling', 0.05), 'pullShare')).toMatchObject({ value: 0.025, standardUncertainty: 0.005 })
  expect(codes(of('rolling', 0.8))).toEqual(['hand-pull-drags'])
  expect(codes(of('held', 1.4))).toEqual([])
})

test('over 1,000 of each the 95 % intervals hold the truth in 93 to 97.5 %, with a bias under a quarter of the uncertainty', () => {
  const random = seededRandom(41)
  const noise = (s: number) => s * normalDraw(random)
  const kinds: Readonly<Record<string, () => { reading: HandReading; id: string; truth: number }>> = {
    spring: () => ({
      reading: {
        kind: 'spring',
        rows: [0.2, 0.5, 0.8, 1.1, 1.4].map((loadN) => ({ loadN, lengthM: 14e-3 - loadN / 310 + noise(0.05e-3) })),
        lengthUncertaintyM: 0.05e-3,
        workingLengthM: null,
      },
      id: 'springRate',
      truth: 310,
    }),
    'force of a spring': () => ({
      reading: {
        kind: 'spring',
        rows: [0.2, 0.5, 0.8, 1.1, 1.4].map((loadN) => ({ loadN, lengthM: 14e-3 - loadN / 310 + noise(0.05e-3) })),
        lengthUncertaintyM: 0.05e-3,
        workingLengthM: 11e-3 + noise(0.05e-3),
      },
      id: 'workingForce',
      truth: 310 * 3e-3,
    }),
    rubbing: () => {
      const balance = noise(0.01)
      return {
        reading: {
          kind: 'rubbing',
          rows: [0, 1, 2, 3].map(() => ({ inN: 2.5 + noise(0.1) + balance, outN: 1.5 + noise(0.1) + balance })),
          balanceUncertaintyN: 0.01,
        },
        id: 'rubbing',
        truth: 2,
      }
    },
    pull: () => {
      const balance = noise(0.01)
      return {
        reading: {
          kind: 'pull',
          wheels: 'rolling',
          weightN: 2,
          rows: [0, 1, 2].map(() => ({ pullN: 0.1 + noise(0.01) + balance })),
          balanceUncertaintyN: 0.01,
        },
        id: 'pullShare',
        truth: 0.05,
      }
    },
  }
  for (const [name, make] of Object.entries(kinds)) {
    let [held, bias] = [0, 0]
    for (let i = 0; i < 1000; i++) {
      const { reading, id, truth } = make()
      const { value, standardUncertainty } = figure(reading, id)
      const off = (value - truth) / standardUncertainty
      if (Math.abs(off) <= 1.96) held++
      bias += off / 1000
    }
    expect([name, held > 930 && held < 975, held]).toEqual([name, true, held])
    expect(Math.abs(bias)).toBeLessThan(0.25)
  }
})

test('two readings scatter as well as they can: half their distance, by one degree of freedom; one alone has no scatter', () => {
  // Student's t of one degree of freedom for 95 %: 12.71 (JCGM 100:2008, table G.2)
  expect(ofRepeats([9, 11], 0)).toBeCloseTo(12.71 / 1.96, 2)
  expect(ofRepeats([9], 0.4)).toBe(0.4)
})

import { normalDraw, seededRandom } from '../../statistics'
import { reduceHand, type TowReading } from '.'

const SPEEDS = [0.25, 0.35, 0.45, 0.6, 0.75, 0.9]
const made = (dragAt: (v: number) => number, more: Partial<TowReading> = {}): TowReading => ({
  kind: 'tow',
  rows: SPEEDS.map((v) => ({ pullN: dragAt(v), timeS: 2 / v })),
  lengthM: 2,
  wantedMPerS: 0.5,
  balanceUncertaintyN: 0.005,
  timeUncertaintyS: 0.1,
  ...more,
})
const figures = (reading: TowReading) => reduceHand(reading).figures.map((f) => f.measured)
const codes = (reading: TowReading) => reduceHand(reading).said.map((s) => s.code)

test('closed form: drag as a power of speed is found whatever the power, and its power at the speed wanted', () => {
  for (const n of [1.5, 2, 2.6]) {
    const reading = made((v) => 0.4 * (v / 0.5) ** n)
    const [drag, power, grows] = figures(reading)
    expect(drag.value).toBeCloseTo(0.4, 9)
    expect(power.value).toBeCloseTo(0.2, 9)
    expect(power.standardUncertainty / drag.standardUncertainty).toBeCloseTo(0.5, 9)
    expect(grows.value).toBeCloseTo(n, 9)
    expect(codes(reading)).toEqual([])
  }
})

test('friction of a plate by the ITTC-1957 line: its drag within 1 %, growing to the power of 1.8', () => {
  // formula from memory: Cf = 0.075 / (log10 Re - 2)^2; a hull of 0.6 m, fresh water at 20 °C (998.2 kg/m3, 1.004e-6
  // m2/s, handbook)
  const [lengthM, wettedM2] = [0.6, 0.08]
  const drag = (v: number) => (0.5 * 998.2 * wettedM2 * v * v * 0.075) / (Math.log10((v * lengthM) / 1.004e-6) - 2) ** 2
  const [found, , grows] = figures(made(drag))
  expect(Math.abs(found.value / drag(0.5) - 1)).toBeLessThan(0.01)
  expect(grows.value).toBeGreaterThan(1.72)
  expect(grows.value).toBeLessThan(1.86)
})

test('a time counts as often as the drag grows with speed, a pull once (JCGM 100, 5.1)', () => {
  // all alike but for one row at the speed wanted that is known well: what that row leaves is the answer's own
  const alone = (more: Partial<TowReading>) => {
    const [drag] = figures(
      made((v) => v ** 2, {
        rows: [0.5, 0.4, 0.625].flatMap((v) => ({ pullN: v ** 2, timeS: 2 / v })),
        ...more,
      }),
    )
    return drag.standardUncertainty / drag.value
  }
  const byPull = alone({ balanceUncertaintyN: 0.01, timeUncertaintyS: 1e-9 })
  // three readings, weighted by their own share: between one alone and the mean of three of the largest
  expect(byPull).toBeGreaterThan(0.01 / 0.390625 / Math.sqrt(3))
  expect(byPull).toBeLessThan(0.01 / 0.25)
  const byTime = alone({ balanceUncertaintyN: 1e-9, timeUncertaintyS: 0.04 })
  const twice = alone({ balanceUncertaintyN: 1e-9, timeUncertaintyS: 0.08 })
  expect(twice / byTime).toBeCloseTo(2, 6)
  const byPower = (n: number) => {
    const [drag] = figures(made((v) => v ** n, { balanceUncertaintyN: 1e-9 }))
    return drag.standardUncertainty / drag.value
  }
  expect(byPower(1.5) / byPower(2)).toBeCloseTo(0.75, 6)
  // 1 % of a time of 4 s is 2 % of a drag that grows with its square; three of about the same
  expect(byTime).toBeGreaterThan(0.02 / Math.sqrt(3) / 1.3)
  expect(byTime).toBeLessThan((1.3 * 0.02) / Math.sqrt(3))
})

test('a speed beyond those that were drawn, a rubbing guide and a bow wave are told', () => {
  const square = (v: number) => v * v
  expect(codes(made(square, { wantedMPerS: 1.07 }))).toEqual([])
  expect(codes(made(square, { wantedMPerS: 1.1 }))).toEqual(['hand-tow-far'])
  expect(codes(made(square, { wantedMPerS: 0.21 }))).toEqual([])
  expect(codes(made(square, { wantedMPerS: 0.2 }))).toEqual(['hand-tow-far'])
  expect(codes(made((v) => v))).toEqual(['hand-tow-grows'])
  expect(codes(made((v) => v ** 3.4))).toEqual(['hand-tow-grows'])
})

test.each([
  ['speeds alike', { rows: [4, 4.2, 4.4].map((timeS) => ({ pullN: 1, timeS })) }],
  ['no pull', { rows: [4, 5, 6].map((timeS) => ({ pullN: 0, timeS })) }],
])('%s: no drag is told, and what to do', (_, more) => {
  expect(() => reduceHand(made((v) => v, more))).toThrow(/tell no drag over speed/)
})

test('rows that scatter more than was said are known by their scatter, as few as they are', () => {
  const rough = made((v) => v * v, { balanceUncertaintyN: 1e-4, timeUncertaintyS: 1e-3 })
  const rows = rough.rows.map((r, i) => ({ ...r, pullN: r.pullN * (i % 2 === 0 ? 1.1 : 0.9) }))
  const [drag] = figures({ ...rough, rows })
  const relative = drag.standardUncertainty / drag.value
  // a tenth over the root of six, Student's t for four degrees of freedom 2.78 over 1.96 (JCGM 100, table G.2), more
  // for a slope that is unsure
  expect(relative).toBeGreaterThan((0.1 / Math.sqrt(6)) * (2.78 / 1.96))
  expect(relative).toBeLessThan(3 * (0.1 / Math.sqrt(6)))
})

test('of 4,000 simulated tows the 95 % interval holds the truth in 93 to 97.5 %', () => {
  const random = seededRandom(17)
  let [held, sum] = [0, 0]
  for (let i = 0; i < 4000; i++) {
    const [n, at] = [1.7 + 0.6 * random(), 0.2 + random()]
    const [drag] = figures(
      made(() => 0, {
        rows: SPEEDS.map((v) => ({
          pullN: Math.max(1e-3, at * (v / 0.5) ** n + 0.005 * normalDraw(random)),
          timeS: 2 / v + 0.1 * normalDraw(random),
        })),
      }),
    )
    const off = (drag.value - at) / drag.standardUncertainty
    sum += off
    if (Math.abs(off) < 1.96) held++
  }
  expect(held).toBeGreaterThan(3720)
  expect(held).toBeLessThan(3900)
  expect(Math.abs(sum / 4000)).toBeLessThan(0.25)
})

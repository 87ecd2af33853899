import fc from 'fast-check'
import { sample } from '../../check-values/sample'
import { flashCandidates } from './flashes'

const rpm = (w: number) => (w * 30) / Math.PI
const most = (60_000 * Math.PI) / 30
const at = (perMinute: number, images = 1, relativeUncertainty = 2e-3) => ({
  flashesPerS: perMinute / 60,
  images,
  relativeUncertainty,
})
const speeds = (found: readonly { speed: { value: number } }[]) => found.map((c) => Math.round(rpm(c.speed.value)))

test('one rate: the speed or any whole multiple of it', () => {
  expect(speeds(flashCandidates([at(3000)], 1, 0, (13_000 * Math.PI) / 30))).toEqual([3000, 6000, 9000, 12_000])
  expect(flashCandidates([at(3000)], 1, 0, most)[2].turnsPerFlash).toBeCloseTo(3, 12)
})
test('seen twice over: odd halves alone', () => {
  expect(speeds(flashCandidates([at(6000, 2)], 1, 0, (16_000 * Math.PI) / 30))).toEqual([3000, 9000, 15_000])
})
test('seen twice over and once, with its rate halved: one speed is left of many', () => {
  // 9 000 turns a minute: stands at 9 000 once, at 18 000 twice over; common practice: the highest rate that shows it
  // once is the speed
  const found = speeds(flashCandidates([at(9000), at(18_000, 2)], 1, 0, (26_000 * Math.PI) / 30))
  expect(found).toEqual([9000])
})
test('two rates next to each other, by f1 f2 / (f1 - f2): 18 000 from 6 000 and 4 500', () => {
  const found = flashCandidates([at(6000), at(4500)], 1, 0, (30_000 * Math.PI) / 30)
  expect(speeds(found)).toContain((6000 * 4500) / (6000 - 4500))
  expect(speeds(found)).toEqual([18_000])
})
test('marks alike in a turn: five blades stand five times as often', () => {
  expect(speeds(flashCandidates([at(3000)], 5, 0, (2000 * Math.PI) / 30))).toEqual([600, 1200, 1800])
})
test('readings that no speed could give leave none; of no readings there is none', () => {
  expect(flashCandidates([at(3000), at(3100)], 1, 0, (10_000 * Math.PI) / 30)).toEqual([])
  expect(flashCandidates([], 1, 0, most)).toEqual([])
})
test('readings agree within three standard uncertainties of what both give', () => {
  // 6 000 read twice, the second at half the rate and a little high: each lies half of that from their mean
  const read = (high: number) =>
    flashCandidates([at(6000), at(3000 * (1 + high))], 1, (5800 * Math.PI) / 30, (6300 * Math.PI) / 30)
  expect(read(2 * 2e-3 * 2.8)[0].apart).toBeCloseTo(2.8, 1)
  expect(read(2 * 2e-3 * 3.4)).toEqual([])
})
test('both readings count by how well they are read: half of the variance with two alike', () => {
  const [one] = flashCandidates([at(6000)], 1, (5900 * Math.PI) / 30, (6100 * Math.PI) / 30)
  const [two] = flashCandidates([at(6000), at(3000)], 1, (5900 * Math.PI) / 30, (6100 * Math.PI) / 30)
  expect(one.speed.standardUncertainty / one.speed.value).toBeCloseTo(2e-3, 9)
  expect(two.speed.standardUncertainty / one.speed.standardUncertainty).toBeCloseTo(Math.SQRT1_2, 6)
})
test('the speed that it turns at is always among them, whatever rates it stood at', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 50, max: 900, noNaN: true }),
      fc.integer({ min: 1, max: 6 }),
      fc.uniqueArray(fc.tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 3 })), {
        minLength: 1,
        maxLength: 4,
      }),
      fc.double({ min: -1, max: 1, noNaN: true }),
      (perS, marks, ways, error) => {
        const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b))
        const readings = ways
          .filter(([p, q]) => divisor(p, q) === 1)
          .map(([p, q], i) => ({
            flashesPerS: ((perS * marks * q) / p) * (1 + (i % 2 === 0 ? 1 : -1) * error * 1e-3),
            images: q,
            relativeUncertainty: 1e-3,
          }))
        fc.pre(readings.length > 0)
        const found = flashCandidates(readings, marks, 0, 2 * Math.PI * 1000)
        const nearest = Math.min(...found.map((c) => Math.abs(c.speed.value / (2 * Math.PI * perS) - 1)))
        expect(nearest).toBeLessThan(1.01e-3)
      },
    ),
    { numRuns: sample(200), seed: 9 },
  )
})

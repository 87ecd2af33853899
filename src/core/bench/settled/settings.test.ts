import { fisher95, normalDraw, seededRandom } from '../../statistics'
import { lackOfFit, settingsOf } from './settings'
import { bandAt, lineAt, lineFigures, torqueLine } from './torque-line'

test('F at 95 %: values of the table in any book of statistics (3.36 for 4 over 11, 4.76 for 3 over 6, 4.96 for 1 over 10), from memory', () => {
  expect(fisher95(4, 11)).toBeCloseTo(3.357, 2)
  expect(fisher95(3, 6)).toBeCloseTo(4.757, 2)
  expect(fisher95(1, 10)).toBeCloseTo(4.965, 2)
})

test('settings are told apart by their speeds, in whatever order they were read', () => {
  expect(settingsOf([1000, 502, 995, 498, 250, 1010])).toEqual([2, 1, 2, 1, 0, 2])
  // speeds that follow each other closely are one setting from end to end
  expect(settingsOf([1000, 980, 960, 940])).toEqual([0, 0, 0, 0])
  expect(settingsOf([1000, 970, 940])).toEqual([2, 1, 0])
  expect(settingsOf([7])).toEqual([0])
})

describe('lack of fit', () => {
  const pairs = [0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 5, 5]
  test('pairs that agree wholly and lie off the law: six readings in truth, not twelve', () => {
    const off = pairs.map((k) => (k % 2 ? 1 : -1))
    // 12 over 6 − 3, against 12 over 12 − 3
    expect(lackOfFit(pairs, off, 3)).toBeCloseTo(3, 12)
    expect(lackOfFit(pairs, off, 2)).toBeCloseTo(12 / 4 / (12 / 10), 12)
  })
  test('it is lack of fit that counts: readings of a setting that lie off on both sides are scatter', () => {
    expect(
      lackOfFit(
        pairs,
        pairs.map((_, i) => (i % 2 ? 1 : -1)),
        3,
      ),
    ).toBe(1)
  })
  test('scatter alone is taken for a shape in one set of twenty', () => {
    const random = seededRandom(4)
    const taken = Array.from({ length: 600 }, () =>
      lackOfFit(
        pairs,
        pairs.map(() => normalDraw(random)),
        0.001,
      ),
    ).filter((f) => f > 1).length
    expect(taken / 600).toBeGreaterThan(0.025)
    expect(taken / 600).toBeLessThan(0.08)
  })
  test('settings that were read once, and no more settings than the law has places, tell nothing', () => {
    expect(lackOfFit([0, 1, 2, 3, 4], [1, -1, 1, -1, 1], 3)).toBe(1)
    // one setting more than the curve has numbers, and one reading more than settings, are enough
    expect(lackOfFit([0, 0, 1, 1, 2, 2, 3, 3], [1, 1.01, -3, -3.01, 3, 3.01, -1, -1.01], 3)).toBeGreaterThan(4)
    expect(lackOfFit([0, 0, 1, 2, 3, 4], [1, 1.001, -3, 3, -1, 0.5], 3)).toBeGreaterThan(1.2)
    expect(lackOfFit([0, 0, 1, 1, 2, 2], [1, 1, -1, -1, 1, 1], 3)).toBe(1)
  })
})

/** Torque that stays up at low speed and falls ever faster, as an engine's does: no line bent once is of its shape. */
const humped = (x: number) => 0.1 * (1 - 0.1 * x - 0.9 * x ** 4)
const read = (spread: number) =>
  [0.1, 0.26, 0.42, 0.58, 0.74, 0.9].flatMap((x) =>
    [1, -1].map((s) => ({ speedRadPerS: 1000 * x, torqueNm: humped(x) + s * spread })),
  )

test('torque of another shape: no reading is called wrong, it is said, and the bands reach to where it lies', () => {
  const line = torqueLine(read(1e-4), 1e-5)!
  expect(line.kept).not.toContain(false)
  expect(line.shaped).toBe(true)
  for (const x of [0.1, 0.26, 0.42, 0.58, 0.74, 0.9])
    expect(Math.abs(lineAt(line, 1000 * x) - humped(x))).toBeLessThan(3 * bandAt(line, 1000 * x))
  let peak = 0
  for (let x = 0; x < 1; x += 0.001) peak = Math.max(peak, 1000 * x * humped(x))
  const { peakPower } = lineFigures(line)!
  expect(Math.abs(peakPower.value - peak)).toBeLessThan(2 * peakPower.standardUncertainty)
  // scatter as large as the misfit hides it
  expect(torqueLine(read(8e-3), 1e-5)!.shaped).toBe(false)
})

test('two wrong readings of one setting that agree are set aside where they lie far off', () => {
  const straight = [0.15, 0.3, 0.45, 0.6, 0.75, 0.9].flatMap((x) =>
    [1, -1].map((s) => ({ speedRadPerS: 1000 * x, torqueNm: 0.1 * (1 - x) + s * 1e-4 })),
  )
  const wrong = (by: number) =>
    torqueLine(
      straight.map((p, i) => (i === 4 || i === 5 ? { ...p, torqueNm: p.torqueNm + by } : p)),
      1e-5,
    )!
  expect(wrong(0.03).kept.filter((k) => !k)).toHaveLength(2)
  expect(wrong(-0.03).parameters[0]).toBeCloseTo(0.1, 3)
  // one alone is not believed, however near: its fellow says otherwise
  const one = torqueLine(
    straight.map((p, i) => (i === 4 ? { ...p, torqueNm: p.torqueNm + 0.006 } : p)),
    1e-5,
  )!
  expect(one.kept.flatMap((k, i) => (k ? [] : [i]))).toEqual([4])
  // nearer than a fifth of the torque at rest they are believed, and the bands say so
  expect(wrong(0.023).kept.filter((k) => !k)).toHaveLength(2)
  expect(wrong(0.016).kept).not.toContain(false)
  expect(wrong(0.006).kept).not.toContain(false)
  expect(wrong(0.006).covariance[0][0]).toBeGreaterThan(10 * torqueLine(straight, 1e-5)!.covariance[0][0])
})

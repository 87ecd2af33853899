import { blockAverage } from '../angle/decimate'
import { equalSpeedWindows, localMotion } from './local-fit'
import { blockAt, findPhases, roughSpeed } from './phases'
import { poolRuns, simulateSpinUp } from '..'
import { normalDraw, seededRandom } from '../../statistics'

const even = (n: number, step: number, angle: (t: number) => number) => {
  const timeS = Float64Array.from({ length: n }, (_, i) => i * step)
  return { timeS, angleRad: timeS.map(angle) }
}

describe('averaging into blocks', () => {
  test('keeps the mean of time and angle, and counts its readings', () => {
    const blocks = blockAverage(
      even(1001, 0.001, (t) => 5 * t),
      100,
    )
    expect(blocks.count.reduce((a, b) => a + b, 0)).toBe(1001)
    blocks.timeS.forEach((t, i) => expect(blocks.angleRad[i]).toBeCloseTo(5 * t, 9))
  })
  test('leaves out blocks without a reading', () => {
    const trace = { timeS: Float64Array.of(0, 0.1, 9.9, 10), angleRad: Float64Array.of(0, 1, 2, 3) }
    expect(blockAverage(trace, 100).timeS.length).toBeLessThanOrEqual(4)
  })
  test('never makes more blocks than readings', () =>
    expect(
      blockAverage(
        even(10, 1, (t) => t),
        4000,
      ).timeS.length,
    ).toBeLessThanOrEqual(10))
})

describe('local fit', () => {
  const cubic = (t: number) => 3 + 20 * t + 4 * t * t - 0.5 * t ** 3
  const blocks = blockAverage(even(200, 0.01, cubic), 200)
  test('a cubic is found exactly: speed and acceleration at the middle', () => {
    const m = localMotion(blocks, 50, 151)
    if (!m) throw new Error('there is a fit')
    expect(m.speedRadPerS).toBeCloseTo(20 + 8 * m.timeS - 1.5 * m.timeS ** 2, 6)
    expect(m.accelerationRadPerS2).toBeCloseTo(8 - 3 * m.timeS, 5)
    expect(m.accelerationUncertainty).toBeLessThan(1e-4)
  })
  test('fewer than six blocks give nothing', () => expect(localMotion(blocks, 0, 5)).toBeNull())
  test('windows cover the range once, in order, each with enough blocks and about the same step of speed', () => {
    const speed = Float64Array.from({ length: 400 }, (_, i) => 1000 * (1 - Math.exp(-i / 80)))
    const windows = equalSpeedWindows(speed, { from: 0, to: 400, windows: 20, least: 8 })
    windows.slice(1).forEach(([a], i) => expect(a).toBe(windows[i][1]))
    for (const [a, b] of windows) expect(b - a).toBeGreaterThanOrEqual(8)
    const early = windows.slice(0, 5).map(([a, b]) => speed[b - 1] - speed[a])
    for (const step of early) expect(step).toBeGreaterThan(45)
  })
})

describe('phases', () => {
  const truth = {
    stallTorqueNm: 0.02,
    dragFreeSpeedRadPerS: 2000,
    drag: [3e-4, 1e-7, 1e-10] as readonly [number, number, number],
    effectiveInertiaKgM2: 2e-5,
    openS: 2,
    shutS: 10,
    endS: 30,
  }
  const phasesOf = (over: Partial<typeof truth>) => {
    const { timeS, angleRad } = simulateSpinUp({ ...truth, ...over }, 0.005)
    const blocks = blockAverage({ timeS, angleRad }, 4000)
    return findPhases(blocks, roughSpeed(blocks, 4))
  }
  test('start, shut-off and coasting are found', () => {
    const p = phasesOf({})
    expect(Math.abs(p.spinUp.fromS - 2)).toBeLessThan(0.1)
    expect(Math.abs(p.spinUp.toS - 10)).toBeLessThan(0.4)
    expect(p.coast?.fromS).toBeGreaterThan(10)
  })
  test('air shut while still speeding up', () => {
    const p = phasesOf({ shutS: 4 })
    expect(Math.abs(p.spinUp.toS - 4)).toBeLessThan(0.4)
    expect(p.coast).not.toBeNull()
  })
  test('no coasting in the recording', () => expect(phasesOf({ endS: 9.9 }).coast).toBeNull())
  test('a rotor that hardly slows after its air is shut does not tell its drag', () => {
    // so heavy and free that it loses 3 % in all that is recorded
    const p = phasesOf({ drag: [3e-5, 0, 0], endS: 16 })
    expect(p.coast).toBeNull()
    expect(phasesOf({ drag: [3e-4, 0, 0], endS: 30 }).coast).not.toBeNull()
  })
  test('a block at a time', () => {
    const blocks = blockAverage(
      even(101, 0.1, (t) => t),
      101,
    )
    expect(blocks.timeS[blockAt(blocks, 5)]).toBeGreaterThanOrEqual(5)
    expect(blockAt(blocks, 1e9)).toBe(blocks.timeS.length)
  })
})

describe('pooled repeats', () => {
  const m = (value: number, u: number) => ({ value, standardUncertainty: u, unit: 'W' })
  test('a single run keeps its own uncertainty and knows no spread', () =>
    expect(poolRuns([m(9, 0.2)])).toMatchObject({ mean: m(9, 0.2), runs: 1, spread: NaN }))
  test('the rig’s own uncertainty does not shrink with repeats', () =>
    expect(poolRuns([m(9, 0.2), m(9, 0.2), m(9, 0.2)], 0.2 / 9).mean.standardUncertainty).toBeCloseTo(0.2, 12))
  test('both the spread of repeats and what they share stand in the ±', () => {
    const pooled = poolRuns([m(12.97, 1), m(12.99, 1)], 0.07)
    expect(pooled.mean.standardUncertainty).toBeGreaterThan(0.9)
    // of three runs Student's t is 4.303 (JCGM 100, table G.2)
    expect(poolRuns([m(12, 1), m(13, 1), m(14, 1)], 0.07).mean.standardUncertainty).toBeCloseTo(
      Math.hypot(0.07 * 13, 4.303 / 1.96 / Math.sqrt(3)),
      2,
    )
  })
  test('a spread beyond it takes over', () => {
    const pooled = poolRuns([m(8, 0.1), m(10, 0.1)])
    expect(pooled.spread).toBeCloseTo(Math.SQRT2, 12)
    // half their distance, by Student's t of one degree of freedom: 12.706
    expect(pooled.mean).toEqual(m(9, expect.closeTo(12.706 / 1.96, 3) as unknown as number))
  })
  test.each([
    [0, 0.94, 0.98],
    // two that happen to agree look as sure as each is
    [1, 0.86, 0.97],
    [3, 0.86, 0.97],
  ])('runs that differ by %s times their own besides: the mean of 2, 3 and 5 is held', (times, least, most) => {
    const random = seededRandom(91)
    for (const n of [2, 3, 5]) {
      let held = 0
      for (let i = 0; i < 3000; i++) {
        const runs = Array.from({ length: n }, () => m(100 + normalDraw(random) + times * normalDraw(random), 1))
        const { value, standardUncertainty } = poolRuns(runs).mean
        if (Math.abs(value - 100) < 1.96 * standardUncertainty) held++
      }
      expect([n, held / 3000, held / 3000 > least && held / 3000 < most]).toEqual([n, held / 3000, true])
    }
  })
})

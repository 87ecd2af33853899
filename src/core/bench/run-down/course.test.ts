import { normalDraw, seededRandom } from '../../statistics'
import { highest, noiseOf } from './course'
import { reduceRunDown, type RunDownRig } from '.'

const RIG: RunDownRig = {
  volumeM3: 1e-3,
  volumeRelativeUncertainty: 0.02,
  zeroUncertaintyPa: 2000,
  spanRelativeUncertainty: 0.01,
  loadRelativeUncertainty: 0.15,
}
const ROOM = { roomPaAbs: 101_325, roomK: 293.15, load: null }
const times = (rate: number, untilS: number) =>
  Array.from({ length: Math.floor(rate * untilS) + 1 }, (_, i) => i / rate)

describe('the top of a course of few rows', () => {
  /** Rises from rest with one time constant, falls with another: its top in closed form. */
  const course = (riseS: number, fallS: number) => {
    const at = (t: number) => (t <= 0 ? 0 : Math.exp(-t / fallS) - Math.exp(-t / riseS))
    const topS = (Math.log(fallS / riseS) * riseS * fallS) / (fallS - riseS)
    return { at, top: at(topS) }
  }
  const draws = [0.07, 0.15, 0.3, 0.6].flatMap((riseS) =>
    [2, 8, 60].flatMap((fallS) => [10, 20, 50].map((rate) => ({ riseS, fallS, rate }))),
  )
  test.each([0, 0.003])('of what rises in some rows and falls in many, noise %d of it: held nearly always', (share) => {
    const off = draws.flatMap(({ riseS, fallS, rate }) =>
      [1, 2, 3].map((seed) => {
        const random = seededRandom(seed * 31 + rate)
        const { at, top } = course(riseS, fallS)
        const timeS = times(rate, Math.min(40, 4 * fallS))
        const late = random() / rate
        const read = timeS.map((t) => 400 * (at(t - 0.5 - late) + share * top * normalDraw(random)))
        const { value, u } = highest(timeS, read, Math.ceil(0.5 * rate), timeS.length - 1)
        return { z: (value - 400 * top) / u, off: value / (400 * top) - 1 }
      }),
    )
    expect(off.filter(({ z }) => Math.abs(z) > 2).length / off.length).toBeLessThan(0.08)
    expect(off.filter(({ off }) => Math.abs(off) > 0.03)).toEqual([])
  })
  test('the rows of a long fall do not outweigh those of a rise that takes three', () => {
    const { at, top } = course(0.2, 200)
    const off = Array.from({ length: 24 }, (_, seed) => {
      const random = seededRandom(seed + 40)
      const timeS = times(10, 120)
      const read = timeS.map((t) => 400 * (at(t - 1) + 0.003 * top * normalDraw(random)))
      return highest(timeS, read, 10, timeS.length - 1).value / (400 * top) - 1
    })
    expect(Math.abs(off.reduce((a, b) => a + b, 0) / off.length)).toBeLessThan(1.2e-3)
  })
  /** How far off so many draws of one course are, over their uncertainty. */
  const offBy = (noiseAt: (value: number, top: number) => number, draws = 200) => {
    const { at, top } = course(0.45, 6)
    return Array.from({ length: draws }, (_, seed) => {
      const random = seededRandom(seed + 300)
      const timeS = times(20, 18)
      const read = timeS.map((t) => 400 * at(t - 1) + noiseAt(400 * at(t - 1), 400 * top) * normalDraw(random))
      const { value, u } = highest(timeS, read, 20, timeS.length - 1)
      return (value - 400 * top) / u
    })
  }
  test.each([
    ['by a share of the speed, which the rows at rest and of its fall tell too little of', (v: number) => 0.008 * v],
    ['at its floor: the rows about its top are too few to tell it', (_: number, top: number) => 0.25 * top],
  ])('of what scatters %s, chance alone makes no sharp top', (_, noise) => {
    const off = offBy(noise)
    expect(off.filter((z) => Math.abs(z) > 1.96).length / off.length).toBeLessThan(0.08)
    expect(Math.max(...off.map(Math.abs))).toBeLessThan(3.8)
    expect(Math.abs(off.reduce((a, b) => a + b, 0) / off.length)).toBeLessThan(0.3)
  })
  test('a top between two rows is told above both, and not by more than they leave open', () => {
    // 1 - x² about a place that no row has
    const timeS = times(10, 4)
    const { value, u } = highest(
      timeS,
      timeS.map((t) => 100 * Math.max(0, 1 - ((t - 2.05) / 0.25) ** 2)),
      18,
      23,
    )
    expect(Math.abs(value - 100)).toBeLessThan(2 * u)
    expect(u).toBeLessThan(4)
  })
  test('a device that tells each reading in twelve rows tells the top of its readings', () => {
    const random = seededRandom(4)
    const { at, top } = course(0.5, 8)
    const timeS = times(20, 20)
    const read = timeS.map((t) => 400 * at(t - 1) * (1 + 0.004 * normalDraw(random)))
    const one = highest(timeS, read, 20, timeS.length - 1)
    const often = highest(
      timeS.flatMap((t) => Array.from({ length: 12 }, (_, k) => t + k / 240)),
      read.flatMap((v) => Array.from({ length: 12 }, () => v)),
      240,
      12 * timeS.length - 1,
    )
    expect(Math.abs(one.value / (400 * top) - 1)).toBeLessThan(0.005)
    expect(often.value / one.value).toBeCloseTo(1, 6)
  })
})

test('marks missed in three of five rows at the top are put right, and each is counted once', () => {
  const timeS = times(20, 20)
  const speed = timeS.map((t) => 400 * (Math.exp(-Math.max(0, t - 1) / 8) - Math.exp(-Math.max(0, t - 1) / 0.4)))
  const missed = speed.map((w, i) => ([44, 46, 48, 90, 160].includes(i) ? w / 2 : w))
  const [whole, put] = [speed, missed].map((speedRadPerS) => reduceRunDown({ timeS, speedRadPerS }, RIG, ROOM))
  expect(put.peakSpeed.value / whole.peakSpeed.value).toBeCloseTo(1, 2)
  expect(put.notes.find((n) => n.code === 'run-spikes')?.values.count).toBe(5)
})

test('scatter of rows about a bent course is told whole, and what strays adds little to it', () => {
  const random = seededRandom(8)
  const rows = Array.from({ length: 20_000 }, (_, i) => 300 * Math.sin(i / 400) + 2 * normalDraw(random))
  expect(noiseOf(rows) / 2).toBeCloseTo(1, 1.5)
  expect(noiseOf(rows.map((v, i) => (i % 80 === 0 ? v + 150 : v))) / 2).toBeLessThan(1.2)
})

describe('when what coasts long stands', () => {
  /** Blown for two seconds, then slowed by air and a little friction: w' = -c w² - a; stands after untilS. */
  const coasting = (a: number, c: number, top: number) => {
    const k = Math.sqrt(a * c)
    const first = Math.atan(top * Math.sqrt(c / a))
    return { at: (t: number) => Math.sqrt(a / c) * Math.tan(Math.max(0, first - k * t)), standsS: first / k }
  }
  const [top, a, c] = [900, 0.4, 2e-3] as const
  const { at, standsS } = coasting(a, c, top)
  const run = (beforeS: number, afterS: number, noise = 0, rate = 20) => {
    const random = seededRandom(12)
    const timeS = times(rate, beforeS + 2 + afterS)
    const w = (t: number) => (t < beforeS ? 0 : t < beforeS + 2 ? (top * (t - beforeS)) / 2 : at(t - beforeS - 2))
    return { timeS, speedRadPerS: timeS.map((t) => Math.abs(w(t) + noise * normalDraw(random))) }
  }
  /** When it has slowed to a hundredth of its top, in closed form. */
  const slowS = (Math.atan(top * Math.sqrt(c / a)) - Math.atan(0.01 * top * Math.sqrt(c / a))) / Math.sqrt(a * c)
  const codes = (r: ReturnType<typeof reduceRunDown>) => r.notes.map((n) => n.code)

  test('it spends three quarters of its run below a twentieth of its top', () => {
    const quietS = (Math.atan(0.05 * top * Math.sqrt(c / a)) - 0) / Math.sqrt(a * c)
    expect(quietS / standsS).toBeGreaterThan(0.75)
  })
  test.each([
    ['rest before and after', 3, standsS + 4],
    ['rest after alone', 0, standsS + 4],
    ['rest before alone, cut as it stands', 3, standsS],
  ])('%s: it turned until a hundredth of its top', (_, before, after) => {
    const { runTime, turns } = reduceRunDown(run(before, after), RIG, ROOM)
    expect(Math.abs(runTime.value - (2 + slowS))).toBeLessThan(2 * runTime.standardUncertainty)
    expect(runTime.value / (2 + standsS)).toBeGreaterThan(0.6)
    // 2 s of an even rise, then ln of a cosine
    const k = Math.sqrt(a * c)
    const coasted =
      -Math.log(
        Math.cos(Math.atan(top * Math.sqrt(c / a))) /
          Math.cos(Math.max(0, Math.atan(top * Math.sqrt(c / a)) - k * slowS)),
      ) / c
    expect(Math.abs(turns.value - (top + coasted) / (2 * Math.PI))).toBeLessThan(2 * turns.standardUncertainty)
  })
  test('cut while it coasts: said, and no share of its speed is taken for rest', () => {
    const r = reduceRunDown(run(0, 0.6 * slowS), RIG, ROOM)
    expect(codes(r)).toContain('run-cut')
    expect(r.runTime.value / (2 + 0.6 * slowS)).toBeGreaterThan(0.98)
  })
  test('a count of nothing is told by the last rows alone, though it coasted below a twentieth for long', () => {
    const r = reduceRunDown(run(0, standsS + 8, 8), RIG, ROOM)
    // by six times what it reads at rest
    const slow = (w: number) =>
      2 + (Math.atan(top * Math.sqrt(c / a)) - Math.atan(w * Math.sqrt(c / a))) / Math.sqrt(a * c)
    expect(r.turned.toS).toBeGreaterThan(slow(60))
    expect(r.turned.toS).toBeLessThan(2 + standsS)
  })
  test('what counts a little at rest is not taken for turning', () => {
    const r = reduceRunDown(run(4, standsS + 30, 2), RIG, ROOM)
    expect(codes(r)).not.toContain('run-cut')
    expect(codes(r)).not.toContain('run-no-start')
    expect(r.turned.fromS).toBeGreaterThan(3.9)
    expect(r.turned.toS).toBeLessThan(4 + 2 + standsS)
  })
})

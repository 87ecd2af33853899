import { encoderCounts, pulseTimes, type PickUp } from '..'

/** Ten turns a second, evenly, for a hundred seconds. */
const RATE = 2 * Math.PI * 10
const timeS = Float64Array.from({ length: 100_001 }, (_, i) => i / 1000)
const motion = { timeS, angleRad: timeS.map((t) => RATE * t) }
const clean: PickUp = { perTurn: 4, tickS: 1e-9, jitterS: 0, missedShare: 0, doubledShare: 0, seed: 7 }
const gaps = (times: Float64Array) => Array.from(times.subarray(1), (t, i) => t - times[i])

describe('a simulated pick-up', () => {
  test('four marks a turn at ten turns a second pass forty times a second', () => {
    for (const gap of gaps(pulseTimes(motion, clean))) expect(gap).toBeCloseTo(1 / 40, 7)
    for (const gap of gaps(pulseTimes(motion, { ...clean, perTurn: 1 }))) expect(gap).toBeCloseTo(1 / 10, 7)
  })
  test('its clock cuts times to whole ticks', () => {
    for (const t of pulseTimes(motion, { ...clean, tickS: 1e-3 }).subarray(0, 200))
      expect(Math.abs(t * 1000 - Math.round(t * 1000))).toBeLessThan(1e-9)
  })
  test('misses and doubles as many as it is told to, doubles within a tenth of a gap', () => {
    const whole = pulseTimes(motion, clean).length
    const missed = pulseTimes(motion, { ...clean, missedShare: 0.1 }).length
    expect(missed / whole).toBeGreaterThan(0.88)
    expect(missed / whole).toBeLessThan(0.92)
    const doubled = pulseTimes(motion, { ...clean, doubledShare: 0.05 })
    expect(doubled.length / whole).toBeGreaterThan(1.035)
    expect(doubled.length / whole).toBeLessThan(1.065)
    const short = gaps(doubled).filter((g) => g < 0.5 / 40)
    expect(short).toHaveLength(doubled.length - whole)
    for (const gap of short) {
      expect(gap * 40).toBeGreaterThan(0.0199)
      expect(gap * 40).toBeLessThan(0.1001)
    }
  })
  test('jitter of an edge spreads its times by as much', () => {
    const jitterS = 1e-4
    const first = pulseTimes(motion, clean)[0]
    const off = Array.from(pulseTimes(motion, { ...clean, jitterS }), (t, i) => t - first - i / 40)
    const mean = off.reduce((a, b) => a + b, 0) / off.length
    const spread = Math.sqrt(off.reduce((a, b) => a + (b - mean) ** 2, 0) / (off.length - 1))
    expect(spread / jitterS).toBeGreaterThan(0.95)
    expect(spread / jitterS).toBeLessThan(1.05)
  })
})

test('an encoder counts whole lines, one more for each that has passed', () => {
  const speed = motion.angleRad.map(() => RATE)
  const counts = encoderCounts(motion.angleRad, speed, { countsPerRad: 400 / (2 * Math.PI), timeJitterS: 0, seed: 3 })
  counts.subarray(0, 2000).forEach((n, i) => {
    expect(Number.isInteger(n)).toBe(true)
    // 4000 lines a second, from a place of the first line between none and one
    expect(n - 4 * i).toBeGreaterThanOrEqual(-1)
    expect(n - 4 * i).toBeLessThanOrEqual(1)
  })
  expect(counts[counts.length - 1] - counts[0]).toBeGreaterThan(399_998)
})

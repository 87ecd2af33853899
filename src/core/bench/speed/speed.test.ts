import { evenMarks, reduceSpeed } from '.'
import { angleOfPulses } from '../angle/angle-trace'
import { normalDraw, seededRandom } from '../../statistics'

const scale = { countsPerTurn: 2, rotorTurnsPerSensorTurn: 1 }
/** Marks, two a turn, of a rotor at w + a t, read to 4 µs with jitter. */
const marks = (w: number, a: number, n: number, jitter = 0, seed = 1) => {
  const random = seededRandom(seed)
  return Float64Array.from({ length: n }, (_, k) => {
    const angle = Math.PI * k
    const t = a === 0 ? angle / w : (-w + Math.sqrt(w * w + 2 * a * angle)) / a
    return t + jitter * normalDraw(random)
  })
}
const of = (times: Float64Array) => reduceSpeed(angleOfPulses(times, scale).trace)

test('a steady speed to the clock’s ten parts in a million, and said to be steady', () => {
  const r = of(marks(1500, 0, 2000))
  expect(r.mean.value).toBeCloseTo(1500, 6)
  expect(r.mean.standardUncertainty / 1500).toBeCloseTo(1e-5, 7)
  expect(r.steady).toBe(true)
  expect(r.turns).toBeCloseTo(999.5, 6)
})
test('a rising speed: every point of the curve on its line, greatest and least at its ends', () => {
  const r = of(marks(200, 300, 1500))
  r.curve.timeS.forEach((t, i) => expect(r.curve.speedRadPerS[i] / (200 + 300 * t)).toBeCloseTo(1, 4))
  expect(r.steady).toBe(false)
  // up to the first and the last mark, not to the middle of the stretches that these lie in
  const last = Math.sqrt(200 * 200 + 600 * Math.PI * 1499)
  expect(r.greatest.value / last).toBeCloseTo(1, 5)
  expect(r.least.value / 200).toBeCloseTo(1, 4)
  expect(r.least.value).toBeLessThan(r.curve.speedRadPerS[0])
})
test('a speed that is held has no greatest above it by chance alone', () => {
  const off = Array.from({ length: 60 }, (_, seed) => {
    const { greatest, least } = of(marks(800, 0, 800, 3e-5, seed + 1))
    return [greatest, least].map((m) => (m.value - 800) / m.standardUncertainty)
  })
  for (const k of [0, 1]) {
    const all = off.map((z) => z[k])
    expect(Math.abs(all.reduce((a, b) => a + b, 0) / all.length)).toBeLessThan(0.6)
    expect(all.filter((z) => Math.abs(z) > 2).length).toBeLessThan(8)
  }
})
test.each([
  ['falls', (t: number) => 300 * Math.exp(-t / 3)],
  ['rises and falls', (t: number) => 300 * (1 - 0.05 * (t - 2) ** 2)],
])('of a speed that %s greatest and least are told up to its first and last mark', (_, speed) => {
  const times: number[] = []
  let [angle, next] = [0, 1]
  for (let t = 0; t < 4; t += 1e-5) {
    const step = speed(t + 5e-6) * 1e-5
    if (angle + step >= next * Math.PI) times.push(t + (1e-5 * (next++ * Math.PI - angle)) / step)
    angle += step
  }
  const { greatest, least } = of(Float64Array.from(times))
  const all = times.map(speed)
  expect(Math.abs(greatest.value / Math.max(...all) - 1)).toBeLessThan(1e-3)
  expect(Math.abs(least.value / Math.min(...all) - 1)).toBeLessThan(2e-3)
})
describe('marks that do not stand evenly on their disc', () => {
  const place = [0, 0.06, -0.05, 0.02, -0.03]
  /** Five marks a turn at a speed that grows. */
  const read = (jitter: number) => {
    const random = seededRandom(3)
    return Float64Array.from({ length: 900 }, (_, k) => {
      const a = ((k + place[k % 5]) * 2 * Math.PI) / 5
      return (-200 + Math.sqrt(200 * 200 + 2 * 20 * a)) / 20 + jitter * normalDraw(random)
    })
  }
  const five = { countsPerTurn: 5, rotorTurnsPerSensorTurn: 1 }
  const perMark = (2 * Math.PI) / 5
  const scatter = (trace: ReturnType<typeof angleOfPulses>['trace']) => {
    const { timeS, speedRadPerS } = reduceSpeed(trace).curve
    return Math.max(...speedRadPerS.map((w, i) => Math.abs(w / (200 + 20 * timeS[i]) - 1)))
  }
  test('told by whole turns, a hundredth of what they are off by is left', () => {
    const { trace } = angleOfPulses(read(0), five)
    expect(scatter(trace)).toBeGreaterThan(5e-3)
    expect(scatter(evenMarks(trace, perMark, 5))).toBeLessThan(scatter(trace) / 50)
  })
  test('of an even number as well: four, the first and the last of a turn being one', () => {
    const four = [0, 0.06, -0.05, 0.02]
    const seen = Float64Array.from({ length: 800 }, (_, k) => {
      const a = ((k + four[k % 4]) * 2 * Math.PI) / 4
      return (-200 + Math.sqrt(200 * 200 + 2 * 20 * a)) / 20
    })
    const { trace } = angleOfPulses(seen, { countsPerTurn: 4, rotorTurnsPerSensorTurn: 1 })
    expect(scatter(trace)).toBeGreaterThan(5e-4)
    expect(scatter(evenMarks(trace, Math.PI / 2, 4))).toBeLessThan(scatter(trace) / 10)
  })
  test('a mark that is missed now and then, and jitter, leave them told', () => {
    const seen = read(1e-5).filter((_, i) => i % 97 !== 50)
    const { trace } = angleOfPulses(seen, five)
    expect(scatter(evenMarks(trace, perMark, 5))).toBeLessThan(scatter(trace) / 3)
  })
  test('one mark, half a mark, or two turns of them are left as they are', () => {
    const { trace } = angleOfPulses(read(0), five)
    expect(evenMarks(trace, 2 * Math.PI, 1)).toBe(trace)
    expect(evenMarks(trace, perMark, 4.5)).toBe(trace)
    const short = { timeS: trace.timeS.slice(0, 20), angleRad: trace.angleRad.slice(0, 20) }
    expect(evenMarks(short, perMark, 5)).toBe(short)
  })
})
test('over 200 repeats with jitter the 95 % intervals hold the truth in 90 to 99 % of the points', () => {
  let [inside, all] = [0, 0]
  for (let seed = 1; seed <= 200; seed++) {
    const { curve } = of(marks(800, 0, 200, 3e-5, seed))
    curve.speedRadPerS.forEach((w, i) => {
      all++
      // few degrees of freedom: Student's t of five, 2.57
      if (Math.abs(w - 800) < 2.57 * curve.standardUncertaintyRadPerS[i]) inside++
    })
  }
  expect(inside / all).toBeGreaterThan(0.9)
  expect(inside / all).toBeLessThan(0.99)
})
test('too little, or nothing that turns, is refused with what to do', () => {
  expect(() => of(marks(100, 0, 6))).toThrow(/say no speed/)
  expect(() =>
    reduceSpeed({ timeS: Float64Array.from({ length: 20 }, (_, i) => i), angleRad: new Float64Array(20) }),
  ).toThrow(/Nothing turned/)
})

test('times in steps: a stretch of eight marks is unsure by a step over root six, over its length', () => {
  const even = marks(1500, 0, 400)
  const { trace } = angleOfPulses(even, scale)
  const [plain, stepped] = [reduceSpeed(trace), reduceSpeed(trace, 2e-4)]
  // seven gaps of half a turn
  const lengthS = (7 * Math.PI) / 1500
  const middle = Math.floor(stepped.curve.timeS.length / 2)
  expect(plain.curve.standardUncertaintyRadPerS[middle]).toBeLessThan(1e-3)
  expect(stepped.curve.standardUncertaintyRadPerS[middle] / 1500).toBeCloseTo(2e-4 / (Math.sqrt(6) * lengthS), 6)
  expect(stepped.greatest.standardUncertainty).toBeGreaterThan(stepped.curve.standardUncertaintyRadPerS[middle])
  // its ends alone tell the mean
  expect(stepped.mean).toEqual(plain.mean)
})

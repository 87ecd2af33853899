import { reduceSpeed } from '.'
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
  expect(r.greatest.value).toBe(r.curve.speedRadPerS.at(-1))
  expect(r.least.value).toBe(r.curve.speedRadPerS[0])
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

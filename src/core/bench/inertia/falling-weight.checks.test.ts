import { inertiaByFalls } from './falling-weight'
import { normalDraw, seededRandom } from '../../statistics'
import { STANDARD_GRAVITY as g } from '../../units/gravity'

const RIG = { drumRadiusM: 0.01, drumRadiusUncertaintyM: 0, heightM: 0.8, heightUncertaintyM: 0 }
/** Time of a fall in closed form: a = (m g r - M) r / (I + m r²). */
const time = (m: number, inertia: number, friction: number, { drumRadiusM: r, heightM: h } = RIG) =>
  Math.sqrt((2 * h * (inertia + m * r * r)) / ((m * g * r - friction) * r))

test('two weights give back inertia and friction exactly', () => {
  const falls = [0.05, 0.1, 0.2].map((massKg) => ({ massKg, timeS: time(massKg, 4.2e-4, 1.5e-3) }))
  const { inertia, friction } = inertiaByFalls(falls, RIG)
  expect(inertia.value / 4.2e-4).toBeCloseTo(1, 9)
  expect(friction.value / 1.5e-3).toBeCloseTo(1, 9)
})
test('one weight alone would take the friction for inertia: 44 % too much here', () => {
  const t = time(0.05, 4.2e-4, 1.5e-3)
  const a = (2 * RIG.heightM) / t ** 2
  const alone = (0.05 * (g - a) * RIG.drumRadiusM ** 2) / a
  expect(alone / 4.2e-4).toBeGreaterThan(1.4)
  expect(() =>
    inertiaByFalls(
      [
        { massKg: 0.05, timeS: t },
        { massKg: 0.05, timeS: t },
        { massKg: 0.05, timeS: t },
      ],
      RIG,
    ),
  ).toThrow(/cannot part/)
})
test('over 1 000 repeats timed by hand the 95 % interval holds the truth in 93 to 97 %, the mean within a quarter of its u', () => {
  const random = seededRandom(11)
  let inside = 0
  let [sum, us] = [0, 0]
  for (let k = 0; k < 1000; k++) {
    const falls = [0.05, 0.05, 0.1, 0.1, 0.2, 0.2].map((massKg) => ({
      massKg,
      // a share of the time that is alike in torque: the hand is surer of slow falls
      timeS: time(massKg, 4.2e-4, 1.5e-3) * (1 + 0.01 * normalDraw(random)),
    }))
    const { inertia } = inertiaByFalls(falls, RIG)
    if (Math.abs(inertia.value - 4.2e-4) < 1.96 * inertia.standardUncertainty) inside++
    sum += inertia.value
    us += inertia.standardUncertainty
  }
  expect(inside / 1000).toBeGreaterThan(0.93)
  expect(inside / 1000).toBeLessThan(0.97)
  expect(Math.abs(sum / 1000 - 4.2e-4)).toBeLessThan(0.25 * (us / 1000))
})
test('radius counts twice, height once', () => {
  const falls = [0.05, 0.1, 0.2].map((massKg) => ({ massKg, timeS: time(massKg, 4.2e-4, 1.5e-3) }))
  const { inertia } = inertiaByFalls(falls, { ...RIG, drumRadiusUncertaintyM: 1e-4, heightUncertaintyM: 0.008 })
  expect(inertia.standardUncertainty / inertia.value).toBeCloseTo(Math.hypot(0.02, 0.01), 6)
})
test('falls that cannot be are refused', () => {
  expect(() =>
    inertiaByFalls(
      [
        { massKg: 0.1, timeS: 0.2 },
        { massKg: 0.2, timeS: 0.2 },
        { massKg: 0.2, timeS: 0.2 },
      ],
      RIG,
    ),
  ).toThrow(/faster than free/)
  expect(() =>
    inertiaByFalls(
      [
        { massKg: 0.2, timeS: 9 },
        { massKg: 0.1, timeS: 5 },
        { massKg: 0.05, timeS: 2 },
      ],
      RIG,
    ),
  ).toThrow(/heavier weight/)
})

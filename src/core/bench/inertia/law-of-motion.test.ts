import { lawOf, shiftOf } from './law-of-motion'
import { COURSES } from './courses'
import { driveOf, slopeAtShut } from './pressure-drive'
import type { TorqueLaw } from './torque-law'
import type { TrajectoryFit } from './trajectory-fit'
import { FACTORS } from './trajectory-march'

const phases = { spinUp: { fromS: 0, toS: 10 }, coast: null }
const unseen = driveOf(null, phases, 0, undefined)
const column = driveOf(
  { timeS: Float64Array.from({ length: 200 }, (_, i) => i / 20), gaugePa: new Float64Array(200).fill(3e5) },
  phases,
  0,
  3e5,
)
const INERTIA = 2e-5
const first: TorqueLaw = { parameters: [1, 2, 3, 4, 5, 6], referenceRadPerS: 2000, covariance: [] }

/** A fit with so many parameters, each known to a thousandth, torque and slope alike in part. */
const fitOf = (parameters: readonly number[], status: TrajectoryFit['status'] = 'converged') => {
  const sigma = parameters.map((v) => 1e-3 * Math.max(1e-3, Math.abs(v)))
  const covariance = sigma.map((a, i) => sigma.map((b, j) => a * b * (i === j ? 1 : i + j === 1 ? 0.4 : 0)))
  return { status, parameters, covariance } as unknown as TrajectoryFit
}
const LAW = [1000, 0.5, 20, 0.005, 2e-6, 3e-5]
/** So much of each course. */
const AMOUNTS = COURSES.map((_, i) => 7 - i)
const fallen = [...LAW, 0.02, 0.01, -0.005, 0.002, 0, 0.003, 0, ...AMOUNTS]
const COURSES_AT = FACTORS + 7

test('with a column the law is the fit’s, times the inertia, and its covariance times the inertia twice', () => {
  const motion = fitOf([...LAW, 0.95, 0.2, ...Array.from({ length: 8 }, () => 0), ...AMOUNTS])
  const law = lawOf(motion, null, column, INERTIA, first)
  law.parameters.forEach((v, i) => expect(v / INERTIA).toBeCloseTo([...LAW, ...AMOUNTS][i], 9))
  expect(law.covariance[0][1] / (motion.covariance[0][1] * INERTIA ** 2)).toBeCloseTo(1, 12)
  expect(law.covariance).toHaveLength(6 + COURSES.length)
})

test('without one the slope is that at the shut, its variance that of slope and falls together (JCGM 100, 5.2)', () => {
  const motion = fitOf(fallen)
  const law = lawOf(motion, null, unseen, INERTIA, first)
  const slope = (p: readonly number[]) => p[1] * slopeAtShut(unseen.drive, p.slice(FACTORS, COURSES_AT)).factor
  expect(law.parameters[1] / (slope(fallen) * INERTIA)).toBeCloseTo(1, 12)
  // the derivative of the slope by each parameter, found by trying
  const by = fallen.map((v, i) => {
    const step = 1e-6 * Math.max(1e-2, Math.abs(v))
    return (slope(fallen.map((w, j) => (i === j ? w + step : w))) - slope(fallen)) / step
  })
  const variance = by.reduce((sum, a, i) => sum + by.reduce((s, b, j) => s + a * b * motion.covariance[i][j], 0), 0)
  // and 2 % of the fall, which is put together from courses
  const shape = (0.02 * fallen.slice(FACTORS, COURSES_AT).reduce((sum, f) => sum + f, 0) * slope(fallen)) ** 2
  expect(law.covariance[1][1] / ((variance + shape) * INERTIA ** 2)).toBeCloseTo(1, 5)
  const atRest = motion.covariance[0][0] + (0.01 * 0.03 * LAW[0]) ** 2
  expect(law.covariance[0][0] / (atRest * INERTIA ** 2)).toBeCloseTo(1, 9)
  const withTorque = by.reduce((sum, a, i) => sum + a * motion.covariance[0][i], 0)
  expect(law.covariance[0][1] / (withTorque * INERTIA ** 2)).toBeCloseTo(1, 5)
})

test('what goes with a power of the speed moves with the speed at which torque vanishes, drag and torque near rest do not', () => {
  const law = lawOf(fitOf(fallen), null, unseen, INERTIA, first)
  const { factor } = slopeAtShut(unseen.drive, fallen.slice(FACTORS, COURSES_AT))
  expect(factor).toBeGreaterThan(1.005)
  expect(law.parameters[5] / (LAW[5] * INERTIA)).toBeCloseTo(factor ** 2, 12)
  const moved = COURSES.map((_, i) => law.parameters[6 + i] / (AMOUNTS[i] * INERTIA))
  expect(moved.filter((_, i) => AMOUNTS[i] !== 0)).toEqual(
    COURSES.map((c) => expect.closeTo(c.drives ? factor ** c.power : 1, 9)).filter((_, i) => AMOUNTS[i] !== 0),
  )
  expect(law.covariance[6][6] / (1e-3 * AMOUNTS[0] * factor ** 3 * INERTIA) ** 2).toBeGreaterThan(1)
})

test('what the motion cannot tell widens the band by what it moves', () => {
  const motion = fitOf(fallen)
  const other = { ...motion, parameters: fallen.map((v, i) => (i === 0 ? v * 1.01 : v)) }
  const [plain, wide] = [null, other].map((o) => lawOf(motion, shiftOf(motion, o, unseen), unseen, INERTIA, first))
  expect(wide.parameters).toEqual(plain.parameters)
  expect((wide.covariance[0][0] - plain.covariance[0][0]) / (10 * INERTIA) ** 2).toBeCloseTo(1, 6)
  const failed = { ...other, status: 'singular' } as TrajectoryFit
  expect(shiftOf(motion, failed, unseen)).toBeNull()
  expect(shiftOf(failed, other, unseen)).toBeNull()
})

test('a fit that makes no machine gives way to the first estimate', () => {
  expect(lawOf(fitOf(fallen, 'singular'), null, unseen, INERTIA, first)).toBe(first)
  expect(lawOf(fitOf(fallen.map((v, i) => (i === 0 ? -v : v))), null, unseen, INERTIA, first)).toBe(first)
  expect(lawOf(fitOf(fallen.map((v, i) => (i === 3 ? NaN : v))), null, unseen, INERTIA, first)).toBe(first)
})

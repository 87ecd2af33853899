import { normalDraw, seededRandom } from '../../statistics'
import { campaignRun } from './campaign'
import { COURSES } from './courses'
import {
  bladeGradient,
  bladeTorqueOf,
  curveOf,
  dragFreeScatterOf,
  dragFreeSpeedOf,
  dragOf,
  dragParabola,
  freeScatterOf,
  freeSpeedOf,
  peakOf,
  shaftGradient,
  shaftTorqueOf,
  type TorqueLaw,
} from './torque-law'

const own = [0.02, 9e-6, 4e-4, 1.5e-7, 9e-11, 2e-9] as const
const parameters: readonly number[] = [...own, ...COURSES.map((c, i) => (c.drives ? 1e-3 : 1e-4) * (i % 2 ? 1 : -1))]
/** Standard uncertainties of stall torque, slope, the three drags, the bend and the courses: each counts at some speed. */
const unsure: readonly number[] = [1e-4, 1e-7, 3e-5, 4e-8, 4e-11, 1e-10, ...COURSES.map(() => 3e-5)]
const law: TorqueLaw = {
  parameters,
  referenceRadPerS: 1800,
  covariance: unsure.map((u, i) => unsure.map((_, j) => (i === j ? u * u : 0))),
}
const inertia = { value: 2e-5, standardUncertainty: 0, unit: 'kg m2' }

test('the band of torque over speed is what a thousand laws drawn from the covariance spread to', () => {
  const random = seededRandom(4)
  const drawn = Array.from({ length: 4000 }, (): TorqueLaw => ({
    ...law,
    parameters: parameters.map((p, i) => p + unsure[i] * normalDraw(random)),
  }))
  const curve = curveOf(law, 1500, inertia)
  for (const i of [0, 15, 30, 45, 60]) {
    const w = curve.speedRadPerS[i]
    const torques = drawn.map((l) => shaftTorqueOf(l, w))
    const mean = torques.reduce((a, b) => a + b, 0) / torques.length
    const spread = Math.sqrt(torques.reduce((a, b) => a + (b - mean) ** 2, 0) / torques.length)
    expect([i, Math.abs(curve.torqueBandNm[i] / (1.96 * spread) - 1) < 0.05]).toEqual([i, true])
    expect(curve.powerBandW[i]).toBeCloseTo(w * curve.torqueBandNm[i], 12)
  }
})

test('so do free speeds and peaks, with drag and without', () => {
  const random = seededRandom(9)
  const drawn = Array.from({ length: 4000 }, (): TorqueLaw => ({
    ...law,
    parameters: parameters.map((p, i) => p + unsure[i] * normalDraw(random)),
  }))
  const spread = (of: (l: TorqueLaw) => number) => {
    const values = drawn.map(of)
    const mean = values.reduce((a, b) => a + b, 0) / values.length
    return Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length)
  }
  const [free, blades] = [freeSpeedOf(law), dragFreeSpeedOf(law)]
  expect(freeScatterOf(law, free) / spread(freeSpeedOf)).toBeCloseTo(1, 1)
  expect(dragFreeScatterOf(law, blades) / spread(dragFreeSpeedOf)).toBeCloseTo(1, 1)
  for (const [torque, gradient] of [
    [shaftTorqueOf, shaftGradient],
    [bladeTorqueOf, bladeGradient],
  ] as const) {
    const peak = (l: TorqueLaw) => peakOf(l, (w) => torque(l, w), gradient, free, inertia)
    expect(peak(law).power.standardUncertainty / spread((l) => peak(l).power.value)).toBeCloseTo(1, 1)
    expect(peak(law).speedUncertaintyRadPerS / spread((l) => peak(l).speedRadPerS)).toBeCloseTo(1, 1)
  }
})

test.each([0, 6e-9, -5e-10])('bent by %d: torque vanishes at the free speeds, at the least there are', (q) => {
  const [t0, k, a, b, c] = own
  const bent: TorqueLaw = { ...law, parameters: [t0, k, a, b, c, q] }
  const [free, blades] = [freeSpeedOf(bent), dragFreeSpeedOf(bent)]
  expect(bladeTorqueOf(bent, 1000)).toBeCloseTo(t0 - 1000 * k - 1e6 * q, 12)
  expect(bladeTorqueOf(bent, blades) / t0).toBeCloseTo(0, 9)
  expect((bladeTorqueOf(bent, free) - dragOf(bent, free)) / t0).toBeCloseTo(0, 9)
  for (let w = 0; w < 0.999 * free; w += free / 200) expect(shaftTorqueOf(bent, w)).toBeGreaterThan(0)
  expect(blades).toBeGreaterThan(free)
  // one that rises again before it is gone has no such speed
  expect(freeSpeedOf({ ...law, parameters: [t0, k, a, b, c, -1e-7] })).toBeNaN()
})

test('the parabola of a drag without courses is its own; with them it is the nearest, as unsure as what it is made of', () => {
  const plain: TorqueLaw = { ...law, parameters: own, covariance: law.covariance.slice(0, 6).map((r) => r.slice(0, 6)) }
  const { parameters: found, covariance } = dragParabola(plain, 1500)
  found.forEach((v, i) => expect(v / own[i + 2]).toBeCloseTo(1, 9))
  found.forEach((_, i) => expect(Math.sqrt(covariance[i][i]) / unsure[i + 2]).toBeCloseTo(1, 9))
  const near = dragParabola(law, 1500)
  const at = (w: number) => near.parameters[0] + near.parameters[1] * w + near.parameters[2] * w * w
  const off = [100, 400, 700, 1000, 1400].map((w) => at(w) / dragOf(law, w) - 1)
  expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.05)
  expect(Math.max(...off.map(Math.abs))).toBeGreaterThan(1e-4)
  near.covariance.forEach((row, i) => expect(row[i]).toBeGreaterThan(covariance[i][i]))
})

test('a supply that fell unseen is told as that; one that was recorded as carried, never both', () => {
  const codes = (condition: Parameters<typeof campaignRun>[0], seed: number) =>
    campaignRun(condition, seed).reduction?.notes.map((n) => n.code) ?? []
  const unseen = Array.from({ length: 6 }, (_, i) => codes('sagging, no column', 300 + i))
  expect(unseen.filter((c) => c.includes('reduction-torque-fell')).length).toBeGreaterThan(0)
  expect(unseen.flat()).not.toContain('reduction-pressure-moved')
  const seen = codes('sagging, with column', 1)
  expect(seen).toContain('reduction-pressure-moved')
  expect(seen).not.toContain('reduction-torque-fell')
  expect(codes('steady', 2)).not.toContain('reduction-torque-fell')
})

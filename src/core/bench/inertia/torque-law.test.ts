import { normalDraw, seededRandom } from '../../statistics'
import { campaignRun } from './campaign'
import { curveOf, shaftTorqueOf, type TorqueLaw } from './torque-law'

const parameters = [0.02, 9e-6, 4e-4, 1.5e-7, 9e-11] as const
/** Standard uncertainties of stall torque, slope and the three drags: each counts at some speed. */
const unsure = [1e-4, 1e-7, 3e-5, 4e-8, 4e-11] as const
const law: TorqueLaw = {
  parameters: [...parameters],
  covariance: unsure.map((u, i) => unsure.map((_, j) => (i === j ? u * u : 0))),
}
const inertia = { value: 2e-5, standardUncertainty: 0, unit: 'kg m2' }

test('the band of torque over speed is what a thousand laws drawn from the covariance spread to', () => {
  const random = seededRandom(4)
  const drawn = Array.from({ length: 4000 }, (): TorqueLaw => ({
    ...law,
    parameters: parameters.map((p, i) => p + unsure[i] * normalDraw(random)) as unknown as TorqueLaw['parameters'],
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

test('a supply that fell unseen is told as that; one that was recorded as carried, never both', () => {
  const codes = (condition: Parameters<typeof campaignRun>[0], seed: number) =>
    campaignRun(condition, seed).reduction?.notes.map((n) => n.code) ?? []
  const unseen = Array.from({ length: 6 }, (_, i) => codes('sagging, no column', 300 + i))
  expect(unseen.filter((c) => c.includes('reduction-torque-fell')).length).toBeGreaterThan(1)
  expect(unseen.flat()).not.toContain('reduction-pressure-moved')
  const seen = codes('sagging, with column', 1)
  expect(seen).toContain('reduction-pressure-moved')
  expect(seen).not.toContain('reduction-torque-fell')
  expect(codes('steady', 2)).not.toContain('reduction-torque-fell')
})

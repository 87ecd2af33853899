/** @jest-environment node */
import { newBuild, newSupply, predictionInput } from '../../project/document'
import type { TurbineModel } from '../turbine'
import { STANDARD_AMBIENT } from '../air'
import { airSide } from './air-side'
import { reachFromRest } from './reach'

const FREE = 1200
const STALL = 4e-3
const build = {
  ...newBuild({ id: 'b', machineId: 'm', name: 'First print', createdAt: '2026-01-01T00:00:00.000Z' }),
  supply: newSupply('breath'),
  line: { regulator: null, parts: [] },
}
const input = predictionInput(build, STANDARD_AMBIENT)
const air = airSide(input)
const lastsS = input.supply.kind === 'breath' ? input.supply.lungVolumeM3 / (air.massFlowKgPerS / 1.2) : NaN
/**
 * A straight torque line, T0 (1 - w/w0) times the pressure's share: the closed form of a start from rest is w0 (1 -
 * exp(-T0 t / (J w0))).
 */
const straight = (gaugePa: number): TurbineModel =>
  ({
    at: (w: number) => ({
      torqueNm: STALL * (gaugePa / (air.nozzlePressurePaAbs - STANDARD_AMBIENT.absolutePressurePa)) * (1 - w / FREE),
    }),
  }) as unknown as TurbineModel
const reach = (inertiaKgM2: number) =>
  reachFromRest(input, { air, flowShare: 1, freeSpeedRadPerS: FREE, inertiaKgM2 }, (p) =>
    straight(p - STANDARD_AMBIENT.absolutePressurePa),
  )

test('a breath brings a straight torque line to what its closed form says', () => {
  for (const inertia of [2e-6, 8e-6, 3e-5]) {
    const got = reach(inertia)
    if (!got) throw new Error('a breath ends')
    expect(got.lastsS / lastsS).toBeCloseTo(1, 1)
    const exact = FREE * (1 - Math.exp((-STALL * got.lastsS) / (inertia * FREE)))
    expect(got.speedRadPerS / exact).toBeCloseTo(1, 2)
  }
})
test('a heavier rotor gets less far, none gets beyond the free speed, and a supply without end has no such figure', () => {
  const [light, heavy] = [reach(1e-7), reach(1e-2)]
  expect(light?.speedRadPerS).toBeLessThanOrEqual(FREE)
  expect(light?.speedRadPerS).toBeGreaterThan(0.99 * FREE)
  expect(heavy?.speedRadPerS).toBeLessThan(0.05 * FREE)
  const steady = { ...input, supply: { kind: 'steady' as const, gaugePressurePa: 4000, airTemperatureK: 293.15 } }
  expect(
    reachFromRest(steady, { air, flowShare: 1, freeSpeedRadPerS: FREE, inertiaKgM2: 1e-5 }, (p) => straight(p)),
  ).toBeNull()
})

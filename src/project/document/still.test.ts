import { newBuild, newThrustBuild, predictionInput, thrustInput } from '.'
import { FAMILIES } from '../../core/machines'
import { predictPlain, predictThrust } from '../../core/prediction'

const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

test.each(FAMILIES)(
  '%s that its bearings hold fast: no speed, no power, and still every figure is a number',
  (family) => {
    const input = predictionInput(newBuild(own, family), room)
    const fast = { value: 1e5, standardUncertainty: 0 }
    const p = predictPlain({
      ...input,
      machine: 'pivot' in input.machine ? { ...input.machine, pivot: 'bearings' } : input.machine,
      coefficients: { ...input.coefficients, bearing: fast },
    } as typeof input)
    expect(p.summary).toMatchObject({ freeSpeedRadPerS: 0, bestPower: { speedRadPerS: 0, powerW: 0 } })
    expect(p.bearing.share).toBe(0)
    expect(p.shaft.permissibleUnbalanceKgM).toBeGreaterThan(0)
    for (const value of [p.strength.burstSpeedRadPerS, p.strength.stressMargin, p.shaft.permissibleUnbalanceKgM])
      expect(Number.isFinite(value)).toBe(true)
  },
)

test('the push of a jet is as unsure as its flow and its speed together: the root of the sum of squares (JCGM 100)', () => {
  const input = thrustInput(newThrustBuild(own), room)
  const unsure = (discharge: number, velocity: number) =>
    predictThrust({
      ...input,
      coefficients: {
        discharge: { value: 0.9, standardUncertainty: 0.9 * discharge },
        velocity: { value: 0.96, standardUncertainty: 0.96 * velocity },
      },
    } as typeof input)
  expect(unsure(0.03, 0.04).thrustRelativeUncertainty).toBeCloseTo(0.05, 12)
  expect(unsure(0.03, 0).thrustRelativeUncertainty).toBeCloseTo(0.03, 12)
  expect(unsure(0, 0.04).impulseRelativeUncertainty).toBeCloseTo(0.04, 12)
})

import { reviewBuild } from '../../core/safety'
import { materialById } from '../../core/strength'
import { predict, type PlainPrediction, type PredictionInput } from '../../core/prediction'
import { newBuild, newSupply, predictionInput } from '.'

// Every threshold between fine, watch and do not run, from both sides. Their values are common practice, without a
// source.
const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const input = predictionInput(newBuild(own), room)
const prediction = predict(input)
const free = prediction.summary.freeSpeedRadPerS

/** What one finding says of a prediction with some figures put in its place; null where it is not said. */
const stateOf = (id: string, figures: Partial<PlainPrediction>, of: PredictionInput = input) =>
  reviewBuild(of, { ...prediction, ...figures }).findings.find((f) => f.id === id)?.state ?? null

test.each([
  [1.99, 'do not run'],
  [2.01, 'watch'],
  [3.99, 'watch'],
  [4.01, null],
])('a margin of %d in stress: %s', (stressMargin, state) =>
  expect(stateOf('burst', { strength: { ...prediction.strength, stressMargin } })).toBe(state),
)

test.each([
  [0.74, null],
  [0.76, 'watch'],
  [1.04, 'watch'],
  [1.06, 'do not run'],
])('free speed at %d of the critical one: %s', (share, state) =>
  expect(stateOf('critical', { shaft: { ...prediction.shaft, criticalSpeedRadPerS: free / share } })).toBe(state),
)

test.each([
  [0.99, null],
  [1.01, 'watch'],
  [1.29, 'watch'],
  [1.31, 'do not run'],
])('a bearing at %d of its speed: %s', (share, state) =>
  expect(stateOf('bearing', { bearing: { ...prediction.bearing, share } })).toBe(state),
)

test.each([
  [0.49, null],
  [0.51, 'watch'],
  [0.99, 'watch'],
  [1.01, 'do not run'],
])('a bearing with %d of its static load: %s', (staticShare, state) =>
  expect(
    stateOf('bearing-load', {
      shaft: { ...prediction.shaft, duty: { ...prediction.shaft.duty, staticShare } },
    }),
  ).toBe(state),
)

test.each([
  [-16, null],
  [-14, 'watch'],
  [-1, 'watch'],
  [1, 'do not run'],
])('air %d K from where the print softens: %s', (above, state) =>
  expect(
    stateOf('warm', {
      air: { ...prediction.air, temperatureK: materialById(input.machine.materialId).softeningK + above },
    }),
  ).toBe(state),
)

test('a shaft that hangs out further than its bearings stand apart, and one on a single bearing, are said', () => {
  const shaft = (change: object) => ({ ...input, shaft: { ...input.shaft, ...change } })
  expect(stateOf('overhang', {}, shaft({ overhangM: 0.99 * input.shaft.spanM }))).toBeNull()
  expect(stateOf('overhang', {}, shaft({ overhangM: 1.01 * input.shaft.spanM }))).toBe('watch')
  expect(stateOf('one-bearing', {})).toBeNull()
  expect(stateOf('one-bearing', {}, shaft({ bearingCount: 1 }))).toBe('watch')
})

test('a vessel above what its maker rates it for must not run; one without a rating is said', () => {
  const vessel = newSupply('vessel')
  if (vessel.kind !== 'vessel') throw new Error('a vessel')
  const rated = (ratedGaugePressurePa: number | null): PredictionInput => ({
    ...input,
    supply: { ...vessel, ratedGaugePressurePa },
  })
  const at = (gaugePa: number) => ({
    air: { ...prediction.air, sourcePressurePaAbs: room.absolutePressurePa + gaugePa },
  })
  expect(stateOf('vessel', at(399e3), rated(400e3))).toBeNull()
  expect(stateOf('vessel', at(401e3), rated(400e3))).toBe('do not run')
  expect(stateOf('vessel', at(100e3), rated(null))).toBe('watch')
})

test('strength is reckoned at the warmer of room and air, whichever that is', () => {
  const allowableAt = (roomK: number, airTemperatureK: number) =>
    predict({
      ...input,
      ambient: { ...room, temperatureK: roomK },
      line: { ...input.line, regulator: null },
      supply: { kind: 'steady', gaugePressurePa: 200e3, airTemperatureK },
    }).strength.bodies[0].allowablePa
  const cold = allowableAt(293.15, 293.15)
  const warm = allowableAt(318.15, 318.15)
  expect(warm).toBeLessThan(0.9 * cold)
  expect(allowableAt(318.15, 293.15)).toBeCloseTo(warm, 3)
  expect(allowableAt(293.15, 318.15)).toBeCloseTo(warm, 3)
})

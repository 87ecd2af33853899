import { normalDraw, seededRandom } from '../../statistics'
import { reduceBrake } from '../settled/reduce-brake'
import { reduceThrust } from '../thrust/reduce-thrust'
import { LEAST_ROWS, reduceHand, type ScaleReading } from '.'

const LOADS = [0, 0.5, 1, 2, 4, 2, 1, 0.5, 0]
const made = (show: (knownN: number, row: number) => number, more: Partial<ScaleReading> = {}): ScaleReading => ({
  kind: 'scale',
  rows: LOADS.map((knownN, i) => ({ knownN, shownN: show(knownN, i) })),
  digitN: 1e-3,
  weightRelativeUncertainty: 0,
  ...more,
})
const factor = (reading: ScaleReading) => reduceHand(reading).figures[0].measured
const codes = (reading: ScaleReading) => reduceHand(reading).said.map((s) => s.code)

test('closed form: on a straight line of shown over known the factor is one over its slope, whatever stands at nought', () => {
  const reading = made((f) => 0.02 + f / 1.032)
  expect(factor(reading).value).toBeCloseTo(1.032, 9)
  const [, zero] = reduceHand(reading).figures
  expect(zero).toMatchObject({ id: 'scaleZero', measured: { value: expect.closeTo(0.02, 9) } })
  expect(codes(reading)).toEqual(['hand-scale-zero'])
  expect(codes(made((f) => f))).toEqual([])
})

test('JCGM 100:2008, H.3.3, table H.6: the slope of eleven thermometer corrections and its deviation, read here as a scale', () => {
  // t (°C) and b (°C) of the table, from memory; y = y1 + y2 (t - 20 °C): y1 = -0.1712 (29), y2 = 0.00218 (67), s =
  // 0.0035
  const t = [21.521, 22.012, 22.512, 23.003, 23.507, 23.999, 24.513, 25.002, 25.503, 26.01, 26.511]
  const b = [-0.171, -0.169, -0.166, -0.159, -0.164, -0.165, -0.156, -0.157, -0.159, -0.161, -0.16]
  // shown = known + correction: a slope of 1.00218, as unsure as the correction's
  const reading = made((f) => f, {
    rows: t.map((known, i) => ({ knownN: known - 20, shownN: known - 20 + b[i] })),
    digitN: 1e-6,
  })
  const { value, standardUncertainty } = factor(reading)
  expect(1 / value - 1).toBeCloseTo(0.00218, 4)
  // widened by Student's t for nine degrees of freedom, 2.262 (table G.2)
  expect((standardUncertainty * 1.96) / 2.262).toBeCloseTo(0.00067, 4)
  expect(reduceHand(reading).figures[1].measured.value).toBeCloseTo(-0.1712, 4)
})

test('what is wrong with a scale is told: a unit, weights, friction, a bend, each load once', () => {
  expect(codes(made((f) => f / 9.80665))).toEqual(['hand-scale-unit'])
  expect(codes(made((f) => (1000 * f) / 9.80665))).toEqual(['hand-scale-unit'])
  expect(codes(made((f) => f / 1.3))).toEqual(['hand-scale-off'])
  expect(codes(made((f, i) => f + (i > 4 && f > 0 ? 0.05 : 0)))).toContain('hand-scale-returns')
  expect(codes(made((f) => f - 0.02 * f * (4 - f)))).toEqual(expect.arrayContaining(['hand-scale-bends']))
  const once = made((f) => f)
  expect(codes({ ...once, rows: once.rows.slice(0, 5) })).toEqual(['hand-scale-once'])
})

test('a scale that shows another unit is bent by the same share of what it shows', () => {
  // 1 % of the greatest load off a straight line, shown in grams; and a fifth of it, which is none
  const bent = (share: number) => made((f) => (1000 / 9.80665) * (f - share * f * (1 - f / 4)), { digitN: 0.01 })
  expect(codes(bent(0.1))).toContain('hand-scale-unit')
  const grams = made((f) => 12 * (f - 0.1 * f * (1 - f / 4)), { digitN: 0.01 })
  const straight = made((f) => 12 * (f - 0.012 * f * (1 - f / 4)), { digitN: 0.01 })
  expect([codes(grams), codes(straight)].map((c) => c.includes('hand-scale-bends'))).toEqual([true, false])
})

test('one digit is the least that it can be known by; unsure weights add theirs', () => {
  const exact = factor(made((f) => f))
  // the digit's own over the spread of the loads: closed form of a straight line
  const middle = LOADS.reduce((a, b) => a + b) / LOADS.length
  const spread = Math.sqrt(LOADS.reduce((sum, f) => sum + (f - middle) ** 2, 0))
  expect(exact.standardUncertainty).toBeCloseTo(1e-3 / Math.sqrt(12) / spread, 9)
  const unsure = factor(made((f) => f / 1.1, { weightRelativeUncertainty: 0.01 }))
  expect(unsure.standardUncertainty / unsure.value).toBeCloseTo(0.01, 4)
})

test('a scale that shows the same under every load tells no factor, and says what to do', () => {
  expect(() => reduceHand(made(() => 2))).toThrow(
    expect.objectContaining({
      detail: { code: 'hand-scale-dead', message: expect.any(String), nextStep: expect.stringMatching(/far apart/) },
    }),
  )
  expect(() => reduceHand(made((f) => 4 - f))).toThrow(/does not follow/)
  expect(LEAST_ROWS.scale).toBe(4)
})

test.each([
  ['a scale that stirs by some digits', 4e-3, 0.975],
  // where a digit hides the scatter the band is no finer than it, and holds more often
  ['one that stirs by less than a digit', 0.6e-3, 0.995],
] as const)(
  'over 1,000 calibrations of %s the 95 % interval holds the truth, bias under a quarter of it',
  (_, stirsN, most) => {
    const random = seededRandom(1207)
    let [held, off, u] = [0, 0, 0]
    for (let i = 0; i < 1000; i++) {
      const truth = 0.95 + 0.1 * random()
      const rows = (i % 2 ? LOADS : LOADS.slice(0, 6)).map((knownN) => ({
        knownN,
        shownN: Math.round((0.01 + knownN / truth + stirsN * normalDraw(random)) * 1000) / 1000,
      }))
      const found = factor(made((f) => f, { rows }))
      off += found.value - truth
      u += found.standardUncertainty
      if (Math.abs(found.value - truth) < 1.96 * found.standardUncertainty) held++
    }
    expect(held / 1000).toBeGreaterThan(0.93)
    expect(held / 1000).toBeLessThan(most)
    expect(Math.abs(off / u)).toBeLessThan(0.25)
  },
)

describe('where the factor goes', () => {
  const brake = {
    armM: 0.1,
    armRelativeUncertainty: 0,
    tiltRad: 0,
    scaleRelativeUncertainty: 0,
    resolutionN: 1e-4,
    pulsesPerTurn: 1,
  }
  const readings = [1000, 800, 600, 400, 200].map((speed, i) => ({ scaleN: 0.3 + 0.2 * (i + 1), sensorRadPerS: speed }))
  const settings = { nominalGaugePressurePa: null, roomPaAbs: 101_325 }
  test('a brake’s torques and its typed tare are as much more; its speeds stay', () => {
    const plain = reduceBrake(readings, { ...brake, tareN: 0.3 }, settings)
    const times = reduceBrake(readings, { ...brake, tareN: 0.3, scaleFactor: 1.25 }, settings)
    expect(times.stallTorque.value / plain.stallTorque.value).toBeCloseTo(1.25, 9)
    expect(times.peakPower.value / plain.peakPower.value).toBeCloseTo(1.25, 9)
    expect(times.freeSpeed.value).toBeCloseTo(plain.freeSpeed.value, 6)
  })
  test('a thrust is as much more, and lasts as long', () => {
    const timeS = Array.from({ length: 400 }, (_, i) => i / 100)
    const forceN = timeS.map((t, i) => (t > 1 && t < 3 ? 2 : 0) + 1e-3 * Math.sin(7.7 * i))
    const [plain, times] = [1, 1.25].map((scaleFactor) =>
      reduceThrust({ timeS, forceN }, { scaleFactor, spanRelativeUncertainty: 0 }),
    )
    expect(times.thrust.value / plain.thrust.value).toBeCloseTo(1.25, 9)
    expect(times.impulse.value / plain.impulse.value).toBeCloseTo(1.25, 9)
    expect(times.runTime.value).toBeCloseTo(plain.runTime.value, 9)
  })
})

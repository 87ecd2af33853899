import { GAS_CONSTANT, massFlowOfFreeAir } from '../air'
import { rootBetween, maximise } from '../numerics'
import { deliveryAt, sustainedSupply, type Compressor } from '.'

const lpm = (x: number) => x / 60_000
const compressor: Compressor = {
  delivery: [
    { gaugePressurePa: 200e3, freeAirM3PerS: lpm(120) },
    { gaugePressurePa: 600e3, freeAirM3PerS: lpm(80) },
  ],
  tankVolumeM3: 0.024,
  cutInGaugePressurePa: 500e3,
  cutOutGaugePressurePa: 700e3,
}
const wanted = { gaugePressurePa: 400e3, ambientPressurePaAbs: 101_325, temperatureK: 293.15 }
/** A machine that draws in proportion to absolute pressure, as a choked nozzle does. */
const draws = (litresAtWanted: number) => (abs: number) =>
  (massFlowOfFreeAir(lpm(litresAtWanted)) * abs) / (400e3 + 101_325)

describe('delivery', () => {
  test.each([
    [200e3, 120],
    [400e3, 100],
    [600e3, 80],
    [700e3, 70],
    [100e3, 130],
  ])('at %p Pa gauge: %p L/min, straight between and beyond the points', (p, expected) =>
    expect(deliveryAt(compressor.delivery, p) / lpm(expected)).toBeCloseTo(1, 9),
  )
  test('never falls below nothing', () => expect(deliveryAt(compressor.delivery, 5e6)).toBe(0))
  test('one point holds everywhere', () => expect(deliveryAt([compressor.delivery[0]], 9e5)).toBe(lpm(120)))
})

describe('sustained pressure', () => {
  test('a modest machine is held at what is wanted; the motor rests the rest of the time', () => {
    const s = sustainedSupply(compressor, wanted, draws(35))
    expect([s.gaugePressurePa, s.keepsUp, s.secondsFromFull]).toEqual([400e3, true, null])
    expect(s.duty).toBeCloseTo(35 / 70, 6)
  })
  test('a thirsty one settles where delivery equals demand', () => {
    const s = sustainedSupply(compressor, wanted, draws(150))
    expect(s.keepsUp).toBe(false)
    expect(s.deliveryKgPerS / s.demandKgPerS).toBeCloseTo(1, 9)
    // 150 (p + 101325)/501325 = 140 - p/10000 in kPa-sized steps: solved by hand, 277.1 kPa gauge.
    expect(s.gaugePressurePa / 1000).toBeCloseTo((140 - (150 * 101.325) / 501.325) / (150 / 501.325 + 0.1), 2)
    expect(s.duty).toBe(1)
  })
  test('a full tank lasts as long as its mass over the shortfall (isothermal, constant shortfall)', () => {
    const constant: Compressor = { ...compressor, delivery: [{ gaugePressurePa: 0, freeAirM3PerS: lpm(60) }] }
    const s = sustainedSupply(constant, wanted, () => massFlowOfFreeAir(lpm(100)))
    const mass = (300e3 * 0.024) / (GAS_CONSTANT * 293.15)
    expect((s.secondsFromFull ?? NaN) / (mass / massFlowOfFreeAir(lpm(40)))).toBeCloseTo(1, 6)
  })
  test('a setting above the cut-out is never reached', () =>
    expect(sustainedSupply(compressor, { ...wanted, gaugePressurePa: 900e3 }, draws(10)).gaugePressurePa).toBe(700e3))
  test('a machine that takes more than is delivered at any pressure leaves nothing', () =>
    expect(sustainedSupply(compressor, wanted, () => massFlowOfFreeAir(lpm(500))).gaugePressurePa).toBe(0))
})

describe('numerics', () => {
  test('rootBetweenion finds the root of two and the ends themselves', () => {
    expect(rootBetween((x) => x * x - 2, 0, 2)).toBeCloseTo(Math.SQRT2, 11)
    expect(rootBetween((x) => x, 0, 1)).toBe(0)
    expect(rootBetween((x) => x - 1, 0, 1)).toBe(1)
  })
  test('without a change of sign it says so', () => {
    expect(() => rootBetween(() => 1, 0, 1)).toThrow(/No change of sign/)
    expect(() => rootBetween(() => NaN, 0, 1)).toThrow(/No change of sign/)
  })
  test('golden section finds the top of a hump', () => expect(maximise((x) => x * (4 - x), 0, 4)).toBeCloseTo(2, 3))
})

import psychrolib from 'psychrolib'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import { compressedMoisture, humidityRatio, saturationPressure, saturationTemperature } from '.'

psychrolib.SetUnitSystem(psychrolib.SI)

describe('psychrometrics against the library psychrolib (ASHRAE Handbook, Fundamentals 2017, ch. 1)', () => {
  test.each([-20, -5, 0.5, 10, 20, 35, 60])('saturation pressure at %p °C', (t) =>
    expect(Math.abs(saturationPressure(t + 273.15) / psychrolib.GetSatVapPres(t) - 1)).toBeLessThan(0.001),
  )
  test.each([
    [20, 0.6],
    [30, 0.9],
    [5, 0.3],
    [35, 0.5],
  ])('humidity ratio at %p °C, %p', (t, rh) => {
    const ours = humidityRatio(rh * saturationPressure(t + 273.15), 101_325)
    expect(Math.abs(ours / psychrolib.GetHumRatioFromRelHum(t, rh, 101_325) - 1)).toBeLessThan(0.005)
  })
  test.each([
    [20, 0.6],
    [30, 0.9],
    [25, 0.4],
    [12, 0.2],
  ])('dew point at %p °C, %p', (t, rh) => {
    const ours = saturationTemperature(rh * saturationPressure(t + 273.15)) - 273.15
    expect(Math.abs(ours - psychrolib.GetTDewPointFromRelHum(t, rh))).toBeLessThan(0.1)
  })
  test('what stays as vapour after compression is the saturated ratio at that pressure', () => {
    const m = compressedMoisture(
      { temperatureK: 298.15, relativeHumidity: 0.6, absolutePressurePa: 101_325 },
      801_325,
      298.15,
    )
    expect(m.keptRatio / psychrolib.GetSatHumRatio(25, 801_325)).toBeCloseTo(1, 2)
    expect(
      m.settledRatio / (psychrolib.GetHumRatioFromRelHum(25, 0.6, 101_325) - psychrolib.GetSatHumRatio(25, 801_325)),
    ).toBeCloseTo(1, 1)
  })
})

describe('compressed air', () => {
  test.each(checksOf('moist.psat'))('%s', (_, c) => expectCheck(saturationPressure(given(c, 't') + 273.15), c))
  test.each(checksOf('moist.pdp'))('%s', (_, c) =>
    expectCheck(
      compressedMoisture(
        {
          temperatureK: given(c, 't1') + 273.15,
          relativeHumidity: given(c, 'RH') / 100,
          absolutePressurePa: given(c, 'p1'),
        },
        given(c, 'p2'),
        given(c, 't_cooled') + 273.15,
      ).pressureDewPointK - 273.15,
      c,
    ),
  )
  test('dry enough air keeps all its water; water is neither made nor lost', () => {
    const dry = compressedMoisture(
      { temperatureK: 293.15, relativeHumidity: 0.05, absolutePressurePa: 101_325 },
      301_325,
      293.15,
    )
    expect(dry.settledRatio).toBe(0)
    const wet = compressedMoisture(
      { temperatureK: 303.15, relativeHumidity: 0.8, absolutePressurePa: 101_325 },
      901_325,
      293.15,
    )
    expect(wet.keptRatio + wet.settledRatio).toBeCloseTo(wet.intakeRatio, 12)
    expect(wet.expandedDewPointK).toBeLessThan(273.15)
  })
})

import { fillingDelivery } from '.'

const PA = 101_325
const [tank, most] = [0.024, 800e3]

test('a tank filled from a to b in a time: the delivery between, summed over the filling, brings just the tank’s air (mass balance)', () => {
  const filling = { fromGaugePressurePa: 0, toGaugePressurePa: 700e3, timeS: 120 }
  const points = fillingDelivery(filling, tank, most, PA, 293.15)
  const at = (gauge: number) => {
    const i = Math.max(
      1,
      points.findIndex((p) => p.gaugePressurePa >= gauge),
    )
    const [a, b] = [points[i - 1], points[i]]
    return (
      a.freeAirM3PerS +
      ((gauge - a.gaugePressurePa) / (b.gaugePressurePa - a.gaugePressurePa)) * (b.freeAirM3PerS - a.freeAirM3PerS)
    )
  }
  // free air is of 100 kPa and 20 °C: tank volume times the step of pressure over 100 kPa
  let time = 0
  for (let i = 0; i < 400; i++) time += ((700e3 / 400) * tank) / 100e3 / at(((i + 0.5) / 400) * 700e3)
  expect(time / filling.timeS).toBeCloseTo(1, 1)
  // a pump gives less the higher it presses
  expect(at(600e3)).toBeLessThan(at(100e3))
})
test('half the time, twice the pump', () => {
  const of = (timeS: number) =>
    fillingDelivery({ fromGaugePressurePa: 0, toGaugePressurePa: 700e3, timeS }, tank, most, PA, 293.15)[0]
      .freeAirM3PerS
  expect(of(60) / of(120)).toBeCloseTo(2, 9)
})

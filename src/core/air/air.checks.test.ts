import { checksOf, expectCheck, given } from '../check-values/check-values'
import {
  CP,
  GAMMA,
  airViscosity,
  dewPoint,
  freeAirFlow,
  isentropicPower,
  massFlowOfFreeAir,
  pressureOfTemperature,
} from './air'

test.each(checksOf('power.isen'))('%s', (_, c) =>
  expectCheck(
    isentropicPower({
      massFlowKgPerS: given(c, 'qm'),
      absolutePressurePa: given(c, 'p1'),
      temperatureK: given(c, 'T1'),
      backPressurePaAbs: given(c, 'p2'),
    }),
    c,
  ),
)
test.each(checksOf('moist.dp'))('%s', (_, c) =>
  expectCheck(dewPoint(given(c, 't') + 273.15, given(c, 'RH') / 100) - 273.15, c),
)
test('cp of the project is 1004.7 J/(kg K)', () => expect(CP).toBeCloseTo(1004.675, 3))
test('U.S. Standard Atmosphere 1976: viscosity at 288.15 K is 1.7894e-5 Pa s', () =>
  expect(airViscosity(288.15)).toBeCloseTo(1.7894e-5, 8))
test('free air and mass flow undo each other', () =>
  expect(freeAirFlow(massFlowOfFreeAir(1.234e-3))).toBeCloseTo(1.234e-3, 12))
test('pressure over temperature without heat is the power gamma/(gamma - 1)', () => {
  for (const ratio of [0.1, 0.5, 0.83, 1, 1.3, 4])
    expect(pressureOfTemperature(ratio) / ratio ** (GAMMA / (GAMMA - 1))).toBeCloseTo(1, 12)
})
test('below ambient pressure there is no power', () =>
  expect(
    isentropicPower({ massFlowKgPerS: 1, absolutePressurePa: 9e4, temperatureK: 293, backPressurePaAbs: 1e5 }),
  ).toBe(0))

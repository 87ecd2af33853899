import { checksOf, expectCheck, given } from '../check-values/check-values'
import {
  CRITICAL_PRESSURE_RATIO,
  isentropicAreaRatio,
  isentropicPressureRatio,
  isentropicTemperatureRatio,
  machBehindShock,
  machOfAreaRatio,
  machOfPressureRatio,
  shockPressureRatio,
  shockTotalPressureRatio,
} from './isentropic'

describe('NACA Report 1135 (1953), tables I and II, gamma 1.4 (values recalled from memory, confirmed by closed form)', () => {
  test.each([
    [0.5, 0.843],
    [1, 0.5283],
    [2, 0.1278],
    [3, 0.02722],
  ])('p/p0 at Mach %p is %p', (mach, printed) =>
    expect(Math.abs(isentropicPressureRatio(mach) - printed)).toBeLessThan(6e-5),
  )
  test.each([
    [0.5, 1.3398],
    [2, 1.6875],
    [3, 4.2346],
  ])('A/A* at Mach %p is %p', (mach, printed) =>
    expect(Math.abs(isentropicAreaRatio(mach) - printed)).toBeLessThan(6e-5),
  )
  test.each([
    [1.5, 0.7011, 2.4583, 0.9298],
    [2, 0.5774, 4.5, 0.7209],
    [3, 0.4752, 10.333, 0.3283],
  ])('normal shock at Mach %p', (mach, behind, pressure, total) => {
    expect(Math.abs(machBehindShock(mach) - behind)).toBeLessThan(6e-5)
    expect(Math.abs(shockPressureRatio(mach) - pressure)).toBeLessThan(6e-4)
    expect(Math.abs(shockTotalPressureRatio(mach) - total)).toBeLessThan(6e-5)
  })
})

describe('independent check values', () => {
  test.each(checksOf('isen.T_T0'))('%s', (_, c) => expectCheck(isentropicTemperatureRatio(given(c, 'M')), c))
  test.each(checksOf('isen.p_p0'))('%s', (_, c) => expectCheck(isentropicPressureRatio(given(c, 'M')), c))
  test.each(checksOf('isen.A_Astar'))('%s', (_, c) => expectCheck(isentropicAreaRatio(given(c, 'M')), c))
  test.each(checksOf('isen.M_from_A'))('%s', (_, c) =>
    expectCheck(machOfAreaRatio(given(c, 'A/A*'), c.name.includes('subsonic') ? 'subsonic' : 'supersonic'), c),
  )
  test.each(checksOf('isen.crit_ratio'))('%s', (_, c) => expectCheck(CRITICAL_PRESSURE_RATIO, c))
  test.each(checksOf('shock.M2'))('%s', (_, c) => expectCheck(machBehindShock(given(c, 'M1')), c))
  test.each(checksOf('shock.p2_p1'))('%s', (_, c) => expectCheck(shockPressureRatio(given(c, 'M1')), c))
  test.each(checksOf('shock.p02_p01'))('%s', (_, c) => expectCheck(shockTotalPressureRatio(given(c, 'M1')), c))
})

describe('limits', () => {
  test('Mach and pressure ratio undo each other', () => {
    for (const mach of [0.01, 0.3, 1, 2.7])
      expect(machOfPressureRatio(isentropicPressureRatio(mach))).toBeCloseTo(mach, 10)
  })
  test.each([0.99, NaN, -1])('an area ratio of %p is refused', (ratio) =>
    expect(() => machOfAreaRatio(ratio, 'subsonic')).toThrow(/throat/),
  )
})

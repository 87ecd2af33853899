import { deg, mm, rpm } from './testing/machines'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import { CP } from '../air'
import { compress, spoutingSpeed, stagePressureRatio, wiesnerSlip, workCoefficient } from '.'

describe('impellers', () => {
  test.each(checksOf('slip.wiesner'))('%s', (_, c) =>
    expectCheck(wiesnerSlip(given(c, 'Z'), given(c, 'beta2') * deg), c),
  )
  test.each(checksOf('comp.work.D'))('%s', (_, c) =>
    expectCheck(workCoefficient({ blades: given(c, 'Z'), backsweepRad: given(c, 'beta2') * deg }, given(c, 'phi2')), c),
  )
  test.each(checksOf('comp.T02'))('%s', (_, c) => {
    const u = given(c, 'n') * rpm * (given(c, 'D2') / 2000)
    const work =
      workCoefficient({ blades: given(c, 'Z'), backsweepRad: given(c, 'beta2') * deg }, given(c, 'phi2')) * u * u
    expectCheck(given(c, 'T01') + work / CP, c)
  })
  test.each(checksOf('power.spouting'))('%s', (_, c) =>
    expectCheck(
      spoutingSpeed({
        totalPressurePaAbs: given(c, 'p1'),
        totalTemperatureK: given(c, 'T1'),
        backPressurePaAbs: given(c, 'p2'),
        ambientTemperatureK: 293.15,
      }),
      c,
    ),
  )
  test.each(checksOf('comp.pr.D'))('%s', (_, c) => {
    const u = given(c, 'n') * rpm * (given(c, 'D2') / 2000)
    const work =
      workCoefficient({ blades: given(c, 'Z'), backsweepRad: given(c, 'beta2') * deg }, given(c, 'phi2')) * u * u
    expectCheck(stagePressureRatio(work, given(c, 'eta_is'), given(c, 'T01')), c)
  })
  test('a second stage squares the ratio but for the warmer air', () => {
    const wheel = {
      tipRadiusM: 0.04,
      eyeRadiusM: 0.015,
      tipWidthM: 4 * mm,
      blades: 12,
      backsweepRad: 0.5,
      efficiency: 0.5,
      clearanceM: 0,
      stages: 1,
    }
    const eye = { pressurePaAbs: 101325, temperatureK: 293.15 }
    const [one, two] = [1, 2].map((stages) => compress({ ...wheel, stages }, 3000, 0.01, eye).pressureRatio)
    expect(two).toBeLessThan(one * one)
    expect(two).toBeGreaterThan(one * one * 0.98)
  })
  test('a gap between the halves costs power and gives nothing', () => {
    const wheel = {
      tipRadiusM: 0.04,
      eyeRadiusM: 0.015,
      tipWidthM: 4 * mm,
      blades: 12,
      backsweepRad: 0.5,
      efficiency: 0.5,
      clearanceM: 0,
      stages: 1,
    }
    const eye = { pressurePaAbs: 101325, temperatureK: 293.15 }
    expect(compress({ ...wheel, clearanceM: 0.5 * mm }, 3000, 0.01, eye).powerW).toBeGreaterThan(
      compress(wheel, 3000, 0.01, eye).powerW,
    )
  })
})

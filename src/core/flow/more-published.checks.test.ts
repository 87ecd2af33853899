import { checksOf, expectCheck, given, type CheckValue } from '../check-values/check-values'
import { GAS_CONSTANT } from '../air'
import { toSi, unitOf } from '../units'
import {
  circleArea,
  isentropicAreaRatio,
  isentropicPressureRatio,
  isentropicTemperatureRatio,
  machBehindShock,
  machOfPressureRatio,
  nozzleFlow,
  shockPressureRatio,
  shockTotalPressureRatio,
} from '.'

/**
 * Density over total density, and the rise of density over a shock, follow from pressure and temperature by the gas
 * law.
 */
const densityRatio = (mach: number) => isentropicPressureRatio(mach) / isentropicTemperatureRatio(mach)
const shockTemperature = (mach: number) =>
  isentropicTemperatureRatio(machBehindShock(mach)) / isentropicTemperatureRatio(mach)
const shockDensity = (mach: number) => shockPressureRatio(mach) / shockTemperature(mach)

const FLOW: Readonly<Record<string, (mach: number) => number>> = {
  T_T0: isentropicTemperatureRatio,
  p_p0: isentropicPressureRatio,
  rho_rho0: densityRatio,
  A_Astar: isentropicAreaRatio,
}
const SHOCK: Readonly<Record<string, (mach: number) => number>> = {
  M2: machBehindShock,
  p2_p1: shockPressureRatio,
  rho2_rho1: shockDensity,
  T2_T1: shockTemperature,
  p02_p01: shockTotalPressureRatio,
}
/** What is asked stands third in an id: isen.pub.p_p0.M2.0. */
const asked = (c: CheckValue): string => c.id.split('.')[2]

describe('printed tables of isentropic flow and normal shocks', () => {
  test.each(checksOf('isen.pub'))('%s', (_, c) => expectCheck(FLOW[asked(c)](given(c, 'M')), c))
  test.each(checksOf('shock.pub'))('%s', (_, c) => expectCheck(SHOCK[asked(c)](given(c, 'M1')), c))
  test.each(checksOf('isen.rho_rho0'))('%s', (_, c) => expectCheck(densityRatio(given(c, 'M')), c))
  test.each(checksOf('shock.T2_T1'))('%s', (_, c) => expectCheck(shockTemperature(given(c, 'M1')), c))
  test.each(checksOf('shock.rho2_rho1'))('%s', (_, c) => expectCheck(shockDensity(given(c, 'M1')), c))
  test.each(checksOf('moist.icing'))('%s', (_, c) =>
    expectCheck(293.15 * isentropicTemperatureRatio(machOfPressureRatio(given(c, 'p2') / given(c, 'p1'))) - 273.15, c),
  )
  test.each(checksOf('power.T_exit'))('%s', (_, c) =>
    expectCheck(given(c, 'T1') * isentropicTemperatureRatio(machOfPressureRatio(given(c, 'p2') / given(c, 'p1'))), c),
  )
})

describe('flow and thrust of a hole', () => {
  const at = (c: CheckValue, areaRatio = 1) => {
    const pa = given(c, 'p_ambient')
    const throatDiameterM = given(c, 'd_throat') / 1000
    const conditions = {
      totalPressurePaAbs: given(c, 'p_gauge') + pa,
      totalTemperatureK: given(c, 'T0'),
      backPressurePaAbs: pa,
    }
    const flow = nozzleFlow(conditions, { throatDiameterM, exitDiameterM: throatDiameterM * Math.sqrt(areaRatio) })
    return { ...flow, push: flow.thrustN / (conditions.totalPressurePaAbs * circleArea(throatDiameterM)) }
  }
  test.each(checksOf('cd.CF').filter(([, c]) => 'Ae/At' in c.inputs))('%s', (_, c) =>
    expectCheck(at(c, given(c, 'Ae/At')).push, c),
  )
  /** The other standard cubic foot: dry, at 14.696 psia and 60 °F. */
  test.each(checksOf('choke.scfm60F'))('%s', (_, c) => {
    const density = 101_325 / (GAS_CONSTANT * (273.15 + (60 - 32) / 1.8))
    expectCheck(((at(c).massFlowKgPerS / density) * 60) / 0.3048 ** 3, c)
  })
  /** Air leaking out of a hole at a works' pressure, at the room's own density. */
  test.each(checksOf('choke.doe'))('%s', (_, c) => {
    const flow = nozzleFlow(
      {
        totalPressurePaAbs: toSi(given(c, 'p_gauge'), unitOf('gaugePressure', 'psi')) + 101_325,
        totalTemperatureK: given(c, 'T0'),
        backPressurePaAbs: 101_325,
      },
      { throatDiameterM: given(c, 'd') * 0.0254 },
    )
    const room = 101_325 / (GAS_CONSTANT * given(c, 'T0'))
    expectCheck(((flow.massFlowKgPerS / room) * 60) / 0.3048 ** 3, c)
  })
})

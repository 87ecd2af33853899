import { CP } from '../air'
import { checksOf, expectCheck, given, type CheckValue } from '../check-values/check-values'
import {
  cutOffAir,
  cutOffForClearance,
  cutOffWork,
  endPressure,
  flowFunction,
  leastClearance,
  pistonPlace,
  engineNetwork,
  portedCycle,
  squeezedPressure,
  steadyEngine,
  type CutOff,
  type EngineInput,
} from '.'

const mm = 1e-3

describe('crank and rod', () => {
  const place = (c: CheckValue) => {
    const offset = c.inputs.e ? given(c, 'e') : 0
    return pistonPlace(
      { strokeM: 2 * given(c, 'r') * mm, rodM: given(c, 'l') * mm, offsetM: offset * mm },
      (given(c, 'theta') * Math.PI) / 180,
    )
  }
  test.each(checksOf('crank.x'))('%s', (_, c) => expectCheck(place(c).travelM / mm, c))
  test.each([...checksOf('crank.arm'), ...checksOf('crank.offset')])('%s', (_, c) => expectCheck(place(c).armM / mm, c))
  test.each(checksOf('crank.vol'))('%s', (_, c) =>
    expectCheck(given(c, 'Vc') + (Math.PI / 4) * (given(c, 'bore') / 10) ** 2 * (place(c).travelM * 100), c),
  )
})

test('flow function of an orifice: isentropic flow by powers (NACA Report 1135, 1953), choked below 0.5283', () => {
  for (let ratio = 0.001; ratio < 0.999; ratio += 0.001) {
    const r = Math.max(ratio, (2 / 2.4) ** 3.5)
    expect(flowFunction(ratio) / Math.sqrt(7 * (r ** (10 / 7) - r ** (12 / 7)))).toBeCloseTo(1, 8)
  }
  expect(flowFunction(1)).toBe(0)
})

const ideal = (c: CheckValue): CutOff => ({
  supplyPaAbs: given(c, 'ps'),
  exhaustPaAbs: given(c, 'pb'),
  supplyTemperatureK: c.inputs.Ts ? given(c, 'Ts') : 293.15,
  sweptM3: c.inputs.Vd ? given(c, 'Vd') * 1e-6 : 1e-5,
  clearance: c.inputs.clearance ? given(c, 'clearance') : c.inputs.clearance_A ? given(c, 'clearance_A') : 0,
  cutOff: c.inputs.cutoff ? given(c, 'cutoff') : 0,
  exponent: c.inputs.n ? given(c, 'n') : 1.4,
})

describe('the loss-free turn in closed form', () => {
  test.each(checksOf('cycle.W'))('%s', (_, c) => expectCheck(cutOffWork(ideal(c)), c))
  test.each(checksOf('cycle.pend'))('%s', (_, c) => expectCheck(endPressure(ideal(c)), c))
  test.each(checksOf('cycle.m.'))('%s', (_, c) => expectCheck(cutOffAir(ideal(c)) * 1e6, c))
  test.each(checksOf('cycle.w.'))('%s', (_, c) => expectCheck(cutOffWork(ideal(c)) / cutOffAir(ideal(c)) / 1000, c))
  test.each(checksOf('cycle.w_isentropic_limit'))('%s', (_, c) => {
    // full expansion without clearance comes to it
    const full = { ...ideal(c), supplyPaAbs: 7e5, exhaustPaAbs: 1e5, clearance: 0, cutOff: (1 / 7) ** (1 / 1.4) }
    expectCheck(cutOffWork(full) / cutOffAir(full) / 1000, c)
  })
  test.each(checksOf('trade.x'))('%s', (_, c) => expectCheck(cutOffForClearance(ideal(c)), c))
  const without = (c: CheckValue): CutOff => ({ ...ideal(c), clearance: 0, cutOff: cutOffForClearance(ideal(c)) })
  test.each(checksOf('trade.WA'))('%s', (_, c) => expectCheck(cutOffWork(ideal(c)), c))
  test.each(checksOf('trade.WB'))('%s', (_, c) => expectCheck(cutOffWork(without(c)), c))
  test.each(checksOf('trade.ratio'))('%s', (_, c) => expectCheck(cutOffWork(ideal(c)) / cutOffWork(without(c)), c))
  test.each(checksOf('uniflow.pc'))('%s', (_, c) => expectCheck(squeezedPressure(ideal(c)), c))
  test.each(checksOf('uniflow.cmin'))('%s', (_, c) => expectCheck(leastClearance(ideal(c)), c))
  test.each(checksOf('uniflow.W'))('%s', (_, c) => expectCheck(portedCycle(ideal(c)).workJ, c))
  test.each(checksOf('uniflow.m'))('%s', (_, c) => expectCheck(portedCycle(ideal(c)).airKg * 1e6, c))
  test.each(checksOf('uniflow.w'))('%s', (_, c) => {
    const { workJ, airKg } = portedCycle(ideal(c))
    expectCheck(workJ / airKg / 1000, c)
  })
})

describe('the simulated turn comes to the loss-free one', () => {
  /**
   * Openings wider than any seat, for an instant at the dead centres, and a slow turn: what the closed form takes for
   * granted.
   */
  const nearly = (c: CheckValue): EngineInput => {
    const sweptM3 = 1e-5
    const boreM = 25 * mm
    const strokeM = sweptM3 / ((Math.PI / 4) * boreM ** 2)
    return {
      machine: {
        kind: 'single-acting',
        boreM,
        strokeM,
        rodM: 8 * strokeM,
        phasesRad: [0],
        leaks: { toRoomM2: 0, pastPistonM2: 0 },
        seal: { forceN: 0, areaM2: 0 },
        walls: { filmWPerM2K: 0, temperatureK: 293.15 },
        clearanceM3: given(c, 'clearance') * sweptM3,
        ball: { pinLengthM: 0.001 * strokeM, seatDiameterM: 300 * mm, pinDiameterM: 1 * mm, discharge: 1 },
        ports: { fromM: 0.999 * strokeM, heightM: 5 * mm, widthM: 700 * mm, discharge: 1 },
      },
      supply: { kind: 'constant', absolutePressurePa: given(c, 'ps'), temperatureK: 293.15 },
      manifold: null,
      room: { absolutePressurePa: given(c, 'pb'), temperatureK: 293.15 },
      turning: {
        inertiaKgM2: 2,
        friction: { constantNm: 0, settlesRadPerS: 1, perSpeedNmS: 0, perSquareNmS2: 0 },
        load: { constantNm: 0, settlesRadPerS: 1, perSpeedNmS: 0, perSquareNmS2: 0.01 * portedCycle(ideal(c)).workJ },
      },
    }
  }
  test.each(checksOf('uniflow.W').filter(([, c]) => given(c, 'clearance') >= 0.8))('%s, within 2 %%', (_, c) => {
    const { workJ, airKg } = portedCycle(ideal(c))
    const { figures } = steadyEngine(engineNetwork(nearly(c)))!
    expect(Math.abs(figures.indicatedWorkJ / workJ - 1)).toBeLessThan(0.02)
    expect(Math.abs(figures.airPerTurnKg / airKg - 1)).toBeLessThan(0.02)
    // and never more than the air can give
    expect(figures.indicatedWorkJ).toBeLessThan(figures.airPerTurnKg * CP * 293.15)
  })
})

import fc from 'fast-check'
import { freeAirFlow } from '../air'
import { checksOf, expectCheck, given, type CheckValue } from '../check-values/check-values'
import { fromSi, unitOf } from '../units'
import { massFlowOfNozzle } from './mass-flow'
import { machAlong } from './along'
import { nozzleFlow, regimeLimits } from './nozzle'
import {
  isentropicAreaRatio,
  isentropicPressureRatio,
  machOfAreaRatio,
  machOfPressureRatio,
  shockTotalPressureRatio,
} from './isentropic'

const at = (c: CheckValue, extra: { areaRatio?: number } = {}) => {
  const throatDiameterM = given(c, 'd_throat') / 1000
  const ambient = given(c, 'p_ambient')
  return nozzleFlow(
    {
      totalPressurePaAbs: given(c, 'p_gauge') + ambient,
      totalTemperatureK: given(c, 'T0'),
      backPressurePaAbs: ambient,
    },
    { throatDiameterM, exitDiameterM: throatDiameterM * Math.sqrt(extra.areaRatio ?? 1) },
  )
}

describe('choked mass flow (ISO 9300 with Cd 1)', () => {
  test.each(checksOf('choke.qm'))('%s', (_, c) => expectCheck(at(c).massFlowKgPerS, c))
  test.each(checksOf('choke.anr'))('%s', (_, c) =>
    expectCheck(fromSi(freeAirFlow(at(c).massFlowKgPerS), unitOf('freeAir', 'L/min')), c),
  )
  test.each(checksOf('choke.scfm68F'))('%s', (_, c) =>
    expectCheck(fromSi(freeAirFlow(at(c).massFlowKgPerS), unitOf('freeAir', 'SCFM')), c),
  )
  test.each(checksOf('choke.subsonic').filter(([, c]) => c.unit === 'kg/s'))('%s', (_, c) => {
    const ambient = given(c, 'p_ambient')
    const flow = nozzleFlow(
      {
        totalPressurePaAbs: given(c, 'p_gauge') + ambient,
        totalTemperatureK: given(c, 'T0'),
        backPressurePaAbs: ambient,
      },
      { throatDiameterM: given(c, 'd') / 1000 },
    )
    expect(flow.regime).toBe('unchoked')
    expectCheck(flow.massFlowKgPerS, c)
  })
})

describe('convergent-divergent nozzle in all regimes', () => {
  test.each(checksOf('cd.thrust'))('%s', (_, c) => expectCheck(at(c, { areaRatio: given(c, 'Ae/At') }).thrustN, c))
  test.each(checksOf('cd.Ve'))('%s', (_, c) => expectCheck(at(c, { areaRatio: given(c, 'Ae/At') }).exitSpeedMPerS, c))
  test.each(checksOf('cd.pe'))('%s', (_, c) =>
    expectCheck(at(c, { areaRatio: given(c, 'Ae/At') }).exitAbsolutePressurePa, c),
  )
  test.each(checksOf('cd.matched_area'))('%s', (_, c) => {
    const ratio = given(c, 'p_ambient') / (given(c, 'p_ambient') + given(c, 'p_gauge'))
    expectCheck(isentropicAreaRatio(machOfPressureRatio(ratio)), c)
    // at that area it neither over- nor under-expands
    const matched = nozzleFlow(
      { totalPressurePaAbs: 1e6, totalTemperatureK: 293.15, backPressurePaAbs: 1e6 * ratio },
      { throatDiameterM: 1e-3, exitDiameterM: 1e-3 * Math.sqrt(c.value) },
    )
    expect(matched.exitAbsolutePressurePa / (1e6 * ratio)).toBeCloseTo(1, 6)
  })
  test.each(checksOf('cd.gain_matched'))('%s', (_, c) => {
    const back = given(c, 'p_ambient')
    const from = { totalPressurePaAbs: back + given(c, 'p_gauge'), totalTemperatureK: 293.15, backPressurePaAbs: back }
    const area = isentropicAreaRatio(machOfPressureRatio(back / from.totalPressurePaAbs))
    const thrust = (exit: { exitDiameterM?: number }) => nozzleFlow(from, { throatDiameterM: 1e-3, ...exit }).thrustN
    expectCheck(thrust({ exitDiameterM: 1e-3 * Math.sqrt(area) }) / thrust({}), c)
  })
  test.each(checksOf('cd.shock_at_exit'))('%s', (_, c) => expectCheck(regimeLimits(given(c, 'Ae/At')).shockAtExit, c))
  test.each(checksOf('cd.Me_design'))('%s', (_, c) => expectCheck(machOfAreaRatio(given(c, 'Ae/At'), 'supersonic'), c))
  test.each(checksOf('cd.regime_shock').filter(([, c]) => c.name.startsWith('exit Mach')))('%s', (_, c) => {
    const flow = nozzleFlow(
      { totalPressurePaAbs: 1e6, totalTemperatureK: 293.15, backPressurePaAbs: 1e6 * given(c, 'pb/p0') },
      { throatDiameterM: 1e-3, exitDiameterM: 1e-3 * Math.sqrt(given(c, 'Ae/At')) },
    )
    expect(flow.regime).toBe('shock-in-divergence')
    expectCheck(flow.exitMach, c)
  })
  test.each(
    checksOf('cd.regime_shock').filter(
      ([, c]) => /shock/.test(c.name) && /A/.test(c.name) && /area|A_s|position/i.test(c.name),
    ),
  )('%s', (_, c) => {
    const flow = nozzleFlow(
      { totalPressurePaAbs: 1e6, totalTemperatureK: 293.15, backPressurePaAbs: 1e6 * given(c, 'pb/p0') },
      { throatDiameterM: 1e-3, exitDiameterM: 1e-3 * Math.sqrt(given(c, 'Ae/At')) },
    )
    expectCheck(flow.shock?.areaRatio ?? NaN, c)
  })
})

describe('regimes follow one another as the back pressure falls (text-book order)', () => {
  const regimeAt = (ratio: number) =>
    nozzleFlow(
      { totalPressurePaAbs: 1e6, totalTemperatureK: 293.15, backPressurePaAbs: ratio * 1e6 },
      { throatDiameterM: 1e-3, exitDiameterM: 1e-3 * Math.sqrt(1.6875) },
    ).regime
  test.each([
    [0.95, 'unchoked'],
    [0.8, 'shock-in-divergence'],
    [0.3, 'overexpanded'],
    [0.1278, 'design'],
    [0.05, 'underexpanded'],
  ] as const)('pb/p0 %p is %p', (ratio, regime) => expect(regimeAt(ratio)).toBe(regime))
})

describe('invariants over the whole input domain', () => {
  const state = fc.record({
    p0: fc.double({ min: 1.02e5, max: 1e6, noNaN: true }),
    t0: fc.double({ min: 255, max: 400, noNaN: true }),
    d: fc.double({ min: 2e-4, max: 2e-2, noNaN: true }),
    ratio: fc.double({ min: 1, max: 6, noNaN: true }),
  })
  test('no NaN; the jet never carries more than the isentropic power; the quick mass flow is the same', () =>
    fc.assert(
      fc.property(state, ({ p0, t0, d, ratio }) => {
        const geometry = { throatDiameterM: d, exitDiameterM: d * Math.sqrt(ratio) }
        const flow = nozzleFlow({ totalPressurePaAbs: p0, totalTemperatureK: t0, backPressurePaAbs: 101325 }, geometry)
        for (const value of [
          flow.massFlowKgPerS,
          flow.exitMach,
          flow.thrustN,
          flow.jetSpeedMPerS,
          flow.exitTemperatureK,
        ])
          expect(Number.isFinite(value)).toBe(true)
        expect(flow.jetPowerW).toBeLessThanOrEqual(flow.isentropicPowerW * (1 + 1e-9))
        expect(massFlowOfNozzle(geometry)(p0, t0, 101325) / flow.massFlowKgPerS).toBeCloseTo(1, 9)
      }),
      { seed: 7, numRuns: 400 },
    ))
  test('more supply pressure never gives less flow', () =>
    fc.assert(
      fc.property(state, ({ p0, t0, d, ratio }) => {
        const flow = massFlowOfNozzle({ throatDiameterM: d, exitDiameterM: d * Math.sqrt(ratio) })
        expect(flow(p0 * 1.01, t0, 101325)).toBeGreaterThanOrEqual(flow(p0, t0, 101325))
      }),
      { seed: 8, numRuns: 200 },
    ))
})

describe('Mach number along the nozzle', () => {
  const shocked = nozzleFlow(
    { totalPressurePaAbs: 1e6, totalTemperatureK: 293.15, backPressurePaAbs: 0.7e6 },
    { throatDiameterM: 1e-3, exitDiameterM: 1e-3 * Math.sqrt(1.6875) },
  )
  test('is sonic in the throat, supersonic before the shock, subsonic behind it', () => {
    expect(machAlong(shocked, 1, 'before', 1.6875)).toBe(1)
    const areaRatio = shocked.shock?.areaRatio ?? NaN
    expect(machAlong(shocked, 0.5 * (1 + areaRatio), 'behind', 1.6875)).toBeGreaterThan(1)
    expect(machAlong(shocked, 1.6875, 'behind', 1.6875)).toBeCloseTo(shocked.exitMach, 6)
  })
  test('an unchoked nozzle is subsonic throughout and meets its exit Mach number', () => {
    const slow = nozzleFlow(
      { totalPressurePaAbs: 1.2e5, totalTemperatureK: 293.15, backPressurePaAbs: 101325 },
      { throatDiameterM: 1e-3 },
    )
    expect(machAlong(slow, 1, 'before', 1)).toBeCloseTo(slow.exitMach, 8)
    expect(machAlong(slow, 16, 'before', 1)).toBeLessThan(isentropicAreaRatio(1) * 0.1)
  })
})

test('property: a shock in the divergence leaves the air with the back pressure after its own area ratio, and stands within the divergence (NACA Report 1135, followed downstream)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1.05, max: 6, noNaN: true }),
      fc.double({ min: 0.02, max: 0.98, noNaN: true }),
      (areaRatio, along) => {
        const { subsonic, shockAtExit } = regimeLimits(areaRatio)
        const back = shockAtExit + along * (subsonic - shockAtExit)
        const { regime, shock, exitMach } = nozzleFlow(
          { totalPressurePaAbs: 4e5, totalTemperatureK: 293, backPressurePaAbs: back * 4e5 },
          { throatDiameterM: 2e-3, exitDiameterM: 2e-3 * Math.sqrt(areaRatio) },
        )
        expect(regime).toBe('shock-in-divergence')
        const kept = shockTotalPressureRatio(shock?.machBefore ?? 1)
        // behind the shock the sonic area has grown by what total pressure was lost
        const downstream = machOfAreaRatio(Math.max(1, areaRatio * kept), 'subsonic')
        expect(exitMach).toBeCloseTo(downstream, 6)
        expect(kept * isentropicPressureRatio(downstream)).toBeCloseTo(back, 6)
        expect(shock?.areaRatio).toBeGreaterThan(1)
        expect(shock?.areaRatio).toBeLessThan(areaRatio)
      },
    ),
    { seed: 15, numRuns: 200, endOnFailure: true },
  )
})

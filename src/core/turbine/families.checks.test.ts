import { deg, inlet, machines, mm, modelOf, rpm, ideal, none, PRINT } from './testing/machines'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import { CP, airViscosity } from '../air'
import { nozzleFlow } from '../flow'
import { boreReach, cellVolume, excessWhirl, reactionTurbine, rimState, turbineSummary, vaneLift } from '.'
import { defaultCoefficients, turbineModel, type TurbineMachine } from '../machines'

describe('disc pack', () => {
  test.each(checksOf('disc.Wi.slug'))('%s', (_, c) =>
    expectCheck(excessWhirl(given(c, 'W_o'), given(c, 'Re_m*'), given(c, 'xi_i')), c),
  )
  test.each(checksOf('disc.eta.'))('%s', (_, c) => {
    const x = given(c, 'xi_i')
    expectCheck(1 - ((excessWhirl(given(c, 'W_o'), given(c, 'Re_m*'), x) + x) * x) / (given(c, 'W_o') + 1), c)
  })
  test.each(checksOf('disc.limit_low_Re'))('%s', (_, c) => {
    for (const x of [0.9, 0.6, 0.3]) expectCheck(x * excessWhirl(c.value, given(c, 'Re_m*'), x), c)
  })
  test('the closed form agrees with an independent integration of the momentum balance (fourth-order steps)', () => {
    const [re, wo, end] = [7, 0.8, 0.35]
    // plain fourth-order steps, written out here
    let w = wo
    const n = 2000
    const h = (end - 1) / n
    const f = (x: number, y: number) => ((48 * x) / re - 1 / x) * y - 2
    for (let i = 0; i < n; i++) {
      const x = 1 + i * h
      const [a, b] = [f(x, w), f(x + h / 2, w + (h / 2) * f(x, w))]
      const c = f(x + h / 2, w + (h / 2) * b)
      w += (h / 6) * (a + 2 * b + 2 * c + f(x + h, w + h * c))
    }
    expect(excessWhirl(wo, re, end)).toBeCloseTo(w, 8)
  })
  test('the model reproduces the similarity solution where density hardly changes', () => {
    const c = {
      ...defaultCoefficients('disc-pack'),
      discharge: ideal,
      velocity: ideal,
      capture: ideal,
      shear: ideal,
      rowLoss: none,
      ventilation: none,
      bearing: none,
    }
    const pack = { ...machines['disc-pack'], gapWidthM: 0.3 * mm, discs: 11 } as Extract<
      TurbineMachine,
      { family: 'disc-pack' }
    >
    const model = turbineModel(
      pack,
      {
        nozzle: { throatDiameterM: 3 * mm, count: 1, angleRad: 0, gapM: 0 },
        bearings: { classId: '623', count: 2 },
        coefficients: c,
      },
      inlet(1500),
    )
    const point = model.at(700)
    const rim = nozzleFlow({ ...inlet(1500), backPressurePaAbs: point.behindNozzlePaAbs }, { throatDiameterM: 3 * mm })
    const re =
      (2 * pack.gapWidthM * (point.massFlowKgPerS / 10)) / (Math.PI * airViscosity(293.15) * pack.outerRadiusM ** 2)
    const u = 700 * pack.outerRadiusM
    const x = pack.innerRadiusM / pack.outerRadiusM
    const out = (excessWhirl((rim.jetSpeedMPerS - u) / u, re, x) + x) * u
    const torque = point.massFlowKgPerS * (pack.outerRadiusM * rim.jetSpeedMPerS - pack.innerRadiusM * out)
    expect(point.bladeTorqueNm / torque).toBeCloseTo(1, 2)
  })
  test('common practice (no published source): ten small discs on a hair dryer turn at some thousand rpm', () => {
    const pack: TurbineMachine = {
      family: 'disc-pack',
      discs: 10,
      gapWidthM: 1 * mm,
      discThicknessM: 1 * mm,
      outerRadiusM: 0.03,
      innerRadiusM: 0.012,
      outletShare: 0.7,
      coneAngleRad: 0,
      clearanceM: 1 * mm,
      hubRadiusM: 4 * mm,
      ...PRINT,
    }
    // a hair dryer holds about 500 Pa on an inlet of some 200 mm2
    const free = turbineSummary(
      turbineModel(
        pack,
        {
          nozzle: { throatDiameterM: 16 * mm, count: 1, angleRad: 12 * deg, gapM: 2 * mm },
          bearings: { classId: '623', count: 2 },
          coefficients: defaultCoefficients('disc-pack'),
        },
        inlet(500),
      ),
    ).freeSpeedRadPerS
    expect(free / rpm).toBeGreaterThan(1500)
    expect(free / rpm).toBeLessThan(9000)
  })
})

describe('vane motor', () => {
  const bore = machines['vane-motor'] as Extract<TurbineMachine, { family: 'vane-motor' }>
  test('cell volume in closed form is that of the outline summed by hand', () => {
    const leading = 2.2
    const n = 4000
    const step = (2 * Math.PI) / bore.vanes
    let area = 0
    for (let i = 0; i < n; i++)
      area +=
        (0.5 * (boreReach(bore, leading - step + ((i + 0.5) * step) / n) ** 2 - bore.rotorRadiusM ** 2) * step) / n
    const vane = 0.5 * bore.vaneThicknessM * (vaneLift(bore, leading) + vaneLift(bore, leading - step))
    expect(cellVolume(bore, leading) / ((area - vane) * bore.lengthM)).toBeCloseTo(1, 5)
  })
  test('all cells together are the crescent, wherever the rotor stands', () => {
    const crescent = Math.PI * (bore.boreRadiusM ** 2 - bore.rotorRadiusM ** 2) * bore.lengthM
    const thin = { ...bore, vaneThicknessM: 0 }
    const all = Array.from({ length: bore.vanes }, (_, i) =>
      cellVolume(thin, 0.7 + (2 * Math.PI * i) / bore.vanes),
    ).reduce((a, b) => a + b, 0)
    expect(all / crescent).toBeCloseTo(1, 9)
  })
  test('it is thirsty and strong at rest: more starting torque than an impulse rotor on the same air, and more air per watt', () => {
    const [vane, impulse] = (['vane-motor', 'tangential-impulse'] as const).map((f) => turbineSummary(modelOf(f)))
    expect(vane.stallTorqueNm).toBeGreaterThan(5 * impulse.stallTorqueNm)
    expect(modelOf('vane-motor').at(vane.bestPower.speedRadPerS).massFlowKgPerS).toBeGreaterThan(
      modelOf('tangential-impulse').at(0).massFlowKgPerS,
    )
  })
})

describe('reaction rotor (Euler with rothalpy)', () => {
  test('on a point it rubs with two thirds of its radius: a flat end pressed evenly (text-book result), at any speed; in bearings not at all', () => {
    const machine = {
      ...(machines['reaction-rotor'] as Extract<TurbineMachine, { family: 'reaction-rotor' }>),
      massKg: 0.04,
      pointRadiusM: 0.5 * mm,
    }
    const surroundings = {
      nozzle: { throatDiameterM: 1.2 * mm, count: 2, angleRad: 5 * deg, gapM: 0 },
      bearings: { classId: '623', count: 2 },
      coefficients: defaultCoefficients('reaction-rotor'),
    }
    const rubbing = (pivot: 'point' | 'bearings', speed: number) => {
      const { ledger } = reactionTurbine({ ...machine, ...surroundings, pivot }, inlet(50e3)).at(speed)
      return ledger.rubbingW / speed
    }
    // the friction over the area, by rings
    let torque = 0
    for (let i = 0; i < 1000; i++) {
      const r = ((i + 0.5) / 1000) * 0.5 * mm
      torque += ((0.04 * 9.80665) / (0.5 * mm) ** 2) * 2 * r * ((0.5 * mm) / 1000) * r
    }
    const { sliding } = defaultCoefficients('reaction-rotor')
    for (const speed of [10, 800]) {
      expect(rubbing('point', speed) / (sliding.value * torque)).toBeCloseTo(1, 5)
      expect(rubbing('bearings', speed)).toBe(0)
    }
  })
  const matched = (p: number) => (p + 101325) / 101325
  const model = (gaugePa: number, converging: boolean) => {
    const mach = Math.sqrt(5 * (matched(gaugePa) ** (1 / 3.5) - 1))
    const ratio = (1 / mach) * ((1 + 0.2 * mach * mach) / 1.2) ** 3
    const exitDiameterM = converging ? undefined : 1.5 * mm * Math.sqrt(ratio)
    const coefficients = {
      ...defaultCoefficients('reaction-rotor'),
      discharge: ideal,
      velocity: ideal,
      capture: ideal,
      leakage: none,
      ventilation: none,
      sliding: none,
      bearing: none,
    }
    return reactionTurbine(
      {
        ...(machines['reaction-rotor'] as Extract<TurbineMachine, { family: 'reaction-rotor' }>),
        jetRadiusM: 0.04,
        massKg: 0.05,
        nozzle: { throatDiameterM: 1.5 * mm, exitDiameterM, count: 2, angleRad: 0, gapM: 0 },
        bearings: { classId: '623', count: 2 },
        coefficients,
      },
      inlet(gaugePa),
    )
  }
  test.each(checksOf('react.Tconv'))('%s', (_, c) =>
    expectCheck(model(given(c, 'p_gauge_hub'), true).at(given(c, 'n') * rpm).bladeTorqueNm, c),
  )
  test.each(checksOf('react.w.'))('%s', (_, c) => {
    const u = given(c, 'n') * rpm * 0.04
    const rim = rimState(inlet(given(c, 'p_gauge_hub')), u)
    expectCheck(Math.sqrt(2 * CP * rim.totalTemperatureK * (1 - (101325 / rim.totalPressurePaAbs) ** (1 / 3.5))), c)
  })
  test('at standstill a matched jet gives its whole thrust', () => {
    for (const id of ['react.T.2barg.0rpm', 'react.T.5barg.0rpm']) {
      const [, c] = checksOf(id)[0]
      expectCheck(model(given(c, 'p_gauge_hub'), false).at(0).bladeTorqueNm, c)
    }
  })
})

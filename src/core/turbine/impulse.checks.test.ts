import { sample } from '../check-values/sample'
import fc from 'fast-check'
import { checksOf, expectCheck, given, type CheckValue } from '../check-values/check-values'
import { nozzleFlow } from '../flow'
import { isentropicPressureRatio, machOfPressureRatio, isentropicAreaRatio } from '../flow'
import {
  LEDGER_LOSSES,
  DEFAULT_COEFFICIENTS,
  casingVentilationFactor,
  dailyNeceMomentCoefficient,
  idealImpulse,
  impulseTriangles,
  impulseTurbine,
  mixedJetMassFlow,
  turbineSummary,
  type ImpulseMachine,
} from '.'

const deg = Math.PI / 180
const rpm = Math.PI / 30

/**
 * The ideal jet of the check values: a matched convergent-divergent nozzle of 1.5 mm throat, rotor of 25 mm mean
 * radius.
 */
function idealOf(c: CheckValue) {
  const ambient = given(c, 'p_ambient')
  const p0 = given(c, 'p_gauge') + ambient
  const mach = machOfPressureRatio(ambient / p0)
  expect(isentropicPressureRatio(mach)).toBeCloseTo(ambient / p0, 9)
  const throat = given(c, 'd_throat') / 1000
  const flow = nozzleFlow(
    { totalPressurePaAbs: p0, totalTemperatureK: given(c, 'T0'), backPressurePaAbs: ambient },
    { throatDiameterM: throat, exitDiameterM: throat * Math.sqrt(isentropicAreaRatio(mach)) },
  )
  return {
    flow,
    ideal: idealImpulse({
      massFlowKgPerS: flow.massFlowKgPerS,
      speed: flow.jetSpeedMPerS,
      angleRad: given(c, 'alpha') * deg,
      radiusM: given(c, 'r_mean') / 1000,
    }),
  }
}

describe('closed-form limits of the impulse turbine (Euler)', () => {
  test.each(checksOf('imp.c.'))('%s', (_, c) => expectCheck(idealOf(c).flow.jetSpeedMPerS, c))
  test.each(checksOf('imp.Tstall'))('%s', (_, c) => expectCheck(idealOf(c).ideal.stallTorqueNm, c))
  test.each(checksOf('imp.nrun'))('%s', (_, c) => expectCheck(idealOf(c).ideal.freeSpeedRadPerS / rpm, c))
  test.each(checksOf('imp.Pmax'))('%s', (_, c) => expectCheck(idealOf(c).ideal.powerW, c))
  test.each(checksOf('imp.T20k'))('%s', (_, c) => {
    const { ideal } = idealOf(c)
    expectCheck(ideal.stallTorqueNm * (1 - (20_000 * rpm) / ideal.freeSpeedRadPerS), c)
  })
  test.each(checksOf('imp.uc_opt'))('%s', (_, c) => {
    const { flow, ideal } = idealOf(c)
    expectCheck((ideal.speedRadPerS * given(c, 'r_mean')) / 1000 / flow.jetSpeedMPerS, c)
  })
  test.each(checksOf('imp.eta_max.'))('%s', (_, c) => {
    const { flow, ideal } = idealOf(c)
    expectCheck(ideal.powerW / (0.5 * flow.massFlowKgPerS * flow.jetSpeedMPerS ** 2), c)
  })
})

/**
 * A rotor whose blades turn the jet back at the angle it comes in with, without friction: the model's own ideal limit.
 */
const lossFree = (jetAngle: number, u: number, c: number) => {
  const beta = Math.atan2(c * Math.sin(jetAngle), c * Math.cos(jetAngle) - u)
  const rotor = {
    meanRadiusM: 0.03,
    bladeHeightM: 0.01,
    bladeDepthM: 0.01,
    bladeCount: 12,
    profile: 'scoop' as const,
    inletAngleRad: beta,
    outletAngleRad: beta,
  }
  return impulseTriangles({ speed: c, angleRad: jetAngle }, rotor, u, 100)
}

describe('velocity triangles', () => {
  test.each([10, 20, 30])('without losses the work is cos²α of the jet at u/c = ½ cosα (α %p°)', (angle) => {
    const c = 400
    const u = 0.5 * Math.cos(angle * deg) * c
    const t = lossFree(angle * deg, u, c)
    expect((u * (t.c1.tangential - t.c2.tangential)) / (0.5 * c * c)).toBeCloseTo(Math.cos(angle * deg) ** 2, 9)
    expect(t.c2.tangential).toBeCloseTo(0, 6)
  })
  test('flat paddles take at most half of the jet’s power (momentum balance)', () => {
    const rotor = {
      meanRadiusM: 0.03,
      bladeHeightM: 0.01,
      bladeDepthM: 0.01,
      bladeCount: 12,
      profile: 'flat' as const,
      inletAngleRad: 0.6,
      outletAngleRad: 0.6,
    }
    const work = (u: number) => {
      const t = impulseTriangles({ speed: 400, angleRad: 0 }, rotor, u, 1)
      return (u * (t.c1.tangential - t.c2.tangential)) / (0.5 * 400 * 400)
    }
    expect(work(200)).toBeCloseTo(0.5, 9)
    expect(Math.max(...[50, 100, 150, 200, 250, 300].map(work))).toBeCloseTo(0.5, 9)
  })
})

const machine = (over: Partial<ImpulseMachine> = {}): ImpulseMachine => ({
  nozzle: { throatDiameterM: 1.6e-3, count: 1, angleRad: 20 * deg, gapM: 5e-3 },
  rotor: {
    meanRadiusM: 0.03,
    bladeHeightM: 0.01,
    bladeDepthM: 0.01,
    bladeCount: 12,
    profile: 'scoop',
    inletAngleRad: 35 * deg,
    outletAngleRad: 35 * deg,
  },
  casing: { kind: 'open', clearanceM: 2e-3 },
  bearings: { classId: '608', count: 2 },
  coefficients: DEFAULT_COEFFICIENTS,
  ...over,
})
const inlet = (gaugePa: number) => ({
  totalPressurePaAbs: 101325 + gaugePa,
  totalTemperatureK: 293.15,
  backPressurePaAbs: 101325,
  ambientTemperatureK: 293.15,
})

describe('common practice (no published source): a printed rotor at about 50 psi through a 1.6 mm hole', () => {
  const summary = turbineSummary(impulseTurbine(machine(), inlet(345e3)))
  test('about 10 W near 9 200 rpm, within a factor of 1.5', () => {
    expect(summary.bestPower.powerW).toBeGreaterThan(10 / 1.5)
    expect(summary.bestPower.powerW).toBeLessThan(10 * 1.5)
    expect(summary.bestPower.speedRadPerS / rpm).toBeGreaterThan(9200 / 1.5)
    expect(summary.bestPower.speedRadPerS / rpm).toBeLessThan(9200 * 1.5)
  })
  test('runs free at 18 000 to 19 500 rpm, within a factor of 1.5', () => {
    expect(summary.freeSpeedRadPerS / rpm).toBeGreaterThan(18_000 / 1.5)
    expect(summary.freeSpeedRadPerS / rpm).toBeLessThan(19_500 * 1.5)
  })
  test('torque falls nearly in a straight line: at half the free speed within 12 % of half the torque at rest', () => {
    const turbine = impulseTurbine(machine(), inlet(345e3))
    expect(turbine.at(summary.freeSpeedRadPerS / 2).torqueNm / (summary.stallTorqueNm / 2)).toBeGreaterThan(0.88)
    expect(turbine.at(summary.freeSpeedRadPerS / 2).torqueNm / (summary.stallTorqueNm / 2)).toBeLessThan(1.3)
  })
  test('a close casing gives much more speed', () => {
    const close = turbineSummary(impulseTurbine(machine({ casing: { kind: 'close', clearanceM: 1e-3 } }), inlet(345e3)))
    expect(close.freeSpeedRadPerS / summary.freeSpeedRadPerS).toBeGreaterThan(1.2)
  })
})

describe('ledger', () => {
  const shape = fc.record({
    gauge: fc.double({ min: 3e4, max: 8e5, noNaN: true }),
    throat: fc.double({ min: 5e-4, max: 5e-3, noNaN: true }),
    radius: fc.double({ min: 0.015, max: 0.1, noNaN: true }),
    count: fc.integer({ min: 1, max: 6 }),
    angle: fc.double({ min: 0, max: 0.7, noNaN: true }),
    beta: fc.double({ min: 0.2, max: 1.5, noNaN: true }),
    profile: fc.constantFrom('scoop' as const, 'c-shape' as const, 'constant-width' as const, 'flat' as const),
    close: fc.boolean(),
    speed: fc.double({ min: 0, max: 6000, noNaN: true }),
  })
  test('adds up to the isentropic power to 1e-9, for any machine at any speed, and holds no NaN', () =>
    fc.assert(
      fc.property(shape, (s) => {
        const m = machine({
          nozzle: { throatDiameterM: s.throat, count: s.count, angleRad: s.angle, gapM: 3e-3 },
          rotor: {
            ...machine().rotor,
            meanRadiusM: s.radius,
            profile: s.profile,
            inletAngleRad: s.beta,
            outletAngleRad: s.beta,
          },
          casing: { kind: s.close ? 'close' : 'open', clearanceM: 1e-3 },
        })
        const { ledger } = impulseTurbine(m, inlet(s.gauge)).at(s.speed)
        const sum = LEDGER_LOSSES.reduce((a, k) => a + ledger[k], ledger.shaftW)
        expect(Number.isFinite(sum)).toBe(true)
        expect(Math.abs(sum - ledger.isentropicPowerW)).toBeLessThan(1e-9 * Math.max(1, ledger.isentropicPowerW))
        for (const k of [
          'mixingW',
          'spillW',
          'passageW',
          'leavingW',
          'ventilationW',
          'discFrictionW',
          'bearingW',
        ] as const)
          expect(ledger[k]).toBeGreaterThanOrEqual(-1e-9)
      }),
      { seed: 11, numRuns: sample(100) },
    ))
})

describe('parts of the model', () => {
  test('Ricou & Spalding (1961): far from the nozzle the flow is 0.32 x/d times its own at equal density (value from memory)', () => {
    const d = 1e-3
    const speed = 50
    const massFlowKgPerS = 1.2 * (Math.PI / 4) * d * d * speed
    const far = mixedJetMassFlow({
      massFlowKgPerS,
      momentumFluxN: massFlowKgPerS * speed,
      distanceM: 100 * d,
      ambientDensity: 1.2,
      factor: 1,
    })
    expect(far / massFlowKgPerS / 100).toBeCloseTo(0.32, 2)
  })
  test('Daily & Nece (1960): laminar close gap 2π/(s Re); turbulent wide gap 0.102 s^0.1 Re^-0.2 (constants from memory)', () => {
    expect(dailyNeceMomentCoefficient(1e3, 0.01)).toEqual({ coefficient: (2 * Math.PI) / (0.01 * 1e3), regime: 1 })
    const wide = dailyNeceMomentCoefficient(1e7, 0.2)
    expect(wide.regime).toBe(4)
    expect(wide.coefficient).toBeCloseTo(0.102 * 0.2 ** 0.1 * 1e7 ** -0.2, 12)
  })
  test('casing: open is 1, a closer wall leaves less', () => {
    expect(casingVentilationFactor({ kind: 'open', clearanceM: 1e-3 }, 0.01)).toBe(1)
    const [near, far] = [5e-4, 5e-3].map((clearanceM) => casingVentilationFactor({ kind: 'close', clearanceM }, 0.01))
    expect(near).toBeLessThan(far)
    expect(near).toBeGreaterThan(0.2)
  })
})

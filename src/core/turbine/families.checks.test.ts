import { checksOf, expectCheck, given } from '../check-values/check-values'
import { CP, GAS_CONSTANT, airViscosity } from '../air'
import { nozzleFlow } from '../flow'
import {
  boreReach,
  cellVolume,
  compress,
  excessWhirl,
  reactionTurbine,
  rimState,
  rowExit,
  soderbergLoss,
  spoutingSpeed,
  stagePressureRatio,
  startingContraction,
  turbineSummary,
  vaneLift,
  wiesnerSlip,
  workCoefficient,
  type TurbineInlet,
  type TurbineSurroundings,
} from '.'
import {
  defaultCoefficients,
  turbineModel,
  type Axial,
  type Family,
  type TurbineMachine,
  type RadialInflow,
} from '../machines'

const deg = Math.PI / 180
const rpm = Math.PI / 30
const mm = 1e-3
const inlet = (gaugePa: number, temperatureK = 293.15): TurbineInlet => ({
  totalPressurePaAbs: 101325 + gaugePa,
  totalTemperatureK: temperatureK,
  backPressurePaAbs: 101325,
  ambientTemperatureK: 293.15,
})
const PRINT = { materialId: 'petg', infill: 1, loadedAcrossLayers: false }
const ideal = { value: 1, standardUncertainty: 0 }
const none = { value: 1e-9, standardUncertainty: 0 }

const bladed = {
  meanRadiusM: 0.03,
  bladeHeightM: 0.01,
  bladeDepthM: 0.01,
  bladeCount: 30,
  profile: 'aerofoil' as const,
  inletAngleRad: 30 * deg,
  outletAngleRad: 30 * deg,
  bladeThicknessM: 0.8 * mm,
  discThicknessM: 6 * mm,
  hubRadiusM: 6 * mm,
  casing: { kind: 'close' as const, clearanceM: 1 * mm },
  ...PRINT,
}
const axial: Axial = {
  family: 'axial',
  stages: 3,
  meanRadiusM: 0.02,
  bladeHeightM: 0.008,
  chordM: 0.008,
  bladeCount: 20,
  bladeThicknessM: 1 * mm,
  profile: 'aerofoil',
  inletAngleRad: 60 * deg,
  outletAngleRad: 35 * deg,
  statorAngleRad: 35 * deg,
  tipClearanceM: 0.4 * mm,
  hubRadiusM: 5 * mm,
  ...PRINT,
}
const radial: RadialInflow = {
  family: 'radial-inflow',
  feed: 'volute',
  inletRadiusM: 0.025,
  inletWidthM: 4 * mm,
  outletTipRadiusM: 0.014,
  outletHubRadiusM: 5 * mm,
  outletAngleRad: 40 * deg,
  bladeCount: 10,
  bladeThicknessM: 1 * mm,
  clearanceM: 0.4 * mm,
  discThicknessM: 4 * mm,
  hubRadiusM: 4 * mm,
  ...PRINT,
}

const machines = {
  'tangential-impulse': { family: 'tangential-impulse', ...bladed, bladeCount: 12, profile: 'scoop' },
  'supersonic-impulse': { family: 'supersonic-impulse', ...bladed },
  'radial-inflow': radial,
  axial,
  'disc-pack': {
    family: 'disc-pack',
    discs: 10,
    gapWidthM: 0.5 * mm,
    discThicknessM: 1 * mm,
    outerRadiusM: 0.03,
    innerRadiusM: 0.01,
    outletShare: 0.7,
    coneAngleRad: 0,
    clearanceM: 0.5 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  },
  'vane-motor': {
    family: 'vane-motor',
    boreRadiusM: 0.02,
    rotorRadiusM: 0.0175,
    eccentricityM: 2.3 * mm,
    lengthM: 0.025,
    vanes: 5,
    vaneThicknessM: 2 * mm,
    vaneHeightM: 10 * mm,
    vaneDensityKgPerM3: 1300,
    inletEndsRad: 110 * deg,
    exhaustOpensRad: 220 * deg,
    clearanceM: 0.06 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  },
  'reaction-rotor': {
    family: 'reaction-rotor',
    jetRadiusM: 0.03,
    bodyRadiusM: 0.032,
    bodyHeightM: 0.01,
    shrouded: true,
    pivot: 'bearings',
    pointRadiusM: 0.3 * mm,
    sealGapM: 0.1 * mm,
    sealRadiusM: 4 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  },
  'wind-stack': {
    ...axial,
    family: 'wind-stack',
    stages: 1,
    meanRadiusM: 0.04,
    bladeHeightM: 0.02,
    stackRadiusM: 0.1,
    stackHeightM: 0.2,
    stackVanes: 10,
    vaneSlantRad: 45 * deg,
  },
  'turbine-compressor': {
    family: 'turbine-compressor',
    ...bladed,
    impeller: {
      tipRadiusM: 0.03,
      eyeRadiusM: 0.012,
      tipWidthM: 4 * mm,
      blades: 12,
      backsweepRad: 30 * deg,
      efficiency: 0.5,
      clearanceM: 0.3 * mm,
      stages: 1,
    },
    deliveryDiameterM: 6 * mm,
  },
} satisfies Partial<Record<Family, TurbineMachine>>
const feeds = {
  'tangential-impulse': { throatDiameterM: 1.6 * mm, count: 1, angleRad: 15 * deg, gapM: 3 * mm },
  'supersonic-impulse': {
    throatDiameterM: 1.6 * mm,
    exitDiameterM: 2 * mm,
    count: 2,
    angleRad: 20 * deg,
    gapM: 1 * mm,
  },
  'radial-inflow': { throatDiameterM: 4 * mm, count: 2, angleRad: 15 * deg, gapM: 2 * mm },
  axial: { throatDiameterM: 3 * mm, count: 8, angleRad: 25 * deg, gapM: 2 * mm },
  'disc-pack': { throatDiameterM: 2 * mm, count: 2, angleRad: 10 * deg, gapM: 1 * mm },
  'vane-motor': { throatDiameterM: 6 * mm, count: 1, angleRad: 0, gapM: 0 },
  'reaction-rotor': { throatDiameterM: 1.2 * mm, count: 2, angleRad: 5 * deg, gapM: 0 },
  'wind-stack': { throatDiameterM: 20 * mm, count: 8, angleRad: 30 * deg, gapM: 5 * mm },
  'turbine-compressor': { throatDiameterM: 2 * mm, count: 2, angleRad: 15 * deg, gapM: 2 * mm },
}
type Tried = keyof typeof machines
const pressures: Partial<Record<Tried, number>> = { 'wind-stack': 60, 'radial-inflow': 60e3, axial: 80e3 }
const around = (family: Tried): TurbineSurroundings => ({
  nozzle: feeds[family],
  bearings: { classId: '623', count: 2 },
  coefficients: defaultCoefficients(family),
})
const modelOf = (family: Tried, gaugePa = pressures[family] ?? 300e3) =>
  turbineModel(machines[family], around(family), inlet(gaugePa))

describe('guided rows', () => {
  test('Soderberg (1949): 0.04 unturned, 0.10 at 100 deg, before corrections (Dixon; from memory)', () => {
    const plain = (e: number) =>
      soderbergLoss({ kind: 'stator', deflectionRad: e * deg, chordOverHeight: 1 / 3, reynolds: 1e5 })
    // at b/H = 1/3 the stator's correction 0.993 + 0.021 b/H is exactly 1
    expect(plain(0)).toBeCloseTo(0.04, 12)
    expect(plain(100)).toBeCloseTo(0.1, 12)
  })
  test('Soderberg: a sixteenth of the Reynolds number doubles the loss', () => {
    const at = (reynolds: number) => soderbergLoss({ kind: 'rotor', deflectionRad: 1, chordOverHeight: 1, reynolds })
    expect(at(1e5 / 16) / at(1e5)).toBeCloseTo(2, 9)
  })
  test('a loss-free row is isentropic, and passes at most the choked flow of NACA Report 1135', () => {
    const area = 1e-4
    const nozzle = nozzleFlow(inlet(60e3), { throatDiameterM: Math.sqrt((4 * area) / Math.PI) })
    const row = rowExit({
      totalPressurePaAbs: 161325,
      totalTemperatureK: 293.15,
      massFlowKgPerS: nozzle.massFlowKgPerS,
      throatAreaM2: area,
      lossCoefficient: 0,
    })
    expect(row?.pressurePaAbs).toBeCloseTo(101325, 2)
    expect(row?.speed).toBeCloseTo(nozzle.exitSpeedMPerS, 6)
    const choked = nozzleFlow(inlet(300e3), { throatDiameterM: Math.sqrt((4 * area) / Math.PI) }).massFlowKgPerS
    const through = (share: number) =>
      rowExit({
        totalPressurePaAbs: 401325,
        totalTemperatureK: 293.15,
        massFlowKgPerS: choked * share,
        throatAreaM2: area,
        lossCoefficient: 0,
      })
    expect(through(1.000001)).toBeNull()
    expect(through(0.999999)).not.toBeNull()
  })
  test('more stages at the same pressure turn slower for their best power, and the reheat of the first serves the next', () => {
    const best = [1, 3].map(
      (stages) =>
        turbineSummary(turbineModel({ ...axial, stages }, around('axial'), inlet(80e3))).bestPower.speedRadPerS,
    )
    expect(best[1]).toBeLessThan(best[0])
  })
})

describe('radial inflow', () => {
  test.each(checksOf('rad.uc0.eta'))('%s', (_, c) => expectCheck(Math.sqrt(given(c, 'eta') / 2), c))
  test('0.707 of the spouting speed is best for a loss-free wheel with radial blades and no swirl at the outlet (Euler; text-book)', () => {
    // the model with small losses, many blades and a wide outlet peaks close to it
    const c = {
      ...defaultCoefficients('radial-inflow'),
      discharge: ideal,
      velocity: ideal,
      capture: ideal,
      passage: ideal,
      leakage: none,
      ventilation: none,
      bearing: none,
    }
    const wheel: RadialInflow = {
      ...radial,
      bladeCount: 200,
      bladeThicknessM: 1e-6,
      outletTipRadiusM: 0.012,
      outletHubRadiusM: 0.002,
      outletAngleRad: 60 * deg,
    }
    const model = turbineModel(
      wheel,
      {
        nozzle: { throatDiameterM: 4 * mm, count: 2, angleRad: 3 * deg, gapM: 0 },
        bearings: { classId: '623', count: 2 },
        coefficients: c,
      },
      inlet(60e3),
    )
    const speeds = Array.from({ length: 81 }, (_, i) => 0.4 + 0.0075 * i)
    const efficiencies = speeds.map((x) => model.at((x * spoutingSpeed(inlet(60e3))) / wheel.inletRadiusM).efficiency)
    const best = speeds[efficiencies.indexOf(Math.max(...efficiencies))]
    expect(best).toBeGreaterThan(0.66)
    expect(best).toBeLessThan(0.75)
    expect(Math.max(...efficiencies)).toBeGreaterThan(0.93)
  })
  test('turning holds the air back: flow falls with speed', () => {
    const model = modelOf('radial-inflow')
    const flows = [0, 0.3, 0.6].map((s) => model.at(s * model.speedLimitRadPerS).massFlowKgPerS)
    expect(flows[1]).toBeLessThan(flows[0])
    expect(flows[2]).toBeLessThan(flows[1])
  })
  test('a smaller outlet chokes it: less flow, less power', () => {
    const narrow = turbineModel({ ...radial, outletTipRadiusM: 0.0075 }, around('radial-inflow'), inlet(60e3))
    expect(turbineSummary(narrow).bestPower.powerW).toBeLessThan(
      turbineSummary(modelOf('radial-inflow')).bestPower.powerW,
    )
    expect(narrow.at(0).massFlowKgPerS).toBeLessThan(modelOf('radial-inflow').at(0).massFlowKgPerS)
  })
})

describe('disc pack', () => {
  test.each(checksOf('disc.Wi.slug'))('%s', (_, c) =>
    expectCheck(excessWhirl(given(c, 'W_o'), given(c, 'Re_m*'), given(c, 'xi_i')), c),
  )
  test.each(checksOf('disc.eta.'))('%s', (_, c) => {
    const x = given(c, 'xi_i')
    expectCheck(1 - ((excessWhirl(given(c, 'W_o'), given(c, 'Re_m*'), x) + x) * x) / (given(c, 'W_o') + 1), c)
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
    const [, c] = checksOf('react.T.2barg.0rpm')[0]
    expectCheck(model(200e3, false).at(0).bladeTorqueNm, c)
  })
})

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

describe('supersonic passages', () => {
  test('Kantrowitz & Donaldson (1945): starting at Mach 2 needs 0.822 of the inlet, at high Mach 0.6 (textbook limit)', () => {
    expect(startingContraction(2)).toBeCloseTo(0.8216, 3)
    expect(startingContraction(40)).toBeCloseTo(0.6, 2)
    expect(startingContraction(0.9)).toBe(0)
  })
  test('a divergence helps where the pressure is high, and costs where it is not', () => {
    const at = (gaugePa: number, exitDiameterM: number) =>
      turbineSummary(
        turbineModel(
          machines['supersonic-impulse'],
          { ...around('supersonic-impulse'), nozzle: { ...feeds['supersonic-impulse'], exitDiameterM } },
          inlet(gaugePa),
        ),
      ).stallTorqueNm
    expect(at(700e3, 2 * mm)).toBeGreaterThan(at(700e3, 1.6 * mm))
    expect(at(120e3, 2.6 * mm)).toBeLessThan(at(120e3, 1.6 * mm))
  })
})

test('the gas constant the checks were made with', () => expect(GAS_CONSTANT).toBe(287.05))

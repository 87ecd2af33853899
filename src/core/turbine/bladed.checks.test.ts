import { axial, around, deg, feeds, inlet, machines, mm, modelOf, radial, ideal, none } from './testing/machines'
import { GAS_CONSTANT } from '../air'
import { nozzleFlow } from '../flow'
import { rowExit, soderbergLoss, spoutingSpeed, startingContraction, turbineSummary } from '.'
import { defaultCoefficients, turbineModel, type RadialInflow } from '../machines'

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

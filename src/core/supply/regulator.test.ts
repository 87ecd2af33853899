import { STANDARD_ATMOSPHERE_PA, freeAirFlow } from '../air'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import { circleArea, downstreamExact, massFlowOfNozzle } from '../flow'
import {
  balancedOutletGauge,
  droopCurve,
  dropOutPressure,
  liftForFlow,
  regulated,
  regulatorRun,
  runDown,
  setSpring,
  sizeRegulator,
  valveFlow,
  type Regulator,
} from '.'

const PA = STANDARD_ATMOSPHERE_PA
const PSI = 6894.757
const T = 293.15
const behind = downstreamExact([], massFlowOfNozzle({ throatDiameterM: 1.6e-3, dischargeCoefficient: 0.85 }), PA)
const diaphragm: Regulator = {
  kind: 'diaphragm',
  setGaugePressurePa: 300e3,
  readWhile: 'flowing',
  sensingDiameterM: 32e-3,
  springRateNPerM: 12e3,
  seatDiameterM: 5e-3,
  greatestLiftM: 1.25e-3,
  frictionN: 1,
  movingMassKg: 0.012,
  chamberVolumeM3: 60e-6,
}
/** Home-made: a 20 mm piston on an O-ring that sticks by 10 psi. */
const piston: Regulator = {
  ...diaphragm,
  kind: 'piston',
  sensingDiameterM: 20e-3,
  movingMassKg: 0.02,
  frictionN: 10 * PSI * circleArea(20e-3),
}

describe('static balance (closed form)', () => {
  test.each(checksOf('reg.p2'))('%s', (_, c) => {
    const spring = given(c, 'ks') * given(c, 'delta')
    const r = {
      sensingDiameterM: given(c, 'D'),
      seatDiameterM: given(c, 'ds'),
      springRateNPerM: given(c, 'ks') + given(c, 'kr'),
    }
    expectCheck(
      balancedOutletGauge(r, spring, {
        inletGaugePa: given(c, 'p1g'),
        liftM: given(c, 'x'),
        frictionN: given(c, 'Fr'),
      }),
      c,
    )
  })
  test('valve flow and lift turn into one another', () => {
    const flow = valveFlow(diaphragm, 0.4e-3, 700e3, 300e3, T)
    expect(liftForFlow(diaphragm, flow, 700e3, 300e3, T)).toBeCloseTo(0.4e-3, 9)
  })
})

describe('steady state', () => {
  const at = { inletPaAbs: 700e3 + PA, temperatureK: T }
  test('set while air flows it holds its setting there', () =>
    expect(
      regulated(diaphragm, setSpring(diaphragm, at, behind), at.inletPaAbs, T, behind).outletPaAbs - PA,
    ).toBeCloseTo(300e3, -1))
  test('set closed, it droops when air flows', () => {
    const closed = { ...diaphragm, readWhile: 'closed' as const }
    const held = regulated(closed, setSpring(closed, at, behind), at.inletPaAbs, T, behind).outletPaAbs - PA
    expect(held).toBeLessThan(300e3)
    expect(held).toBeGreaterThan(270e3)
  })
  test('as the bottle falls the unbalanced poppet lets the outlet rise (inlet effect), by As/(Ad-As) of the fall', () => {
    const spring = setSpring(diaphragm, at, behind)
    const [ad, as] = [circleArea(32e-3), circleArea(5e-3)]
    const rise =
      regulated(diaphragm, spring, 500e3 + PA, T, behind).outletPaAbs -
      regulated(diaphragm, spring, 700e3 + PA, T, behind).outletPaAbs
    expect(rise).toBeGreaterThan(0)
    expect(rise).toBeLessThan((200e3 * as) / (ad - as) + 1)
  })
  test('below drop-out the valve stands wide open and the outlet follows the inlet', () => {
    const spring = setSpring(diaphragm, at, behind)
    const out = dropOutPressure(diaphragm, spring, T, behind, at.inletPaAbs)
    expect(regulated(diaphragm, spring, out * 0.98, T, behind).droppedOut).toBe(true)
    expect(regulated(diaphragm, spring, out * 1.02, T, behind).droppedOut).toBe(false)
    expect(out).toBeGreaterThan(regulated(diaphragm, spring, out, T, behind).outletPaAbs)
  })
  test('the band of friction is twice friction over area', () => {
    const curve = droopCurve(piston, setSpring(piston, at, behind), at.inletPaAbs, PA, T)
    const middle = curve[5]
    expect(
      (middle.highGaugePa - middle.lowGaugePa) / ((2 * piston.frictionN) / (circleArea(20e-3) - circleArea(5e-3))),
    ).toBeCloseTo(1, 6)
  })
  test('outlet never rises with flow', () => {
    const curve = droopCurve(diaphragm, setSpring(diaphragm, at, behind), at.inletPaAbs, PA, T)
    curve.slice(1).forEach((p, i) => {
      expect(p.outletGaugePa).toBeLessThanOrEqual(curve[i].outletGaugePa)
      expect(p.massFlowKgPerS).toBeGreaterThanOrEqual(curve[i].massFlowKgPerS)
    })
  })
})

describe('sizing', () => {
  test('a regulator of the worked-out sizes passes the flow and keeps within the allowed fall', () => {
    const wanted = {
      massFlowKgPerS: 2e-3,
      setGaugePressurePa: 300e3,
      allowedFallPa: 30e3,
      leastInletGaugePa: 400e3,
      greatestInletGaugePa: 700e3,
      ambientPaAbs: PA,
      temperatureK: T,
    }
    const size = sizeRegulator(wanted)
    const r: Regulator = {
      ...diaphragm,
      readWhile: 'closed',
      sensingDiameterM: size.sensingDiameterM,
      seatDiameterM: size.seatDiameterM,
      springRateNPerM: size.springRateNPerM,
      greatestLiftM: size.liftM,
    }
    // its curtain is as wide as its seat when it is open: no lift beyond that lets more through
    expect((Math.PI * size.seatDiameterM * size.liftM) / ((Math.PI / 4) * size.seatDiameterM ** 2)).toBeCloseTo(1, 9)
    expect(valveFlow(r, size.liftM, 400e3 + PA, 300e3 + PA, T)).toBeCloseTo(2e-3, 6)
    const closed = balancedOutletGauge(r, size.springForceN, { inletGaugePa: 400e3, liftM: 0, frictionN: 0 })
    const open = balancedOutletGauge(r, size.springForceN, { inletGaugePa: 400e3, liftM: size.liftM, frictionN: 0 })
    const high = balancedOutletGauge(r, size.springForceN, { inletGaugePa: 700e3, liftM: size.liftM, frictionN: 0 })
    expect(open).toBeCloseTo(300e3, -1)
    expect(closed - open).toBeLessThanOrEqual(15e3 * 1.001)
    expect(open - high).toBeLessThanOrEqual(15e3 * 1.001)
  })
})

describe('in time', () => {
  test('common practice: a piston that sticks by about 10 psi pulses, a diaphragm does not', () => {
    const from = { inletPaAbs: 600e3 + PA, temperatureK: T }
    const sticking = regulatorRun(piston, from, behind)
    const smooth = regulatorRun(diaphragm, from, behind)
    expect(sticking.pulses).toBe(true)
    expect(sticking.swingPa / PSI).toBeGreaterThan(5)
    expect(smooth.pulses).toBe(false)
    expect(smooth.swingPa / PSI).toBeLessThan(1)
  })
  test('it is the friction: the same piston without it stands still, with half of it swings half as far', () => {
    const from = { inletPaAbs: 600e3 + PA, temperatureK: T }
    const swing = (share: number) =>
      regulatorRun({ ...piston, frictionN: share * piston.frictionN }, from, behind).swingPa
    expect(regulatorRun({ ...piston, frictionN: 0 }, from, behind).pulses).toBe(false)
    expect(swing(0.5) / swing(1)).toBeGreaterThan(0.35)
    expect(swing(0.5) / swing(1)).toBeLessThan(0.65)
  })
  test('its pulses are counted as they are seen: rises through the upper third after the lower one', () => {
    const run = regulatorRun(piston, { inletPaAbs: 600e3 + PA, temperatureK: T }, behind)
    const half = run.outletGaugePa.subarray(run.outletGaugePa.length >> 1)
    const [low, high] = [Math.min(...half), Math.max(...half)]
    const thirds = Array.from(half, (p) =>
      p < low + (high - low) / 3 ? -1 : p > high - (high - low) / 3 ? 1 : 0,
    ).filter((v) => v !== 0)
    const rises = thirds.filter((v, i) => i > 0 && v === 1 && thirds[i - 1] === -1).length
    const lengthS = run.timeS[run.timeS.length - 1] / 2
    // one that stands above its middle as the half begins rises through it only later
    expect(Math.abs(run.pulsesPerS * lengthS - rises)).toBeLessThan(0.5)
    expect(rises).toBeGreaterThan(3)
  })
  test('the smooth one settles where the static balance says', () => {
    const from = { inletPaAbs: 600e3 + PA, temperatureK: T }
    const run = regulatorRun({ ...diaphragm, frictionN: 0 }, from, behind)
    expect(run.outletGaugePa[run.outletGaugePa.length - 1] / 300e3).toBeCloseTo(1, 2)
  })
})

describe('does it make a bottle last longer?', () => {
  const run = (regulator: Regulator | null, least: number) =>
    runDown({
      vessel: { volumeM3: 2e-3, gaugePressurePa: 600e3, temperatureK: T, heat: 'isothermal' },
      ambientPaAbs: PA,
      regulator,
      behind,
      leastGaugePa: least,
      samples: 0,
    })
  test('yes in time, when set just above the least pressure; and it wastes no less', () => {
    const bare = run(null, 80e3)
    const held = run({ ...diaphragm, setGaugePressurePa: 100e3 }, 80e3)
    expect(held.run.timeS / bare.run.timeS).toBeGreaterThan(1.3)
    expect(held.run.jetEnergyJ).toBeLessThan(bare.run.jetEnergyJ)
  })
  test('the table that a run-down asks agrees with the force balance along the way', () => {
    const regulator = { ...diaphragm, setGaugePressurePa: 200e3 }
    const trace = runDown({
      vessel: { volumeM3: 2e-3, gaugePressurePa: 600e3, temperatureK: T, heat: 'adiabatic' },
      ambientPaAbs: PA,
      regulator,
      behind,
      leastGaugePa: 80e3,
    }).trace
    const spring = setSpring(regulator, { inletPaAbs: 600e3 + PA, temperatureK: T }, behind)
    for (const s of trace.filter((q) => q.vesselPaAbs > 120e3)) {
      const exact = regulated(regulator, spring, s.vesselPaAbs, s.temperatureK, behind).outletPaAbs - PA
      expect((s.outletPaAbs - PA) / exact).toBeGreaterThan(0.997)
      expect((s.outletPaAbs - PA) / exact).toBeLessThan(1.003)
    }
  })
  test('the flow of a litre scale is plausible: some tens of litres a minute', () => {
    const flow = freeAirFlow(behind.massFlow(300e3 + PA, T)) * 60_000
    expect(flow).toBeGreaterThan(50)
    expect(flow).toBeLessThan(120)
  })
})

import { GAS_CONSTANT, STANDARD_ATMOSPHERE_PA } from '../air'
import { downstreamExact, massFlowOfNozzle, nozzleFlow } from '../flow'
import { balloonEnergy, balloonMass, balloonPressure, balloonRunDown, balloonVolume, restVolume, type Balloon } from '.'

const PA = STANDARD_ATMOSPHERE_PA
const T = 293.15
const balloon: Balloon = {
  restRadiusM: 0.025,
  skinThicknessM: 0.25e-3,
  shearModulusPa: 300e3,
  stiffening: 0.08,
  blownVolumeM3: 4e-3,
  uses: 0,
  wearPerUse: 0.06,
}
const through = (throatDiameterM: number, own: Balloon = balloon, leastGaugePa = 0) => {
  const nozzle = { throatDiameterM, dischargeCoefficient: 0.85 }
  return balloonRunDown({
    balloon: own,
    ambientPaAbs: PA,
    temperatureK: T,
    leastGaugePa,
    behind: downstreamExact([], massFlowOfNozzle(nozzle), PA),
    thrust: (p, t) =>
      p > PA ? nozzleFlow({ totalPressurePaAbs: p, totalTemperatureK: t, backPressurePaAbs: PA }, nozzle).thrustN : 0,
  })
}

describe('run-down of a balloon', () => {
  const run = through(6e-3)
  test('mass gone is mass at the start less that of the limp skin', () => {
    const limp = balloonMass(balloon, restVolume(balloon) * 1.02, PA, T)
    expect(run.airUsedKg / (balloonMass(balloon, 4e-3, PA, T) - limp)).toBeCloseTo(1, 5)
    expect(run.status).toBe('complete')
    expect(run.events.map((e) => e.id)).toContain('empty')
  })
  test('flow over time is the mass that left: the trace integrates to it', () => {
    const { trace } = run
    const gone = trace
      .slice(1)
      .reduce((sum, s, i) => sum + 0.5 * (s.massFlowKgPerS + trace[i].massFlowKgPerS) * (s.timeS - trace[i].timeS), 0)
    expect(gone / run.airUsedKg).toBeCloseTo(1, 2)
  })
  test('the energy at the nozzle is what the skin and its air held, and never more', () => {
    const jet = run.trace[run.trace.length - 1].jetEnergyJ
    expect(jet).toBeLessThanOrEqual(balloonEnergy(balloon, PA))
    expect(jet / balloonEnergy(balloon, PA)).toBeGreaterThan(0.95)
  })
  test('a hole of half the diameter lasts four times as long (flow goes with area at the same pressures)', () =>
    expect(through(3e-3).endTimeS / run.endTimeS).toBeCloseTo(4, 1))
  test('impulse does not hang on the hole, within the few per cent of its Mach number', () => {
    const impulse = (d: number) => through(d).trace.slice(-1)[0].impulseNs
    expect(impulse(3e-3) / impulse(9e-3)).toBeCloseTo(1, 2)
  })
  test('a worn skin presses less and so lasts longer, with less impulse', () => {
    const worn = through(6e-3, { ...balloon, uses: 5 })
    expect(worn.endTimeS).toBeGreaterThan(run.endTimeS)
    expect(worn.trace.slice(-1)[0].impulseNs).toBeLessThan(run.trace.slice(-1)[0].impulseNs)
  })
  test('least pressure: what is left then is wasted; one that it never has is over at once', () => {
    const p0 = balloonPressure(balloon, 4e-3)
    const early = through(
      6e-3,
      balloon,
      0.98 *
        Math.max(
          ...Array.from({ length: 200 }, (_, i) => balloonPressure(balloon, restVolume(balloon) * (1.03 + i * 0.3))),
        ),
    )
    expect(early.wastedShare).toBeGreaterThan(0)
    expect(through(6e-3, balloon, p0 + 10_000).run.timeS).toBe(0)
    expect(through(6e-3, balloon, p0 + 10_000).wastedShare).toBe(1)
  })
  test('volume and mass agree at every sample', () => {
    for (const s of run.trace.slice(0, -1)) {
      const v = balloonVolume(balloon, s.massKg, PA, T)
      expect(((balloonPressure(balloon, v) + PA) * v) / (GAS_CONSTANT * T) / s.massKg).toBeCloseTo(1, 8)
    }
  })
  test('limp it gives nothing, and no NaN', () => {
    const limp = through(6e-3, { ...balloon, blownVolumeM3: restVolume(balloon) })
    expect([limp.endTimeS, limp.airUsedKg, limp.wastedShare]).toEqual([0, 0, 1])
  })
})

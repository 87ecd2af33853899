import { createRequire } from 'node:module'
import { checksOf, expectCheck, given } from '../check-values/check-values'
import { GAMMA, GAS_CONSTANT, STANDARD_ATMOSPHERE_PA, adiabaticWork } from '../air'
import { downstreamExact, massFlowOfNozzle, nozzleFlow } from '../flow'
import {
  burstEnergy,
  expansionWork,
  fillingBalance,
  fillingExergy,
  fillingMass,
  fillingWork,
  isothermalJetEnergy,
  regulatedJetEnergy,
  runDown,
  strokesToFill,
  pumpCeiling,
  wallConductance,
  type WallHeat,
} from '.'

/** The part of the library that is used; its own sources do not pass this project's type checks. */
interface Odex {
  Solver: new (dimension: number) => {
    absoluteTolerance: number
    relativeTolerance: number
    solve(derivative: (t: number, y: number[]) => number[], from: number, start: number[], to: number): { y: number[] }
  }
}
const require = createRequire(`${process.cwd()}/package.json`)
const { Solver } = require('odex') as Odex

const PA = STANDARD_ATMOSPHERE_PA
const behind = (d: number, cd = 1) =>
  downstreamExact([], massFlowOfNozzle({ throatDiameterM: d, dischargeCoefficient: cd }), PA)
const through = (heat: WallHeat, v: number, gauge: number, d: number, until?: number) =>
  runDown({
    vessel: { volumeM3: v, gaugePressurePa: gauge, temperatureK: 293.15, heat },
    ambientPaAbs: PA,
    regulator: null,
    behind: behind(d),
    leastGaugePa: 0,
    untilGaugePa: until,
  })

describe('blow-down of a vessel against closed forms and a separate integration', () => {
  test.each(checksOf('blow.').filter(([, c]) => !c.id.includes('tau')))('%s', (_, c) => {
    const heat = c.id.startsWith('blow.iso') ? 'isothermal' : 'adiabatic'
    const run = through(
      heat,
      given(c, 'V') / 1000,
      given(c, 'p_start') - PA,
      given(c, 'd') / 1000,
      given(c, 'p_end') - PA,
    )
    const end = run.events.find((e) => e.id === 'until')
    expect(end).toBeDefined()
    const value = c.unit === 'K' ? end?.state.temperatureK : run.endTimeS
    // the integrator is held to 1e-6 of its variables: two parts in 100,000 of the time
    expect(Math.abs((value ?? NaN) / c.value - 1)).toBeLessThan(2e-5)
  })
  test.each(checksOf('blow.tau'))('%s', (_, c) => {
    const start = nozzleFlow(
      { totalPressurePaAbs: given(c, 'p_start'), totalTemperatureK: 293.15, backPressurePaAbs: PA },
      { throatDiameterM: given(c, 'd') / 1000 },
    )
    expectCheck(
      fillingMass({ volumeM3: given(c, 'V') / 1000, pressurePaAbs: given(c, 'p_start') }, 293.15) /
        start.massFlowKgPerS,
      c,
    )
  })
})

describe('energy of a filling (closed forms; Brode 1959)', () => {
  test.each(checksOf('exergy.'))('%s', (_, c) => {
    const filling = { volumeM3: given(c, 'V') / 1000, pressurePaAbs: given(c, 'p'), ambientPaAbs: given(c, 'p0') }
    const kind = c.id.split('.')[1]
    const value = {
      vessel: () => fillingExergy(filling),
      isentropic: () => expansionWork(filling),
      jet_adiabatic: () => expansionWork(filling),
      jet_isothermal: () => isothermalJetEnergy(filling),
      brode: () => burstEnergy(filling),
      mass: () => fillingMass(filling, given(c, 'T')),
      anr: () => ((filling.pressurePaAbs - filling.ambientPaAbs) * filling.volumeM3 * 1000) / 100_000,
      regulated: () => regulatedJetEnergy(filling, given(c, 'p_reg')),
    }[kind]
    if (!value) throw new Error(`no form for ${c.id}`)
    expectCheck(value(), c)
  })
  test('the run-down itself collects the same jet energy, tank held at room temperature', () => {
    const run = through('isothermal', 2e-3, 600e3, 1.5e-3)
    expect(
      run.trace[run.trace.length - 1].jetEnergyJ /
        isothermalJetEnergy({ volumeM3: 2e-3, pressurePaAbs: 600e3 + PA, ambientPaAbs: PA }),
    ).toBeCloseTo(1, 4)
  })
  test('and the adiabatic tank gives its jets what its contents could do', () => {
    const run = through('adiabatic', 2e-3, 600e3, 1.5e-3)
    expect(
      run.trace[run.trace.length - 1].jetEnergyJ /
        expansionWork({ volumeM3: 2e-3, pressurePaAbs: 600e3 + PA, ambientPaAbs: PA }),
    ).toBeCloseTo(1, 3)
  })
})

describe('against a general library: odex (Hairer & Wanner’s extrapolation method)', () => {
  test.each([0.2, 2])('wall of %p W/K, choked and not: pressure and temperature agree along the way', (ua) => {
    const solver = new Solver(2)
    solver.relativeTolerance = 1e-9
    solver.absoluteTolerance = 1e-12
    const [v, gauge] = [2e-3, 400e3]
    const nozzle = massFlowOfNozzle({ throatDiameterM: 2e-3, dischargeCoefficient: 0.85 })
    const start = [fillingMass({ volumeM3: v, pressurePaAbs: gauge + PA }, 293.15), 293.15]
    const run = runDown({
      vessel: { volumeM3: v, gaugePressurePa: gauge, temperatureK: 293.15, heat: { uaWPerK: ua } },
      ambientPaAbs: PA,
      regulator: null,
      behind: behind(2e-3, 0.85),
      leastGaugePa: 0,
      untilGaugePa: 5e3,
    })
    for (const s of [run.trace[30], run.trace[80], run.trace[115]]) {
      const { y } = solver.solve(
        (_, [m, t]) => {
          const flow = nozzle((m * GAS_CONSTANT * t) / v, t, PA)
          return [-flow, (-flow * GAS_CONSTANT * t + ua * (293.15 - t)) / ((m * GAS_CONSTANT) / (GAMMA - 1))]
        },
        0,
        start,
        s.timeS,
      )
      expect(s.massKg / y[0]).toBeCloseTo(1, 5)
      expect(s.temperatureK).toBeCloseTo(y[1], 2)
    }
  })
})

describe('where a filling goes', () => {
  const filling = { volumeM3: 2e-3, pressurePaAbs: 500e3 + PA, ambientPaAbs: PA }
  test('pumping: the closed form is the sum of many strokes', () => {
    const n = 20_000
    let work = 0
    for (let i = 0; i < n; i++) {
      const p = PA + (500e3 * (i + 0.5)) / n
      work +=
        adiabaticWork({ fromPaAbs: PA, toPaAbs: p, temperatureK: 293.15 }, 1) *
        (((500e3 / n) * 2e-3) / (GAS_CONSTANT * 293.15))
    }
    expect(fillingWork(filling) / work).toBeCloseTo(1, 6)
  })
  test('no pumping beats the exergy it makes, and near the room’s pressure both meet', () => {
    expect(fillingWork(filling)).toBeGreaterThan(fillingExergy(filling))
    const faint = { ...filling, pressurePaAbs: PA * 1.001 }
    expect(fillingWork(faint) / fillingExergy(faint)).toBeCloseTo(1, 2)
  })
  test('the parts add up to the exergy; a run to the end leaves nothing', () => {
    const run = through({ uaWPerK: 0.5 }, 2e-3, 500e3, 1.6e-3)
    const balance = fillingBalance(filling, 293.15, {
      atNozzleJ: run.trace[run.trace.length - 1].jetEnergyJ,
      massLeftKg: fillingMass({ volumeM3: 2e-3, pressurePaAbs: PA }, 293.15),
    })
    expect(balance.atNozzleJ + balance.leftJ + balance.lostJ).toBeCloseTo(balance.exergyJ, 9)
    expect(balance.leftJ).toBeCloseTo(0, 9)
    expect(balance.lostJ).toBeGreaterThan(0)
  })
})

describe('run-down between the limits', () => {
  test('wall heat lies between adiabatic and isothermal, and meets both at the ends', () => {
    const time = (heat: WallHeat) => through(heat, 2e-3, 500e3, 1.6e-3, 100e3).endTimeS
    const wall = time({ uaWPerK: wallConductance(2e-3) })
    expect(wall).toBeGreaterThan(time('adiabatic'))
    expect(wall).toBeLessThan(time('isothermal'))
    expect(time({ uaWPerK: 0 }) / time('adiabatic')).toBeCloseTo(1, 6)
    expect(time({ uaWPerK: 1e3 }) / time('isothermal')).toBeCloseTo(1, 3)
  })
  test('mass left and mass gone add up; pressure never rises; the choke lets go at 1/0.5283 of the room', () => {
    const run = through({ uaWPerK: 0.3 }, 2e-3, 500e3, 1.6e-3)
    expect(run.airUsedKg + run.trace[run.trace.length - 1].massKg).toBeCloseTo(
      ((500e3 + PA) * 2e-3) / (GAS_CONSTANT * 293.15),
      8,
    )
    run.trace.slice(1).forEach((s, i) => expect(s.vesselPaAbs).toBeLessThanOrEqual(run.trace[i].vesselPaAbs + 1e-6))
    expect((run.events.find((e) => e.id === 'un-choked')?.state.vesselPaAbs ?? NaN) / PA).toBeCloseTo(1.8929, 3)
  })
  test('what is below the least pressure is wasted: isothermal share by hand', () => {
    const run = runDown({
      vessel: { volumeM3: 2e-3, gaugePressurePa: 500e3, temperatureK: 293.15, heat: 'isothermal' },
      ambientPaAbs: PA,
      regulator: null,
      behind: behind(1.6e-3),
      leastGaugePa: 100e3,
    })
    expect(run.wastedShare).toBeCloseTo(100 / 500, 4)
  })
  test('a start below the least pressure is over at once, all of it wasted', () => {
    const run = runDown({
      vessel: { volumeM3: 2e-3, gaugePressurePa: 50e3, temperatureK: 293.15, heat: 'isothermal' },
      ambientPaAbs: PA,
      regulator: null,
      behind: behind(1.6e-3),
      leastGaugePa: 100e3,
    })
    expect([run.run.timeS, run.wastedShare]).toEqual([0, 1])
  })
  test('an empty vessel gives no run and no NaN', () => {
    const run = through('adiabatic', 2e-3, 0, 1.6e-3)
    expect([run.endTimeS, run.airUsedKg, run.wastedShare]).toEqual([0, 0, 1])
  })
  test('closed form of the choked adiabatic part along the whole way', () => {
    const run = through('adiabatic', 2e-3, 600e3, 1.5e-3, 100e3)
    const p0 = 600e3 + PA
    const tau = run.trace[0].massKg / run.trace[0].massFlowKgPerS
    for (const s of run.trace)
      expect(
        s.vesselPaAbs / p0 / (1 + (((GAMMA - 1) / 2) * s.timeS) / tau) ** ((-2 * GAMMA) / (GAMMA - 1)),
      ).toBeCloseTo(1, 5)
  })
})

describe('hand pump', () => {
  const pump = { strokeVolumeM3: 250e-6, deadVolumeM3: 0 }
  test('without dead volume every stroke adds its own: 2 L to 400 kPa gauge', () =>
    expect(strokesToFill(2e-3, pump, 0, 400e3, PA)).toBe(Math.ceil((400e3 * 2e-3) / (PA * 250e-6))))
  test('counting strokes one by one agrees, with dead volume', () => {
    const real = { strokeVolumeM3: 250e-6, deadVolumeM3: 10e-6 }
    let [p, n] = [PA, 0]
    while (p < 400e3 + PA) {
      p = (p * 2e-3 + PA * (real.strokeVolumeM3 + real.deadVolumeM3)) / (2e-3 + real.deadVolumeM3)
      n++
    }
    expect(strokesToFill(2e-3, real, 0, 400e3, PA)).toBe(n)
  })
  test('dead volume sets a ceiling', () => {
    const poor = { strokeVolumeM3: 250e-6, deadVolumeM3: 60e-6 }
    expect(pumpCeiling(poor, PA) / PA).toBeCloseTo(1 + 250 / 60, 9)
    expect(strokesToFill(2e-3, poor, 0, 500e3, PA)).toBeNull()
  })
})

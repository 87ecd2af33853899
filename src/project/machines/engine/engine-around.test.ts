import { STANDARD_AMBIENT } from '../../../core/air'
import { cylinderHoopStress } from '../../../core/strength'
import { keptDemo } from '../../demo/kept-demo'
import { kindOf, type EngineBuild, type EnginePredicted } from '../../document'
import { runOf } from './runs'
import { predicted } from './testing'

const demo = keptDemo().project.builds.filter((b) => b.machineId === 'carousel') as EngineBuild[]

describe('what stands round the engine counts', () => {
  const single = demo.find((b) => b.id === 'carousel-1')!
  const twin = demo.find((b) => b.id === 'carousel-twin')!
  const changedTo = (build: EngineBuild, more: object): EngineBuild => ({
    ...build,
    machine: { ...build.machine, ...more } as never,
  })
  test('its regulator holds its bottle’s run down; a narrow line starves it', () => {
    const peak = (line: Partial<EngineBuild['line']>) =>
      runOf({ ...single, line: { ...single.line, ...line } }, STANDARD_AMBIENT)!.peakSpeedRadPerS
    const regulated = peak({})
    expect(peak({ regulator: null })).toBeGreaterThan(1.1 * regulated)
    const narrow = { kind: 'fitting', label: 'pinched', sonicConductance: 4e-9, criticalRatio: 0.3 } as const
    expect(peak({ parts: [narrow] })).toBeLessThan(0.95 * regulated)
  })
  test('what leaks is told as its own loss, a share of what reaches the valves', () => {
    const { chain, prediction } = predicted(changedTo(single, { leakAreaM2: 0.4e-6 }))
    const valves = chain.find((c) => c.id === 'valves')!
    const leaked = valves.losses.find((l) => l.id === 'pastSealsW')!.powerW
    expect(leaked / valves.powerW).toBeCloseTo(prediction.steady!.figures.leakedShare, 6)
    expect(leaked).toBeGreaterThan(1)
  })
  test('a blower that draws takes from the exhaust what it would press on at the inlet', () => {
    const drawn: EngineBuild = {
      ...changedTo(twin, { draws: 'suction', bearingDragNm: 0, seal: { forceN: 0, areaM2: 0 } }),
      supply: { kind: 'steady', gaugePressurePa: 30e3, airTemperatureK: STANDARD_AMBIENT.temperatureK },
      line: { regulator: null, parts: [] },
    }
    const { network, steady } = predicted(
      changedTo(drawn, { load: { kind: 'brake', label: '', torqueNm: 0.02 } }),
    ).prediction
    const pa = STANDARD_AMBIENT.absolutePressurePa
    expect(network.reservoirs[0].absolutePressurePa).toBe(pa)
    expect(network.reservoirs[1].absolutePressurePa).toBeCloseTo(pa - 30e3, -2)
    expect(steady!.figures.shaftPowerW).toBeGreaterThan(0)
  })
  test('squeezed beyond its supply it says so, and says nothing otherwise', () => {
    const told = (build: EngineBuild) => predicted(build).review.findings.some((f) => f.id === 'engine-squeezed')
    const peak = (build: EngineBuild) => {
      const { steady, supply } = predicted(build).prediction
      return Math.max(...steady!.cycle.chambers.flatMap((c) => [...c.pressurePaAbs])) / supply.absolutePressurePa
    }
    expect(peak(twin)).toBeGreaterThan(1.05)
    expect(told(twin)).toBe(true)
    expect(peak(single)).toBeLessThan(1.05)
    expect(told(single)).toBe(false)
  })
  test('what is uncertain of rubbing is uncertain of seals as of bearings', () => {
    const { changes } = predicted(
      changedTo(single, { bearingDragNm: 0, bearingDragNmS: 0, seal: { forceN: 3, areaM2: 0 } }),
    ).prediction
    expect(changes.shaftPowerW.rubbing).toBeLessThan(-0.1)
    const bare = predicted(changedTo(single, { seal: { forceN: 0, areaM2: 0 } })).prediction
    expect(bare.changes.shaftPowerW.rubbing).toBeLessThan(-0.05)
  })
  test('hoop stress of a thick wall: Lamé (1852) at the bore, a boiler’s formula where it is thin', () => {
    expect(cylinderHoopStress(1e6, 10e-3, 4e-3) / 1e6).toBeCloseTo((14 ** 2 + 10 ** 2) / (14 ** 2 - 10 ** 2), 9)
    expect(cylinderHoopStress(1e6, 50e-3, 0.1e-3) / ((1e6 * 50) / 0.1)).toBeCloseTo(1, 2)
  })
})

describe('told at once, the rest a moment later', () => {
  const twin = demo.find((b) => b.id === 'carousel-twin')!
  const kind = kindOf(twin)
  const room = { ambient: STANDARD_AMBIENT }
  const longer = structuredClone(twin)
  longer.machine.bearingDragNm *= 2
  type Quick = {
    first: (b: unknown, r: unknown, last: unknown) => EnginePredicted
    rest: (b: unknown, r: unknown) => unknown
    finished: (b: unknown, f: EnginePredicted, rest: unknown) => EnginePredicted
  }
  const quick = kind.quick as unknown as Quick
  const whole = predicted(longer)
  test('at once: the same figures within a thousandth, uncertainties carried over in proportion', () => {
    const before = predicted(twin)
    const first = quick.first(longer, room, before)
    for (const key of ['speedRadPerS', 'shaftPowerW', 'airPerTurnKg'] as const)
      expect(Math.abs(first.prediction.figures[key] / whole.prediction.figures[key] - 1)).toBeLessThan(1e-3)
    const share = (p: EnginePredicted) => p.prediction.uncertainty.shaftPowerW / p.prediction.figures.shaftPowerW
    expect(share(first)).toBeCloseTo(share(before), 9)
    expect(share(first)).toBeGreaterThan(0.01)
  })
  test('of a build that was not looked at before there is no band until the rest has come', () => {
    const first = quick.first(longer, room, null)
    expect(first.prediction.uncertainty.shaftPowerW).toBe(0)
    const rest = structuredClone(quick.rest(longer, room))
    const done = quick.finished(longer, first, rest)
    expect(done.prediction.uncertainty.shaftPowerW / whole.prediction.uncertainty.shaftPowerW).toBeCloseTo(1, 2)
    expect(done.hazards.find((h) => h.id === 'engine-speed')!.standardUncertainty).toBeGreaterThan(0)
  })
})

import { STANDARD_AMBIENT } from '../../../core/air'
import { keptDemo } from '../../demo/kept-demo'
import { kindOf, newBuildOf, newSupply, type EngineBuild, type EnginePredicted } from '../../document'
import { parseProject } from '../../validation'
import { loadDrag, propeller } from './input'
import { costsOf, runOf } from './runs'
import { predicted } from './testing'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const room = { ambient: STANDARD_AMBIENT }
const KINDS = ['single-acting-engine', 'double-acting-engine'] as const
const demo = keptDemo().project.builds.filter((b) => b.machineId === 'carousel') as EngineBuild[]

describe.each(KINDS)('%s as a maker begins with it', (kind) => {
  const build = newBuildOf(own, kind) as EngineBuild
  const p = predicted(build)
  test('turns on its own supply, safe to look at, within what its air has', () => {
    const { steady, figures } = p.prediction
    expect(steady).not.toBeNull()
    expect(p.review.state).not.toBe('do not run')
    expect(figures.efficiency).toBeGreaterThan(0.2)
    expect(figures.efficiency).toBeLessThan(0.95)
  })
  test('line and engine agree on the flow, and each station’s power less its losses is the next one’s', () => {
    const { air, figures } = p.prediction
    // the settled turn and the one that is seen, in finer steps, differ by the march’s error
    expect(Math.abs(air.massFlowKgPerS / figures.massFlowKgPerS - 1)).toBeLessThan(2e-3)
    p.chain.forEach((station, i) => {
      const next = p.chain[i + 1]
      if (!next) return
      const lost = station.losses.reduce((sum, l) => sum + l.powerW, 0)
      for (const l of station.losses) expect([l.id, l.powerW >= -1e-9]).toEqual([l.id, true])
      expect(Math.abs(station.powerW - lost - next.powerW) / p.chain[0].powerW).toBeLessThan(1e-3)
    })
    expect(Math.abs(p.chain.at(-1)!.powerW / figures.shaftPowerW - 1)).toBeLessThan(2e-3)
  })
  test('its uncertainty comes from its coefficients: none with certain ones, more friction gives less power', () => {
    const { changes, uncertainty } = p.prediction
    expect(changes.shaftPowerW.rubbing).toBeLessThan(0)
    expect(changes.shaftPowerW.pastSeals).toBeLessThan(0)
    expect(uncertainty.shaftPowerW).toBeCloseTo(Math.hypot(...Object.values(changes.shaftPowerW)), 9)
    const sure = structuredClone(build)
    for (const c of Object.values(sure.machine.coefficients)) c.standardUncertainty = 0
    expect(predicted(sure).prediction.uncertainty.shaftPowerW).toBeLessThan(2e-3 * p.prediction.figures.shaftPowerW)
  })
  test('held at a pressure it runs as it would there, whatever feeds it; more gives more', () => {
    const at = (pa: number): EnginePredicted['prediction'] =>
      (kindOf(build).predict(build, room, pa) as EnginePredicted).prediction
    expect(at(300e3).supply.absolutePressurePa).toBeLessThanOrEqual(STANDARD_AMBIENT.absolutePressurePa + 300e3)
    expect(at(300e3).figures.shaftPowerW).toBeGreaterThan(at(150e3).figures.shaftPowerW)
  })
  test('its curve reaches the speed of its best power, and beyond', () => {
    const { over, lines } = p.overSpeed!
    const power = lines.find((l) => l.id === 'power')!.values
    const best = power.indexOf(Math.max(...power))
    expect(best).toBeGreaterThan(0)
    expect(best).toBeLessThan(power.length - 1)
    expect(p.figures.find((f) => f.id === 'bestPowerW')!.value).toBe(power[best])
    expect(p.figures.find((f) => f.id === 'bestSpeedRadPerS')!.value).toBe(over[best])
  })
  test('its curve has a band: at the speed where it runs that of its power there, of torque the same over the speed', () => {
    const { over, lines } = p.overSpeed!
    const [power, torque] = ['power', 'torque'].map((id) => lines.find((l) => l.id === id)!.standardUncertainty!)
    over.forEach((w, i) => expect(power[i]).toBeCloseTo(torque[i] * w, 9))
    const { shaftPowerW, speedRadPerS } = Object.fromEntries(p.figures.map((f) => [f.id, f]))
    const near = over.findIndex((w) => w >= speedRadPerS.value)
    const [low, high] = [power[near - 1], power[near]]
    expect(Math.min(low, high)).toBeLessThan(1.15 * shaftPowerW.standardUncertainty)
    expect(Math.max(low, high)).toBeGreaterThan(0.85 * shaftPowerW.standardUncertainty)
  })
  test('a wall too thin for its pressure is not to be run', () => {
    const thin = structuredClone(build)
    thin.machine.wallM = 0.8e-3
    if (thin.machine.family !== 'three-flank-engine') thin.machine.boreM = 0.1
    if (thin.machine.family === 'single-acting-engine') thin.machine.clearanceM3 *= 25
    expect(kindOf(thin).stateAt(thin, room, 900e3)).toBe('do not run')
  })
  test('every working of a figure says what goes in and comes to that figure', () => {
    for (const id of ['shaftPowerW', 'speedRadPerS', 'airPerTurnKg', 'workPerAirJPerKg', 'efficiency'] as const) {
      const working = p.working(id)
      expect(working?.inputs.length).toBeGreaterThan(0)
      expect(working?.result.value).toBeCloseTo(p.prediction.figures[id], 9)
    }
  })
})

describe('what cannot be is refused where it stands', () => {
  const project = keptDemo().project
  const refused = (id: string, change: (m: Record<string, never>) => void): string => {
    const copy = structuredClone(project)
    change(copy.builds.find((b) => b.id === id)!.machine as never)
    const parsed = parseProject(copy)
    return parsed.ok ? '' : parsed.faults.map((f) => `${f.path}: ${f.message}`).join('\n')
  }
  test.each([
    ['carousel-1', (m: object): void => void ((m as { rodM: number }).rodM = 9e-3), /rodM.*longer than the crank/],
    [
      'carousel-1',
      (m: object): void => void ((m as { ball: { pinDiameterM: number } }).ball.pinDiameterM = 4.4e-3),
      /pinDiameterM.*hardly any hole/,
    ],
    [
      'carousel-1',
      (m: object): void => void ((m as { ball: { ballDiameterM: number } }).ball.ballDiameterM = 4.5e-3),
      /falls through its seat/,
    ],
    [
      'carousel-1',
      (m: object): void => void ((m as { ports: { fromM: number } }).ports.fromM = 25e-3),
      /never uncovers them/,
    ],
    [
      'carousel-twin',
      (m: object): void => void ((m as { valve: { admissionLapM: number } }).valve.admissionLapM = 5e-3),
      /never opens/,
    ],
    [
      'carousel-twin',
      (m: object): void => void ((m as { valve: { exhaustLapM: number } }).valve.exhaustLapM = -3e-3),
      /open together/,
    ],
  ] as const)('%s', (id, change, words) => expect(refused(id, change as never)).toMatch(words))
})

describe('loads', () => {
  test('a propeller by its coefficients: power is CP rho n3 D5, thrust CT rho n2 D4', () => {
    const load = {
      kind: 'propeller',
      label: '',
      diameterM: 0.2,
      thrustCoefficient: 0.1,
      powerCoefficient: 0.045,
    } as const
    const { torquePerSquareNmS2, thrustPerSquareNS2 } = propeller(load, STANDARD_AMBIENT)
    const rho = STANDARD_AMBIENT.absolutePressurePa / (287.05 * STANDARD_AMBIENT.temperatureK)
    const [n, w] = [80, 80 * 2 * Math.PI]
    expect(torquePerSquareNmS2 * w ** 3).toBeCloseTo(0.045 * rho * n ** 3 * 0.2 ** 5, 9)
    expect(thrustPerSquareNS2 * w ** 2).toBeCloseTo(0.1 * rho * n ** 2 * 0.2 ** 4, 9)
  })
  test('a brake, a wheel and a generator take what they say', () => {
    const brake = loadDrag({ kind: 'brake', label: '', torqueNm: 0.05 }, STANDARD_AMBIENT)
    expect(brake).toMatchObject({ constantNm: 0.05, perSpeedNmS: 0, perSquareNmS2: 0 })
    const wheel = loadDrag({ kind: 'wheel', label: '', torqueNm: 0.01, perSquareNmS2: 2e-6 }, STANDARD_AMBIENT)
    expect(wheel).toMatchObject({ constantNm: 0.01, perSquareNmS2: 2e-6 })
    const generator = loadDrag({ kind: 'generator', label: '', torqueNm: 0.002, perSpeedNmS: 1e-4 }, STANDARD_AMBIENT)
    expect(generator).toMatchObject({ constantNm: 0.002, perSpeedNmS: 1e-4 })
  })
})

describe('trade facts, common practice without a source', () => {
  const twin = demo.find((b) => b.id === 'carousel-twin')!
  const single = demo.find((b) => b.id === 'carousel-1')!
  const changedTo = (build: EngineBuild, more: object): EngineBuild => ({
    ...build,
    machine: { ...build.machine, ...more } as never,
  })
  const power = (build: EngineBuild) => predicted(build).prediction.figures.shaftPowerW

  test('a tenth of a millimetre of pin is felt: more power, more air, less run', () => {
    if (single.machine.family !== 'single-acting-engine') throw new Error('a ball and pin engine')
    const longer = changedTo(single, {
      ball: { ...single.machine.ball, pinLengthM: single.machine.ball.pinLengthM + 0.1e-3 },
    })
    const [a, b] = [predicted(single).prediction.figures, predicted(longer).prediction.figures]
    expect(b.shaftPowerW / a.shaftPowerW).toBeGreaterThan(1.01)
    expect(b.airPerTurnKg).toBeGreaterThan(a.airPerTurnKg)
    expect(runOf(longer, STANDARD_AMBIENT)!.runTimeS).toBeLessThan(runOf(single, STANDARD_AMBIENT)!.runTimeS)
  })
  test('a small inlet starves it; opened, it runs by well over a third faster', () => {
    const starved = changedTo(single, { inlet: { boreDiameterM: 1e-3, manifoldVolumeM3: 2e-6 } })
    const speed = (build: EngineBuild) => predicted(build).prediction.figures.speedRadPerS
    expect(speed(single) / speed(starved)).toBeGreaterThan(1.33)
    expect(costsOf(starved, STANDARD_AMBIENT)[0].id).toBe('inlet')
  })
  test('at half a turn apart two cylinders lock in two places; at a right angle they start anywhere', () => {
    const starts = (phaseStepRad: number) =>
      predicted(changedTo(twin, { phaseStepRad })).prediction.standing.startsShare
    expect(starts(Math.PI / 2)).toBe(1)
    expect(starts(Math.PI)).toBeLessThan(0.8)
  })
  test('on a weak blower a second cylinder does not double the power', () => {
    const blown: EngineBuild = {
      ...changedTo(twin, {
        cylinders: 1,
        boreM: 45e-3,
        strokeM: 30e-3,
        rodM: 70e-3,
        headClearanceM3: 4e-6,
        crankClearanceM3: 4e-6,
        valve: {
          ...(twin.machine as { valve: object }).valve,
          admissionLapM: 0.2e-3,
          portWidthM: 14e-3,
          portHeightM: 4e-3,
        },
        leakAreaM2: 0.5e-6,
        seal: { forceN: 0.1, areaM2: 0 },
        bearingDragNm: 5e-4,
        inlet: { boreDiameterM: 12e-3, manifoldVolumeM3: 1e-5 },
        load: { kind: 'wheel', label: '', torqueNm: 0.004, perSquareNmS2: 2e-6 },
      }),
      supply: {
        ...newSupply('blower'),
        curve: { kind: 'two-figures', shutOffPa: 8000, freeFlowM3PerS: 4e-3, bend: 2 },
      } as EngineBuild['supply'],
      line: { regulator: null, parts: [] },
    }
    const [one, two] = [power(blown), power(changedTo(blown, { cylinders: 2 }))]
    expect(one).toBeGreaterThan(0)
    expect(two / one).toBeLessThan(1.3)
  })
})

test('more than one cylinder has an angle between them, one has none; the step of a count is one', () => {
  for (const kind of KINDS) {
    const build = newBuildOf(own, kind) as EngineBuild
    const labels = (cylinders: number) =>
      kindOf(build)
        .fields({ ...build.machine, cylinders } as never)
        .map((f) => f.label)
    expect(labels(1)).not.toContain('Apart on the crank')
    expect(labels(2)).toContain('Apart on the crank')
    for (const field of kindOf(build).fields(build.machine as never))
      if (field.type === 'number' && field.kind === 'count') expect([field.path, field.change]).toEqual([field.path, 1])
  }
})

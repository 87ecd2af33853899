import { STANDARD_AMBIENT } from '../../../core/air'
import { ballMotion } from '../../../core/engine'
import { assemblyOf } from '../../../core/machines'
import { cylinderHoopStress } from '../../../core/strength'
import { keptDemo } from '../../demo/kept-demo'
import { kindOf, newBuildOf, newSupply, type EngineBuild, type EnginePredicted } from '../../document'
import { partsInput } from '../../parts/build-parts'
import { parseProject } from '../../validation'
import { loadDrag, propeller } from './input'
import { BALL_QUESTIONS, ballAsked, leastSpring, withMotion, type SingleBuild } from './ball-questions'
import { ballFollows, questionsOf } from './questions'
import { costsOf, runOf } from './runs'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const room = { ambient: STANDARD_AMBIENT }
const KINDS = ['single-acting-engine', 'double-acting-engine'] as const
const predicted = (build: EngineBuild) => kindOf(build).predict(build, room) as EnginePredicted
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

describe('questions answered by running both', () => {
  const twin = demo.find((b) => b.id === 'carousel-twin')!
  const { now, answers } = questionsOf(twin, STANDARD_AMBIENT)
  const by = (id: string) => answers.find((a) => a.id === id)!
  test('each that means something of this build, and no other', () => {
    expect(answers.map((a) => a.id)).toEqual([
      'longer-pin',
      'shorter-pin',
      'less-room',
      'wider',
      'half-turn',
      'more-pressure',
    ])
    expect(now.startsShare).toBe(1)
    expect(by('half-turn').then.startsShare).toBeLessThan(0.8)
    expect(now.runTimeS).toBeNull()
  })
  test('less room is open for longer until it takes the air that it took', () => {
    expect(Math.abs(by('less-room').then.airPerTurnKg / now.airPerTurnKg - 1)).toBeLessThan(0.03)
    expect(by('less-room').to).toBeCloseTo(0.6 * 0.8e-6, 12)
  })
  test('of a ball that a pin lifts: what its weight does, and the least spring that shuts it', () => {
    const first = demo.find((b) => b.id === 'carousel-1')! as SingleBuild
    const asked = (build: SingleBuild) =>
      BALL_QUESTIONS.flatMap((id) => (ballAsked(build, STANDARD_AMBIENT, id) ? [id] : []))
    const free = withMotion(first, { kind: 'free', material: 'steel' })
    expect(asked(first)).toEqual(['ball-weighs', 'spring'])
    expect(asked(free)).toEqual(['spring', 'lighter-ball'])
    const [sprung, forceN] = ballAsked(free, STANDARD_AMBIENT, 'spring')!
    expect(sprung.machine.ball.motion).toMatchObject({ kind: 'spring', material: 'steel', forceN })
    expect(asked(sprung)).toEqual(['stronger-spring', 'weaker-spring', 'lighter-ball'])
    const share = (build: SingleBuild) => {
      const { network, steady } = predicted(build).prediction
      return ballMotion(network, steady!.cycle)!.afterPinShare
    }
    expect(share(sprung)).toBeLessThan(0.02)
    expect(share(ballAsked(sprung, STANDARD_AMBIENT, 'weaker-spring')![0])).toBeGreaterThan(share(sprung))
    expect(share(free)).toBeGreaterThan(0.05)
    // it can be made
    expect(assemblyOf(partsInput(sprung as never)).placed.length).toBeGreaterThan(10)
  })
  test('a floating ball is told with what it lets in; one on a spring that is strong enough is not', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const told = (build: SingleBuild) => predicted(build).review.findings.find((f) => f.id === 'engine-ball')
    const free = told(withMotion(first, { kind: 'free', material: 'steel' }))!
    expect([free.state, free.values.share]).toEqual(['watch', expect.any(Number)])
    expect(Number(free.values.share)).toBeGreaterThan(0.15)
    expect(told(leastSpring(first, STANDARD_AMBIENT)!)).toBeUndefined()
    expect(told(first)).toBeUndefined()
  })
  test('of an engine whose turns are never alike it is said that the figures are a mean', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const fast = structuredClone(withMotion(first, { kind: 'free', material: 'steel' }))
    fast.machine.load = { kind: 'brake', label: '', torqueNm: 0.003 }
    const { review, prediction } = predicted(fast)
    expect(prediction.steady!.near.returns).toBe(false)
    expect(review.findings.map((f) => f.id)).toContain('engine-uneven')
    expect(predicted(first).review.findings.map((f) => f.id)).not.toContain('engine-uneven')
  })
  test('a speed that is held only by where it came from gives way to the one that it comes to from rest', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const sprung = withMotion(first, { kind: 'spring', material: 'steel', forceN: 5, stiffnessNPerM: 1100 })
    const { quick } = kindOf(sprung)
    if (!quick) throw new Error('not quick')
    const whole = predicted(sprung)
    const high = {
      ...whole,
      prediction: {
        ...whole.prediction,
        from: { holeDiameterM: 3e-3, near: { radPerS: 2 * whole.prediction.figures.speedRadPerS } },
      },
    }
    const found = quick.finished(sprung, high as never, quick.rest(sprung, room)) as EnginePredicted
    expect(found.prediction.figures.speedRadPerS / whole.prediction.figures.speedRadPerS).toBeCloseTo(1, 2)
    expect(found.prediction.from.near!.radPerS / whole.prediction.from.near!.radPerS).toBeCloseTo(1, 2)
  })
  test('how well the air’s push on it is known widens what is told', () => {
    const first = demo.find((b) => b.id === 'carousel-2')! as SingleBuild
    const { changes } = predicted(withMotion(first, { kind: 'free', material: 'nylon' })).prediction
    expect(Math.abs(changes.airPerTurnKg.ballPush)).toBeGreaterThan(0)
    expect(predicted(first).prediction.changes.airPerTurnKg).not.toHaveProperty('ballPush')
  })
  test('a ball follows its pin by so much force: mass times the piston’s greatest acceleration', () => {
    const { machine } = demo.find((b) => b.id === 'carousel-1')!
    const mass = 7800 * (Math.PI / 6) * 6.35e-3 ** 3
    expect(ballFollows(machine, 300)).toBeCloseTo(mass * 0.01 * 300 ** 2 * (1 + 10 / 40), 9)
    expect(ballFollows(twin.machine, 300)).toBeNull()
  })
})

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

import { chosen } from '../../../core/check-values/sample'
import { STANDARD_AMBIENT } from '../../../core/air'
import { OWN } from '../../../core/search'
import { keptDemo } from '../../demo/kept-demo'
import { machineSchema } from '../schemas'
import {
  engineFront,
  evaluateEngine,
  mergeEngineSearches,
  searchEngines,
  withValues,
  type EngineDesign,
  type EngineSearchSpec,
} from './engine-search'
import type { EngineBuild } from './input'

const mm = 1e-3
const demo = keptDemo().project.builds
const build = demo.find((b) => b.id === 'carousel-2')! as unknown as EngineBuild
const PIN = 'machine.ball.pinLengthM'
const spec = (more: Partial<EngineSearchSpec> = {}): EngineSearchSpec => ({
  build,
  ambient: STANDARD_AMBIENT,
  variables: [
    { path: PIN, from: 1.2 * mm, to: 4 * mm },
    { path: 'machine.clearanceM3', from: 1e-6, to: 6e-6 },
  ],
  constraints: { leastWallMargin: 1, leastShaftPowerW: 0, leastStartsShare: 0, mostMassFlowKgPerS: 1 },
  goal: 'power',
  designs: 80,
  seed: 3,
  shard: { index: 0, of: 1 },
  ...more,
})

describe('a search over the numbers of an engine', () => {
  const result = searchEngines(spec())
  test('what is best is at least the build itself, and gives what is said of it', () => {
    const { own, best, tried, possible, allowed } = result
    expect([tried, allowed]).toEqual([80, possible])
    expect(own!.design.number).toBe(OWN)
    expect(best[0].score).toBeGreaterThan(1.3 * own!.design.score)
    const again = evaluateEngine(withValues(build, result.paths, best[0].values), STANDARD_AMBIENT)!
    expect(again.figures.shaftPowerW / best[0].figures.shaftPowerW).toBeCloseTo(1, 2)
    expect(best.map((d) => d.score)).toEqual([...best.map((d) => d.score)].sort((a, b) => b - a))
  })
  test('none of the front is beaten in both, and all of them are machines', () => {
    const { front } = result
    expect(front.length).toBeGreaterThan(10)
    front.forEach((d, i) => {
      expect(machineSchema.safeParse(withValues(build, result.paths, d.values).machine).success).toBe(true)
      if (i === 0) return
      expect(d.figures.massFlowKgPerS).toBeGreaterThanOrEqual(front[i - 1].figures.massFlowKgPerS)
      expect(d.figures.shaftPowerW).toBeGreaterThan(front[i - 1].figures.shaftPowerW)
    })
  })
  test('the same again is the same; the build that it began from is left as it was', () => {
    const before = structuredClone(build)
    expect(searchEngines(spec())).toEqual(result)
    expect(build).toEqual(before)
  })
  test('what was bred from the first half is better than all of it', () => {
    const { best } = result
    expect(best[0].number).toBeGreaterThanOrEqual(40)
    expect(best.slice(0, 10).filter((d) => d.number >= 40).length).toBeGreaterThan(5)
    const even = best.filter((d) => d.number < 40).map((d) => d.score)
    expect(best[0].score).toBeGreaterThan(1.02 * Math.max(...even))
  })
  test('no value leaves its range, and whole numbers stay whole', () => {
    const variables = [
      { path: 'machine.cylinders', from: 1, to: 4, whole: true },
      { path: PIN, from: 2 * mm, to: 2.3 * mm },
    ]
    const { best, front, possible } = searchEngines(spec({ variables, designs: 60 }))
    expect(possible).toBe(60)
    for (const { values } of [...best, ...front]) {
      expect([1, 2, 3, 4]).toContain(values[0])
      expect(values[1]).toBeGreaterThanOrEqual(2 * mm)
      expect(values[1]).toBeLessThanOrEqual(2.3 * mm)
    }
    expect(new Set(best.map((d) => d.values[0])).size).toBeGreaterThan(1)
  })
  test('one number alone: its top is that of going through it by steps', () => {
    const variables = [{ path: PIN, from: 1 * mm, to: 4 * mm }]
    const found = searchEngines(spec({ goal: 'work-of-air', variables, designs: 60 })).best[0]
    const steps = Array.from({ length: 31 }, (_, i) => (1 + 0.1 * i) * mm).map(
      (v) => evaluateEngine(withValues(build, [PIN], [v]), STANDARD_AMBIENT)!.figures.workPerAirJPerKg,
    )
    expect(found.score / Math.max(...steps)).toBeGreaterThan(0.998)
    expect(Math.abs(found.values[0] - (1 + 0.1 * steps.indexOf(Math.max(...steps))) * mm)).toBeLessThan(0.25 * mm)
  })
})

describe('what must hold', () => {
  test.each([
    ['mostMassFlowKgPerS', 5e-4],
    ['leastShaftPowerW', 60],
    ['leastWallMargin', 1e3],
    ['leastStartsShare', 0.1],
  ] as const)('%s', (key, value) => {
    const { constraints } = spec()
    const { best, broken, front } = searchEngines(spec({ constraints: { ...constraints, [key]: value }, designs: 24 }))
    expect(broken[key]).toBeGreaterThan(0)
    const figure = {
      mostMassFlowKgPerS: 'massFlowKgPerS',
      leastShaftPowerW: 'shaftPowerW',
      leastWallMargin: 'wallMargin',
      leastStartsShare: 'startsShare',
    }[key] as keyof EngineDesign['figures']
    for (const d of [...best, ...front])
      expect(key === 'mostMassFlowKgPerS' ? d.figures[figure] <= value : d.figures[figure] >= value).toBe(true)
  })
  test('a build that breaks it is told and not among the designs', () => {
    const { constraints } = spec()
    const { own, best } = searchEngines(spec({ constraints: { ...constraints, leastShaftPowerW: 60 }, designs: 12 }))
    expect(own!.broken).toEqual(['leastShaftPowerW'])
    expect(best.map((d) => d.number)).not.toContain(OWN)
  })
  test('what is no machine, does not go together or stands is not possible', () => {
    expect(evaluateEngine(withValues(build, [PIN], [40 * mm]), STANDARD_AMBIENT)).toBeNull()
    expect(evaluateEngine(withValues(build, ['machine.rodM'], [22 * mm]), STANDARD_AMBIENT)).toBeNull()
    expect(evaluateEngine(withValues(build, ['machine.bearingDragNm'], [2]), STANDARD_AMBIENT)).toBeNull()
  })
})

test('shares put together hold what each has found, each design once', () => {
  const parts = [0, 1].map((index) => searchEngines(spec({ designs: 40, shard: { index, of: 2 } })))
  const all = mergeEngineSearches(parts)
  expect([all.tried, all.allowed]).toEqual([40, parts[0].allowed + parts[1].allowed])
  expect(all.best[0].score).toBe(Math.max(...parts.map((p) => p.best[0].score)))
  expect(new Set(all.best.map((d) => d.number)).size).toBe(all.best.length)
  expect(all.own).toEqual(parts[0].own)
  expect(parts[1].own).toBeNull()
  expect(all.front).toEqual(engineFront(parts.flatMap((p) => p.front)))
})

test.each(chosen(['carousel-twin', 'carousel-rotor-2', 'carousel-3'], (id) => id === 'carousel-rotor-2'))(
  '%s is searched as well',
  (id) => {
    const other = demo.find((b) => b.id === id)! as unknown as EngineBuild
    const path =
      other.machine.family === 'three-flank-engine'
        ? 'machine.depthM'
        : other.machine.family === 'double-acting-engine'
          ? 'machine.valve.admissionLapM'
          : PIN
    const [from, to] = path === PIN ? [1.5 * mm, 3 * mm] : path.endsWith('depthM') ? [10 * mm, 20 * mm] : [0, 2.5 * mm]
    let told = 0
    const { best, own } = searchEngines(
      spec({ build: other, variables: [{ path, from, to }], designs: 10 }),
      () => told++,
    )
    expect(told).toBe(10)
    expect(best[0].score).toBeGreaterThanOrEqual(own!.design.score)
  },
)

import { STANDARD_AMBIENT } from '../../../core/air'
import { materialById } from '../../../core/strength'
import { keptDemo } from '../../demo/kept-demo'
import { engineInput, kindOf, newBuildOf, questionsOf, type EngineBuild, type EnginePredicted } from '../../document'
import type { MachineOfKind } from '../document-types'
import { threeFlankSchema } from './schema'

type Rotor = MachineOfKind<'three-flank-engine'>
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const plain = newBuildOf(own, 'three-flank-engine').machine
const demo = keptDemo().project.builds.filter((b) => b.id.startsWith('carousel-rotor')) as unknown as EngineBuild[]
const predicted = (build: EngineBuild, held?: number) =>
  kindOf(build as never).predict(build as never, { ambient: STANDARD_AMBIENT }, held) as EnginePredicted
const changedTo = (build: EngineBuild, more: Partial<Rotor>): EngineBuild => ({
  ...build,
  machine: { ...build.machine, ...more } as never,
})
const mm = 1e-3

describe('a rotary engine as a kind of machine', () => {
  const [one, both] = demo
  const p = predicted(both)
  test('its stations pass power on without losing any of it', () => {
    p.chain.slice(1).forEach((station, i) => {
      const before = p.chain[i]
      const lost = before.losses.reduce((sum, l) => sum + l.powerW, 0)
      expect(station.powerW).toBeCloseTo(before.powerW - lost, 1)
    })
    expect(p.chain.at(-1)!.powerW).toBeCloseTo(p.prediction.figures.shaftPowerW, 0)
  })
  test('workings come to its figures, of one turn of its shaft', () => {
    for (const id of ['shaftPowerW', 'speedRadPerS', 'airPerTurnKg', 'indicatedPowerW'] as const)
      expect(p.working(id)!.result.value).toBeCloseTo(p.prediction.figures[id], 9)
    const [wi, wf, n] = p.working('shaftPowerW')!.inputs.map((i) => i.value)
    expect(((wi - wf) * n) / p.prediction.figures.shaftPowerW).toBeCloseTo(1, 2)
    const turn = p.working('airPerTurnKg')!.inputs
    expect((turn[0].value * turn[1].value) / p.prediction.figures.airPerTurnKg).toBeCloseTo(1, 6)
  })
  test('the tube to the other lobe is worth more than half again as much', () =>
    expect(p.prediction.figures.shaftPowerW).toBeGreaterThan(1.5 * predicted(one).prediction.figures.shaftPowerW))
  test('tips leak to the next chamber, faces to the room, both by what is uncertain of seals', () => {
    const m = { ...(both.machine as Rotor), leakAreaM2: 4e-7, sideLeakAreaM2: 1e-7 }
    const supply = { kind: 'constant', absolutePressurePa: 3e5, temperatureK: 293 } as const
    expect(engineInput(m, STANDARD_AMBIENT, supply, { name: 'pastSeals', by: 1 }).machine.leaks).toEqual({
      toRoomM2: 1.5e-7,
      pastPistonM2: expect.closeTo(6e-7, 12),
    })
  })
  test('coefficients widen its band as what they stand for changes it', () => {
    const { changes, uncertainty } = p.prediction
    expect(changes.shaftPowerW.seat).toBeGreaterThan(0)
    expect(changes.shaftPowerW.pastSeals).toBeLessThan(0)
    expect(changes.shaftPowerW.rubbing).toBeLessThan(0)
    expect(uncertainty.shaftPowerW).toBeGreaterThan(Math.abs(changes.shaftPowerW.seat))
  })
  test('tips that rub too fast are told; much faster it is not to be run', () => {
    const at = (build: EngineBuild, gauge: number) =>
      predicted(build, gauge).review.findings.find((f) => f.id === 'engine-tips')
    expect(at(one, 60e3)).toBeUndefined()
    expect(at(both, 200e3)?.state).toBe('watch')
    const free = changedTo(both, {
      intake: { ...(both.machine as Rotor).intake, diameterM: 6 * mm },
      load: { kind: 'brake', label: '', torqueNm: 0.001 },
    })
    expect(at(free, 500e3)?.state).toBe('do not run')
    expect(kindOf(free as never).stateAt(free as never, { ambient: STANDARD_AMBIENT }, 500e3)).toBe('do not run')
  })
  test('the thinner of wall and cover decides its margin', () => {
    const margin = (more: Partial<Rotor>) =>
      predicted(changedTo(both, more)).hazards.find((h) => h.id === 'engine-wall-margin')!.value!
    const now = margin({})
    // a plate held at its rim: by the square of its thickness
    expect(margin({ coverM: 9 * mm }) / now).toBeCloseTo(2.25, 2)
    expect(margin({ coverM: 25 * mm })).toBeLessThan(17 * now)
    expect(margin({ wallM: 2 * mm, coverM: 25 * mm })).toBeLessThan(margin({ coverM: 25 * mm }))
    const p0 = predicted(both)
    // a round plate as wide as the housing is long, held at its rim: 3 p a² / (4 t²), of the print's strength across
    // its layers
    const peak = Math.max(p0.air.supplyPressurePaAbs, p0.prediction.supply.absolutePressurePa) - 101325
    const { tensileStrengthPa, acrossLayers } = materialById(both.machine.materialId)
    const { infill, loadedAcrossLayers } = both.machine
    const strength = tensileStrengthPa * (loadedAcrossLayers ? acrossLayers : 1) * infill
    expect(now / (strength / (0.75 * peak * (32 / 6) ** 2))).toBeCloseTo(1, 2)
    const push = predicted(both).hazards.find((h) => h.id === 'engine-piston-force')!.value!
    const gauge = predicted(both).prediction.supply.absolutePressurePa - STANDARD_AMBIENT.absolutePressurePa
    expect(push).toBeCloseTo(Math.sqrt(3) * 28 * mm * 16 * mm * gauge, 6)
  })
  test('its questions are those of a rotor and of its air', () => {
    const steady = { kind: 'steady', gaugePressurePa: 200e3, airTemperatureK: STANDARD_AMBIENT.temperatureK } as const
    const fed: EngineBuild = { ...one, supply: steady, line: { regulator: null, parts: [] } }
    const { now, answers } = questionsOf(fed, STANDARD_AMBIENT)
    expect(answers.map((a) => a.id)).toEqual([
      'intake-earlier',
      'intake-later',
      'both-lobes',
      'intake-in-wall',
      'tighter-tips',
      'deeper',
      'more-pressure',
    ])
    const then = (id: string) => answers.find((a) => a.id === id)!.then
    const to = (id: string) => answers.find((a) => a.id === id)!.to!
    expect([to('intake-earlier'), to('intake-later')].map((a) => Math.round((a * 180) / Math.PI))).toEqual([13, 23])
    expect(then('both-lobes').shaftPowerW).toBeGreaterThan(1.5 * now.shaftPowerW)
    expect(then('tighter-tips').shaftPowerW).toBeGreaterThan(now.shaftPowerW)
    expect(then('intake-in-wall').workPerAirJPerKg).toBeLessThan(now.workPerAirJPerKg)
    expect(answers.find((a) => a.id === 'deeper')!.to).toBeCloseTo(1.2 * 16 * mm, 12)
    expect(now.runTimeS).toBeNull()
  })
})

describe('what a rotary engine cannot be', () => {
  const faults = (more: object) => {
    const result = threeFlankSchema.safeParse({ ...plain, ...more })
    return result.success ? [] : result.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`)
  }
  const { intake, outlet } = plain
  test('the first one is sound', () => expect(faults({})).toEqual([]))
  test.each<readonly [string, object, RegExp]>([
    ['tips that lean too far', { radiusM: 19 * mm }, /^radiusM: the tips would lean.*at least 20/],
    ['one that hardly pumps', { eccentricityM: 1.5 * mm, radiusM: 28 * mm }, /^radiusM: it would hardly pump/],
    ['a hole higher than the wall', { outlet: { ...outlet, diameterM: 15.6 * mm } }, /^outlet\.diameterM: breaks out/],
    [
      'a hole in the rotor’s bore',
      { intake: { ...intake, coverRadiusM: 13 * mm } },
      /^intake\.coverRadiusM: runs into the rotor’s bore/,
    ],
    [
      'a hole beyond the wall',
      { intake: { ...intake, coverRadiusM: 27 * mm } },
      /^intake\.coverRadiusM: runs into the wall/,
    ],
    [
      'a hole never uncovered',
      { radiusM: 40 * mm, intake: { ...intake, coverRadiusM: 18 * mm } },
      /^intake\.coverRadiusM: the rotor never uncovers it/,
    ],
    [
      'two holes in one place of the wall',
      { intake: { ...intake, angleRad: outlet.angleRad - 0.2, coverRadiusM: null } },
      /^outlet\.angleRad: runs into the intake/,
    ],
    [
      'the same half a turn on, where the other lobe has them',
      { intake: { ...intake, angleRad: outlet.angleRad - Math.PI + 0.1, coverRadiusM: null } },
      /^outlet\.angleRad: runs into the intake/,
    ],
  ])('%s is refused, with where and what to do', (_, more, words) => expect(faults(more).join('\n')).toMatch(words))
  test('a port in the cover may stand as near as its rim clears the bore by the land: a wider one further out by half of what it is wider', () => {
    const least = (diameterM: number) => {
      const runsInto = (m: number) =>
        faults({ intake: { ...intake, diameterM, coverRadiusM: m } }).some((f) =>
          f.includes('runs into the rotor’s bore'),
        )
      let [low, high] = [5 * mm, 40 * mm]
      for (let i = 0; i < 30; i++) {
        const middle = (low + high) / 2
        if (runsInto(middle)) low = middle
        else high = middle
      }
      return high
    }
    const { eccentricityM, shaft } = plain
    expect(least(4 * mm) / mm).toBeCloseTo((2 * eccentricityM + shaft.diameterM / 2 + 2 * mm) / mm + 3.2, 3)
    expect((least(6 * mm) - least(4 * mm)) / mm).toBeCloseTo(1, 3)
  })
})

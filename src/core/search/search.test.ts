import { deg, base, spec } from './testing/box'
import fc from 'fast-check'
import { predict } from '../prediction'
import {
  applyDesign,
  brokenBy,
  designValues,
  evaluateDesign,
  haltonPoint,
  mergeSearches,
  numberAt,
  paretoFront,
  polishSearch,
  runSearch,
  sensitivities,
  sweep,
  withNumbers,
  scoreOf,
  type Design,
  type SearchGoal,
} from '.'

test('each goal is its own figure', () => {
  const figures = {
    ...evaluateDesign(base)!,
    bestPowerW: 11,
    powerAtLoadW: 7,
    stallTorqueNm: 0.3,
    bestSpeedRadPerS: 900,
    isentropicPowerW: 44,
  }
  const of = (goal: SearchGoal) => scoreOf(figures, goal)
  expect((['best-power', 'power-at-load', 'efficiency', 'torque', 'speed'] as const).map(of)).toEqual([
    11, 7, 0.25, 0.3, 900,
  ])
  expect(scoreOf({ ...figures, isentropicPowerW: 0 }, 'efficiency')).toBe(0)
})

describe('one number over its range', () => {
  const blades = { path: 'machine.bladeCount', from: 9, to: 12, whole: true }
  const throat = { path: 'nozzle.throatDiameterM', from: 1e-3, to: 2e-3, whole: false }
  const at = (values: ReturnType<typeof sweep>) => values.map((v) => v.value)
  test('whole numbers are each tried once, others as many times as asked, from end to end', () => {
    expect(at(sweep(base, blades, 40))).toEqual([9, 10, 11, 12])
    expect(at(sweep(base, { ...blades, to: 20 }, 4))).toEqual([9, 13, 16, 20])
    expect(at(sweep(base, throat, 5)).map((v) => Number((1e3 * v).toFixed(9)))).toEqual([1, 1.25, 1.5, 1.75, 2])
    expect(at(sweep(base, throat, 1))).toEqual([1e-3])
  })
  test('each is its design worked out; none where it cannot be built', () => {
    const found = sweep(base, throat, 3, (input) => input.nozzle.throatDiameterM < 1.9e-3)
    expect(found[1].figures).toEqual(evaluateDesign(applyDesign(base, [throat.path], [1.5e-3])))
    expect(found[1].figures!.bestPowerW).toBeGreaterThan(found[0].figures!.bestPowerW)
    expect(found[2]).toEqual({ value: 2e-3, figures: null })
  })
})

describe('points of a search', () => {
  test('Halton (1960): the first points in bases 2 and 3, unshifted', () => {
    expect([0, 1, 2, 3].map((i) => haltonPoint(i, 1, 0)[0])).toEqual([0.5, 0.25, 0.75, 0.125])
  })
  test('they fill the box evenly: each tenth of each variable holds a tenth of them, and every shard too', () => {
    for (const first of [0, 1000, 7777]) {
      const points = Array.from({ length: 1000 }, (_, i) => haltonPoint(first + i, 4, 5))
      for (let d = 0; d < 4; d++)
        for (let k = 0; k < 10; k++)
          expect(Math.abs(points.filter((p) => Math.floor(p[d] * 10) === k).length - 100)).toBeLessThan(25)
    }
  })
  test('whole numbers are whole and reach both ends', () => {
    const counts = Array.from({ length: 400 }, (_, i) => designValues(spec.variables, i, 1)[2])
    expect(counts.every(Number.isInteger)).toBe(true)
    expect([Math.min(...counts), Math.max(...counts)]).toEqual([6, 24])
  })
  test('a base is not changed by a design, and a plain hole stays plain', () => {
    const before = JSON.stringify(base)
    const other = applyDesign(base, ['nozzle.throatDiameterM', 'machine.bladeCount'], [2e-3, 9])
    expect(JSON.stringify(base)).toBe(before)
    expect(other.nozzle).toMatchObject({ throatDiameterM: 2e-3, exitDiameterM: 2e-3, gapM: 4e-3 })
    expect(numberAt(other, 'machine.bladeCount')).toBe(9)
    expect(withNumbers(base, []).machine).toBe(base.machine)
  })
})

describe('a search', () => {
  const whole = runSearch(spec)
  test('what it says of its best is what the full prediction says', () => {
    const [best] = whole.best
    const full = predict(applyDesign(base, whole.paths, best.values))
    expect(best.figures.bestPowerW / full.figures.bestPowerW).toBeCloseTo(1, 2)
    expect(best.figures.freeSpeedRadPerS / full.figures.freeSpeedRadPerS).toBeCloseTo(1, 2)
    expect(best.figures.stressMargin / full.strength.stressMargin).toBeCloseTo(1, 1)
  })
  test('its best beats the build it began from, within the constraints', () => {
    expect(whole.best[0].score).toBeGreaterThan(evaluateDesign(base)?.bestPowerW ?? Infinity)
    for (const d of [...whole.best, ...whole.front]) expect(brokenBy(d.figures, spec.constraints)).toEqual([])
    expect(whole.allowed).toBeLessThanOrEqual(whole.possible)
  })
  test('no design of its front is beaten in both power and air', () => {
    for (const a of whole.front)
      for (const b of whole.front)
        if (a !== b)
          expect(
            b.figures.bestPowerW > a.figures.bestPowerW && b.figures.massFlowKgPerS < a.figures.massFlowKgPerS,
          ).toBe(false)
  })
  test('three shares merged are the whole', () => {
    const merged = mergeSearches([0, 1, 2].map((index) => runSearch({ ...spec, shard: { index, of: 3 } })))
    expect(merged).toEqual(whole)
  })
  test('the same seed gives the same search', () =>
    expect(runSearch({ ...spec, designs: 60 })).toEqual(runSearch({ ...spec, designs: 60 })))
  test('what cannot be built is not worked out', () =>
    expect(runSearch({ ...spec, designs: 50 }, () => false)).toMatchObject({
      tried: 50,
      possible: 0,
      best: [],
      front: [],
    }))
})

test('property: a front holds the greatest power and is rising in both', () => {
  const designs = fc.array(
    fc.tuple(fc.double({ min: 0.1, max: 9, noNaN: true }), fc.double({ min: 0.1, max: 9, noNaN: true })),
    { minLength: 1, maxLength: 60 },
  )
  fc.assert(
    fc.property(designs, (pairs) => {
      const all = pairs.map(
        ([bestPowerW, massFlowKgPerS], number) =>
          ({ number, values: [], score: bestPowerW, figures: { bestPowerW, massFlowKgPerS } }) as unknown as Design,
      )
      const front = paretoFront(all, 'best-power')
      expect(front[front.length - 1].figures.bestPowerW).toBe(Math.max(...pairs.map(([p]) => p)))
      front
        .slice(1)
        .forEach((d, i) =>
          expect(
            d.figures.bestPowerW > front[i].figures.bestPowerW &&
              d.figures.massFlowKgPerS >= front[i].figures.massFlowKgPerS,
          ).toBe(true),
        )
    }),
    { seed: 2, endOnFailure: true },
  )
})

test('watts per printable change: the wider throat tells more than half a degree', () => {
  const [throat, angle] = sensitivities(
    base,
    [
      { path: 'nozzle.throatDiameterM', change: 0.1e-3 },
      { path: 'nozzle.angleRad', change: 0.5 * deg },
    ],
    'best-power',
  )
  expect(throat.upW).toBeGreaterThan(0)
  expect(throat.downW).toBeLessThan(0)
  expect(Math.abs(throat.upW ?? 0)).toBeGreaterThan(Math.abs(angle.upW ?? 0))
  expect(
    sensitivities(
      base,
      [{ path: 'machine.bladeCount', change: 1 }],
      'best-power',
      (i) => numberAt(i, 'machine.bladeCount') <= 12,
    )[0].upW,
  ).toBeNull()
})

describe('the end of a search', () => {
  const whole = runSearch(spec)
  const polished = polishSearch(spec, whole)
  test('polishing only adds: nothing that was found is lost, and the best is no worse, keeps what must hold, and is what the full prediction says', () => {
    expect(polished.best.length).toBeGreaterThanOrEqual(whole.best.length)
    expect(polished.best[0].score).toBeGreaterThan(whole.best[0].score)
    const { values, figures } = polished.best[0]
    expect(brokenBy(figures, spec.constraints)).toEqual([])
    values.forEach((v, i) => {
      expect(v).toBeGreaterThanOrEqual(spec.variables[i].from - 1e-12)
      expect(v).toBeLessThanOrEqual(spec.variables[i].to + 1e-12)
    })
    expect(Number.isInteger(values[2])).toBe(true)
    expect(figures.bestPowerW / predict(applyDesign(base, whole.paths, values)).figures.bestPowerW).toBeCloseTo(1, 6)
  })
  test('the build as it stands takes part: a search around the best finds nothing better and says so', () => {
    const best = applyDesign(base, whole.paths, polished.best[0].values)
    const again = runSearch({ ...spec, base: best, designs: 60 })
    expect(again.own?.broken).toEqual([])
    expect(again.own?.design.score ?? 0).toBeCloseTo(polished.best[0].score, 6)
    for (const d of again.best) expect(d.score).toBeLessThanOrEqual((again.own?.design.score ?? 0) * (1 + 1e-9))
  })
  test('where the supply must hold, every design kept does hold by the full prediction, at the very edge too', () => {
    const edge = polishSearch(
      { ...spec, constraints: { supplyHolds: true }, designs: 400 },
      runSearch({ ...spec, constraints: { supplyHolds: true }, designs: 400 }),
    )
    expect(edge.best.length).toBeGreaterThan(0)
    for (const d of edge.best)
      expect(predict(applyDesign(base, edge.paths, d.values)).air.sustained?.keepsUp).toBe(true)
  })
})

import { produce } from 'immer'
import { FAMILIES, familyOf } from '../../core/machines'
import { kindOf, newBuild, type RotatingPredicted, type TurbineBuild } from '../document'

/** What is told while a maker types, of families that hold their air back: its figures at once, its bands later. */
const room = { ambient: { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 } }
const made = (family: (typeof FAMILIES)[number]) =>
  newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, family) as TurbineBuild
const holding = FAMILIES.filter((family) => familyOf(made(family).machine).holdsBack)

test('families whose jets blow free are told whole at once', () => {
  expect(holding.length).toBeGreaterThan(3)
  for (const family of FAMILIES) expect(kindOf(made(family)).quick !== undefined).toBe(holding.includes(family))
})

describe.each(holding)('%s', (family) => {
  const build = made(family)
  const kind = kindOf(build)
  const quick = kind.quick!
  const before = kind.predict(build, room) as RotatingPredicted
  /** As by the next key: a throat 2 % wider. */
  const next = produce(build, (b) => {
    b.machine.nozzle.throatDiameterM *= 1.02
    b.machine.nozzle.exitDiameterM *= 1.02
  })
  const whole = kind.predict(next, room) as RotatingPredicted
  const first = quick.first(next, room, before) as RotatingPredicted

  test('its figures are those of the whole prediction, and so is what is warned of', () => {
    expect(first.prediction.figures).toEqual(whole.prediction.figures)
    expect(whole.prediction.figures.bestPowerW / before.prediction.figures.bestPowerW).not.toBeCloseTo(1, 3)
    expect(first.prediction.curve).toEqual(whole.prediction.curve)
    expect(first.figures.map((f) => [f.id, f.value])).toEqual(whole.figures.map((f) => [f.id, f.value]))
    expect(first.review).toEqual(whole.review)
    expect(first.prediction.strength).toEqual(whole.prediction.strength)
  })

  test('its bands are carried over and lie near: a fifth of themselves, or a hundredth of the figure', () => {
    for (const [i, { standardUncertainty, value }] of first.figures.entries()) {
      const right = whole.figures[i].standardUncertainty
      expect(Math.abs(standardUncertainty - right)).toBeLessThan(Math.max(0.2 * right, 0.01 * Math.abs(value)))
    }
    const most = (values: readonly number[]) => Math.max(...values)
    for (const key of ['powerW', 'torqueNm', 'bladeTorqueNm'] as const) {
      const [near, right] = [first, whole].map((p) => most(p.prediction.band[key]))
      expect(Math.abs(near / right - 1)).toBeLessThan(0.2)
    }
    // each over its own figure, as it was
    const over = (p: RotatingPredicted, id: 'bestPowerW' | 'stallTorqueNm') =>
      p.prediction.uncertainty[id] / p.prediction.figures[id]
    expect(over(first, 'bestPowerW') / over(before, 'bestPowerW')).toBeCloseTo(1, 9)
    expect(over(first, 'stallTorqueNm') / over(before, 'stallTorqueNm')).toBeCloseTo(1, 9)
    const grown = (id: 'bestPowerW' | 'stallTorqueNm') => first.prediction.figures[id] / before.prediction.figures[id]
    const band = (key: 'powerW' | 'torqueNm') => first.prediction.band[key][9] / before.prediction.band[key][9]
    expect(band('powerW')).toBeCloseTo(grown('bestPowerW'), 9)
    expect(band('torqueNm')).toBeCloseTo(grown('stallTorqueNm'), 9)
    const [change, its] = [first, before].map((p) => p.prediction.changes[0].figures.bestPowerW)
    expect(change / its).toBeCloseTo(grown('bestPowerW'), 9)
    expect(first.prediction.changes.map((c) => c.name)).toEqual(whole.prediction.changes.map((c) => c.name))
  })

  test('carried over from itself they are as they were; what cannot be compared is left', () => {
    const same = quick.first(build, room, before) as RotatingPredicted
    expect(same.prediction.band).toEqual(before.prediction.band)
    expect(same.prediction.uncertainty).toEqual(before.prediction.uncertainty)
    const none = { ...before.prediction, figures: { ...before.prediction.figures, bestPowerW: 0, stallTorqueNm: -1 } }
    const odd = quick.first(build, room, { ...before, prediction: none } as RotatingPredicted) as RotatingPredicted
    expect(odd.prediction.uncertainty.bestPowerW).toBe(before.prediction.uncertainty.bestPowerW)
    expect(odd.prediction.band).toEqual(before.prediction.band)
  })

  test('with what a worker sends it is the whole prediction, to the last figure', () => {
    const rest = structuredClone(quick.rest(next, room))
    const { working, input, ...all } = quick.finished(next, first, rest) as RotatingPredicted
    const { working: its, input: same, ...right } = whole
    expect(all).toEqual(right)
    expect(input).toEqual(same)
    expect(working('bestPowerW')).toEqual(its('bestPowerW'))
  })

  test('where nothing came before it is whole', () => {
    expect((quick.first(next, room, null) as RotatingPredicted).prediction.uncertainty).toEqual(
      whole.prediction.uncertainty,
    )
  })
})

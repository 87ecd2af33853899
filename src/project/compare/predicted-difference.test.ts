import { coefficientsOf } from '../../core/machines'
import { evaluate } from '../../core/prediction'
import { moved, type CoefficientName } from '../../core/turbine'
import { keptDemo } from '../demo/kept-demo'
import { kindOf, predictionInput, type Build, type TurbineBuild } from '../document'
import { predictedDifference } from '.'

const { project } = keptDemo()
const { ambient } = project
const build = (id: string) => project.builds.find((b) => b.id === id) as Build
const side = (b: Build) => ({ build: b, predicted: kindOf(b).predict(b, { ambient }) })
const power = (b: Build, name: CoefficientName, sigmas: number) => {
  const input = predictionInput(b as TurbineBuild, ambient)
  return evaluate({ ...input, coefficients: moved(input.coefficients, name, sigmas) }).figures.bestPowerW
}

describe('what predictions say of a difference', () => {
  const [a, b] = [build('spindle-3'), build('spindle-4')].map(side)
  const found = predictedDifference(a, b)
  if (!found) throw new Error('none')

  test('plain coefficients are off alike in both: the ± is what moving each in both leaves of the difference', () => {
    const whole = Math.hypot(
      ...coefficientsOf('tangential-impulse').map((name) => {
        const gap = (sigmas: number) => power(b.build, name, sigmas) - power(a.build, name, sigmas)
        return (gap(1) - gap(-1)) / 2
      }),
    )
    expect(Math.abs(found.standardUncertainty / whole - 1)).toBeLessThan(0.02)
    const figure = (s: typeof a) => s.predicted.figures.find((f) => f.id === 'bestPowerW')
    expect(found.difference).toBeCloseTo((figure(b)?.value ?? 0) - (figure(a)?.value ?? 0), 12)
    expect(found.share).toBeCloseTo((figure(b)?.value ?? 0) / (figure(a)?.value ?? 1) - 1, 12)
    // far less than the ± of either
    expect(found.standardUncertainty).toBeLessThan(0.5 * (figure(b)?.standardUncertainty ?? 0))
  })
  test('one that a maker put into one of them errs for itself', () => {
    const own = structuredClone(b.build) as TurbineBuild
    const held = own.machine.coefficients.capture
    if (held) held.from = 'typed'
    const apart = predictedDifference(a, side(own))
    expect(apart?.difference).toBeCloseTo(found.difference, 9)
    // what it changes in each counts with both squares, no longer with their difference
    const changes = [a, b].map((s) => s.predicted.figures.find((f) => f.id === 'bestPowerW')?.changes.capture ?? 0)
    const expected = Math.sqrt(
      found.standardUncertainty ** 2 - (changes[1] - changes[0]) ** 2 + changes[0] ** 2 + changes[1] ** 2,
    )
    expect(apart?.standardUncertainty).toBeCloseTo(expected, 9)
    expect(expected).toBeGreaterThan(1.5 * found.standardUncertainty)
  })
  test('between kinds nothing is said, and no difference is none', () => {
    expect(predictedDifference(a, side(build('other-axial')))).toBeNull()
    expect(predictedDifference(a, a)).toEqual({ difference: 0, standardUncertainty: 0, share: 0 })
  })
  test('bodies pushed by their jet: thrust and drag are theirs', () => {
    const gliders = ['glider-1', 'glider-2'].map((id) => structuredClone(build(id))) as Build[]
    for (const g of gliders)
      if (g.machine.family === 'thrust-body')
        g.machine.path = { kind: 'track', slopeRad: 0, rollingShare: 0.02, lengthM: 200 }
    const [one, two] = gliders.map(side)
    const said = predictedDifference(one, two)
    expect(said && Math.abs(said.difference)).toBeGreaterThan(0)
    expect(Number.isFinite(said?.standardUncertainty)).toBe(true)
    const distance = one.predicted.figures.find((f) => f.id === 'distance')
    expect(Object.keys(distance?.changes ?? {})).toEqual(['velocity', 'drag'])
    expect(distance?.changes.drag).toBeLessThan(0)
    expect(distance?.changes.velocity).toBeGreaterThan(0)
  })
})

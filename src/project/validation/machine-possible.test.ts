import { FAMILIES } from '../../core/machines'
import { applyDesign, designValues, type SearchVariable } from '../../core/search'
import { fieldLimits, newBuild, predictionInput, tunableFields } from '../document'
import { machinePossible, possibleWithin } from '.'

const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

describe.each(FAMILIES)('%s: designs of a search', (family) => {
  const build = newBuild(own, family)
  const base = predictionInput(build, room)
  /** Every number a maker sets, over all that a document takes. */
  const variables = tunableFields(build).map((field): SearchVariable => {
    const [from, to] = fieldLimits(field)
    return { path: field.path, from, to, whole: field.whole }
  })
  const agree = (some: readonly SearchVariable[], designs: number) => {
    const possible = possibleWithin({ base, variables: some })
    const paths = some.map((v) => v.path)
    const seen = Array.from({ length: designs }, (_, i) => {
      const input = applyDesign(base, paths, designValues(some, i, 3))
      expect([i, possible(input)]).toEqual([i, machinePossible(input)])
      return possible(input)
    })
    return seen.filter(Boolean).length
  }
  test('figures looked at once and then only against each other are judged as the document judges them', () => {
    // one at a time some fit; all at once hardly any does
    const fit = variables.reduce((sum, v) => sum + agree([v], 25), 0)
    expect(fit).toBeGreaterThan(25)
    expect(fit).toBeLessThan(25 * variables.length)
    agree(variables, 60)
  })
  test('a range beyond a limit, and a count moved as if it were none, are judged by the schema', () => {
    const count = variables.find((v) => v.whole && v.path.startsWith('machine.'))
    const length = variables.find((v) => v.path.startsWith('machine.') && v.path.endsWith('M'))
    if (length) {
      expect(agree([{ ...length, to: 3 * length.to }], 40)).toBeLessThan(40)
      expect(agree([{ ...length, from: -0.2 * length.to }], 40)).toBeLessThan(40)
    }
    if (count) expect(agree([{ ...count, whole: false }], 40)).toBe(0)
  })
})

test('a plain hole stays plain: its exit is exactly its throat, so that no design falls out by rounding', () => {
  const base = predictionInput(newBuild(own), room)
  const variables = [{ path: 'nozzle.throatDiameterM', from: 0.8e-3, to: 3e-3 }]
  const possible = possibleWithin({ base, variables })
  for (let i = 0; i < 500; i++) {
    const input = applyDesign(base, ['nozzle.throatDiameterM'], designValues(variables, i, 1))
    expect(input.nozzle.exitDiameterM).toBe(input.nozzle.throatDiameterM)
    expect(possible(input)).toBe(true)
  }
})

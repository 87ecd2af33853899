import { fed } from './testing'
import { readFileSync } from 'node:fs'
import { FAMILIES } from '../../core/machines'
import { migrateProject } from '../migrations'
import { parseProject } from '../validation'
import { isTurbine, newBuild } from '.'

type Coefficient = Record<string, unknown>
interface Frozen {
  readonly schemaVersion: number
  readonly builds: { readonly machine: { readonly coefficients: Record<string, Coefficient> } }[]
}
const frozen = () => JSON.parse(readFileSync('src/project/fixtures/v5/heron-window.json', 'utf8')) as Frozen

describe('version 5 becomes version 6', () => {
  const parsed = parseProject(frozen())
  if (!parsed.ok) throw new Error(parsed.message)

  test('every coefficient says where it comes from, and nothing else changed', () => {
    const old = frozen()
    parsed.project.builds.forEach(({ machine }, i) => {
      for (const [name, { from, ...held }] of Object.entries(machine.coefficients)) {
        expect(held).toEqual(old.builds[i].machine.coefficients[name])
        expect([name, from]).toEqual([name, 'default'])
      }
    })
    expect(parsed.project.builds).toHaveLength(old.builds.length)
  })
  test.each([
    ['a value of its own with the plain uncertainty was typed', { value: 0.93, standardUncertainty: 0.03 }, 'typed'],
    ['the plain value of a sharp entry is a plain one', { value: 0.61, standardUncertainty: 0.02 }, 'default'],
    ['another uncertainty comes from weighing the jet', { value: 0.9, standardUncertainty: 0.011 }, 'runs'],
  ])('%s', (_, discharge, from) => {
    const changed = frozen()
    Object.assign(changed.builds[0].machine.coefficients.discharge, discharge)
    const opened = parseProject(changed)
    expect(opened.ok && fed(opened.project.builds[0]).machine.coefficients.discharge).toEqual({ ...discharge, from })
  })
  test.each(FAMILIES)('the plain values of %s are known as such', (family) => {
    const build = newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, family)
    const bare = structuredClone(build) as unknown as Frozen['builds'][number]
    for (const held of Object.values(bare.machine.coefficients)) delete held.from
    const up = migrateProject({ schemaVersion: 5, builds: [bare] } as never) as unknown as { builds: unknown[] }
    expect(up.builds[0]).toEqual(JSON.parse(JSON.stringify(build)))
    expect(isTurbine(build)).toBe(true)
  })
  test.each([
    ['a build without coefficients', { schemaVersion: 5, builds: [{ machine: {} }] }],
    ['a coefficient that is none', { schemaVersion: 5, builds: [{ machine: { coefficients: { discharge: 3 } } }] }],
    ['builds that are no list', { schemaVersion: 5, builds: 'x' }],
  ])('%s is refused in words, not thrown at', (_, value) => {
    expect(parseProject(value)).toMatchObject({ ok: false })
  })
})

import { fed } from './testing'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { makeDemo } from '../demo'
import { MIGRATIONS, migrateProject } from '../migrations'
import { PROJECT_VERSION, buildSchema, faultsOf, parseProject, projectSchema, type Project } from '../validation'
import { emptyProject, isTurbine, newBuild, nextVersion } from '.'
import { flywheelInertia, inertiaRig } from '../measuring'

const { project } = makeDemo()
const changed = (recipe: (p: Project) => void): unknown => {
  const copy = structuredClone(project)
  recipe(copy)
  return copy
}
const refused = (value: unknown) => {
  const parsed = parseProject(value)
  return parsed.ok ? 'accepted' : `${parsed.faults[0].path}: ${parsed.message}`
}

test('the demo and an empty project are valid', () => {
  expect(parseProject(project)).toEqual({ ok: true, project })
  expect(parseProject(emptyProject({ id: 'x', name: 'x' })).ok).toBe(true)
})

describe('what is refused, and where', () => {
  test.each([
    ['a foreign thing', 'text', /no schemaVersion/],
    ['nothing', null, /no schemaVersion/],
    ['a newer version', { schemaVersion: PROJECT_VERSION + 1 }, /newer/],
    ['a version that is none', { schemaVersion: '1' }, /whole number/],
    [
      'an exit narrower than the throat',
      changed((p) => void (fed(p.builds[0]).machine.nozzle.exitDiameterM = 1e-3)),
      /builds\[0\]\.machine\.nozzle\.exitDiameterM/,
    ],
    [
      'a hub wider than its disc',
      changed((p) => void Object.assign(p.builds[1].machine, { hubRadiusM: 0.03 })),
      /builds\[1\]\.machine\.hubRadiusM/,
    ],
    [
      'cut-out below cut-in',
      changed(
        (p) => void (p.builds[0].supply.kind === 'compressor' && (p.builds[0].supply.cutOutGaugePressurePa = 1e5)),
      ),
      /cutOutGaugePressurePa/,
    ],
    ['an unknown key', changed((p) => void Object.assign(p.builds[0], { colour: 'red' })), /unknown key colour/],
    ['a run of no build', changed((p) => void (p.runs[0].buildId = 'gone')), /runs\[0\]\.buildId/],
    ['an id twice', changed((p) => void (p.builds[1].id = p.builds[0].id)), /builds\[1\]\.id/],
    ['a build that comes from itself', changed((p) => void (p.builds[0].parentId = p.builds[1].id)), /parentId/],
    ['not a number', changed((p) => void (fed(p.builds[0]).machine.nozzle.throatDiameterM = NaN)), /throatDiameterM/],
    [
      'a material that is not known',
      changed((p) => void Object.assign(p.builds[0].machine, { materialId: 'cheese' })),
      /materialId/,
    ],
  ])('%s', (_, value, reason) => expect(refused(value)).toMatch(reason))
})

test('migrations run step by step without gaps and stop at what they do not know', () => {
  const steps = {
    1: (d: { schemaVersion: number }) => ({ ...d, schemaVersion: 2, a: 1 }),
    2: (d: { schemaVersion: number }) => ({ ...d, schemaVersion: 3, b: 2 }),
  }
  expect(migrateProject({ schemaVersion: 1 }, steps)).toEqual({ schemaVersion: 3, a: 1, b: 2 })
  expect(() => migrateProject({ schemaVersion: 1 }, { 1: (d) => ({ ...d, schemaVersion: 3 }) })).toThrow(/gave 3/)
  expect(Object.keys(MIGRATIONS).map(Number)).toEqual(Array.from({ length: PROJECT_VERSION - 1 }, (_, i) => i + 1))
})

test('a next version keeps its parent’s stations, hangs under it and has nothing measured', () => {
  const parent = newBuild({ id: 'a', machineId: 'm', name: 'A', createdAt: '2026-01-01T00:00:00.000Z' })
  const child = nextVersion(
    { ...parent, made: true, notes: 'seen' },
    { id: 'b', name: 'B', createdAt: '2026-01-02T00:00:00.000Z', changed: 'x', why: 'y' },
  )
  expect(child).toMatchObject({ parentId: 'a', made: false, notes: '', machine: parent.machine })
  child.machine.nozzle.throatDiameterM = 9e-3
  expect(parent.machine.nozzle.throatDiameterM).toBe(1.5e-3)
  expect(buildSchema.safeParse(parent).success).toBe(true)
})

test('flywheel by size and by mass agree; the rotor’s share of the inertia is known to a tenth', () => {
  const [bySize] = project.rigs
  if (bySize.kind !== 'inertia') throw new Error('the demo’s first rig has a flywheel')
  const { massKg, inertiaKgM2 } = flywheelInertia(bySize)
  const byMass = { ...bySize, flywheel: { kind: 'mass' as const, massKg, outerRadiusM: 0.04, innerRadiusM: 0.004 } }
  expect(flywheelInertia(byMass).inertiaKgM2).toBeCloseTo(inertiaKgM2, 12)
  const rig = inertiaRig(bySize, project.builds.filter(isTurbine)[0])
  expect(rig.rotorInertiaKgM2.standardUncertainty / rig.rotorInertiaKgM2.value).toBeCloseTo(0.1, 9)
})

test('faults of a union are those of the option that came closest', () => {
  const parsed = projectSchema.safeParse(
    changed((p) => void (p.builds[0].supply.kind === 'compressor' && (p.builds[0].supply.tankVolumeM3 = -1))),
  )
  expect(parsed.success).toBe(false)
  if (!parsed.success) expect(faultsOf(parsed.error)[0].path).toBe('builds[0].supply.tankVolumeM3')
})

describe('frozen documents of old versions still open', () => {
  const folder = 'src/project/fixtures/v1'
  test.each(readdirSync(folder))('v1/%s', (name) => {
    const parsed = parseProject(JSON.parse(readFileSync(join(folder, name), 'utf8')))
    expect(parsed.ok ? parsed.project.builds.length : parsed.message).toBe(5)
  })
})

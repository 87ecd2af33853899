/** @jest-environment node */
import { keptDemo } from '../demo/kept-demo'
import { emptyProject, newBuild, type Project } from '../document'
import { markKnown, numberFault, parseProject, projectFaults, projectSchema, salvageProject } from '.'
import { tooLarge } from './too-large'
import { nozzled } from '../document/testing'

const { project } = keptDemo()
const plain = emptyProject({ id: 'plain', name: 'Plain' })
const own = (id: string) => ({ id, machineId: 'm', name: id, createdAt: '2026-01-01T00:00:00.000Z' })
const line = (n: number): Project => ({
  ...plain,
  machines: [{ id: 'm', name: 'Top', purpose: '' }],
  builds: Array.from({ length: n }, (_, i) => ({ ...newBuild(own(`b${i}`)), parentId: i === 0 ? null : `b${i - 1}` })),
})
const withFirst = (change: (b: Record<string, unknown>) => unknown): unknown => ({
  ...project,
  builds: [change(structuredClone(project.builds[0]) as Record<string, unknown>), ...project.builds.slice(1)],
})
const refusedIn = (value: unknown): string => {
  const parsed = parseProject(value)
  return parsed.ok ? 'accepted' : parsed.message
}

describe('documents that a schema’s computing must not meet', () => {
  test('a ring of a thousand million holes, a list far too long, a list that is empty: refused at once, in words', () => {
    const began = performance.now()
    expect(
      refusedIn(
        withFirst((b) => ({
          ...nozzled(b as unknown as Project['builds'][number], {
            form: { kind: 'ring', holes: 1e9, ringRadiusM: 0.01 },
          }),
        })),
      ),
    ).toMatch(/holes/)
    expect(
      refusedIn({
        ...project,
        holeGauges: [
          { id: 'g', name: 'g', process: '', holes: Array(125_000).fill({ modelM: 1e-3, measuredM: null }) },
        ],
      }),
    ).toMatch(/125000 entries/)
    expect(
      refusedIn(
        withFirst((b) => ({ ...b, machine: { ...(b.machine as object), outline: { name: 'x', points: [] } } })),
      ),
    ).toMatch(/points/)
    expect(refusedIn({ ...project, runs: Array.from({ length: 9000 }, () => ({})) })).toMatch(/faults/)
    expect(performance.now() - began).toBeLessThan(5000)
  })
  test('nesting without end, and a crowd of values, are told before the schema is asked', () => {
    let deep: unknown = 1
    for (let i = 0; i < 100_000; i++) deep = [deep]
    expect(refusedIn({ schemaVersion: 4, deep })).toMatch(/nested/)
    // five million and one: the list itself counts
    const full = Array(10_000).fill(1)
    expect(tooLarge(Array(500).fill(full))).toMatch(/values/)
    expect(tooLarge(Array(499).fill(full))).toBeNull()
    expect(tooLarge(Array(10_001).fill(1))).toMatch(/entries/)
    expect(tooLarge(project)).toBeNull()
  })
})

describe('family trees', () => {
  test('two thousand versions in one line are looked through in a moment', () => {
    const long = line(2000)
    const known = new WeakSet<object>()
    markKnown(long, known)
    const began = performance.now()
    expect(projectFaults(long, known)).toEqual([])
    expect(performance.now() - began).toBeLessThan(500)
  })
  test('a ring of builds is found wherever it is entered, and only its members are named', () => {
    const ring = line(6)
    const turned = {
      ...ring,
      builds: ring.builds.map((b, i) => (i === 2 ? { ...b, parentId: 'b4' } : i === 0 ? { ...b, parentId: null } : b)),
    }
    expect(projectFaults(turned, new WeakSet()).map((f) => f.path)).toEqual([
      'builds[2].parentId',
      'builds[3].parentId',
      'builds[4].parentId',
    ])
  })
})

describe('the check inside a write says what the whole schema says', () => {
  const broken: [string, (p: Project) => unknown][] = [
    ['nothing', (p) => p],
    ['a name without letters', (p) => ({ ...p, name: '' })],
    ['an id twice', (p) => ({ ...p, rigs: [...p.rigs, p.rigs[0]] })],
    ['a run of no build', (p) => ({ ...p, runs: p.runs.map((r, i) => (i === 1 ? { ...r, buildId: 'gone' } : r)) })],
    ['a run on no rig', (p) => ({ ...p, rigs: p.rigs.slice(1) })],
    ['a run of no recording', (p) => ({ ...p, recordings: p.recordings.slice(1) })],
    ['a build of no machine', (p) => ({ ...p, machines: p.machines.slice(1) })],
    [
      'a build of no hole gauge',
      (p) => ({
        ...p,
        builds: p.builds.map((b, i) => (i === 0 ? nozzled(b, { gaugeId: 'gone' }) : b)),
      }),
    ],
    [
      'a throat wider than its bore',
      (p) => ({
        ...p,
        builds: p.builds.map((b, i) => (i === 2 ? nozzled(b, { inletBoreM: 1e-3 }) : b)),
      }),
    ],
    ['a key of its own', (p) => ({ ...p, extra: 1 })],
    ['a list that is none', (p) => ({ ...p, runs: 7 })],
    [
      'too many machines',
      (p) => ({
        ...p,
        machines: [...p.machines, ...Array.from({ length: 200 }, (_, i) => ({ id: `m${i}`, name: 'm', purpose: '' }))],
      }),
    ],
    ['an entry that is nothing', (p) => ({ ...p, rigs: [null, ...p.rigs] })],
  ]
  test.each(broken)('%s', (_, change) => {
    const known = new WeakSet<object>()
    markKnown(project, known)
    const value = change(project) as Project
    const whole = projectSchema.safeParse(value)
    expect(projectFaults(value, known).length > 0).toBe(!whole.success)
  })
})

describe('as far as it is sound', () => {
  const salvage = (value: unknown) => {
    const salvaged = salvageProject(value, plain)
    if (!salvaged.ok) throw new Error(salvaged.message)
    expect(projectSchema.safeParse(salvaged.project).success).toBe(true)
    return { ...salvaged, what: salvaged.setAside.map((s) => s.what) }
  }
  test('a sound project comes through whole', () => {
    const { project: kept, setAside } = salvage(project)
    expect(setAside).toEqual([])
    expect(kept).toEqual(project)
  })
  test('one bad build is set aside by name, its runs with it, and its children lose their parent', () => {
    const parent = project.builds.find(
      (b) => project.builds.some((c) => c.parentId === b.id) && project.runs.some((r) => r.buildId === b.id),
    )
    if (!parent) throw new Error('the demo has such a build')
    const value = {
      ...project,
      builds: project.builds.map((b) => (b.id === parent.id ? nozzled(b, { count: -3 }) : b)),
    }
    const { project: kept, what, setAside } = salvage(value)
    expect(kept.builds).toHaveLength(project.builds.length - 1)
    expect(kept.runs).toHaveLength(project.runs.filter((r) => r.buildId !== parent.id).length)
    expect(what).toContain(`build “${parent.name}”`)
    expect(what.some((w) => w.startsWith('the parent of build'))).toBe(true)
    expect(setAside.filter((s) => !s.kept)).toHaveLength(1 + project.runs.filter((r) => r.buildId === parent.id).length)
    expect(kept.builds.filter((b) => b.parentId === parent.id)).toEqual([])
  })
  test('unreadable words and units of the project itself are replaced by plain ones, and said', () => {
    const { project: kept, what } = salvage({ ...project, display: 'none', name: 7, rigs: 'x', extra: true })
    expect([kept.display, kept.name, kept.rigs]).toEqual([plain.display, 'Plain', []])
    expect(what).toEqual(expect.arrayContaining(['the project’s display', 'the project’s name']))
    // runs need a rig
    expect(kept.runs).toEqual([])
  })
  test.each([[null], [7], ['text'], [[1]]])('%p is no document', (value) =>
    expect(salvageProject(value, plain).ok).toBe(false),
  )
})

describe('one table of limits', () => {
  test.each<[string, number, RegExp | null]>([
    ['nozzle.throatDiameterM', 2e-3, null],
    ['nozzle.throatDiameterM', -1, />=/],
    ['nozzle.count', 1e9, /<=/],
    ['nozzle.count', 1.5, /int/],
    ['machine.bladeCount', 12, null],
    ['machine.casing.clearanceM', 5e-4, null],
    ['shaft.diameterM', NaN, /NaN/],
    ['machine.constructor', 1, /no number/],
    ['__proto__.x', 1, /no number/],
    ['nozzle', 1, /no number/],
    ['machine.boreRadiusM', 0.02, /no number/],
  ])('%s = %p', (path, value, said) => {
    const fault = numberFault('tangential-impulse', path, value)
    if (said === null) expect(fault).toBeNull()
    else expect(fault).toMatch(said)
  })
})

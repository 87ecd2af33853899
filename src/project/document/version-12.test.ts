import { readFileSync } from 'node:fs'
import { migrateProject } from '../migrations'
import { PROJECT_VERSION, parseProject } from '../validation'

type Frozen = { schemaVersion: number; rigs: { kind: string }[] }
const frozen = () => JSON.parse(readFileSync('src/project/fixtures/v11/heron-spindle.json', 'utf8')) as Frozen

describe('version 11 becomes version 12', () => {
  test('what a scale or a cell shows was taken as it was: times one; other rigs and all else stay', () => {
    const before = frozen()
    expect(before.schemaVersion).toBe(11)
    const after = migrateProject(frozen()) as Frozen
    expect(after).toEqual({
      ...before,
      schemaVersion: PROJECT_VERSION,
      rigs: before.rigs.map((r) => (['brake', 'thrust', 'run-down'].includes(r.kind) ? { ...r, scaleFactor: 1 } : r)),
    })
    expect(after.rigs.filter((r) => 'scaleFactor' in r).map((r) => r.kind)).toEqual(
      expect.arrayContaining(['brake', 'thrust', 'run-down']),
    )
  })
  test('it opens', () => expect(parseProject(frozen())).toMatchObject({ ok: true }))
  test.each([[undefined], [null], ['none'], [[null, 3, { kind: 7 }]]])(
    'rigs that are none are left for the schema: %p',
    (rigs) => expect(migrateProject({ ...frozen(), rigs } as never)).toMatchObject({ schemaVersion: PROJECT_VERSION }),
  )
})

import { readFileSync } from 'node:fs'
import { migrateProject } from '../migrations'
import { PROJECT_VERSION, parseProject } from '../validation'

type Frozen = { schemaVersion: number; rigs: { kind: string }[] }
const frozen = () => JSON.parse(readFileSync('src/project/fixtures/v12/heron-window.json', 'utf8')) as Frozen

describe('version 12 becomes version 13', () => {
  test('what a rope’s balance shows was taken as it was, as well known as the weights; all else stays', () => {
    const before = frozen()
    expect(before.schemaVersion).toBe(12)
    expect(before.rigs.filter((r) => r.kind === 'rope')).toHaveLength(1)
    expect(migrateProject(frozen())).toEqual({
      ...before,
      schemaVersion: PROJECT_VERSION,
      rigs: before.rigs.map((r) => (r.kind === 'rope' ? { ...r, scaleFactor: 1, scaleRelativeUncertainty: 0.004 } : r)),
    })
  })
  test('it opens', () => expect(parseProject(frozen())).toMatchObject({ ok: true }))
  test.each([[undefined], [null], ['none'], [[null, 3, { kind: 7 }, { kind: 'rope' }]]])(
    'rigs that are none are left for the schema: %p',
    (rigs) => expect(migrateProject({ ...frozen(), rigs } as never)).toMatchObject({ schemaVersion: PROJECT_VERSION }),
  )
})

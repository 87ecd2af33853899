import { readFileSync } from 'node:fs'
import { MIGRATIONS } from '../migrations'
import { parseProject } from '../validation'

const frozen = () =>
  JSON.parse(readFileSync('src/project/fixtures/v10/heron-spindle.json', 'utf8')) as { schemaVersion: number }

describe('version 10 becomes version 11', () => {
  test('nothing was measured by hand yet; nothing else changed', () => {
    expect(frozen().schemaVersion).toBe(10)
    expect(MIGRATIONS[10](frozen())).toEqual({ ...frozen(), schemaVersion: 11, handReadings: [] })
  })
  test('it opens', () => expect(parseProject(frozen())).toMatchObject({ ok: true }))
})

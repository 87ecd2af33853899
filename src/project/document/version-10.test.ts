import { readFileSync } from 'node:fs'
import { v9ToV10 } from '../migrations/v9-to-v10'
import { parseProject } from '../validation'

interface Frozen {
  readonly schemaVersion: number
  readonly builds: { readonly machine: { readonly family: string; readonly ball?: object } }[]
}
const frozen = () => JSON.parse(readFileSync('src/project/fixtures/v9/heron-engines.json', 'utf8')) as Frozen

describe('version 9 becomes version 10', () => {
  const up = v9ToV10(frozen()) as Frozen
  test('every ball follows its pin, as it was taken to; nothing else changed', () => {
    const { builds, schemaVersion } = frozen()
    expect([schemaVersion, up.schemaVersion]).toEqual([9, 10])
    expect(up).toEqual({
      ...frozen(),
      schemaVersion: 10,
      builds: builds.map((b) =>
        b.machine.family === 'single-acting-engine'
          ? { ...b, machine: { ...b.machine, ball: { ...b.machine.ball, motion: { kind: 'follows' } } } }
          : b,
      ),
    })
    expect(builds.filter((b) => b.machine.family === 'single-acting-engine').length).toBeGreaterThan(1)
  })
  test('it opens', () => expect(parseProject(frozen())).toMatchObject({ ok: true }))
  test.each([
    ['builds that are no list', { schemaVersion: 9, builds: 'x' }],
    ['a build that is none', { schemaVersion: 9, builds: [3, { machine: 4 }] }],
    ['a ball that is none', { schemaVersion: 9, builds: [{ machine: { family: 'single-acting-engine', ball: 1 } }] }],
  ])('%s is refused in words, not thrown at', (_, value) => expect(parseProject(value)).toMatchObject({ ok: false }))
})

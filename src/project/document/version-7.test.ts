import { readFileSync } from 'node:fs'
import { parseProject } from '../validation'

interface Frozen {
  readonly builds: { readonly making: Record<string, unknown> }[]
}
const frozen = () => JSON.parse(readFileSync('src/project/fixtures/v6/heron-window.json', 'utf8')) as Frozen

describe('version 6 becomes version 7', () => {
  test('every inlet keeps its barbs, and nothing else changed', () => {
    const parsed = parseProject(frozen())
    if (!parsed.ok) throw new Error(parsed.message)
    const { builds } = frozen()
    expect(builds.length).toBeGreaterThan(10)
    parsed.project.builds.forEach((build, i) => {
      const { connection, ...making } = build.making
      expect(connection).toBe('barbs')
      expect({ ...build, making }).toEqual(builds[i])
    })
  })
  test.each([
    ['a build that says nothing of how it is made', { schemaVersion: 6, builds: [{}] }],
    ['builds that are no list', { schemaVersion: 6, builds: 'x' }],
  ])('%s is refused in words, not thrown at', (_, value) => {
    expect(parseProject(value)).toMatchObject({ ok: false })
  })
})

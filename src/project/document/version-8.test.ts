import { readFileSync } from 'node:fs'
import { parseProject } from '../validation'

interface OldMapping {
  readonly timeColumn: string
  readonly signalColumn: string
  readonly pressureColumn: string | null
  readonly timeUnit: string
  readonly signalUnit: string
}
interface Frozen {
  readonly schemaVersion: number
  readonly runs: { readonly measurements: { mapping: OldMapping | { kind: 'sound'; channel: number } }[] }[]
}
const frozen = () => JSON.parse(readFileSync('src/project/fixtures/v7/heron-window.json', 'utf8')) as Frozen

describe('version 7 becomes version 8', () => {
  const parsed = parseProject(frozen())
  if (!parsed.ok) throw new Error(parsed.message)

  test('every mapped column is the one it was, with its unit, by its role', () => {
    let seen = 0
    parsed.project.runs.forEach(({ measurements }, i) =>
      measurements.forEach(({ mapping }, j) => {
        const old = frozen().runs[i].measurements[j].mapping as OldMapping
        if (mapping?.kind !== 'table') throw new Error('a mapping was lost')
        expect(mapping.columns).toEqual({
          time: { header: old.timeColumn, unit: old.timeUnit },
          signal: { header: old.signalColumn, unit: old.signalUnit },
          ...(old.pressureColumn ? { pressure: { header: old.pressureColumn, unit: '' } } : {}),
        })
        seen += old.pressureColumn ? 1 : 0
      }),
    )
    expect(seen).toBeGreaterThan(0)
    expect(parsed.project.runs).toHaveLength(frozen().runs.length)
  })
  test('a sound’s mapping and one that is missing stay as they are', () => {
    const changed = frozen()
    changed.runs[0].measurements[0].mapping = { kind: 'sound', channel: 2 }
    Object.assign(changed.runs[1].measurements[0], { mapping: null })
    const opened = parseProject(changed)
    if (!opened.ok) throw new Error(opened.message)
    expect(opened.project.runs[0].measurements[0].mapping).toEqual({ kind: 'sound', channel: 2 })
    expect(opened.project.runs[1].measurements[0].mapping).toBeNull()
  })
  test.each([
    ['runs that are no list', { schemaVersion: 7, runs: 'x' }],
    ['a mapping that is none', { schemaVersion: 7, runs: [{ measurements: [{ mapping: 3 }] }] }],
    ['measurements that are none', { schemaVersion: 7, runs: [{ measurements: 3 }, null] }],
  ])('%s is refused in words, not thrown at', (_, value) => {
    expect(parseProject(value)).toMatchObject({ ok: false })
  })
})

import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { FINDING_CODES, NOTE_CODES, extraWords, findingWords, noteWords, plainWords, rangeParts, repairWords } from '.'
import { REPAIR_KINDS } from '../core/bench'
import { finding } from '../core/gates'
import { said } from '../core/said'

/** All sources of core and project, without their tests. */
function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? sources(join(folder, entry.name))
      : /\.ts$/.test(entry.name) && !/\.test\.ts$/.test(entry.name)
        ? [readFileSync(join(folder, entry.name), 'utf8')]
        : [],
  )
}
const text = ['core', 'project'].flatMap((layer) => sources(`src/${layer}`)).join('\n')
const codes = (pattern: RegExp) => [...new Set([...text.matchAll(pattern)].map(([, code]) => code))]

test('every fact that is said anywhere has its sentence, and every sentence is said somewhere', () => {
  const told = codes(/\bsaid\(\s*'([\w-]+)'/g)
  expect(told.length).toBeGreaterThan(30)
  expect(told.sort()).toEqual([...NOTE_CODES].sort())
})
test('every finding has its words, and all words are of a finding', () => {
  const found = codes(/\bfinding\(\s*'([\w-]+)'/g)
  expect(found.length).toBeGreaterThan(20)
  expect(found.sort()).toEqual([...FINDING_CODES].sort())
})
test('every range and every figure particular to a family is named', () => {
  for (const code of codes(/rangeRule(?:<[^>]*>)?\(\s*'([\w-]+)'/g)) expect(rangeParts(code).quantity).not.toBe(code)
  const extras = [...codes(/\{ code: '([\w-]+)', value/g), ...codes(/code: started \? '([\w-]+)'/g)]
  expect(extras.length).toBeGreaterThan(10)
  for (const code of extras) expect(extraWords(code)).not.toBe(code)
})
test.each(REPAIR_KINDS)('a repair says how often: %s', (kind) => {
  const at = (count: number) => repairWords({ kind, count, firstAtS: 1, values: { taken: 2, other: 3, spans: '256' } })
  expect(at(1)).not.toMatch(/undefined|NaN|\b1 (?:rows|marks|times|gaps)\b/)
  expect(at(7)).toMatch(/\b7 (?:rows|marks|times|gaps)\b/)
})
test('a code that nobody wrote words for is shown as it is, not as nothing', () => {
  expect(noteWords(said('no-such'))).toBe('no-such')
  expect(findingWords(finding('no-such', 'watch')).what).toBe('no-such')
})
test('pressures in a note follow the maker’s unit; plain words are in kilopascals', () =>
  expect(
    plainWords(noteWords(said('reduction-pressure-said', { saidGaugePa: 250e3, recordedGaugePa: 350e3 }))),
  ).toMatch(/at 250 kPa gauge, but its recording begins at 350 kPa gauge/))
test('no decision in core, project or features hangs on a sentence: none is searched for words', () => {
  const rooms = sources('src/features').join('\n')
  for (const all of [text, rooms]) expect(all).not.toMatch(/(?:notes|findings)[^\n]*\.(?:includes|match|search)\(['"/]/)
})

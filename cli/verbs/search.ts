import { readFileSync } from 'node:fs'
import type { z } from 'zod'
import { applyDesign, mergeSearches, numberAt, polishSearch, runSearch, type SearchResult } from '../../src/core/search'
import { machinePossible } from '../../src/project/validation'
import type { searchVerbInput } from '../schemas'
import { searchVerbOutput } from '../schemas'
import { badInput } from '../fault'
import { steadyInput } from './turbine'

/** A search over a build's numbers, whole or one share of it; or the shares of an earlier one put together. */
export function searchVerb(given: z.infer<typeof searchVerbInput>, options: { readonly shard: { readonly index: number; readonly of: number } | null }): SearchResult {
  if ('merge' in given) return mergeSearches(given.merge.map(readShare))
  const { loadSpeedRadPerS, variables, constraints, goal, designs, seed } = given
  const base = steadyInput(given, loadSpeedRadPerS)
  variables.forEach((v, i) => {
    if (!Number.isFinite(numberAt(base, v.path))) throw badInput(`variables.${i}.path`, `${v.path} is no number of this build`)
    if (v.to < v.from) throw badInput(`variables.${i}.to`, 'the range ends before it begins')
    if (v.whole && !(Number.isInteger(v.from) && Number.isInteger(v.to))) throw badInput(`variables.${i}`, 'a whole number needs whole ends')
    // each end must be a number that the core can work with
    for (const end of [v.from, v.to]) applyDesign(base, [v.path], [end])
  })
  const spec = { base, variables, constraints, goal, designs, seed, shard: options.shard ?? { index: 0, of: 1 } }
  const found = runSearch(spec, machinePossible)
  // a share's best are polished when all are together, not before
  return options.shard ? found : polishSearch(spec, found, machinePossible)
}

/** One share's printed answer from its file. */
function readShare(file: string, i: number): SearchResult {
  const at = `merge.${i}`
  let value: unknown
  try {
    value = JSON.parse(readFileSync(file, 'utf8'))
  } catch (error) {
    throw badInput(at, `${file} cannot be read as JSON: ${(error as Error).message}`)
  }
  const parsed = searchVerbOutput.safeParse(value)
  if (!parsed.success) throw badInput(at, `${file} is no answer of a search: ${parsed.error.issues[0].path.join('.')} ${parsed.error.issues[0].message}`)
  return parsed.data as SearchResult
}

import type { z } from 'zod'
import {
  applyDesign,
  mergeSearches,
  numberAt,
  polishSearch,
  runSearch,
  type SearchResult,
  type SearchSpec,
} from '../../src/core/search'
import { machinePossible, numberFault, possibleWithin } from '../../src/project/validation'
import type { searchVerbInput } from '../schemas'
import { searchVerbOutput } from '../schemas'
import { badInput } from '../fault'
import { readJson } from '../files'
import { steadyInput } from './turbine'

type SearchInput = Exclude<z.infer<typeof searchVerbInput>, { merge: string[] }>

/** What is searched, checked number by number. */
function specOf(
  { loadSpeedRadPerS, variables, constraints, goal, designs, seed, ...given }: SearchInput,
  shard: SearchSpec['shard'],
  at: string,
): SearchSpec {
  const base = steadyInput(given, loadSpeedRadPerS)
  variables.forEach((v, i) => {
    if (!Number.isFinite(numberAt(base, v.path)))
      throw badInput(`${at}variables.${i}.path`, `${v.path} is no number of this build`)
    for (const [end, value] of [
      ['from', v.from],
      ['to', v.to],
    ] as const) {
      const fault = numberFault(base.machine.family, v.path, value)
      if (fault) throw badInput(`${at}variables.${i}.${end}`, `${v.path}: ${fault}`)
    }
    if (v.to < v.from) throw badInput(`${at}variables.${i}.to`, 'the range ends before it begins')
    if (v.whole && !(Number.isInteger(v.from) && Number.isInteger(v.to)))
      throw badInput(`${at}variables.${i}`, 'a whole number needs whole ends')
    // each end must be a number that the core can work with
    for (const end of [v.from, v.to]) applyDesign(base, [v.path], [end])
  })
  return { base, variables, constraints, goal, designs, seed, shard }
}

/**
 * A search over a build's numbers, whole or one share of it; or the shares of an earlier one put together. A share's
 * best are polished when all are together, not before.
 */
export function searchVerb(
  given: z.infer<typeof searchVerbInput>,
  options: { readonly shard: SearchSpec['shard'] | null },
): SearchResult {
  const whole = { index: 0, of: 1 }
  if ('merge' in given) {
    const merged = mergeSearches(given.merge.map(readShare))
    return given.search ? polishSearch(specOf(given.search, whole, 'search.'), merged, machinePossible) : merged
  }
  const spec = specOf(given, options.shard ?? whole, '')
  const found = runSearch(spec, possibleWithin(spec))
  return options.shard ? found : polishSearch(spec, found, machinePossible)
}

/** One share's printed answer from its file. */
function readShare(file: string, i: number): SearchResult {
  const at = `merge.${i}`
  const parsed = searchVerbOutput.safeParse(readJson(file, at))
  if (!parsed.success)
    throw badInput(
      at,
      `${file} is no answer of a search: ${parsed.error.issues[0].path.join('.')} ${parsed.error.issues[0].message}`,
    )
  return parsed.data as SearchResult
}

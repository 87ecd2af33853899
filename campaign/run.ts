import fc from 'fast-check'
import { act } from '../src/store/testing/tabs-acts'
import { playTabs } from '../src/store/testing/tabs-model'
import { assemble } from './assembly'
import { tryInputs, type Tally } from './inputs'
import { killBrowsers } from './kills'
import { liveTable } from './live'
import { reductionTable } from './reduction'
import { slice } from './slicer'
import { tryProperties } from './properties'

/**
 * What takes too long for every check: `npm run campaign` does the quick form of all, `npm run campaign KIND N` one
 * kind as often as wanted (of `live` those benches whose name holds a third word).
 * Prints what was tried and what failed; exit 1 when something did. docs/campaign.md says what each is.
 */
const QUICK = {
  cli: 10_000,
  importers: 10_000,
  tabs: 1000,
  kills: 5,
  reduction: 100,
  live: 30,
  properties: 10,
  assembly: 2,
  slicer: 100,
} as const
type Kind = keyof typeof QUICK

const say = (line: string) => console.log(line)
const told = (what: string, { tried, failures }: Tally) => {
  say(`${what}: ${tried} tried, ${failures.length} failed`)
  for (const { seed, fault, input } of failures.slice(0, 20)) say(`  ${seed}: ${fault}\n    ${input.slice(0, 400)}`)
  return failures.length
}

async function tabs(acts: number): Promise<number> {
  const sums = { acts: 0, kept: 0, held: 0, refused: 0 }
  const failures: string[] = []
  for (let seed = 0; sums.acts < acts; seed++) {
    const [played] = fc.sample(fc.array(act, { minLength: 30, maxLength: 60 }), { seed, numRuns: 1 })
    const verdict = await playTabs(played, 2 + (seed % 3))
    for (const key of ['acts', 'kept', 'held', 'refused'] as const) sums[key] += verdict[key]
    if (verdict.faults.length > 0) failures.push(`${seed}: ${verdict.faults.join('; ')}`)
  }
  say(
    `windows against each other: ${sums.acts} acts tried (${sums.kept} kept, ${sums.held} held back in words, ${sums.refused} refused), ${failures.length} failed`,
  )
  for (const failure of failures.slice(0, 10)) say(`  ${failure}`)
  return failures.length
}

const RUNS: Readonly<Record<Kind, (n: number, only?: string) => Promise<number> | number>> = {
  cli: async (n) => told('command line', await tryInputs('cli', n)),
  importers: async (n) => told('importers', await tryInputs('importers', n)),
  tabs,
  kills: async (n) => {
    const { tried, worstLostMs, failures } = await killBrowsers(n)
    say(`browsers killed: ${tried} tried, ${failures.length} failed; at most ${worstLostMs} ms of typing lost`)
    for (const failure of failures) say(`  ${failure}`)
    return failures.length
  },
  reduction: reductionTable,
  live: liveTable,
  properties: (n) => (tryProperties(n) ? 0 : 1),
  assembly: assemble,
  slicer: slice,
}

const [kind, count, only] = process.argv.slice(2)
if (kind !== undefined && !Object.hasOwn(RUNS, kind)) {
  console.error(`${kind} is no campaign; one of ${Object.keys(RUNS).join(', ')} is expected, with a number`)
  process.exit(2)
}
let failed = 0
for (const name of kind ? [kind as Kind] : (Object.keys(RUNS) as Kind[]))
  failed += await RUNS[name](Number(count ?? QUICK[name]), only)
process.exit(failed > 0 ? 1 : 0)

import { tryCli } from './cli-inputs'
import { tryImporter } from './importer-inputs'

/** Tries inputs one after the other and says before each which it is, so that whoever watches knows what hangs. */
const [kind, from, to] = [process.argv[2], Number(process.argv[3]), Number(process.argv[4])]
for (let seed = from; seed < to; seed++) {
  process.send?.({ at: seed })
  try {
    const { input, fault } = kind === 'cli' ? await tryCli(seed) : tryImporter(seed)
    if (fault) process.send?.({ seed, fault, input: input.slice(0, 2000) })
  } catch (error) {
    process.send?.({ seed, fault: `threw: ${(error as Error).stack?.split('\n').slice(0, 4).join(' | ')}`, input: '' })
  }
  // what was said goes out before the next may hang
  await new Promise((r) => setImmediate(r))
}
process.send?.({ at: to })
process.disconnect?.()

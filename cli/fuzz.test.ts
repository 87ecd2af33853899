/** @jest-environment node */
import { sample } from '../src/core/check-values/sample'
import { tryCli } from '../campaign/cli-inputs'
import { tryImporter } from '../campaign/importer-inputs'

/** A seeded sample of the campaign: the whole of it is `npm run campaign`. */
const [CALLS, FILES] = [sample(120), sample(120)]

test(`${CALLS} calls of any verb with anything: an answer by its schema, or lines of words`, async () => {
  const faults: string[] = []
  for (let seed = 0; seed < CALLS; seed++) {
    const { input, fault } = await tryCli(seed)
    if (fault) faults.push(`${seed}: ${fault}: ${input.slice(0, 500)}`)
  }
  expect(faults).toEqual([])
})

test(`${FILES} broken tables, drawings, projects and archives: read soundly, or refused in words`, () => {
  const faults: string[] = []
  for (let seed = 0; seed < FILES; seed++) {
    const { input, fault } = tryImporter(seed)
    if (fault) faults.push(`${seed}: ${fault}: ${input.slice(0, 500)}`)
  }
  expect(faults).toEqual([])
})

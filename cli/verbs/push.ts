import type { z } from 'zod'
import { reduceThrust } from '../../src/core/bench'
import { mapForce, traceRoles } from '../../src/project/recording'
import type { thrustVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { noteSentence } from '../notes'
import { mappingFrom } from './mapping'
import { tableOf } from './reduce'

/** Thrust, impulse and run time from a thrust stand's recording. */
export function pushVerb(input: z.infer<typeof thrustVerbInput>) {
  const table = tableOf(input)
  const mapping = mappingFrom(table, traceRoles('force'), input.mapping)
  const mapped = mapForce(table, mapping)
  if (!mapped.ok) throw badInput('mapping', mapped.message)
  const { push } = input.settings ?? {}
  const r = reduceThrust(mapped.trace, { ...input.rig, ...(push ? { push } : {}) })
  const { thrust, impulse, runTime, steady, zero, highestReadingN, ring } = r
  return {
    figures: { thrust, impulse, runTime },
    steady,
    push: r.push,
    zero,
    highestReadingN,
    ring,
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}

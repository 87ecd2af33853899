import { onePart, type FedParts, type PartsOf } from '../../geometry'
import type { PartsKind } from '../part-kind'
import { loneInsert } from '../shared-parts'

/** A body pushed by its jet: its maker makes it, its nozzle is printed. */
export type ThrustParts = PartsOf<{ readonly family: 'thrust-body' }> & FedParts

const parts = { 'nozzle-insert': loneInsert }

export const thrustParts: PartsKind<ThrustParts> & { readonly parts: typeof parts } = {
  parts,
  set: () => [onePart('nozzle-insert', 0)],
}

import { at, type FedParts, type PartsOf } from '../../geometry'
import type { PartsKind } from '../part-kind'
import { loneInsert } from '../shared-parts'

/** A body pushed by its jet: its maker makes it, its nozzle is printed. */
export type ThrustParts = PartsOf<{ readonly family: 'thrust-body' }> & FedParts

const parts = { 'nozzle-insert': loneInsert }

export const thrustParts: PartsKind<ThrustParts> & { readonly parts: typeof parts } = {
  parts,
  assembly: () => ({ placed: [at('nozzle-insert', 0)], jets: [], gaps: [], turn: 1, span: null, overhang: 0 }),
}

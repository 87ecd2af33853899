import type { FedParts, PartsOf } from '../../geometry'
import type { PartsKind, PartSpec } from '../part-kind'

export type DoubleActingParts = FedParts & PartsOf<{ readonly family: 'double-acting-engine' }>
const parts = {} satisfies Record<string, PartSpec<DoubleActingParts>>
export const doubleActingParts: PartsKind<DoubleActingParts> & { readonly parts: typeof parts } = {
  parts,
  assembly: () => ({ placed: [], jets: [], gaps: [], turn: 1, span: null, overhang: 0 }),
}

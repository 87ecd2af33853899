import type { FedParts, PartsOf } from '../../geometry'
import type { PartsKind, PartSpec } from '../part-kind'

export type SingleActingParts = FedParts & PartsOf<{ readonly family: 'single-acting-engine' }>
const parts = {} satisfies Record<string, PartSpec<SingleActingParts>>
export const singleActingParts: PartsKind<SingleActingParts> & { readonly parts: typeof parts } = {
  parts,
  assembly: () => ({ placed: [], jets: [], gaps: [], turn: 1, span: null, overhang: 0 }),
}

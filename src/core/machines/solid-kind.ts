import type { Manifold } from 'manifold-3d'
import { partProfile, type FedParts, type FlatProfile, type ImpulsePart, type ImpulsePartsInput } from '../geometry'
import type { SolidKit } from '../geometry/solids/toolkit'
import { nozzleInsertSolid } from '../geometry/solids/nozzle-insert'
import { impulseInput } from './shared-parts'

/** How one part becomes a solid, and what its flat drawing is. `I` is what the parts of its machine follow from. */
export interface SolidSpec<I> {
  make(kit: SolidKit, input: I): Manifold
  /** Its flat drawing, where that is no section through it. */
  profile?(input: I): FlatProfile
  /** Where it is cut for its drawing, mm below its top; through the middle where left out. */
  readonly cutBelowTopMm?: number
}

/** The solids of a kind of machine: one for each of its parts. */
export type SolidsKind<I, N extends string> = Readonly<Record<N, SolidSpec<I>>>

/** A part that follows from the figures of a tangential rotor. */
export const impulseSolid = <I extends FedParts>(
  name: ImpulsePart,
  make: (kit: SolidKit, input: ImpulsePartsInput) => Manifold,
  rotor: (input: I) => ImpulsePartsInput['machine'] | null,
): SolidSpec<I> => ({
  make: (kit, input) => make(kit, impulseInput(input, rotor(input))),
  profile: (input) => partProfile(name, impulseInput(input, rotor(input))),
})

/** An insert that no casing of these parts holds. */
export const loneInsertSolid: SolidSpec<FedParts> = impulseSolid('nozzle-insert', nozzleInsertSolid, () => null)

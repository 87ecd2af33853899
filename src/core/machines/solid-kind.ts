import type { Manifold } from 'manifold-3d'
import { PhysicsError } from '../errors'
import { LONE_SEAT, insertShape, type FedParts, type FlatProfile } from '../geometry'
import type { SolidKit } from '../geometry/solids/toolkit'
import { nozzleInsertSolid } from '../geometry/solids/nozzle-insert'

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

/** Says in words why a part cannot be made, and what to change. */
export const refuse = (code: string, message: string, nextStep: string): PhysicsError =>
  new PhysicsError({ code, message, nextStep })

/** An insert that a hose fitting holds. */
export const loneInsertSolid: SolidSpec<FedParts> = {
  make: (kit, { nozzle }) => nozzleInsertSolid(kit, nozzle, insertShape(nozzle, LONE_SEAT)),
}

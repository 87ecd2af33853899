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
  /** The same, mm above its bed: of a plate with something on it. */
  readonly cutAboveBedMm?: number
  /** A turned part: its drawing is a section along its axis, the axis upright. */
  readonly turned?: boolean
}

/** The solids of a kind of machine: one for each of its parts. */
export type SolidsKind<I, N extends string> = Readonly<Record<N, SolidSpec<I>>>

/** Says in words why a part cannot be made, and what to change. */
export const refuse = (code: string, message: string, nextStep: string): PhysicsError =>
  new PhysicsError({ code, message, nextStep })

/** Says that inserts stand in each other's way, and what would make room beside fewer jets and a smaller bore. */
export const crowded = ({ count, inletBoreM }: FedParts['nozzle'], where: string, roomier: string): PhysicsError =>
  refuse(
    'CROWDED',
    `${count} inserts with a bore of ${(inletBoreM * 1000).toFixed(1)} mm stand in each other’s way ${where}.`,
    `Take fewer jets, a smaller inlet bore${roomier}.`,
  )

/** An insert that a hose fitting holds. */
export const loneInsertSolid: SolidSpec<FedParts> = {
  turned: true,
  make: (kit, { nozzle }) => nozzleInsertSolid(kit, nozzle, insertShape(nozzle, LONE_SEAT)),
}

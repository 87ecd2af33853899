import type { BearingClass } from '../turbine'
import type { Fits, OutletShape } from './fits'
import type { ImpulsePartsInput } from './part-shape'

/** What every part of a machine follows from: its own figures, and how parts are made. SI. */
export interface PartsOf<M> {
  readonly machine: M
  readonly fits: Fits
}

/** What stands round a machine that nozzles feed and a shaft carries. */
export interface FedParts {
  readonly nozzle: ImpulsePartsInput['nozzle']
  readonly bearing: BearingClass
  readonly shaftDiameterM: number
  readonly fits: Fits
  readonly outlets: OutletShape
}

/** One kind of part in a machine's set: how many, and where it sits along the shaft when all is put together. */
export interface PartInSet<N extends string = string> {
  readonly name: N
  readonly copies: number
  /** Places of all copies along the shaft in the assembly, mm, from its first part. */
  readonly atMm: readonly number[]
  /** Turned over in the assembly. */
  readonly flipped?: boolean
}

export const onePart = <N extends string>(name: N, atMm: number, flipped = false): PartInSet<N> => ({
  name,
  copies: 1,
  atMm: [atMm],
  flipped,
})
export const manyParts = <N extends string>(name: N, atMm: readonly number[]): PartInSet<N> => ({
  name,
  copies: atMm.length,
  atMm,
})

/** Lengths along the shaft of an axial stack, mm. */
export function axialLengths(machine: { readonly chordM: number }): { chord: number; gap: number } {
  const chord = machine.chordM * 1000
  return { chord, gap: Math.max(0.8, 0.25 * chord) }
}

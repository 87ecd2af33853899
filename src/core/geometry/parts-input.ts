import type { OutletForm } from '../flow'
import type { BearingClass } from '../turbine'
import type { Assembly, Bought } from './assembly'
import { isBought } from './assembly'
import type { Fits, OutletShape } from './fits'
import type { NozzleShape } from './nozzle-outline'
import type { Connection } from './pipe-thread'

/** What every part of a machine follows from: its own figures, and how parts are made. SI. */
export interface PartsOf<M> {
  readonly machine: M
  readonly fits: Fits
}

/** What stands round a machine that nozzles feed and a shaft carries. */
export interface FedParts {
  readonly nozzle: NozzleShape & {
    readonly count: number
    readonly angleRad: number
    readonly gapM: number
    readonly form: OutletForm
  }
  readonly bearing: BearingClass
  readonly shaftDiameterM: number
  /** Between the middles of the two bearings, as the build wants it, m. */
  readonly spanM: number
  /** How far the build wants its rotor beyond the nearer bearing, m; 0 between them. */
  readonly overhangM: number
  readonly fits: Fits
  readonly outlets: OutletShape
  /** What the air comes in by. */
  readonly connection: Connection
}

/** One kind of part in a machine's set, and how many of it. */
export interface PartInSet<N extends string = string> {
  readonly name: N
  readonly copies: number
}

/** The parts of an assembly, in the order in which the first of each is put on. */
export function partsOfAssembly<N extends string>({ placed }: Assembly<N>): PartInSet<N>[] {
  const copies = new Map<N, number>()
  for (const { body } of placed) if (!isBought(body)) copies.set(body, (copies.get(body) ?? 0) + 1)
  return [...copies].map(([name, count]) => ({ name, copies: count }))
}

/** What is bought: bodies of the assembly, and what joins them to hose and bench. */
export type BillCode = Bought['code'] | 'gasket' | 'hose' | 'clip' | 'fitting' | 'bench-screw'

/** One kind of thing to buy, and how many of it. */
export interface BillLine {
  readonly code: BillCode
  readonly size: string
  readonly count: number
}

/** What has to be bought for an assembly, in the order in which the first of each is needed. */
export function billOf({ placed }: Assembly): BillLine[] {
  const lines = new Map<string, BillLine>()
  for (const { body } of placed)
    if (isBought(body)) {
      const key = `${body.code} ${body.size}`
      lines.set(key, { code: body.code, size: body.size, count: (lines.get(key)?.count ?? 0) + 1 })
    }
  return [...lines.values()]
}

/** Lengths along the shaft of an axial stack, mm. */
export function axialLengths(machine: { readonly chordM: number }): { chord: number; gap: number } {
  const chord = machine.chordM * 1000
  return { chord, gap: Math.max(0.8, 0.25 * chord) }
}

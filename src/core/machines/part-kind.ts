import type { Assembly, FedParts, OnShaft, PartsOf, StandPlace, TailShape, WallOfPart } from '../geometry'
import type { SetScrewPlace } from '../geometry/solids/hub'

/** One end that a hose or a fitting goes on or into. */
export interface Join {
  readonly tail: TailShape
  readonly hoseTo?: string
  readonly times?: number
}

/** What is known of one part before its solid is made. `I` is what the parts of its machine follow from. */
export interface PartSpec<I> {
  readonly name: string
  readonly what: string
  /** How it is put where it belongs, one or two sentences. */
  readonly goesOn: string
  /** What a maker should know before printing it. */
  notes(input: I): readonly string[]
  /** Walls that decide what a slicer must be told; none where nothing of it is thin. */
  walls?(input: I): readonly WallOfPart[]
  /** Turns with the shaft. */
  readonly turns?: boolean
  /** Carries the outlets, which can be holes or slots. */
  readonly hasOutlets?: boolean
  /** To be turned from metal, from its drawing: a print of it only shows whether it fits. */
  readonly metal?: boolean
  /** Turns, but is too plain to be balanced. */
  readonly plain?: boolean
  /** When it goes on the shaft; between the two where left out. */
  readonly onShaft?: OnShaft
  /**
   * What the air comes in or goes out by, `times` where there are several of it; `hoseTo` where its hose is counted at
   * its other end.
   */
  joins?(input: I): Join | readonly Join[] | null
  /** A gasket under it, as it is cut. */
  gasket?(input: I): string
  /** The set screw that holds it, in its own place. */
  setScrew?(input: I): SetScrewPlace
}

/** The printable parts of a kind of machine. */
export interface PartsKind<I extends PartsOf<unknown>> {
  readonly parts: Readonly<Record<string, PartSpec<I>>>
  /** All of it in its place, in the order in which it is put together. */
  assembly(input: I): Assembly
  /** What it stands on; left out where nothing of it is screwed together. */
  stand?(input: I): StandPlace
  /**
   * What its housing leaves open for the air to go, m2: 0 where there is no room. Left out where the outlet is the
   * machine's own.
   */
  outletAreaM2?(input: I): number
}

/** Parts of a machine that nozzles feed and a shaft carries. */
export type RotatingParts<M> = FedParts & PartsOf<M>

export const LYING = 'Print lying flat, solid, so that the layers lie along the pull.'
export const TRUE_BORE = 'Ream the bore to the hub; a part that runs out of true wears its bearings.'
export const ONE_WAY = [
  'The screw places are uneven, so it goes on one way only.',
  'This is no guard: a guard that stops a fragment stands round the whole machine.',
] as const

/** Millimetres in a metre: parts are drawn in mm. */
export const mm = 1000

import { coefficientsOf, defaultCoefficients, type Family, type TurbineMachine } from '../../core/machines'
import type { SupplyInput } from '../../core/prediction'
import { plainCoefficients } from './plain-air'
import type { MachineFieldSpec } from './field-spec'
import type { Refuse } from './refuse'
import type { MachineWords, SupplyStart } from './contract'
import type { Feed, RotatingMachineOf, ShaftLoad } from './document-types'

/** The figures of one family as the core takes them. */
export type FiguresOf<F extends Family> = Extract<TurbineMachine, { readonly family: F }>

/**
 * What a process keeps, for a first machine that shall come out: the narrowest running gap worked over by hand and the
 * thinnest wall, m, and the bed.
 */
export interface AsMade {
  readonly gapM: number
  readonly thinnestM: number
  readonly bedM: number
}

/** What a family of rotating machines brings to a project beside its core: see `RotatingFamily` there. */
export interface RotatingSpec<F extends Family> {
  readonly words: MachineWords
  /** What a maker sets on it, in the order of its form. */
  readonly fields: readonly MachineFieldSpec[]
  /** Fields that mean nothing as the machine stands are left out of its form. */
  shows?(path: string, machine: FiguresOf<F>): boolean
  /** A machine with figures that work together, its feed and its load: where a maker starts from. */
  figures(): FiguresOf<F>
  readonly feed: Feed
  readonly load: ShaftLoad
  /** Below this the machine does nothing useful, Pa gauge at the nozzle. */
  readonly leastGaugePressurePa: number
  /** Bearing that its first machine runs in; a 625 where left out. */
  readonly bearing?: { readonly classId: string; readonly diameterM: number }
  /** Between the bearings of its first machine, m; 30 mm where left out. */
  readonly spanM?: number
  /** How far the rotor of its first machine hangs over the nearer bearing, m; between them where left out. */
  readonly overhangM?: number
  /** What it makes of its supply before the line: of wind, its own mouth's. */
  caught?(machine: FiguresOf<F>, supply: SupplyInput): SupplyInput
  /** What it is first fed from. */
  readonly supply: SupplyStart
  /** Turns in wind alone too, though it is made for other air. */
  readonly alsoInWind?: boolean
  /** What cannot be, across fields. */
  check(machine: FiguresOf<F>, refuse: Refuse): void
  /**
   * Numbers that are moved to fit a first machine to air and speed: its size and its feed, by factors of what it began
   * with.
   */
  readonly fitted: readonly (readonly [path: string, from: number, to: number])[]
  /** The machine with nothing finer than its process keeps. */
  asMade(machine: FiguresOf<F>, made: AsMade): FiguresOf<F>
}

/** A machine of a family as a document holds it, to begin with. */
export function firstMachine<F extends Family>(family: F, spec: RotatingSpec<F>): RotatingMachineOf<F> {
  const plain = defaultCoefficients(family)
  return structuredClone({
    ...spec.figures(),
    nozzle: spec.feed,
    shaft: {
      bearingClassId: spec.bearing?.classId ?? '625',
      bearingCount: 2,
      diameterM: spec.bearing?.diameterM ?? 5e-3,
      spanM: spec.spanM ?? 30e-3,
      overhangM: spec.overhangM ?? 0,
      sideLoadN: 0,
      balanceGradeMPerS: 6.3e-3,
      rotorInertia: null,
    },
    load: spec.load,
    coefficients: plainCoefficients(coefficientsOf(family), plain),
  }) as unknown as RotatingMachineOf<F>
}

import type { Finding } from '../../core/gates'
import type { Repair } from '../../core/bench'
import type { QuantityKind } from '../../core/units'
import type { MachineCurves, MachinePredicted } from '../machines/contract'
import type { Build, Measurement, Recording, Rig, Run } from '../validation/schema'
import type { Hazard } from '../document/hazards'
import type { Table } from '../recording/table'
import type { LiveBench } from './live'
import type { Sound } from './recordings/sound'
import type { Said } from '../../core/said'
import type { Role } from '../recording/signals'

/** What a recording holds once it is read. */
export type Channels =
  { readonly kind: 'table'; readonly table: Table } | { readonly kind: 'sound'; readonly sound: Sound }

/** One measured figure, by the same codes as the predicted ones. SI, with its standard uncertainty. */
export interface MeasuredFigure {
  readonly id: string
  readonly kind: QuantityKind
  readonly value: number
  readonly standardUncertainty: number
}

/** What any method makes of a recording. */
export interface MeasuredRun<D = unknown> {
  readonly figures: readonly MeasuredFigure[]
  /** Share of every figure by which all runs on one rig are wrong alike. */
  readonly sharedRelativeUncertainty: number
  readonly overSpeed: MachineCurves | null
  readonly overAngle: MachineCurves | null
  /** What was mended in the recording. */
  readonly repairs: readonly Repair[]
  readonly notes: readonly Said[]
  /** Supply pressure where it was recorded, Pa gauge. */
  readonly pressurePa: { readonly mean: number; readonly least: number; readonly most: number } | null
  /** The method's own result, for its own pictures and workings. */
  readonly detail: D
}

/**
 * All that a reduction follows from beside the recording, as plain data: it goes to a worker, and into the key of its
 * result.
 */
export interface Conditions {
  readonly method: Measurement['method']
}

/**
 * A way of measuring: what it needs, and what it makes of a recording. Bench, comparison and command line ask this and
 * know no method by name.
 */
export interface Method<C extends Conditions = Conditions, D = unknown> {
  readonly words: { readonly name: string; readonly what: string }
  /** What is recorded, as the end of a sentence. */
  readonly asks: string
  /** What recordings it reads. */
  readonly reads: readonly Recording['kind'][]
  /** Whether it can measure a machine. */
  accepts(build: Build): boolean
  /** A rig to begin with. */
  newRig(id: string): Rig
  /** The columns of a table that it reads; none where it reads none. */
  roles(rig: Rig): readonly Role[]
  /** How a new measurement begins: everything is found. */
  freshSettings(): Pick<Measurement, 'method' | 'settings'>
  /** Whether spans are set by hand. */
  byHand(measurement: Measurement): boolean
  /** What a reduction of this measurement follows from; null while something of it is missing. */
  conditions(run: Run, measurement: Measurement, rig: Rig, build: Build): C | null
  /** @throws PhysicsError or InputFault where the recording does not serve. */
  reduce(channels: Channels, conditions: C): MeasuredRun<D>
  /** How it looks while it is recorded from a device; left out where no device sends what it reads. */
  readonly live?: LiveBench
  /** What of the rig can hurt when this machine turns it. */
  hazards(
    rig: Rig,
    build: Build,
    predicted: MachinePredicted,
  ): { readonly findings: readonly Finding[]; readonly shown: readonly Hazard[] }
}

/** A measured figure by its code; null where this run has none. */
export const measuredFigure = (run: Pick<MeasuredRun, 'figures'>, id: string): MeasuredFigure | null =>
  run.figures.find((f) => f.id === id) ?? null

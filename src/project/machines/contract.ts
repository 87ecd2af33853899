import type { Changes, Coefficient } from '../../core/calibration'
import type { AirFigures, AirInput, ChainStation } from '../../core/prediction'
import type { Review } from '../../core/safety'
import type { Print } from '../../core/turbine'
import type { QuantityKind } from '../../core/units'
import type { Working } from '../../core/working'
import type { MachineParts } from '../../core/machines'
import type { Finding, ReadAs } from '../../core/gates'
import type { MeasuredRun } from '../measuring/contract'
import type { Hazard } from '../document/hazards'
import type { HoleGauge, Project, Run, Supply } from '../validation/schema'
import type { BuildOf, Machine } from './document-types'
import type { MachineFieldSpec } from './field-spec'

/**
 * What makers call a kind of machine, and what it asks of them: how it works, how hard it is to make well (1 easy - 5
 * hard), of what, and what can hurt. Common practice, no source.
 */
export interface MachineWords {
  readonly name: string
  readonly how: string
  readonly difficulty: 1 | 2 | 3 | 4 | 5
  readonly make: string
  readonly hazard: string
}

/**
 * What a first machine is fed from: a small compressor at a pressure that it is safe at, or another source as it
 * usually is.
 */
export type SupplyStart =
  | { readonly kind: 'compressor'; readonly gaugePressurePa: number }
  | { readonly kind: Exclude<Supply['kind'], 'compressor'> }

/** One figure of a prediction. SI, with its standard uncertainty. */
export interface MachineFigure {
  readonly id: string
  readonly kind: QuantityKind
  readonly value: number
  readonly standardUncertainty: number
  /** What one standard uncertainty of each uncertain number of its model changes in it. */
  readonly changes: Changes
}

/** Lines over one quantity that they share, each with its standard uncertainty at every point. SI. */
export interface MachineCurves {
  readonly over: readonly number[]
  readonly lines: readonly {
    readonly id: string
    readonly kind: QuantityKind
    readonly values: readonly number[]
    readonly standardUncertainty: readonly number[]
  }[]
}

/** The air and the room of a run. */
export type RunConditions = Pick<Run, 'ambient' | 'gaugePressurePa'>

/** Where a build stands: the room, and the test print that corrects its holes. */
export interface Room {
  readonly ambient: Project['ambient']
  readonly gauge?: HoleGauge
}

/**
 * What is predicted of any machine: its air, its stations with their powers and losses, figures, curves, and what is to
 * be known before it runs.
 */
export interface MachinePredicted extends AirFigures {
  readonly input: AirInput
  readonly chain: readonly ChainStation[]
  readonly figures: readonly MachineFigure[]
  readonly overSpeed: MachineCurves | null
  readonly overAngle: MachineCurves | null
  readonly review: Review
  /** What can hurt, in figures, before it runs. */
  readonly hazards: readonly Hazard[]
  readonly working: (id: string) => Working | undefined
}

/**
 * A kind of machine as a project deals with it. Rooms, chooser, search, comparison and command line ask this and know
 * no kind by name.
 */
export interface MachineKind<M extends Machine = Machine, P extends MachinePredicted = MachinePredicted> {
  readonly words: MachineWords
  /** What a maker sets on the machine, in the order of its form. */
  fields(machine: M): readonly MachineFieldSpec[]
  /** A machine that works: where a maker starts from. */
  start(): M
  readonly supply: SupplyStart
  readonly leastGaugePressurePa: number
  /** What no drawing fixes: the uncertain numbers of its model as this machine holds them. */
  coefficients(machine: M): Readonly<Record<string, Coefficient>>
  /** The air that it takes from its line. */
  air(build: BuildOf<M>, ambient: Project['ambient']): AirInput
  /**
   * On its own supply, or held at one gauge pressure whatever feeds it, as a run was. @throws PhysicsError where its
   * figures allow none.
   */
  predict(build: BuildOf<M>, room: Room, heldGaugePressurePa?: number): P
  /**
   * Of a kind whose prediction takes long: what is told at once while a maker types, and the rest from a worker. Left
   * out where all is quick.
   */
  readonly quick?: {
    /**
     * Its figures, found from where the last ones were; uncertainties are carried over, or none. @throws PhysicsError
     * as `predict`.
     */
    first(build: BuildOf<M>, room: Room, last: P | null): P
    /** What `first` leaves out, as plain data. */
    rest(build: BuildOf<M>, room: Room): unknown
    finished(build: BuildOf<M>, first: P, rest: unknown): P
  }
  /** Its state when fed at one pressure, whatever feeds it: as `predict`, without what takes time. */
  stateAt(build: BuildOf<M>, room: Room, gaugePressurePa: number): Review['state']
  /** What its printable parts follow from. */
  parts(build: Pick<BuildOf<M>, 'machine' | 'making'>, gauge?: HoleGauge): MachineParts
  /** What its printed, loaded part is made of; left out where none is. */
  print?(machine: M): Print
  /** Radius on which its jets work, m; left out where they work on none. */
  jetRadiusM?(machine: M): number
  /** Polar inertia of all that turns, kg m2; left out where nothing does. */
  turning?(machine: M): { readonly value: number; readonly standardUncertainty: number }
  /**
   * What of a measured run cannot be, held against what its air can give. Left out where nothing is known to hold it
   * against.
   */
  judge?(
    build: BuildOf<M>,
    run: RunConditions,
    measured: MeasuredRun,
    read: ReadAs | null,
    predicted: P,
  ): readonly Finding[]
  /** The figure that versions are judged by. */
  readonly judgedBy: string
  /** It is pushed by its own jet: a stand can weigh the push. */
  readonly pushes?: boolean
  /**
   * The figure that a run of it is known by, where that is not what it is judged by: nobody measures a distance on a
   * stand.
   */
  readonly measuredBy?: { readonly id: string; readonly kind: QuantityKind }
  readonly judgedKind: QuantityKind
  /** The figure that stands beside it in short. */
  readonly besides: string
}

import type { TurningBody } from '../strength'
import type {
  CoefficientName,
  Impeller,
  Print,
  RangeRule,
  TurbineCoefficients,
  TurbineInlet,
  TurbineModel,
  TurbineSurroundings,
} from '../turbine'

/** What every rotating machine has beside its own geometry. */
export interface RotatingMachine extends Print {
  readonly family: string
  readonly hubRadiusM: number
}

/** What a machine drives on its own shaft instead of a load that is put to it. */
export interface Driven {
  readonly impeller: Impeller
  /** Hole that the impeller delivers through, m. */
  readonly deliveryDiameterM: number
}

/**
 * A family of rotating machines: all that tells it from the others, its geometry `M` in SI with angles from the
 * direction of travel.
 * Prediction, strength, search, fit and workings ask these and know no family by name.
 */
export interface RotatingFamily<M extends RotatingMachine> {
  /** The coefficients its model uses, in the order in which the air meets them. */
  readonly coefficients: readonly CoefficientName[]
  /** Where its plain coefficients differ from those of all families. Estimates, no source. */
  readonly plainCoefficients: Partial<TurbineCoefficients>
  /**
   * Its rotor holds the air back or draws it on, so that the supply is balanced against machine and nozzle together.
   */
  readonly holdsBack: boolean
  /** Its model at one state of the air. */
  model(machine: M, around: TurbineSurroundings, inlet: TurbineInlet): TurbineModel
  /** Radius at which its blade speed is reckoned, m. */
  workingRadiusM(machine: M): number
  /** Radius of its largest part, turning or standing, m: what must fit a printer's bed. */
  outerRadiusM(machine: M): number
  /** Height of its tallest part, m, where that stands apart from its width. */
  tallestM?(machine: M): number
  /** Its narrowest running gap and what that is, m; null where none is drawn. */
  runningGap(machine: M): { readonly of: string; readonly gapM: number } | null
  /** Thinnest walls and passages that must be printed, m, beside the nozzle's hole. */
  features(machine: M): readonly number[]
  /** All that turns, as bodies of strength. */
  bodies(machine: M): readonly TurningBody[]
  /** What it drives itself, if it does. */
  driven?(machine: M): Driven
  /** Where its model holds. */
  readonly range: readonly RangeRule<M>[]
  /** How its torque is found, from where, and how far that can be trusted. */
  readonly working: { readonly torque: string; readonly source: string; readonly range: string }
}

/**
 * Bearings in printed seats, a little out of line and with their shields rubbing: friction over that of the class.
 * Estimate.
 */
export const PRINTED_SEATS = { value: 2, standardUncertainty: 0.8 }

/** Thickness of evenly spaced walls and what lies open between them at a radius, m. */
export const passage = (radiusM: number, count: number, thicknessM: number): readonly number[] => [
  thicknessM,
  (2 * Math.PI * radiusM) / count - thicknessM,
]

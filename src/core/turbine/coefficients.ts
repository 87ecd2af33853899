import type { Uncertain } from '../calibration'

/**
 * The coefficients that no drawing fixes. They carry the band of a prediction and are what a build's own runs can
 * teach. A family uses those of `COEFFICIENTS_OF`.
 */
export interface TurbineCoefficients {
  /** Real over ideal mass flow of the nozzle. */
  readonly discharge: Uncertain
  /** Real over ideal jet speed. */
  readonly velocity: Uncertain
  /** Factor on the entrainment of a round free jet; 1 is Ricou & Spalding's, more where blade after blade cuts it. */
  readonly entrainment: Uncertain
  /** Share of the mixed jet that goes through the blades. */
  readonly capture: Uncertain
  /** Factor on the passage's velocity coefficient. */
  readonly passage: Uncertain
  /** Factor on the ventilation (blade pumping) loss. */
  readonly ventilation: Uncertain
  /** Factor on bearing friction. */
  readonly bearing: Uncertain
  /** Factor on the loss of guided rows and on that of disc-pack outlets. */
  readonly rowLoss: Uncertain
  /** Factor on the gaps that air leaks through. */
  readonly leakage: Uncertain
  /** Friction coefficient where parts slide: vanes, a point. */
  readonly sliding: Uncertain
  /** Factor on the shear between discs and air. */
  readonly shear: Uncertain
}

export type CoefficientName = keyof TurbineCoefficients

export const COEFFICIENT_NAMES: readonly CoefficientName[] = [
  'discharge',
  'velocity',
  'entrainment',
  'capture',
  'passage',
  'ventilation',
  'bearing',
  'rowLoss',
  'leakage',
  'sliding',
  'shear',
]

/**
 * Discharge of a nozzle by its entry. A rounded or long hole by common practice; a sharp edge in a thin plate at low
 * pressure, the contraction of free streamline theory (0.611).
 */
export const PLAIN_DISCHARGE: Readonly<Record<'rounded' | 'sharp', Uncertain>> = {
  rounded: { value: 0.9, standardUncertainty: 0.03 },
  sharp: { value: 0.61, standardUncertainty: 0.02 },
}

/**
 * Plain defaults. Estimates: discharge and velocity from common practice of drilled short holes, the rest set by order
 * of magnitude, not by a published source.
 */
export const DEFAULT_COEFFICIENTS: TurbineCoefficients = {
  discharge: PLAIN_DISCHARGE.rounded,
  velocity: { value: 0.96, standardUncertainty: 0.02 },
  entrainment: { value: 1.2, standardUncertainty: 0.25 },
  capture: { value: 0.7, standardUncertainty: 0.12 },
  passage: { value: 0.7, standardUncertainty: 0.15 },
  ventilation: { value: 1, standardUncertainty: 0.5 },
  bearing: { value: 1, standardUncertainty: 0.5 },
  rowLoss: { value: 2, standardUncertainty: 0.6 },
  leakage: { value: 1, standardUncertainty: 0.4 },
  sliding: { value: 0.2, standardUncertainty: 0.06 },
  shear: { value: 0.9, standardUncertainty: 0.1 },
}

/** The same coefficients with one moved by some of its standard uncertainty; never below a twentieth of itself. */
export function moved(coefficients: TurbineCoefficients, name: CoefficientName, sigmas: number): TurbineCoefficients {
  const { value, standardUncertainty } = coefficients[name]
  return {
    ...coefficients,
    [name]: { value: Math.max(0.05 * value, value + sigmas * standardUncertainty), standardUncertainty },
  }
}

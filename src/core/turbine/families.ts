import { axialTurbine } from './axial'
import type { CoefficientName } from './coefficients'
import { DEFAULT_COEFFICIENTS, type TurbineCoefficients } from './coefficients'
import type { Impeller } from './compressor-stage'
import { discPackTurbine, type DiscPackMachine } from './disc-pack'
import { impulseTurbine, type ImpulseCasing, type ImpulseRotor } from './impulse'
import type { AxialMachine } from './axial'
import { radialTurbine, type RadialMachine } from './radial'
import { reactionTurbine, type ReactionMachine } from './reaction'
import { supersonicTurbine } from './supersonic'
import type { TurbineInlet, TurbineModel, TurbineSurroundings } from './turbine'
import { vaneTurbine, type VaneMachine } from './vane'

/** What the turning part is made of. */
export interface Print {
  readonly materialId: string
  readonly infill: number
  readonly loadedAcrossLayers: boolean
}

type Own<T> = Omit<T, keyof TurbineSurroundings>
type BladedDisc = ImpulseRotor & {
  readonly bladeThicknessM: number
  readonly discThicknessM: number
  readonly hubRadiusM: number
  readonly casing: ImpulseCasing
}

export type TangentialImpulse = { readonly family: 'tangential-impulse' } & BladedDisc & Print
export type SupersonicImpulse = { readonly family: 'supersonic-impulse' } & BladedDisc & Print
export type RadialInflow = {
  readonly family: 'radial-inflow'
  readonly discThicknessM: number
  readonly hubRadiusM: number
} & Own<RadialMachine> &
  Print
export type Axial = { readonly family: 'axial'; readonly hubRadiusM: number } & Own<AxialMachine> & Print
export type DiscPack = { readonly family: 'disc-pack'; readonly hubRadiusM: number } & Own<DiscPackMachine> & Print
export type VaneMotor = { readonly family: 'vane-motor'; readonly hubRadiusM: number } & Omit<
  Own<VaneMachine>,
  'vaneDensityKgPerM3'
> & { readonly vaneDensityKgPerM3: number } & Print
export type ReactionRotor = { readonly family: 'reaction-rotor'; readonly hubRadiusM: number } & Omit<
  Own<ReactionMachine>,
  'massKg'
> &
  Print
/** Vanes that catch wind from any side and send it down to a small axial wheel. */
export type WindStack = {
  readonly family: 'wind-stack'
  readonly hubRadiusM: number
  readonly stackRadiusM: number
  readonly stackHeightM: number
  readonly stackVanes: number
  readonly vaneSlantRad: number
} & Own<AxialMachine> &
  Print
export type TurbineCompressor = {
  readonly family: 'turbine-compressor'
  readonly impeller: Impeller
  readonly deliveryDiameterM: number
} & BladedDisc &
  Print

/** A rotating machine of any family, geometry and material. SI, angles from the direction of travel. */
export type TurbineMachine =
  | TangentialImpulse
  | SupersonicImpulse
  | RadialInflow
  | Axial
  | DiscPack
  | VaneMotor
  | ReactionRotor
  | WindStack
  | TurbineCompressor
export type Family = TurbineMachine['family']
export const FAMILIES = [
  'tangential-impulse',
  'supersonic-impulse',
  'radial-inflow',
  'axial',
  'disc-pack',
  'vane-motor',
  'reaction-rotor',
  'wind-stack',
  'turbine-compressor',
] as const satisfies readonly Family[]

/** The coefficients each family's model uses, in the order in which the air meets them. */
export const COEFFICIENTS_OF: Readonly<Record<Family, readonly CoefficientName[]>> = {
  'tangential-impulse': ['discharge', 'velocity', 'entrainment', 'capture', 'passage', 'ventilation', 'bearing'],
  'supersonic-impulse': ['discharge', 'velocity', 'entrainment', 'capture', 'passage', 'ventilation', 'bearing'],
  'radial-inflow': ['discharge', 'velocity', 'capture', 'passage', 'leakage', 'ventilation', 'bearing'],
  axial: ['discharge', 'velocity', 'capture', 'rowLoss', 'leakage', 'ventilation', 'bearing'],
  'disc-pack': ['discharge', 'velocity', 'capture', 'shear', 'rowLoss', 'ventilation', 'bearing'],
  'vane-motor': ['discharge', 'leakage', 'sliding', 'bearing'],
  'reaction-rotor': ['discharge', 'velocity', 'capture', 'leakage', 'ventilation', 'sliding', 'bearing'],
  'wind-stack': ['discharge', 'velocity', 'capture', 'rowLoss', 'leakage', 'ventilation', 'bearing'],
  'turbine-compressor': ['discharge', 'velocity', 'entrainment', 'capture', 'passage', 'ventilation', 'bearing'],
}

/** Bearings in printed seats, a little out of line and with their shields rubbing: friction over that of the class. Estimate. */
const PRINTED_SEATS = { value: 2, standardUncertainty: 0.8 }

/** Plain coefficients of a family. Estimates by order of magnitude (common practice and printed surfaces), not from a published source. */
export function defaultCoefficients(family: Family): TurbineCoefficients {
  const own: Partial<TurbineCoefficients> =
    family === 'supersonic-impulse'
      ? { capture: { value: 0.85, standardUncertainty: 0.08 }, passage: { value: 0.85, standardUncertainty: 0.1 } }
      : family === 'radial-inflow'
        ? {
            capture: { value: 0.55, standardUncertainty: 0.15 },
            passage: { value: 0.75, standardUncertainty: 0.1 },
            leakage: { value: 1.5, standardUncertainty: 0.6 },
            bearing: PRINTED_SEATS,
          }
        : family === 'disc-pack'
          ? { capture: { value: 0.75, standardUncertainty: 0.15 }, shear: { value: 0.9, standardUncertainty: 0.2 } }
          : family === 'axial'
            ? {
                capture: { value: 0.4, standardUncertainty: 0.15 },
                leakage: { value: 1.5, standardUncertainty: 0.6 },
                bearing: PRINTED_SEATS,
              }
            : family === 'reaction-rotor'
              ? { capture: { value: 0.85, standardUncertainty: 0.18 } }
              : family === 'vane-motor'
                ? {
                    leakage: { value: 0.8, standardUncertainty: 0.35 },
                    sliding: { value: 0.3, standardUncertainty: 0.08 },
                  }
                : family === 'wind-stack'
                  ? { capture: { value: 0.7, standardUncertainty: 0.25 } }
                  : {}
  return { ...DEFAULT_COEFFICIENTS, ...own }
}

/** Mass of a reaction rotor's body for its point: a disc of half its volume. kg. */
const bodyMass = (m: ReactionRotor, densityKgPerM3: number): number =>
  0.5 * Math.PI * m.bodyRadiusM ** 2 * m.bodyHeightM * densityKgPerM3 * m.infill

/** The model of any machine at one state of its air. */
export function turbineModel(machine: TurbineMachine, around: TurbineSurroundings, inlet: TurbineInlet): TurbineModel {
  switch (machine.family) {
    case 'tangential-impulse':
    case 'turbine-compressor':
      return impulseTurbine({ ...around, rotor: machine, casing: machine.casing }, inlet)
    case 'supersonic-impulse':
      return supersonicTurbine({ ...around, rotor: machine, casing: machine.casing }, inlet)
    case 'radial-inflow':
      return radialTurbine({ ...machine, ...around }, inlet)
    case 'axial':
    case 'wind-stack':
      return axialTurbine({ ...machine, ...around }, inlet)
    case 'disc-pack':
      return discPackTurbine({ ...machine, ...around }, inlet)
    case 'vane-motor':
      return vaneTurbine({ ...machine, ...around }, inlet)
    case 'reaction-rotor':
      return reactionTurbine({ ...machine, massKg: bodyMass(machine, 1250), ...around }, inlet)
  }
}

/**
 * Share of the wind in front of a stack that its slanted vanes turn in, of the most a stream can give.
 * Estimate: best near 45 degrees and with a dozen vanes; each vane's edge costs.
 */
export const stackCapture = (stack: Pick<WindStack, 'stackVanes' | 'vaneSlantRad'>): number =>
  0.5 *
  Math.sin(2 * Math.min(Math.PI / 2, Math.max(0, stack.vaneSlantRad))) *
  Math.min(1, stack.stackVanes / 8) *
  (1 - 0.01 * stack.stackVanes)

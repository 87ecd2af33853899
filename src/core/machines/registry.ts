import { DEFAULT_COEFFICIENTS, type TurbineCoefficients } from '../turbine'
import { axial } from './axial'
import { discPack } from './disc-pack'
import { radialInflow } from './radial-inflow'
import { reactionRotor } from './reaction-rotor'
import type { RotatingFamily } from './rotating'
import { supersonicImpulse } from './supersonic-impulse'
import { tangentialImpulse } from './tangential-impulse'
import { turbineCompressor } from './turbine-compressor'
import { vaneMotor } from './vane-motor'
import { windStack } from './wind-stack'

/**
 * Every family of rotating machines, in the order in which makers meet them. The one list of them in the core's models.
 */
const ROTATING = {
  'tangential-impulse': tangentialImpulse,
  'supersonic-impulse': supersonicImpulse,
  'radial-inflow': radialInflow,
  axial,
  'disc-pack': discPack,
  'vane-motor': vaneMotor,
  'reaction-rotor': reactionRotor,
  'wind-stack': windStack,
  'turbine-compressor': turbineCompressor,
}

type MachineOf<T> = T extends RotatingFamily<infer M> ? M : never

export type Family = keyof typeof ROTATING
/** A rotating machine of any family, geometry and material. SI, angles from the direction of travel. */
export type TurbineMachine = MachineOf<(typeof ROTATING)[Family]>
export const FAMILIES = Object.keys(ROTATING) as readonly Family[]

/** The family of a machine. Its functions take machines of that family alone, which the machine itself is. */
export const familyOf = <M extends { readonly family: Family }>(machine: M): RotatingFamily<TurbineMachine> =>
  ROTATING[machine.family] as unknown as RotatingFamily<TurbineMachine>

/** The coefficients that a family's model uses, in the order in which the air meets them. */
export const coefficientsOf = (family: Family) => ROTATING[family].coefficients

/**
 * Plain coefficients of a family. Estimates by order of magnitude (common practice and printed surfaces), not from a
 * published source.
 */
export const defaultCoefficients = (family: Family): TurbineCoefficients => ({
  ...DEFAULT_COEFFICIENTS,
  ...ROTATING[family].plainCoefficients,
})

/** Radius at which a machine's blade speed is reckoned, m. */
export const workingRadius = (machine: TurbineMachine): number => familyOf(machine).workingRadiusM(machine)

/** Radius of the largest turning or standing part of a machine, m: what must fit a printer's bed. */
export const machineRadius = (machine: TurbineMachine): number => familyOf(machine).outerRadiusM(machine)

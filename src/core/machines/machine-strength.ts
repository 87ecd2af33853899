import { bodiesBurstSpeed, bodiesStrength, type BodiesStrength, type TurningBody } from '../strength'
import { familyOf, type TurbineMachine } from './registry'

export type MachineStrength = BodiesStrength

/** The printed wheel of a machine as turning bodies; a driven impeller is one more. */
export const turningBodies = (machine: TurbineMachine): readonly TurningBody[] => familyOf(machine).bodies(machine)

/** Strength of all that turns in a machine; see `bodiesStrength`. */
export const machineStrength = (machine: TurbineMachine, speedRadPerS: number, temperatureK: number): MachineStrength =>
  bodiesStrength(turningBodies(machine), speedRadPerS, temperatureK)

/** Burst speed alone, rad/s; see `bodiesBurstSpeed`. */
export const burstSpeed = (machine: TurbineMachine, temperatureK: number): number =>
  bodiesBurstSpeed(turningBodies(machine), temperatureK)

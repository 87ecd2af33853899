import type { Family } from '../../core/machines'
import type { Build } from '../validation/schema'

/** The document's types of what machines own, named for their use here. */
export type Machine = Build['machine']
export type KindId = Machine['family']
export type MachineOfKind<K extends KindId> = Extract<Machine, { family: K }>
export type RotatingMachine = MachineOfKind<Family>
export type RotatingMachineOf<F extends Family> = MachineOfKind<F>
export type Feed = RotatingMachine['nozzle']
export type ShaftLoad = RotatingMachine['load']
export type BuildOf<M extends Machine> = Omit<Build, 'machine'> & { machine: M }

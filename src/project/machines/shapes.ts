import type { ImpulseCasing } from '../../core/turbine'

/** A machine whose close casing leaves at least a gap. */
export const closeCasing = <M extends { readonly casing: ImpulseCasing }>(machine: M, gapM: number): M =>
  machine.casing.kind === 'close'
    ? { ...machine, casing: { ...machine.casing, clearanceM: Math.max(machine.casing.clearanceM, gapM) } }
    : machine

/** A flat paddle has no angles; all other fields stand. */
export const turnsBack = (path: string, profile: string): boolean =>
  profile !== 'flat' || !(path === 'machine.inletAngleRad' || path === 'machine.outletAngleRad')

import type { TurbineMachine } from './families'

/** Radius at which a machine's blade speed is reckoned, m. */
export function workingRadius(machine: TurbineMachine): number {
  switch (machine.family) {
    case 'radial-inflow':
      return machine.inletRadiusM
    case 'disc-pack':
      return machine.outerRadiusM
    case 'vane-motor':
      return machine.rotorRadiusM
    case 'reaction-rotor':
      return machine.jetRadiusM
    default:
      return machine.meanRadiusM
  }
}

import type { TurbineMachine } from '../turbine'

/** Radius of the largest turning or standing part of a machine, m: what must fit a printer's bed. */
export function machineRadius(machine: TurbineMachine): number {
  switch (machine.family) {
    case 'tangential-impulse':
      return machine.meanRadiusM + machine.bladeDepthM / 2
    case 'turbine-compressor':
      return Math.max(machine.meanRadiusM + machine.bladeDepthM / 2, machine.impeller.tipRadiusM * 1.4)
    case 'supersonic-impulse':
    case 'axial':
      return machine.meanRadiusM + machine.bladeHeightM / 2
    case 'wind-stack':
      return machine.stackRadiusM
    case 'radial-inflow':
      return machine.inletRadiusM * 1.4
    case 'disc-pack':
      return machine.outerRadiusM
    case 'vane-motor':
      return machine.boreRadiusM
    case 'reaction-rotor':
      return machine.bodyRadiusM
  }
}

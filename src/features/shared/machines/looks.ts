import type { KindId, Machine, MachineOfKind } from '../../../project/document'
import { discPackFace } from './disc-pack'
import { rimFace, rowFace, type Face } from './faces'
import { pistonFace } from './piston-engine'
import { radialFace } from './radial-inflow'
import { reactionFace } from './reaction-rotor'
import { rotorFace } from './rotor-engine'
import { bodyFace } from './thrust-body'
import { vaneFace } from './vane-motor'

/** The small face of every kind of machine, for trees and choices. */
const FACES: { readonly [K in KindId]: (machine: MachineOfKind<K>) => Face } = {
  'tangential-impulse': rimFace,
  'supersonic-impulse': rowFace,
  'radial-inflow': radialFace,
  axial: rowFace,
  'disc-pack': discPackFace,
  'vane-motor': vaneFace,
  'reaction-rotor': reactionFace,
  'wind-stack': rowFace,
  'turbine-compressor': rimFace,
  'thrust-body': bodyFace,
  'single-acting-engine': pistonFace,
  'double-acting-engine': pistonFace,
  'three-flank-engine': rotorFace,
}

export const faceOf = (machine: Machine): Face => (FACES[machine.family] as (m: Machine) => Face)(machine)

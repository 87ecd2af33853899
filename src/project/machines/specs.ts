import type { Family } from '../../core/machines'
import { axialSpec } from './axial'
import { discPackSpec } from './disc-pack'
import { radialSpec } from './radial-inflow'
import { reactionSpec } from './reaction-rotor'
import type { RotatingSpec } from './rotating'
import { supersonicSpec } from './supersonic-impulse'
import { tangentialSpec } from './tangential-impulse'
import { turbineCompressorSpec } from './turbine-compressor'
import { vaneSpec } from './vane-motor'
import { windStackSpec } from './wind-stack'

/** What each family of rotating machines brings to a project. */
export const SPECS: { readonly [F in Family]: RotatingSpec<F> } = {
  'tangential-impulse': tangentialSpec,
  'supersonic-impulse': supersonicSpec,
  'radial-inflow': radialSpec,
  axial: axialSpec,
  'disc-pack': discPackSpec,
  'vane-motor': vaneSpec,
  'reaction-rotor': reactionSpec,
  'wind-stack': windStackSpec,
  'turbine-compressor': turbineCompressorSpec,
}

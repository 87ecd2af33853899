import type { Family } from '../../../core/machines'
import type { KindId, Machine, MachineOfKind } from '../../../project/document'
import { axialLook } from './axial'
import type { MachineView } from './contract'
import { discPackLook } from './disc-pack'
import { engineView } from './engine'
import { radialLook } from './radial-inflow'
import { reactionLook } from './reaction-rotor'
import { rotatingView, type AnyLook, type RotatingLook } from './rotating'
import { supersonicLook } from './supersonic-impulse'
import { tangentialLook } from './tangential-impulse'
import { thrustView } from './thrust-body'
import { turbineCompressorLook } from './turbine-compressor'
import { vaneLook } from './vane-motor'
import { windStackLook } from './wind-stack'

/** What each family of rotating machines shows of its own. */
const LOOKS: { readonly [F in Family]: RotatingLook<F> } = {
  'tangential-impulse': tangentialLook,
  'supersonic-impulse': supersonicLook,
  'radial-inflow': radialLook,
  axial: axialLook,
  'disc-pack': discPackLook,
  'vane-motor': vaneLook,
  'reaction-rotor': reactionLook,
  'wind-stack': windStackLook,
  'turbine-compressor': turbineCompressorLook,
}

export const lookOf = (family: Family): AnyLook => LOOKS[family] as unknown as AnyLook

/** Kinds of machine that are no family of the rotating ones. */
const OTHERS: { readonly [K in Exclude<KindId, Family>]: MachineView<MachineOfKind<K>, never> | unknown } = {
  'thrust-body': thrustView,
  'single-acting-engine': engineView<'single-acting-engine'>(),
  'double-acting-engine': engineView<'double-acting-engine'>(),
  'three-flank-engine': engineView<'three-flank-engine'>(),
}

const VIEWS = {
  ...Object.fromEntries((Object.keys(LOOKS) as Family[]).map((family) => [family, rotatingView(lookOf(family))])),
  ...OTHERS,
} as Readonly<Record<KindId, unknown>>

/** A kind of machine as the build room shows it. */
export const viewOf = ({ machine }: { readonly machine: Machine }): MachineView =>
  VIEWS[machine.family] as unknown as MachineView

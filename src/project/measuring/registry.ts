import type { Measurement, Rig } from '../validation/schema'
import type { Method } from './contract'
import { brake } from './brake/method'
import { coast } from './coast/method'
import { droop } from './droop/method'
import { generator } from './generator/method'
import type { LiveBench } from './live'
import { inertia } from './inertia/method'
import { rope } from './rope/method'
import { runDown } from './run-down/method'
import { sound } from './sound/method'
import { tankDecay } from './tank/method'
import { thrust } from './thrust/method'

/** Every way of measuring. The one list of them above the core. */
export const METHODS = {
  inertia,
  coast,
  brake,
  generator,
  rope,
  thrust,
  'tank-decay': tankDecay,
  'run-down': runDown,
  droop,
  sound,
} satisfies {
  readonly [M in Measurement['method']]: unknown
}

export const METHOD_IDS = Object.keys(METHODS) as readonly Measurement['method'][]

/** The method of a measurement, or of the rig that is made for it. */
export const methodOf = (id: Measurement['method']): Method => METHODS[id] as unknown as Method

/** A rig's method while it is recorded; null where no device can. */
export function liveOf(rig: Rig): LiveBench | null {
  const { live } = methodOf(rig.kind)
  return live && (live.serves?.(rig) ?? true) ? live : null
}

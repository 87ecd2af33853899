import { effectiveInertia, type CoastRig as CoreRig } from '../../../core/bench'
import { kindOf } from '../../machines/registry'
import type { Build, CoastRig } from '../../validation/schema'
import { inertiaRig, type Wheeled } from '../inertia/rig'

/** The rig with its flywheel; null where the rotor turns alone. */
export const withWheel = (rig: CoastRig): (CoastRig & Wheeled) | null =>
  rig.flywheel ? { ...rig, flywheel: rig.flywheel } : null

/**
 * All that turns, and what brakes it, as the reduction needs them. @throws RangeError for a machine of which nothing
 * turns.
 */
export function coastRig(rig: CoastRig, build: Pick<Build, 'machine'>): CoreRig {
  const turning = kindOf(build).turning?.(build.machine)
  if (!turning) throw new RangeError(`nothing turns of a ${build.machine.family}`)
  const wheel = withWheel(rig)
  const { brake } = rig
  const { value, standardUncertainty } = wheel ? effectiveInertia(inertiaRig(wheel, build)) : turning
  return {
    inertiaKgM2: { value, standardUncertainty },
    brake: brake && {
      torqueNm: brake.torqueNm,
      standardUncertaintyNm: brake.torqueNm * brake.relativeUncertainty,
    },
  }
}

/** The sensor as it is read: with no flywheel it can only be on the rotor. */
export const sensorOf = ({ signal, countsPerTurn, sensorOn, speedRatio, flywheel }: CoastRig) => ({
  signal,
  countsPerTurn,
  ...(flywheel ? { sensorOn, speedRatio } : { sensorOn: 'rotor' as const, speedRatio: 1 }),
})

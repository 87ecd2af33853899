import { UNKNOWN_RIM_LIMIT_M_PER_S } from '../../core/gates'
import { flywheelOnRun } from '../measuring/inertia/rig'
import type { MachinePredicted } from '../machines/contract'
import type { Build, Rig } from '../validation/schema'
import type { Plan } from './schema'

export interface StopSpeed {
  readonly speedRadPerS: number
  readonly by: NonNullable<Plan['stoppedBy']>
}

/** Stress goes with the square of speed: at half the burst speed a quarter of it is used. */
const OF_BURST = 0.5

/**
 * The speed at which a run is to be stopped unless its maker says another: the lowest of half the rotor's burst speed,
 * its bearing's limit, and what the rig's flywheel stands. Null where none is known.
 */
export function stopSpeed(predicted: MachinePredicted, rig: Rig, build: Build): StopSpeed | null {
  const value = (id: string) => predicted.hazards.find((h) => h.id === id)?.value ?? null
  const [burst, free, share] = [value('burst-speed'), value('free-speed'), value('bearing-share')]
  const wheel = rig.kind === 'inertia' ? flywheelOnRun(rig, build, predicted) : null
  const ratio = rig.kind === 'inertia' ? rig.speedRatio : 1
  const found: readonly (StopSpeed | null)[] = [
    burst === null ? null : { speedRadPerS: OF_BURST * burst, by: 'burst' },
    free !== null && share !== null && share > 0 ? { speedRadPerS: free / share, by: 'bearing' } : null,
    wheel?.burstSpeedRadPerS ? { speedRadPerS: (OF_BURST * wheel.burstSpeedRadPerS) / ratio, by: 'flywheel' } : null,
    wheel && wheel.burstSpeedRadPerS === null && rig.kind === 'inertia'
      ? { speedRadPerS: UNKNOWN_RIM_LIMIT_M_PER_S / rig.flywheel.outerRadiusM / ratio, by: 'rim' }
      : null,
  ]
  return found.reduce((least, x) => (x && (!least || x.speedRadPerS < least.speedRadPerS) ? x : least), null)
}

import { effectiveInertia, ringInertia, ringMass, type InertiaRig } from '../../../core/bench'
import { flywheelState, timeToSpeed, type FlywheelBody, type FlywheelState } from '../../../core/gates'
import { materialById } from '../../../core/strength'
import type { MachinePredicted } from '../../machines/contract'
import { kindOf } from '../../machines/registry'
import type { Build, FlywheelRig } from '../../validation/schema'

/** What of a rig has to do with its flywheel. */
export type Wheeled = Pick<
  FlywheelRig,
  'flywheel' | 'flywheelRelativeUncertainty' | 'speedRatio' | 'countsPerTurn' | 'sensorOn'
>

export function flywheelInertia(rig: Pick<FlywheelRig, 'flywheel'>): { massKg: number; inertiaKgM2: number } {
  const { flywheel } = rig
  const massKg =
    flywheel.kind === 'mass'
      ? flywheel.massKg
      : ringMass({ ...flywheel, densityKgPerM3: materialById(flywheel.materialId).densityKgPerM3 })
  return { massKg, inertiaKgM2: ringInertia(massKg, flywheel.innerRadiusM, flywheel.outerRadiusM) }
}

/**
 * The rig as the reduction needs it, with all that turns of the machine under test on it. @throws RangeError for a
 * machine of which nothing turns.
 */
export function inertiaRig(rig: Wheeled, build: Pick<Build, 'machine'>): InertiaRig {
  const { inertiaKgM2 } = flywheelInertia(rig)
  const turning = kindOf(build).turning?.(build.machine)
  if (!turning) throw new RangeError(`nothing turns of a ${build.machine.family}`)
  return {
    flywheelInertiaKgM2: { value: inertiaKgM2, standardUncertainty: inertiaKgM2 * rig.flywheelRelativeUncertainty },
    rotorInertiaKgM2: turning,
    speedRatio: rig.speedRatio,
    countsPerTurn: rig.countsPerTurn,
    sensorOn: rig.sensorOn,
  }
}

/** A rig's flywheel as a hazard of its own. */
export function flywheelBody(rig: Pick<FlywheelRig, 'flywheel'>): FlywheelBody {
  const { flywheel } = rig
  return {
    outerRadiusM: flywheel.outerRadiusM,
    innerRadiusM: flywheel.innerRadiusM,
    materialId: flywheel.kind === 'dimensions' ? flywheel.materialId : null,
    ...flywheelInertia(rig),
  }
}

/**
 * A rig's flywheel at the highest speed that a build can bring it to: its free speed and one standard uncertainty more,
 * through the gear. Null where no free speed is predicted.
 */
export function flywheelOnRun(
  rig: Wheeled,
  build: Pick<Build, 'machine'>,
  { figures, overSpeed }: Pick<MachinePredicted, 'figures' | 'overSpeed'>,
): FlywheelState | null {
  const free = figures.find((f) => f.id === 'freeSpeedRadPerS')
  if (!free) return null
  const torque = overSpeed?.lines.find((l) => l.id === 'torque')
  const curve =
    overSpeed && torque ? overSpeed.over.map((speedRadPerS, i) => ({ speedRadPerS, torqueNm: torque.values[i] })) : []
  return flywheelState(
    flywheelBody(rig),
    (free.value + free.standardUncertainty) * rig.speedRatio,
    timeToSpeed(curve, effectiveInertia(inertiaRig(rig, build)).value),
  )
}

import { effectiveInertia, ringInertia, ringMass, type InertiaRig } from '../../core/bench'
import { flywheelState, timeToSpeed, type FlywheelBody, type FlywheelState } from '../../core/gates'
import type { Prediction } from '../../core/prediction'
import { bodyInertia, materialById } from '../../core/strength'
import type { Rig, TurbineBuild } from '../validation/schema'
import { turningBodies } from '../../core/machines'

export function flywheelInertia(rig: Rig): { massKg: number; inertiaKgM2: number } {
  const { flywheel } = rig
  const massKg =
    flywheel.kind === 'mass'
      ? flywheel.massKg
      : ringMass({ ...flywheel, densityKgPerM3: materialById(flywheel.materialId).densityKgPerM3 })
  return { massKg, inertiaKgM2: ringInertia(massKg, flywheel.innerRadiusM, flywheel.outerRadiusM) }
}

/** Metal hub, shaft and screws are not in the printed rotor's figure: a tenth of it stands for what is not known. */
const ROTOR_INERTIA_UNCERTAINTY = 0.1

/** The rig as the reduction needs it, with the rotor of the build under test on it. */
export function inertiaRig(rig: Rig, build: TurbineBuild): InertiaRig {
  const { inertiaKgM2 } = flywheelInertia(rig)
  const { rotorInertia } = build.shaft
  const rotor =
    rotorInertia?.inertiaKgM2 ??
    turningBodies(build.machine).reduce((sum, body) => sum + bodyInertia(body).inertiaKgM2, 0)
  return {
    flywheelInertiaKgM2: { value: inertiaKgM2, standardUncertainty: inertiaKgM2 * rig.flywheelRelativeUncertainty },
    rotorInertiaKgM2: {
      value: rotor,
      standardUncertainty: (rotorInertia?.relativeUncertainty ?? ROTOR_INERTIA_UNCERTAINTY) * rotor,
    },
    speedRatio: rig.speedRatio,
    countsPerTurn: rig.countsPerTurn,
    sensorOn: rig.sensorOn,
  }
}

/** A rig's flywheel as a hazard of its own. */
export function flywheelBody(rig: Rig): FlywheelBody {
  const { flywheel } = rig
  return {
    outerRadiusM: flywheel.outerRadiusM,
    innerRadiusM: flywheel.innerRadiusM,
    materialId: flywheel.kind === 'dimensions' ? flywheel.materialId : null,
    ...flywheelInertia(rig),
  }
}

/** A rig's flywheel at the highest speed that a build can bring it to: its free speed and one standard uncertainty more, through the gear. */
export function flywheelOnRun(
  rig: Rig,
  build: TurbineBuild,
  prediction: Pick<Prediction, 'summary' | 'uncertainty' | 'curve'>,
): FlywheelState {
  const top = prediction.summary.freeSpeedRadPerS + prediction.uncertainty.freeSpeedRadPerS
  return flywheelState(
    flywheelBody(rig),
    top * rig.speedRatio,
    timeToSpeed(prediction.curve, effectiveInertia(inertiaRig(rig, build)).value),
  )
}

import { ringInertia, ringMass, type InertiaRig } from '../../core/bench'
import { bodyInertia, materialById, turningBodies } from '../../core/strength'
import type { Rig, TurbineBuild } from '../validation/schema'

export function flywheelInertia(rig: Rig): { massKg: number; inertiaKgM2: number } {
  const { flywheel } = rig
  const massKg = flywheel.kind === 'mass' ? flywheel.massKg : ringMass({ ...flywheel, densityKgPerM3: materialById(flywheel.materialId).densityKgPerM3 })
  return { massKg, inertiaKgM2: ringInertia(massKg, flywheel.innerRadiusM, flywheel.outerRadiusM) }
}

/** Metal hub, shaft and screws are not in the printed rotor's figure: a tenth of it stands for what is not known. */
const ROTOR_INERTIA_UNCERTAINTY = 0.1

/** The rig as the reduction needs it, with the rotor of the build under test on it. */
export function inertiaRig(rig: Rig, build: TurbineBuild): InertiaRig {
  const { inertiaKgM2 } = flywheelInertia(rig)
  const rotor = turningBodies(build.machine).reduce((sum, body) => sum + bodyInertia(body).inertiaKgM2, 0)
  return {
    flywheelInertiaKgM2: { value: inertiaKgM2, standardUncertainty: inertiaKgM2 * rig.flywheelRelativeUncertainty },
    rotorInertiaKgM2: { value: rotor, standardUncertainty: ROTOR_INERTIA_UNCERTAINTY * rotor },
    speedRatio: rig.speedRatio,
    countsPerTurn: rig.countsPerTurn,
    sensorOn: rig.sensorOn,
  }
}

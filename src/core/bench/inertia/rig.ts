import type { Measured } from '../../statistics'

/**
 * A spin-up rig: a flywheel, perhaps geared down, whose speed-up measures torque.
 * All inertias about their own shaft; `speedRatio` is flywheel speed over rotor speed (0.2: geared down five to one).
 */
export interface InertiaRig {
  readonly flywheelInertiaKgM2: { readonly value: number; readonly standardUncertainty: number }
  readonly speedRatio: number
  readonly rotorInertiaKgM2: { readonly value: number; readonly standardUncertainty: number }
  readonly countsPerTurn: number
  readonly sensorOn: 'rotor' | 'flywheel'
}

/** Polar inertia of a disc or ring, kg m2: m (ri^2 + ro^2)/2. Closed form. */
export const ringInertia = (massKg: number, innerRadiusM: number, outerRadiusM: number): number =>
  0.5 * massKg * (innerRadiusM ** 2 + outerRadiusM ** 2)

/** Mass of a ring, kg. */
export const ringMass = (ring: {
  innerRadiusM: number
  outerRadiusM: number
  widthM: number
  densityKgPerM3: number
}): number => ring.densityKgPerM3 * Math.PI * (ring.outerRadiusM ** 2 - ring.innerRadiusM ** 2) * ring.widthM

/**
 * Inertia felt at the rotor's shaft: rotor plus flywheel times the speed ratio squared. Closed form (energy of both at
 * one speed).
 */
export function effectiveInertia(rig: InertiaRig): Measured {
  const gear = rig.speedRatio ** 2
  return {
    value: rig.rotorInertiaKgM2.value + gear * rig.flywheelInertiaKgM2.value,
    standardUncertainty: Math.hypot(
      rig.rotorInertiaKgM2.standardUncertainty,
      gear * rig.flywheelInertiaKgM2.standardUncertainty,
    ),
    unit: 'kg·m²',
  }
}

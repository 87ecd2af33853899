import type { Draft } from 'immer'
import { REPEATS, dragAt, shapeAt, type CoastReduction } from '../../../core/bench'
import { varianceOf } from '../../../core/statistics'
import { bearingClass, bearingTorque } from '../../../core/turbine'
import { isTurbine } from '../../document/kinds'
import { LIMITS } from '../../document/limits'
import type { Build, CoastRig } from '../../validation/schema'

/** What a build states and a coasting tells better. */
export interface CoastTarget {
  readonly id: 'bearing' | 'rotor-inertia'
  readonly stated: { readonly value: number; readonly standardUncertainty: number } | null
  readonly found: { readonly value: number; readonly standardUncertainty: number }
  /** It lies outside of what the field takes, so that something else rubs or was measured. */
  readonly beyond: boolean
  readonly write: (build: Draft<Build>) => void
}

const rounded = (value: number, digits: number) => Number(value.toPrecision(digits))

/**
 * Fields of a build that a coasting of the rotor alone tells: how hard its bearings drag, over what their class does,
 * by what of the drag does not grow with the square of speed, at the lowest speed that was read; and the inertia, where
 * a known torque told it.
 * None with a flywheel on: its bearings and its air are in the drag too. No bearing where other parts rub.
 */
export function coastTargets(build: Build, rig: CoastRig, r: CoastReduction): readonly CoastTarget[] {
  if (rig.flywheel || !isTurbine(build)) return []
  const targets: CoastTarget[] = []
  const { shaft, coefficients } = build.machine
  const w = r.leastRadPerS
  const usual = shaft.bearingCount > 0 ? bearingTorque(bearingClass(shaft.bearingClassId), shaft.bearingCount, w) : 0
  if (usual > 0 && !('sliding' in coefficients) && coefficients.bearing) {
    const air = r.law.parameters[2] * w * w
    const drag = Math.max(0, dragAt(r.law, w) - air)
    const unsure = Math.hypot(
      Math.sqrt(varianceOf([1, w, 0], r.law.covariance)),
      r.law.shape ? shapeAt(r.law.shape, r.law.shape.apartNm, w) : 0,
      // of a law that does not lie the square's share is not the air's
      r.law.shape?.stands === false ? 0.5 * air : 0,
      r.sharedRelativeUncertainty * drag,
      REPEATS * drag,
    )
    const [least, most] = LIMITS.coefficient
    const value = drag / usual
    targets.push({
      id: 'bearing',
      stated: coefficients.bearing,
      found: { value, standardUncertainty: unsure / usual },
      beyond: value < least || value > most,
      write: (build) => {
        if (!isTurbine(build)) return
        build.machine.coefficients.bearing = {
          value: rounded(value, 4),
          standardUncertainty: rounded(unsure / usual, 2),
          from: 'runs',
        }
      },
    })
  }
  if (r.coasts.some((c) => c.braked)) {
    const [least, most] = LIMITS.rotorInertiaKgM2
    const { value, standardUncertainty } = r.inertia
    targets.push({
      id: 'rotor-inertia',
      stated: r.stated,
      found: r.inertia,
      beyond: value < least || value > most,
      write: (build) => {
        if (!isTurbine(build)) return
        build.machine.shaft.rotorInertia = {
          inertiaKgM2: rounded(value, 4),
          relativeUncertainty: rounded(standardUncertainty / value, 2),
        }
      },
    })
  }
  return targets
}

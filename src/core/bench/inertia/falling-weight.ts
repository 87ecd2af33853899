import { PhysicsError } from '../../errors'
import { linearLeastSquares, studentT95, varianceOf, COVERAGE_95, type Measured } from '../../statistics'
import { STANDARD_GRAVITY } from '../../units/gravity'

/** A weight on a thread round the shaft, let go from rest. */
export interface Fall {
  readonly massKg: number
  readonly timeS: number
}

export interface FallingWeightRig {
  /** From the shaft's middle to the thread's, m. */
  readonly drumRadiusM: number
  readonly drumRadiusUncertaintyM: number
  readonly heightM: number
  readonly heightUncertaintyM: number
}

export interface FallingWeight {
  /** Of all that turns, kg m2. */
  readonly inertia: Measured
  /** Of bearings and thread, found with it, N·m. */
  readonly friction: Measured
}

const fault = (code: string, message: string, nextStep: string) => new PhysicsError({ code, message, nextStep })

/**
 * Inertia and friction of what turns from falls of at least two weights: m (g - a) r = I a / r + M with a = 2 h / t².
 * Two weights part the inertia from the friction, which would otherwise pass for it. Range: friction that does not
 * depend on speed.
 * Error: scatter of the times; radius and height by their own. Source: equations of motion, closed form; JCGM 100.
 * @throws PhysicsError FEW_FALLS, NO_FALL.
 */
export function inertiaByFalls(falls: readonly Fall[], rig: FallingWeightRig): FallingWeight {
  const { drumRadiusM: r, heightM: h } = rig
  if (falls.length < 3 || new Set(falls.map((f) => f.massKg)).size < 2)
    throw fault(
      'FEW_FALLS',
      `${falls.length} falls cannot part inertia from friction.`,
      'Let at least two different weights fall, three falls in all or more.',
    )
  const rows = falls.map(({ massKg, timeS }) => {
    const a = (2 * h) / timeS ** 2
    return { a, torque: massKg * (STANDARD_GRAVITY - a) * r }
  })
  if (rows.some((x) => !(x.a < STANDARD_GRAVITY)))
    throw fault('NO_FALL', 'A fall is faster than free.', 'Look at height and time: metres and seconds.')
  // a hand times every fall to about the same share: what scatters is the acceleration, by its own share, and the
  // torque is as good as exact
  const fit = linearLeastSquares(
    rows.map((x) => [x.torque, 1]),
    rows.map((x) => x.a),
    rows.map((x) => 1 / x.a ** 2),
    'residual',
  )
  const [slope, offset] = fit.parameters
  if (fit.status !== 'fitted' || !(slope > 0))
    throw fault(
      'NO_FALL',
      'The heavier weight does not fall faster.',
      'Look whether masses and times stand in the right rows.',
    )
  const few = studentT95(Math.max(1, falls.length - 2)) / COVERAGE_95
  const [inertia, friction] = [r / slope, -offset / slope]
  const inertiaU = few * (inertia / slope) * Math.sqrt(fit.covariance[0][0])
  const frictionU = few * Math.sqrt(varianceOf([offset / slope ** 2, -1 / slope], fit.covariance))
  // I goes with the square of the radius over the height's acceleration
  const shared = Math.hypot((2 * rig.drumRadiusUncertaintyM) / r, rig.heightUncertaintyM / h)
  return {
    inertia: { value: inertia, standardUncertainty: Math.hypot(inertiaU, shared * inertia), unit: 'kg·m²' },
    friction: { value: friction, standardUncertainty: frictionU, unit: 'N·m' },
  }
}

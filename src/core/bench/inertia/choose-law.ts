import { linearLeastSquares, type Measured } from '../../statistics'
import { lawOf } from './law-of-motion'
import type { LocalMotion } from './local-fit'
import { fallOf, fellUnseen, type Driven, type PressureFall } from './pressure-drive'
import {
  dragFreeSpeedOf,
  dragOf,
  freeSpeedOf,
  peakOf,
  shaftGradient,
  shaftTorqueOf,
  tooLittle,
  type TorqueLaw,
} from './torque-law'
import { BEND, NO_DRIVE, type TrajectoryFit } from './trajectory-fit'
import type { Drive } from './trajectory-march'

/** A line is looked at for a bend where the torque read in windows strays from it by so many of its uncertainty. */
const STRAYS = 3
/** A bend counts where it is so many of its own uncertainty. */
const BENT = 3.5
/** A law whose residuals are less alike than this lies on the recording. */
const LIES = 0.3

/** Curvature of blade torque against speed in units of its uncertainty. */
function curvature(spin: readonly LocalMotion[], law: TorqueLaw, inertia: number): number {
  const top = Math.max(...spin.map((m) => m.speedRadPerS))
  const fit = linearLeastSquares(
    spin.map((m) => [1, m.speedRadPerS / top, (m.speedRadPerS / top) ** 2]),
    spin.map((m) => inertia * m.accelerationRadPerS2 + dragOf(law, m.speedRadPerS)),
    spin.map((m) => 1 / (inertia * m.accelerationUncertainty) ** 2),
    'birge',
  )
  return fit.status === 'fitted' && fit.degreesOfFreedom > 3 ? fit.parameters[2] / Math.sqrt(fit.covariance[2][2]) : 0
}

/** Whether a law is a machine's: torque at rest, and less of it until it is gone. */
function falls(law: TorqueLaw): boolean {
  const [t0, k, , , , q] = law.parameters
  const free = freeSpeedOf(law)
  return t0 > 0 && free > 0 && dragFreeSpeedOf(law) > 0 && k + 2 * q * free > 0
}

const bends = ({ status, parameters, covariance }: TrajectoryFit): boolean =>
  status !== 'singular' && Math.abs(parameters[BEND]) > BENT * Math.sqrt(covariance[BEND][BEND])

/** A law, less sure by as much as another one differs from it. */
const unsureBy = (law: TorqueLaw, other: TorqueLaw): TorqueLaw => {
  const off = law.parameters.map((p, i) => other.parameters[i] - p)
  return { ...law, covariance: law.covariance.map((row, i) => row.map((v, j) => v + off[i] * off[j])) }
}

/** The law that a recording tells, and how it was come by. */
export interface ChosenLaw {
  readonly law: TorqueLaw
  readonly motion: TrajectoryFit
  readonly fall: PressureFall
  readonly curvatureSigmas: number
  /** Greatest power at the shaft if nothing fell and the torque bends instead; null where that is no question. */
  readonly bentInsteadW: number | null
}

interface Found {
  readonly motion: TrajectoryFit
  readonly law: TorqueLaw
  readonly fall: PressureFall
}

/** The bent one where its bend is beyond doubt; else the straight one, less sure by what the bend would change. */
function lawOfBoth(straight: Found, bent: Found | null): Found {
  if (!bent || bent.motion.status === 'singular' || !falls(bent.law)) return straight
  return bends(bent.motion) ? bent : { ...straight, law: unsureBy(straight.law, bent.law) }
}

/**
 * A straight law of torque, or one that bends where the recording is beyond doubt about it: a recorded pressure is
 * taken along in both. Where a fall that nobody recorded and a bend both lie on the recording the fall is told, less sure
 * by what the bend would change, and what that would be.
 * `first` is a first estimate from the windows `spin`; `fit` lays a law on the recording.
 * @throws PhysicsError TOO_LITTLE_DATA where torque does not fall with speed.
 */
export function chooseLaw(
  fit: (drive: Drive, law: readonly number[], bent: boolean) => TrajectoryFit,
  first: TorqueLaw,
  spin: readonly LocalMotion[],
  driven: Driven,
  inertia: Measured,
): ChosenLaw {
  const by = (bent: boolean, from: readonly number[]): Found => {
    const motion = fit(driven.drive, from, bent)
    const other = driven.other && motion.status !== 'singular' ? fit(driven.other, motion.parameters, bent) : null
    return { motion, fall: fallOf(driven, motion, other), law: lawOf(motion, other, driven, inertia.value, first) }
  }
  const straight = by(
    false,
    first.parameters.map((v) => v / inertia.value),
  )
  const curvatureSigmas = curvature(spin, straight.law, inertia.value)
  const unseen = fellUnseen(straight.fall)
  // a pressure that moves may hide a bend from the windows; where it was recorded the motion tells one from the other
  const looked = driven.other === null || Math.abs(curvatureSigmas) > STRAYS
  const bent = looked && !unseen ? by(true, straight.motion.parameters) : null
  const found = lawOfBoth(straight, bent)
  if (!falls(found.law)) throw tooLittle('Torque does not fall with speed in this stretch.')
  const instead = unseen ? fit(NO_DRIVE, straight.motion.parameters, true) : null
  const held = { ...driven, drive: NO_DRIVE, other: null }
  const lies = instead && bends(instead) && instead.autocorrelation < LIES
  const other = lies ? lawOf(instead, null, held, inertia.value, first) : null
  if (!other || !falls(other)) return { ...found, curvatureSigmas, bentInsteadW: null }
  const { power } = peakOf(other, (w) => shaftTorqueOf(other, w), shaftGradient, freeSpeedOf(other), inertia)
  return { ...found, law: unsureBy(found.law, other), curvatureSigmas, bentInsteadW: power.value }
}

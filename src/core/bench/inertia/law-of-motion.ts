import { COURSES } from './courses'
import { slopeAtShut, type Driven } from './pressure-drive'
import type { TorqueLaw } from './torque-law'
import type { TrajectoryFit } from './trajectory-fit'
import { FACTORS, priorsOf, type Drive } from './trajectory-march'

/**
 * What a fall that nobody recorded leaves unknown of torque at rest and of the slope, over the fall: it is put together
 * from courses of a few shapes. Found by simulated falls of 3 to 20 % of many shapes, the speed of their machines
 * staying, or following by up to half of what the torque does: off by up to 2.5 and 4 % of the fall.
 */
const SHAPE_UNSURE = [0.01, 0.02] as const

/**
 * The law over the inertia that a fit tells, and its covariance. With a column it holds for the nominal pressure;
 * without, its torque at rest for the pressure at the start and the speed at which torque vanishes for that at the
 * shut, where it was read.
 */
function asRead({ parameters, covariance }: TrajectoryFit, drive: Drive, unseen: boolean) {
  const courses = FACTORS + priorsOf(drive).length
  // T0, k, a, b, c, q and the courses: where each stands, and the power of the speed by which it moves with the slope
  const terms = [
    ...[0, 1, 0, 0, 0, 2].map((power, place) => ({ place, power })),
    ...COURSES.slice(0, parameters.length - courses).map(({ drives, power }, i) => ({
      place: courses + i,
      power: drives ? power : 0,
    })),
  ]
  const fallen = unseen ? parameters.slice(FACTORS, courses) : []
  const fall = fallen.reduce((sum, f) => sum + f, 0)
  const { factor, byFall } = unseen ? slopeAtShut(drive, fallen) : { factor: 1, byFall: 0 }
  const law = terms.map(({ place, power }) => parameters[place] * factor ** power)
  const rows = terms.map(({ place, power }) =>
    parameters.map((_, j) =>
      j === place
        ? factor ** power
        : j >= FACTORS && j < courses && power > 0
          ? parameters[place] * power * factor ** (power - 1) * byFall
          : 0,
    ),
  )
  const along = (row: readonly number[], by: readonly number[]) => row.reduce((sum, v, j) => sum + v * by[j], 0)
  const swept = rows.map((row) => covariance.map((line) => along(row, line)))
  return {
    law,
    covariance: rows.map((_, i) =>
      rows.map((row, j) => along(row, swept[i]) + (i === j && i < 2 ? (SHAPE_UNSURE[i] * fall * law[i]) ** 2 : 0)),
    ),
  }
}

/** By how much the law over the inertia moves where what the motion cannot tell is one standard uncertainty off. */
export function shiftOf(motion: TrajectoryFit, other: TrajectoryFit | null, driven: Driven): readonly number[] | null {
  if (!driven.other || !other || other.status === 'singular' || motion.status === 'singular') return null
  const unseen = driven.changed === null
  const [here, moved] = [asRead(motion, driven.drive, unseen), asRead(other, driven.other, unseen)]
  return here.law.map((v, i) => moved.law[i] - v)
}

/**
 * The law that the motion tells; the first estimate where it makes no machine (torque that does not fall, drag that
 * drives). `off` is by how much it moves with what the motion cannot tell.
 */
export function lawOf(
  motion: TrajectoryFit,
  off: readonly number[] | null,
  driven: Driven,
  inertia: number,
  first: TorqueLaw,
): TorqueLaw {
  if (motion.status === 'singular') return first
  const { law, covariance } = asRead(motion, driven.drive, driven.changed === null)
  const parameters = law.map((v) => v * inertia)
  if (!(law[0] > 0) || !parameters.every(Number.isFinite)) return first
  return {
    ...first,
    parameters,
    covariance: covariance.map((row, i) => row.map((v, j) => (v + (off ? off[i] * off[j] : 0)) * inertia * inertia)),
  }
}

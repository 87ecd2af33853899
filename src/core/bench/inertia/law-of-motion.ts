import { slopeAtShut, type Driven } from './pressure-drive'
import type { TorqueLaw } from './torque-law'
import type { TrajectoryFit } from './trajectory-fit'
import { FACTORS, type Drive } from './trajectory-march'

/**
 * What a fall that nobody recorded leaves unknown of torque at rest and of the slope, over the fall: it is put together
 * from courses of a few shapes. Found by simulated falls of 3 to 20 % of many shapes, the speed of their machines
 * staying, or following by up to half of what the torque does: off by up to 2.5 and 4 % of the fall.
 */
const SHAPE_UNSURE = [0.01, 0.02] as const

/** The six of the law. */
const LAW = [0, 1, 2, 3, 4, 5] as const

/**
 * The law over the inertia that a fit tells, and its covariance. With a column it holds for the nominal pressure;
 * without, its torque at rest for the pressure at the start and the speed at which torque vanishes for that at the
 * shut, where it was read.
 */
function asRead({ parameters, covariance }: TrajectoryFit, drive: Drive, unseen: boolean) {
  const law = parameters.slice(0, LAW.length)
  const rows = LAW.map((i) => parameters.map((_, j): number => (i === j ? 1 : 0)))
  if (unseen) {
    const { factor, byFall } = slopeAtShut(drive, parameters.slice(FACTORS))
    rows[1] = parameters.map((_, j) => (j === 1 ? factor : j >= FACTORS ? law[1] * byFall : 0))
    law[1] *= factor
  }
  const fall = unseen ? parameters.slice(FACTORS).reduce((sum, f) => sum + f, 0) : 0
  const along = (row: readonly number[], by: readonly number[]) => row.reduce((sum, v, j) => sum + v * by[j], 0)
  const swept = rows.map((row) => covariance.map((line) => along(row, line)))
  return {
    law,
    covariance: rows.map((_, i) =>
      rows.map((row, j) => along(row, swept[i]) + (i === j && i < 2 ? (SHAPE_UNSURE[i] * fall * law[i]) ** 2 : 0)),
    ),
  }
}

/**
 * The law that the motion tells; the first estimate where it makes no machine (torque that does not fall, drag that
 * drives). `other` is the fit where what the motion cannot tell is one standard uncertainty off.
 */
export function lawOf(
  motion: TrajectoryFit,
  other: TrajectoryFit | null,
  driven: Driven,
  inertia: number,
  first: TorqueLaw,
): TorqueLaw {
  if (motion.status === 'singular') return first
  const { law, covariance } = asRead(motion, driven.drive, driven.other !== null)
  const [t0, k, a, b, c, q] = law.map((v) => v * inertia)
  if (!(t0 > 0) || !Number.isFinite(t0 + k + a + b + c + q)) return first
  const moved = driven.other && other && other.status !== 'singular' ? asRead(other, driven.other, true).law : law
  const off = law.map((v, i) => moved[i] - v)
  return {
    parameters: [t0, k, a, b, c, q],
    covariance: covariance.map((row, i) => row.map((v, j) => (v + off[i] * off[j]) * inertia * inertia)),
  }
}

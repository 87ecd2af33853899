import type { Manifold } from 'manifold-3d'
import type { Fits } from '../fits'
import { STAND, pocketRadius, type StandShape } from '../stand'
import { rods, spoke } from './common'
import { BEYOND, type SolidKit } from './toolkit'

/**
 * Stand: a ring with ears on the bench, a leg under each screw, pockets for nuts in the base. Lies as it stands: no
 * support.
 */
export function standSolid(kit: SolidKit, s: StandShape, fits: Fits): Manifold {
  const { base } = STAND
  const arms = s.ears.map((at) =>
    spoke(Math.hypot(...at), 2 * STAND.ear, (Math.atan2(at[1], at[0]) * 180) / Math.PI, s.inner + 1),
  )
  const foot = kit.prism([kit.circle(s.outer), ...s.ears.map((at) => kit.post(STAND.ear, at)), ...arms], 0, base)
  const nuts = s.legs.map((at) => kit.circle(pocketRadius(fits.seat), at, 6))
  return kit.cut(kit.union([foot, rods(kit, STAND.leg, s.legs, 0, s.height)]), [
    kit.cylinder(s.inner, -BEYOND, base + BEYOND),
    ...kit.holes(fits.screw, -BEYOND, s.height + BEYOND, s.legs),
    kit.prism(nuts, -BEYOND, STAND.pocket),
    ...kit.holes(STAND.hole, -BEYOND, base + BEYOND, s.ears),
  ])
}

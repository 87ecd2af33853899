import type { Manifold } from 'manifold-3d'
import type { Fits } from '../fits'
import { STAND, pocketRadius, type StandShape } from '../stand'
import type { SolidKit } from './toolkit'

/** Stand: a ring with ears on the bench, a leg under each screw, pockets for nuts in the base. Lies as it stands: no support. */
export function standSolid(kit: SolidKit, s: StandShape, fits: Fits): Manifold {
  const { base } = STAND
  const arm = (to: number, wide: number, at: readonly [number, number]) =>
    kit.aboutZ(
      kit.box([to - s.inner - 1, 2 * wide, base], [s.inner + 1, -wide, 0]),
      (Math.atan2(at[1], at[0]) * 180) / Math.PI,
    )
  const ring = kit.cut(kit.cylinder(s.outer, 0, base), [kit.cylinder(s.inner, -1, base + 1)])
  const ears = s.ears.flatMap((at) => [kit.cylinder(STAND.ear, 0, base, at), arm(Math.hypot(...at), STAND.ear, at)])
  return kit.cut(kit.union([ring, ...ears, ...s.legs.map((at) => kit.cylinder(STAND.leg, 0, s.height, at))]), [
    ...s.legs.flatMap((at) => [
      kit.cylinder(fits.screw, -1, s.height + 1, at),
      kit.cylinder(pocketRadius(fits.seat), -1, STAND.pocket, at, 6),
    ]),
    ...s.ears.map((at) => kit.cylinder(STAND.hole, -1, base + 1, at)),
  ])
}

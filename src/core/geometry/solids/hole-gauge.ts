import type { Manifold } from 'manifold-3d'
import { gaugeHoles, GAUGE_PLATE } from '../gauge-plate'
import { BEYOND, type SolidKit } from './toolkit'

/**
 * Test plate with holes of known drawn size, a notch at the smallest. It follows from nothing but the list of sizes.
 */
export function holeGaugeSolid(kit: SolidKit): Manifold {
  const { length, width, thickness, notch } = GAUGE_PLATE
  const holes = gaugeHoles().map(({ centre, radius }) => kit.cylinder(radius, -BEYOND, thickness + BEYOND, centre))
  return kit.cut(kit.box([length, width, thickness], [0, 0, 0]), [
    ...holes,
    kit.box([notch, notch, thickness + 2], [-notch / 2, width / 2 - notch / 2, -1]),
  ])
}

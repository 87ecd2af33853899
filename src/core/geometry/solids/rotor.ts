import type { Manifold } from 'manifold-3d'
import { bladeOutline, placedBlade, type Point } from '../blade-outline'
import { KEY } from '../fits'
import { partMeasures, type ImpulsePartsInput } from '../part-shape'
import type { SolidKit } from './toolkit'

const mm = 1000

/** Rotor: disc and blades, bore for a keyed metal hub, holes for its clamping screws. Lies on z = 0. */
export function rotorSolid(kit: SolidKit, input: ImpulsePartsInput): Manifold {
  const m = partMeasures(input)
  const disc = kit.cylinder(m.root, 0, m.discThickness)
  const outline = bladeOutline(input.machine, Math.min(1e-3, 0.2 * (m.root / mm))).map(([x, y]): Point => [
    x * mm,
    y * mm,
  ])
  const blades = Array.from({ length: input.machine.bladeCount }, (_, i) =>
    placedBlade(outline, m, i, input.machine.bladeCount),
  )
  const body = kit.union([disc, kit.prism(blades, 0, m.bladeHeight)])
  const top = Math.max(m.discThickness, m.bladeHeight) + 1
  const screws = Array.from({ length: m.clampScrews }, (_, i) => {
    const angle = (2 * Math.PI * i) / 3 + Math.PI / 3
    return kit.cylinder(input.fits.screw, -1, top, [
      m.clampPitchRadius * Math.cos(angle),
      m.clampPitchRadius * Math.sin(angle),
    ])
  })
  const key = kit.box([m.hub + KEY.depth, KEY.width, top + 1], [0, -KEY.width / 2, -1])
  return kit.cut(body, [kit.cylinder(m.hub, -1, top), key, ...screws])
}

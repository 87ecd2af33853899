import type { Manifold } from 'manifold-3d'
import { lugs, mm } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import { bentWheel, shroudLid, spout, type Bent } from '../../geometry/solids/bent-wheel'
import { type Point } from '../../geometry'
import { impellerDepth } from './parts'
import type { TurbineCompressor } from '.'
import { rimSolids } from '../tangential-impulse/solids'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { type SolidsKind } from '../solid-kind'

function impellerShape(m: TurbineCompressor, input: FedParts): Bent {
  const eye = m.impeller.eyeRadiusM * mm
  const bore = (input.shaftDiameterM * mm) / 2 + 0.1
  return {
    rim: m.impeller.tipRadiusM * mm,
    width: m.impeller.tipWidthM * mm,
    eye,
    hub: Math.min(eye - 1.5, Math.max(bore + 1.6, 0.4 * eye)),
    bore: Math.min(bore, eye - 3.2),
    back: 2,
    depth: impellerDepth(m),
  }
}

/** Impeller: log-spiral blades swept back from the eye to the tip. */
export function impellerSolid(kit: SolidKit, m: TurbineCompressor, input: FedParts): Manifold {
  const s = impellerShape(m, input)
  const inner = Math.max(0.75 * s.hub, s.bore + 0.6)
  const curve = Array.from({ length: 17 }, (_, i): Point => {
    const r = inner + ((s.rim - inner) * i) / 16
    const a = Math.tan(m.impeller.backsweepRad) * Math.log(r / inner)
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  return bentWheel(
    kit,
    s,
    curve,
    Math.max(input.fits.thinnest * 1.25, 1),
    m.impeller.blades,
    1.25 * input.fits.thinnest,
  )
}

/** Collector of an impeller: floor with the shaft's hole and a labyrinth, round wall, delivery hole along the rim. */
export function impellerHousingSolid(kit: SolidKit, m: TurbineCompressor, input: FedParts): Manifold {
  const { fits } = input
  const s = impellerShape(m, input)
  const floor = 3
  const level = floor + s.back + 0.4
  const hole = (m.deliveryDiameterM * mm) / 2
  const room = Math.max(2 * hole + 1, 0.14 * s.rim)
  const outer = s.rim * 1.05 + room + fits.wall
  const top = level + Math.max(s.width, 2 * hole + 1)
  const lug = lugs(kit, input.fits, outer, 0, top)
  const middle = s.rim * 1.05 + room / 2
  const z = (level + top) / 2
  const pipe = spout(kit, { outer, middle, channel: hole, radius: hole + fits.wall, z, top, reach: outer + 8 })
  const through = kit.lying(hole, [middle, 0], [0, -1], 0, outer + 9, z)
  const body = kit.cut(kit.union([kit.cylinder(outer, 0, top), ...lug.bodies, pipe]), [
    kit.cylinder(s.rim * 1.05 + room, level, top + 1),
    kit.cylinder(s.rim + 0.5, floor, top + 1),
    kit.cylinder((input.shaftDiameterM * mm) / 2 + fits.slide, -1, floor + 1),
    through,
    ...lug.holes,
  ])
  return kit.aboveBase(body, 0)
}

/** Lid of an impeller: shroud at its gap, the eye open. */
export function impellerLidSolid(kit: SolidKit, m: TurbineCompressor, input: FedParts): Manifold {
  const s = impellerShape(m, input)
  const room = Math.max(m.deliveryDiameterM * mm + 1, 0.14 * s.rim)
  return shroudLid(kit, input.fits, s, m.impeller.clearanceM * mm, s.rim * 1.05 + room + input.fits.wall)
}

export const turbineCompressorSolids: SolidsKind<RotatingParts<TurbineCompressor>, PartOf<'turbine-compressor'>> = {
  ...rimSolids,
  impeller: { make: (kit, input) => impellerSolid(kit, input.machine, input) },
  'impeller-housing': { make: (kit, input) => impellerHousingSolid(kit, input.machine, input), cutBelowTopMm: 0.4 },
  'impeller-lid': { make: (kit, input) => impellerLidSolid(kit, input.machine, input) },
}

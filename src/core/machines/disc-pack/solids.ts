import type { Manifold } from 'manifold-3d'
import { bearingSeat, keyedBore, lugs, mm, polar, windows } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import { packOutlets, type Point } from '../../geometry'
import type { DiscPack } from '.'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { loneInsertSolid, type SolidsKind } from '../solid-kind'

/** Outlet holes of a disc between hub and inner radius: as many and as wide as leave webs, mm. */
export function outletHoles(m: DiscPack): { radius: number; pitchRadius: number; count: number } | null {
  const [hub, inner] = [m.hubRadiusM * mm + 1.2, m.innerRadiusM * mm]
  const radius = (inner - hub) / 2
  const pitchRadius = (inner + hub) / 2
  const count = Math.min(8, Math.floor(Math.PI / Math.asin(Math.min(1, (radius + 0.5) / pitchRadius))))
  return radius >= 0.5 && count >= 2 ? { radius, pitchRadius, count } : null
}

/** Disc or cone of even thickness, keyed bore, outlet holes. */
export function discSolid(kit: SolidKit, m: DiscPack): Manifold {
  const [outer, hub, thickness] = [m.outerRadiusM * mm, m.hubRadiusM * mm, m.discThicknessM * mm]
  const rise = Math.tan(m.coneAngleRad) * (outer - hub)
  const along = thickness / Math.cos(m.coneAngleRad)
  const body =
    m.coneAngleRad > 1e-6
      ? kit.turned([
          [0, rise],
          [hub, rise],
          [outer, 0],
          [outer, along],
          [hub, rise + along],
          [0, rise + along],
        ])
      : kit.cylinder(outer, 0, thickness)
  const top = rise + along + 1
  const holes = outletHoles(m)
  return kit.cut(body, [
    keyedBore(kit, hub, top),
    ...(holes
      ? Array.from({ length: holes.count }, (_, i) =>
          kit.cylinder(holes.radius, -1, top, polar(holes.pitchRadius, (360 * i) / holes.count + 180 / holes.count)),
        )
      : []),
  ])
}

/** Ring that sets the gap. */
export function spacerSolid(kit: SolidKit, m: DiscPack): Manifold {
  const hub = m.hubRadiusM * mm
  const gap = (m.gapWidthM * mm) / Math.cos(m.coneAngleRad)
  return kit.cut(kit.cylinder(hub + 2.6, 0, gap), [keyedBore(kit, hub, gap)])
}

/** Width of a pack along the shaft, mm. */
const packWidth = (m: DiscPack): number =>
  ((m.discs * m.discThicknessM + (m.discs - 1) * m.gapWidthM) * mm) / Math.cos(m.coneAngleRad) +
  Math.tan(m.coneAngleRad) * (m.outerRadiusM - m.hubRadiusM) * mm

/** Cup round a pack: floor with bearing seat and outlets, wall with seats for the inserts along the rim. */
export function packHousingSolid(kit: SolidKit, m: DiscPack, input: FedParts): Manifold {
  const { fits } = input
  const cavity = (m.outerRadiusM + m.clearanceM) * mm
  const seat = bearingSeat(kit, input, 0)
  const floor = Math.max(4, seat.height)
  const insert = (input.nozzle.inletBoreM * mm) / 2 + Math.max(2.4, 0.35 * input.nozzle.inletBoreM * mm)
  const height = floor + Math.max(packWidth(m) + 2, 2 * (insert + fits.wall) - floor)
  const outer = cavity + fits.wall
  const z = floor + 1 + packWidth(m) / 2
  const lug = lugs(kit, input.fits, outer, 0, height)
  const reach = Math.sqrt(Math.max(4, outer * outer - (cavity * 0.9) ** 2))
  const lean = (input.nozzle.angleRad * 180) / Math.PI
  const along = (solid: Manifold, i: number) =>
    kit.aboutZ(kit.placed(solid, [0, 0, 0]), (360 * i) / input.nozzle.count + 60)
  const direction: Point = [Math.sin((lean * Math.PI) / 180), -Math.cos((lean * Math.PI) / 180)]
  const at: Point = [cavity - Math.max(0.5, (input.nozzle.throatDiameterM * mm) / 2), 0]
  const bodies = Array.from({ length: input.nozzle.count }, (_, i) =>
    along(kit.lying(insert + fits.wall, at, direction, 2, reach + 16, z), i),
  )
  const bores = Array.from({ length: input.nozzle.count }, (_, i) =>
    along(
      kit.union([
        kit.lying((input.nozzle.exitDiameterM * mm) / 2 + 0.5, at, direction, -2, reach + 20, z),
        kit.lying(insert + fits.seat, at, direction, reach + 4, reach + 17, z),
        kit.cylinder(fits.core, z, height + 1, [
          at[0] + direction[0] * (reach + 10),
          at[1] + direction[1] * (reach + 10),
        ]),
      ]),
      i,
    ),
  )
  const open = windows(kit, packOutlets(input, m.innerRadiusM), 0, floor)
  const shell = kit.union([kit.cylinder(outer, 0, height), ...lug.bodies, ...bodies])
  return kit.below(
    kit.aboveBase(
      kit.cut(shell, [kit.cylinder(cavity, floor, height + 1), seat.hollow, ...open, ...bores, ...lug.holes]),
      0,
    ),
    height,
  )
}

/** Cover of a pack: bearing seat and lugs. */
export function packCoverSolid(kit: SolidKit, m: DiscPack, input: FedParts): Manifold {
  const { fits } = input
  const outer = (m.outerRadiusM + m.clearanceM) * mm + fits.wall
  const seat = bearingSeat(kit, input, 0)
  const lug = lugs(kit, input.fits, outer, 0, 4)
  return kit.cut(kit.union([kit.cylinder(outer, 0, 4), seat.boss, ...lug.bodies]), [seat.hollow, ...lug.holes])
}

export const discPackSolids: SolidsKind<RotatingParts<DiscPack>, PartOf<'disc-pack'>> = {
  'nozzle-insert': loneInsertSolid,
  disc: { make: (kit, input) => discSolid(kit, input.machine) },
  spacer: { make: (kit, input) => spacerSolid(kit, input.machine) },
  'pack-housing': { make: (kit, input) => packHousingSolid(kit, input.machine, input) },
  'pack-cover': { make: (kit, input) => packCoverSolid(kit, input.machine, input) },
}

import type { Manifold } from 'manifold-3d'
import { bearingSeat, keyedBore, lugs, mm, polar } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import type { VaneMotor } from '.'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { type SolidsKind } from '../solid-kind'

/** Rotor of a vane motor: a drum with slots along the radius. */
export function vaneRotorSolid(kit: SolidKit, m: VaneMotor, input: FedParts): Manifold {
  const { fits } = input
  const [radius, length, thickness, height] = [
    m.rotorRadiusM * mm,
    m.lengthM * mm,
    m.vaneThicknessM * mm,
    m.vaneHeightM * mm,
  ]
  const slots = Array.from({ length: m.vanes }, (_, i) =>
    kit.aboutZ(
      kit.box(
        [height + 2, thickness + 2 * Math.min(0.15, fits.slide * 0.5), length + 2],
        [radius - height, -thickness / 2 - Math.min(0.15, fits.slide * 0.5), -1],
      ),
      (360 * i) / m.vanes,
    ),
  )
  return kit.cut(kit.cylinder(radius, 0, length), [
    keyedBore(kit, m.hubRadiusM * mm, length, Infinity, 0, 180 / m.vanes),
    ...slots,
  ])
}

/** One vane, lying: length, height, thickness. */
export const vaneSolid = (kit: SolidKit, m: VaneMotor): Manifold =>
  kit.box([m.lengthM * mm, m.vaneHeightM * mm, m.vaneThicknessM * mm], [0, 0, 0])

/** Body of a vane motor: a bore with inlet and exhaust through the wall. The bore's middle is the origin; the rotor sits towards +x. */
export function vaneBodySolid(kit: SolidKit, m: VaneMotor, input: FedParts): Manifold {
  const { fits } = input
  const [bore, length] = [m.boreRadiusM * mm, m.lengthM * mm]
  const wall = Math.max(fits.wall + 1.5, 0.2 * bore)
  const outer = bore + wall
  const lug = lugs(kit, input.fits, outer, 0, length)
  const inlet = (input.nozzle.throatDiameterM * mm) / 2
  // ports at the middle of the angles in which they are open, seen from the touching line
  const step = 360 / m.vanes
  const inletAt = Math.max(step / 2, (m.inletEndsRad * 180) / Math.PI - step * 0.6)
  const exhaustFrom = (m.exhaustOpensRad * 180) / Math.PI
  const exhaustAt = (exhaustFrom + 345) / 2
  const port = (radius: number, degrees: number) =>
    kit.aboutZ(kit.lying(radius, [0, 0], [1, 0], bore * 0.7, outer + 12, length / 2), degrees)
  const exhaust = Math.min(length * 0.3, Math.max(1.4 * inlet, 0.25 * bore))
  const spout = kit.aboutZ(kit.lying(inlet + fits.wall, [0, 0], [1, 0], bore + 0.5, outer + 8, length / 2), inletAt)
  const notch = (degrees: number) => kit.cylinder(0.8, length - 1.2, length + 1, polar(outer, degrees))
  const body = kit.union([kit.cylinder(outer, 0, length), ...lug.bodies, spout])
  const slots = [-1, 0, 1].map((k) =>
    port(exhaust, Math.min(345, Math.max(exhaustFrom + 4, exhaustAt + k * Math.min(22, (345 - exhaustFrom) / 4)))),
  )
  return kit.below(
    kit.aboveBase(
      kit.cut(body, [
        kit.cylinder(bore, -1, length + 1),
        port(inlet, inletAt),
        ...slots,
        ...lug.holes,
        notch(inletAt),
        notch(exhaustAt),
        notch(exhaustAt + 8),
      ]),
      0,
    ),
    length,
  )
}

/** End plate of a vane motor: the bearing sits off the middle by the eccentricity. */
export function vaneEndSolid(kit: SolidKit, m: VaneMotor, input: FedParts): Manifold {
  const { fits } = input
  const bore = m.boreRadiusM * mm
  const outer = bore + Math.max(fits.wall + 1.5, 0.2 * bore)
  const seat = bearingSeat(kit, input, 0, [m.eccentricityM * mm, 0])
  const height = Math.max(5, seat.height)
  const lug = lugs(kit, input.fits, outer, 0, height)
  return kit.cut(kit.union([kit.cylinder(outer, 0, height), ...lug.bodies]), [seat.hollow, ...lug.holes])
}

export const vaneSolids: SolidsKind<RotatingParts<VaneMotor>, PartOf<'vane-motor'>> = {
  'vane-rotor': { make: (kit, input) => vaneRotorSolid(kit, input.machine, input) },
  vane: { make: (kit, input) => vaneSolid(kit, input.machine) },
  'vane-body': { make: (kit, input) => vaneBodySolid(kit, input.machine, input) },
  'vane-end': { make: (kit, input) => vaneEndSolid(kit, input.machine, input) },
}

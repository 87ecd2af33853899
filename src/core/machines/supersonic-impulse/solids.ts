import type { Manifold } from 'manifold-3d'
import { bearingSeat, lugs, mm } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import { rimOf, ringRadii, wheelRow } from '../../geometry'
import type { SupersonicImpulse } from '.'
import { endPlateSolid, wheelSolid } from '../axial/solids'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { loneInsertSolid, type SolidsKind } from '../solid-kind'

/** Ring round the tips of a supersonic wheel, with lugs to match the plates. */
export function shroudRingSolid(kit: SolidKit, machine: SupersonicImpulse, input: FedParts): Manifold {
  const { fits } = input
  const { inner, barrel } = ringRadii(machine, input)
  const outer = rimOf(barrel, fits)
  const height = machine.bladeDepthM * mm + 2 + input.nozzle.gapM * mm
  const lug = lugs(kit, input.fits, outer, 0, height)
  return kit.cut(kit.union([kit.cylinder(outer, 0, height), ...lug.bodies]), [
    kit.cylinder(inner, -1, height + 1),
    ...lug.holes,
  ])
}

/** Plate that holds the inserts at their slant, blowing on the wheel below it. Wheel's side on z = 0. */
export function nozzlePlateSolid(kit: SolidKit, machine: SupersonicImpulse, input: FedParts): Manifold {
  const { fits } = input
  const row = wheelRow(machine)
  const { barrel } = ringRadii(machine, input)
  const insert = (input.nozzle.inletBoreM * mm) / 2 + Math.max(2.4, 0.35 * input.nozzle.inletBoreM * mm)
  const seat = bearingSeat(kit, input, 0)
  const thickness = 10
  const outer = Math.max(rimOf(barrel, fits), seat.radius)
  const lug = lugs(kit, input.fits, outer, 0, thickness)
  const mean = (row.root + row.tip) / 2
  const slope = (input.nozzle.angleRad * 180) / Math.PI
  const boss = 26
  const turned = (solid: Manifold, i: number) =>
    kit.aboutZ(kit.placed(solid, [90 - slope, 0, 0], [mean, 0, 0]), (360 * i) / input.nozzle.count)
  const bodies = Array.from({ length: input.nozzle.count }, (_, i) =>
    turned(kit.cylinder(insert + fits.wall, 0, boss), i),
  )
  const bores = Array.from({ length: input.nozzle.count }, (_, i) =>
    turned(
      kit.union([
        kit.cylinder(insert + fits.seat, 3, boss + 8),
        kit.cylinder((input.nozzle.exitDiameterM * mm) / 2 + 0.4, -20, 4),
        kit.lying(fits.core, [0, 0], [1, 0], 0, insert + fits.wall + 2, boss - 7),
      ]),
      i,
    ),
  )
  const plate = kit.cut(
    kit.union([
      kit.cylinder(outer, 0, thickness),
      kit.cylinder(seat.radius, 0, Math.max(thickness, seat.height)),
      ...lug.bodies,
      ...bodies,
    ]),
    [seat.hollow, ...lug.holes, ...bores],
  )
  return kit.aboveBase(plate, 0)
}

export const supersonicSolids: SolidsKind<RotatingParts<SupersonicImpulse>, PartOf<'supersonic-impulse'>> = {
  'nozzle-insert': loneInsertSolid,
  wheel: { make: (kit, input) => wheelSolid(kit, input.machine, input) },
  'nozzle-plate': { make: (kit, input) => nozzlePlateSolid(kit, input.machine, input) },
  'shroud-ring': { make: (kit, input) => shroudRingSolid(kit, input.machine, input) },
  'end-plate': { make: (kit, input) => endPlateSolid(kit, input.machine, input) },
}

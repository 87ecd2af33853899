import type { Manifold } from 'manifold-3d'
import { bearingSeat, mm, polar } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import { wheelRow } from '../../geometry'
import { tierHeight } from './parts'
import type { WindStack } from '.'
import { wheelSolid } from '../axial/solids'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { type SolidsKind } from '../solid-kind'

/** One tier of a wind stack: slanted vanes between two rings that fit into each other. */
export function stackTierSolid(kit: SolidKit, machine: WindStack, input: FedParts): Manifold {
  const { fits } = input
  const radius = machine.stackRadiusM * mm
  const height = tierHeight(machine)
  const ring = 2.4
  const inner = radius * 0.64
  const slant = (machine.vaneSlantRad * 180) / Math.PI
  const vane = kit.placed(
    kit.box(
      [radius - inner - 1, Math.max(1.2, fits.thinnest * 1.5), height],
      [inner + 0.5, -Math.max(0.6, fits.thinnest * 0.75), 0],
    ),
    [0, 0, 0],
  )
  const vanes = Array.from({ length: machine.stackVanes }, (_, i) =>
    kit.aboutZ(
      kit.placed(kit.placed(vane, [0, 0, 0], [-radius, 0, 0]), [0, 0, 90 - slant], [radius, 0, 0]),
      (360 * i) / machine.stackVanes,
    ),
  )
  const flat = (z: number) => kit.cut(kit.cylinder(radius, z, z + ring), [kit.cylinder(inner, z - 1, z + ring + 1)])
  const pins = [0, 130, 240].map((a) => kit.cylinder(2, height - 0.5, height + 2.5, polar((inner + radius) / 2, a)))
  const sockets = [0, 130, 240].map((a) => kit.cylinder(2 + fits.slide, -1, 2.2, polar((inner + radius) / 2, a)))
  const clipped = kit.common(
    kit.union(vanes),
    kit.cut(kit.cylinder(radius, 0, height), [kit.cylinder(inner, -1, height + 1)]),
  )
  return kit.cut(kit.union([flat(0), flat(height - ring), clipped, ...pins]), sockets)
}

/** Foot of a wind stack: a plate that carries the tiers, the tube round the wheel, a bearing seat on three arms. */
export function stackFootSolid(kit: SolidKit, machine: WindStack, input: FedParts): Manifold {
  const { fits } = input
  const row = wheelRow(machine)
  const inner = row.tip + machine.tipClearanceM * mm
  const length = row.chord + 16
  const radius = Math.max(machine.stackRadiusM * mm, inner + 8)
  const seat = bearingSeat(kit, input, 0)
  const arms = [0, 120, 240].map((a) => kit.aboutZ(kit.box([inner + 1, 5, Math.min(6, seat.height)], [0, -2.5, 0]), a))
  const tube = kit.cut(kit.cylinder(inner + fits.wall, 0, length), [kit.cylinder(inner, -1, length + 1)])
  const plate = kit.cut(kit.cylinder(radius, length - 3, length), [kit.cylinder(inner, length - 4, length + 1)])
  const pins = [0, 130, 240].map((a) =>
    kit.cylinder(2, length - 0.5, length + 2.2, polar(0.82 * machine.stackRadiusM * mm, a)),
  )
  return kit.cut(
    kit.union([tube, plate, seat.boss, ...arms, ...(0.82 * machine.stackRadiusM * mm > inner + 2.5 ? pins : [])]),
    [seat.hollow],
  )
}

export const windStackSolids: SolidsKind<RotatingParts<WindStack>, PartOf<'wind-stack'>> = {
  wheel: { make: (kit, input) => wheelSolid(kit, input.machine, input) },
  'stack-tier': { make: (kit, input) => stackTierSolid(kit, input.machine, input) },
  'stack-foot': { make: (kit, input) => stackFootSolid(kit, input.machine, input) },
}

import type { Manifold } from 'manifold-3d'
import { bearingSeat, bladeRing, keyedBore, lugs, mm, windows } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import {
  GROOVE,
  axialLengths,
  endPlateOutlets,
  endPlateRim,
  rimOf,
  ringRadii,
  wheelRow,
  type RowMachine,
} from '../../geometry'
import type { Axial } from '.'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { type SolidsKind } from '../solid-kind'

/** Wheel: disc as long as its blades, keyed bore. */
export function wheelSolid(kit: SolidKit, machine: RowMachine, input: FedParts): Manifold {
  const row = wheelRow(machine)
  const blades = kit.common(bladeRing(kit, row), kit.cylinder(row.tip, -1, row.chord + 1))
  return kit.cut(kit.union([kit.cylinder(row.root, 0, row.chord), blades]), [
    keyedBore(kit, row.hub, row.chord, row.root, 1.25 * input.fits.thinnest),
  ])
}

/** The tab that fits the barrel's one groove. */
const tab = (kit: SolidKit, radius: number, height: number): Manifold =>
  kit.box([2.4, 3, height], [radius - 1, -1.5, 0])

/** Stator: vanes between a hub ring and the ring that goes on to shroud the next wheel; keyed by one tab. */
export function statorSolid(kit: SolidKit, machine: Axial, input: FedParts): Manifold {
  const row = wheelRow(machine)
  const { inner, outer } = ringRadii(machine, input)
  const { chord, gap } = axialLengths(machine)
  const height = 2 * (chord + gap)
  // the vanes turn from along the shaft to their outlet angle, against the wheels
  const vanes = bladeRing(
    kit,
    { ...row, outline: null, tip: inner, inletAngleRad: Math.PI / 2 - 1e-6, outletAngleRad: machine.statorAngleRad },
    true,
  )
  const shaft = Math.max((input.shaftDiameterM * mm) / 2 + 0.6, Math.min(row.hub + 0.8, row.root - 2.2))
  const hub = kit.cut(kit.cylinder(row.root, 0, chord), [kit.cylinder(shaft, -1, chord + 1)])
  const ring = kit.cut(kit.cylinder(outer, 0, height), [kit.cylinder(inner, -1, height + 1)])
  return kit.union([hub, vanes, ring, tab(kit, outer, Math.min(6, height))])
}

/** Lid: a plate with slanted feed holes over the blades, a bearing seat, a skirt that shrouds the first wheel, lugs. Outside on z = 0. */
export function lidSolid(kit: SolidKit, machine: Axial, input: FedParts): Manifold {
  const row = wheelRow(machine)
  const { fits } = input
  const { inner, outer, barrel } = ringRadii(machine, input)
  const seat = bearingSeat(kit, input, 0)
  const thickness = Math.max(4, input.bearing.widthM * mm + 1.5)
  const rim = Math.max(barrel + fits.wall, seat.radius)
  const lug = lugs(kit, input.fits, rim, 0, thickness)
  const { count, exitDiameterM, angleRad } = input.nozzle
  const radius = (exitDiameterM * mm) / 2
  const reach = (thickness + 2 * radius) / Math.sin(Math.max(0.12, angleRad)) + 2
  const slope = (angleRad * 180) / Math.PI
  const hole = kit.placed(
    kit.cylinder(radius, -reach, 2 + (2 * radius) / Math.tan(Math.max(0.12, angleRad)), [0, 0], 40),
    [90 - slope, 0, 0],
    [row.root + (row.tip - row.root) / 2, 0, thickness],
  )
  const holes = Array.from({ length: count }, (_, i) => kit.aboutZ(hole, (360 * i) / count))
  const skirtHeight = axialLengths(machine).gap + axialLengths(machine).chord
  const skirt =
    skirtHeight > 0
      ? [
          kit.cut(kit.cylinder(outer, thickness - 0.2, thickness + skirtHeight), [
            kit.cylinder(inner, thickness - 1, thickness + skirtHeight + 1),
          ]),
        ]
      : []
  const body = kit.union([
    kit.cylinder(rim, 0, thickness),
    kit.cylinder(seat.radius, 0, Math.max(thickness, seat.height)),
    ...lug.bodies,
  ])
  return kit.union([kit.cut(body, [seat.hollow, ...lug.holes, ...holes]), ...skirt])
}

/** Barrel: a tube with one groove along it and lugs at both ends. */
export function barrelSolid(kit: SolidKit, machine: Axial, input: FedParts): Manifold {
  const { barrel } = ringRadii(machine, input)
  const { fits } = input
  const { chord, gap } = axialLengths(machine)
  const length = (machine.stages - 1) * 2 * (chord + gap) + 2 * (chord + gap)
  const outer = rimOf(barrel, fits)
  const lug = lugs(kit, input.fits, outer, 0, length)
  const groove = kit.box([1 + GROOVE, 3 + 2 * fits.slide, length + 2], [barrel - 1, -1.5 - fits.slide, -1])
  return kit.cut(kit.union([kit.cylinder(outer, 0, length), ...lug.bodies]), [
    kit.cylinder(barrel, -1, length + 1),
    groove,
    ...lug.holes,
  ])
}

/** End plate: bearing seat in the middle of outlets, lugs to match lid or ring. Outside on z = 0. */
export function endPlateSolid(kit: SolidKit, machine: RowMachine, input: FedParts): Manifold {
  const seat = bearingSeat(kit, input, 0)
  const thickness = Math.max(4, seat.height)
  const rim = endPlateRim(machine, input)
  const lug = lugs(kit, input.fits, rim, 0, thickness)
  const open = windows(kit, endPlateOutlets(input, rim), 0, thickness)
  return kit.cut(kit.union([kit.cylinder(rim, 0, thickness), ...lug.bodies]), [seat.hollow, ...lug.holes, ...open])
}

export const axialSolids: SolidsKind<RotatingParts<Axial>, PartOf<'axial'>> = {
  wheel: { make: (kit, input) => wheelSolid(kit, input.machine, input) },
  stator: { make: (kit, input) => statorSolid(kit, input.machine, input) },
  lid: { make: (kit, input) => lidSolid(kit, input.machine, input) },
  barrel: { make: (kit, input) => barrelSolid(kit, input.machine, input) },
  'end-plate': { make: (kit, input) => endPlateSolid(kit, input.machine, input) },
}

import type { Manifold } from 'manifold-3d'
import type { TurbineMachine } from '../../../turbine'
import { endPlateOutlets } from '../../outlets'
import { axialLengths, tierHeight, type PartsInput } from '../../part-set'
import type { SolidKit } from '../toolkit'
import { GROOVE, endPlateRim, rimOf, ringRadii, wheelRow, type RowMachine } from '../../row-shape'
import { bearingSeat, bladeRing, keyedBore, lugs, mm, polar, windows } from './common'

type Of<F extends TurbineMachine['family']> = Extract<TurbineMachine, { family: F }>

/** Wheel: disc as long as its blades, keyed bore. */
export function wheelSolid(kit: SolidKit, machine: RowMachine, input: PartsInput): Manifold {
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
export function statorSolid(kit: SolidKit, machine: Of<'axial'>, input: PartsInput): Manifold {
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
export function lidSolid(kit: SolidKit, machine: RowMachine, input: PartsInput): Manifold {
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
  const skirtHeight = machine.family === 'axial' ? axialLengths(machine).gap + axialLengths(machine).chord : 0
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
export function barrelSolid(kit: SolidKit, machine: Of<'axial'>, input: PartsInput): Manifold {
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
export function endPlateSolid(kit: SolidKit, machine: RowMachine, input: PartsInput): Manifold {
  const seat = bearingSeat(kit, input, 0)
  const thickness = Math.max(4, seat.height)
  const rim = endPlateRim(machine, input)
  const lug = lugs(kit, input.fits, rim, 0, thickness)
  const open = windows(kit, endPlateOutlets(input, rim), 0, thickness)
  return kit.cut(kit.union([kit.cylinder(rim, 0, thickness), ...lug.bodies]), [seat.hollow, ...lug.holes, ...open])
}

/** Ring round the tips of a supersonic wheel, with lugs to match the plates. */
export function shroudRingSolid(kit: SolidKit, machine: Of<'supersonic-impulse'>, input: PartsInput): Manifold {
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
export function nozzlePlateSolid(kit: SolidKit, machine: Of<'supersonic-impulse'>, input: PartsInput): Manifold {
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

/** One tier of a wind stack: slanted vanes between two rings that fit into each other. */
export function stackTierSolid(kit: SolidKit, machine: Of<'wind-stack'>, input: PartsInput): Manifold {
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
export function stackFootSolid(kit: SolidKit, machine: Of<'wind-stack'>, input: PartsInput): Manifold {
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

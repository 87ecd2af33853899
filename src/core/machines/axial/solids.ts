import type { Manifold } from 'manifold-3d'
import { GROOVE, KEY, endPlateOutlets, wheelRow, type FedParts, type Point, type RowMachine } from '../../geometry'
import {
  LIP,
  bearingPocket,
  bearingSocket,
  bladeRing,
  keyedBore,
  lugs,
  mm,
  windows,
} from '../../geometry/solids/common'
import { collarSolid, hubSolid } from '../../geometry/solids/hub'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { refuse, type SolidsKind } from '../solid-kind'
import { axialHub, axialLayout, feedCone, wheelAt, type AxialLayout } from './layout'
import type { Axial } from '.'

type Input = FedParts & { readonly machine: Axial }

/** Wheel: disc as long as its blades, keyed bore. */
export function wheelSolid(kit: SolidKit, machine: RowMachine, input: FedParts): Manifold {
  const row = wheelRow(machine)
  const blades = kit.common(bladeRing(kit, row), kit.cylinder(row.tip, -BEYOND, row.chord + BEYOND))
  return kit.cut(kit.union([kit.cylinder(row.root, 0, row.chord), blades]), [
    keyedBore(kit, row.hub, row.chord, row.root, 1.25 * input.fits.thinnest),
  ])
}

/**
 * Directions of the tabs on stators, and of the grooves for them: turned over, a stator finds no groove for its second
 * one. Degrees.
 */
const TABS = [0, 130] as const

/**
 * Stator: vanes between a hub ring and the ring that shrouds the wheel above; keyed by its tabs. Its vanes begin one
 * gap above its lower edge.
 */
export function statorSolid(kit: SolidKit, input: Input): Manifold {
  const { machine } = input
  const l = axialLayout(input)
  if (l.row.root < l.statorBore + 1.5 * input.fits.thinnest)
    throw refuse(
      'HUB_WIDE',
      'Between hub and blades there is no room for the rings that keep the wheels apart and for the stators’ own.',
      `Make the hub’s radius at most ${(l.row.hub - (l.statorBore + 1.5 * input.fits.thinnest - l.row.root)).toFixed(1)} mm.`,
    )
  // the vanes turn from along the shaft to their outlet angle, against the wheels
  const vanes = bladeRing(
    kit,
    {
      ...l.row,
      outline: null,
      tip: l.inner,
      inletAngleRad: Math.PI / 2 - 1e-6,
      outletAngleRad: machine.statorAngleRad,
    },
    true,
  )
  const hub = kit.cut(kit.cylinder(l.row.root, 0, l.chord), [kit.cylinder(l.statorBore, -BEYOND, l.chord + BEYOND)])
  const ring = kit.cut(kit.cylinder(l.outer, 0, l.stage), [kit.cylinder(l.inner, -BEYOND, l.stage + BEYOND)])
  const tab = kit.box([2.4, 3, Math.min(6, l.stage)], [l.outer - 1, -1.5, 0])
  return kit.union([
    kit.placed(kit.union([hub, vanes]), [0, 0, 0], [0, 0, l.gap]),
    ring,
    ...TABS.map((a) => kit.aboutZ(tab, a)),
  ])
}

/** Ring between the last stator and the lid: its thickness is the gap before the first wheel. */
const gapRingSolid = (kit: SolidKit, l: AxialLayout): Manifold =>
  kit.cut(kit.cylinder(l.outer, 0, l.top), [kit.cylinder(l.inner, -BEYOND, l.top + BEYOND)])

/** Ring that keeps two wheels apart on the hub: open on the side on which it goes past the wheels' keys. */
const spacerSolid = (kit: SolidKit, l: AxialLayout): Manifold =>
  kit.cut(kit.cylinder(l.spacer, 0, l.stage - l.chord), [
    kit.cylinder(l.row.hub, -BEYOND, l.stage),
    ...(l.keyDepth > 0 ? [kit.box([l.spacer + 1, KEY.width, l.stage + 1], [0, -KEY.width / 2, -1])] : []),
  ])

/**
 * Lid: a plate with slanted feed holes over the blades, a closed boss with the bearing seat and room for the collar.
 * Lies on its underside.
 */
function lidSolid(kit: SolidKit, input: Input): Manifold {
  const l = axialLayout(input)
  const { nozzle } = input
  const radius = (nozzle.exitDiameterM * mm) / 2
  const mean = (l.row.root + l.row.tip) / 2
  const room = l.row.hub + COLLAR_ROOM
  if (mean - radius - input.fits.thinnest < room)
    throw refuse(
      'HUB_WIDE',
      'The feed holes would break into the room for the hub’s collar.',
      `Make the hub’s radius at most ${(l.row.hub - (room + input.fits.thinnest + radius - mean)).toFixed(1)} mm.`,
    )
  const slope = (nozzle.angleRad * 180) / Math.PI
  const long = (l.lidPlate + 2 * radius) / Math.sin(nozzle.angleRad) + 2
  const hole = kit.placed(kit.cylinder(radius, -4 * radius - 2, long, [0, 0], 40), [90 - slope, 0, 0], [mean, 0, 0])
  const lug = lugs(kit, input.fits, l.rim, 0, l.lidPlate)
  return kit.cut(kit.union([kit.cylinder(l.rim, 0, l.lidPlate), kit.cylinder(l.boss, 0, l.bossTop), ...lug.bodies]), [
    bearingSocket(kit, input, l.stack.high - l.lid),
    kit.cylinder(room, -BEYOND, l.collarRoom),
    ...Array.from({ length: nozzle.count }, (_, i) => kit.aboutZ(hole, (360 * i) / nozzle.count)),
    ...lug.holes,
  ])
}
/** From the hub to the wall of the collar's room, mm. */
const COLLAR_ROOM = 4.5

/** Cover over the feed holes with the hose’s barbs on it. Lies on its open side; the cone needs no support. */
function feedConeSolid(kit: SolidKit, input: Input): Manifold {
  const { fits } = input
  const l = axialLayout(input)
  const { tail, inside, wall } = feedCone(l, input)
  const neckFrom = wall + l.rim - tail.neck
  const lug = lugs(kit, input.fits, l.rim, 0, 4)
  const joint = tailEnd(kit, tail, neckFrom + 1, fits)
  const outline: Point[] = [
    [inside, 0],
    [l.rim, 0],
    [l.rim, wall],
    [tail.neck, neckFrom],
    [tail.neck, neckFrom + 1.01],
    [tail.bore, neckFrom + 1.01],
    [tail.bore, wall + inside - tail.bore],
    [inside, wall],
  ]
  return kit.cut(
    kit.union([
      kit.turned(outline),
      kit.cut(joint.body, [kit.cylinder(tail.bore, neckFrom, joint.end + BEYOND)]),
      ...lug.bodies.map((b) => kit.cut(b, [kit.cylinder(inside, -BEYOND, 5)])),
    ]),
    [...joint.hollow, ...lug.holes],
  )
}

/** Barrel: a tube with grooves along it for the stators' tabs, and lugs. */
function barrelSolid(kit: SolidKit, input: Input): Manifold {
  const l = axialLayout(input)
  const { fits } = input
  const length = l.lid - l.plate
  const lug = lugs(kit, fits, l.rim, 0, length)
  const groove = kit.box([1 + GROOVE, 3 + 2 * fits.slide, length + 2], [l.barrel - 1, -1.5 - fits.slide, -1])
  return kit.cut(kit.union([kit.cylinder(l.rim, 0, length), ...lug.bodies]), [
    kit.cylinder(l.barrel, -BEYOND, length + BEYOND),
    ...TABS.map((a) => kit.aboutZ(groove, a)),
    ...lug.holes,
  ])
}

/** Plate with outlets round a bearing seat that opens inwards, and lugs. Lies on its outer face. */
export function outletPlate(
  kit: SolidKit,
  input: FedParts,
  rim: number,
  plate: number,
  angles?: readonly number[],
): Manifold {
  const seat = LIP + input.bearing.widthM * mm
  const lug = lugs(kit, input.fits, rim, 0, plate, angles)
  const boss = kit.cylinder((input.bearing.outerM * mm) / 2 + input.fits.wall, 0, seat)
  return kit.cut(kit.union([kit.cylinder(rim, 0, plate), boss, ...lug.bodies]), [
    bearingPocket(kit, input, seat),
    ...lug.holes,
    ...windows(kit, endPlateOutlets(input, rim), 0, plate),
  ])
}

/** End plate with the ring that shrouds the last wheel. */
function endPlateSolid(kit: SolidKit, input: Input): Manifold {
  const l = axialLayout(input)
  const top = wheelAt(l, 0) + l.chord
  const ring = kit.cut(kit.cylinder(l.outer, l.plate - 0.2, top), [
    kit.cylinder(l.inner, l.plate - BEYOND, top + BEYOND),
  ])
  return kit.union([outletPlate(kit, input, l.rim, l.plate), ring])
}

export const axialSolids: SolidsKind<RotatingParts<Axial>, PartOf<'axial'>> = {
  hub: { turned: true, make: (kit, input) => hubSolid(kit, axialHub(input)) },
  collar: { turned: true, make: (kit, input) => collarSolid(kit, axialLayout(input).row.hub) },
  wheel: { make: (kit, input) => wheelSolid(kit, input.machine, input) },
  'wheel-spacer': { make: (kit, input) => spacerSolid(kit, axialLayout(input)) },
  stator: { make: statorSolid },
  'gap-ring': { make: (kit, input) => gapRingSolid(kit, axialLayout(input)) },
  lid: { make: lidSolid },
  'feed-cone': { make: feedConeSolid },
  barrel: { make: barrelSolid },
  'end-plate': { make: endPlateSolid },
}

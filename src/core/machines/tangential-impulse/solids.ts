import type { Manifold } from 'manifold-3d'
import { KEY, bladeOutline, placedBlade, type Point } from '../../geometry'
import { bearingPocket, polar, spoke, windows } from '../../geometry/solids/common'
import { collarSolid, hubSolid } from '../../geometry/solids/hub'
import { hoseTailSolid, insertSeat, nozzleInsertSolid } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import { mm } from '../part-kind'
import { crowded, refuse, type SolidsKind } from '../solid-kind'
import {
  LUG,
  betweenInserts,
  insertPose,
  jetAngles,
  lugAngles,
  rimLayout,
  rimOutletRing,
  type RimInput,
} from './layout'
import { rimHub, type rimParts } from './parts'
import { screwPlaces } from './screws'

/**
 * Rotor: disc and blades, bore for a keyed hub, holes for its clamping screws. Lies on z = 0, seen from the side to
 * which it turns clockwise: blades hollow to a jet that comes along the top from the left.
 */
export function rotorSolid(kit: SolidKit, input: RimInput): Manifold {
  const l = rimLayout(input)
  const outline = bladeOutline(input.machine, Math.min(1e-3, 0.2 * (l.root / mm))).map(([x, y]): Point => [
    x * mm,
    y * mm,
  ])
  const blades = Array.from({ length: input.machine.bladeCount }, (_, i) =>
    placedBlade(outline, l, i, input.machine.bladeCount)
      .map(([x, y]): Point => [x, -y])
      .reverse(),
  )
  const top = Math.max(l.disc, l.blade) + 1
  return kit.cut(kit.union([kit.cylinder(l.root, 0, l.disc), kit.prism(blades, 0, l.blade)]), [
    kit.cylinder(l.hub, -BEYOND, top),
    kit.box([l.hub + KEY.depth, KEY.width, top + 1], [0, -KEY.width / 2, -1]),
    ...kit.holes(input.fits.screw, -BEYOND, top, screwPlaces(l.screws, l.screwPitch)),
  ])
}

/**
 * Lower half of the casing as it lies on the bed: outer face on z = 0, the joint on top. `high` swaps the faces for
 * those of the upper half.
 */
function half(kit: SolidKit, input: RimInput, high: boolean): Manifold {
  const l = rimLayout(input)
  const { fits, bearing, nozzle } = input
  const face = high ? 2 * l.half - l.ceiling : l.floor
  const seat = l.lowSeat
  const angles = lugAngles(l, nozzle.angleRad, nozzle.count)
  if (betweenInserts(l, nozzle.angleRad, nozzle.count) < 2 * l.boss - fits.wall || angles.length < 3)
    throw crowded(nozzle, 'round this rotor', ' or a larger rotor')
  if (l.half > TALLEST)
    throw refuse(
      'SPAN_WIDE',
      `With bearings ${l.span.toFixed(0)} mm apart each half of the casing would be ${l.half.toFixed(0)} mm of plastic.`,
      `Set “Between the bearings” to at most ${Math.floor(2 * (TALLEST - 2) - bearing.widthM * mm)} mm.`,
    )
  const seats = jetAngles(nozzle.count).map((degrees) => {
    const whole = insertSeat(kit, l.insert, l.tail, fits, Math.max(l.exitBack, l.insert.ahead + 0.3))
    const place = (solid: Manifold) => kit.aboutZ(kit.posed(solid, insertPose(l, nozzle.angleRad)), degrees)
    const foot = kit.box(
      [2 * whole.radius, l.half, l.bossEnd],
      [-whole.radius, 0, l.exitBack + l.insert.length - l.bossEnd],
    )
    const body = kit.below(kit.aboveBase(place(kit.union([whole.body, foot])), 0), l.half)
    return { body, hollow: place(whole.hollow) }
  })
  const lugs = angles.map((a) => polar(l.rods, a))
  const ribs = l.rods > l.outer + LUG.radius ? angles.map((a) => spoke(l.rods, 2 * LUG.radius, a)) : []
  const shell = kit.prism([kit.circle(l.outer), ...lugs.map((at) => kit.post(LUG.radius, at)), ...ribs], 0, l.half)
  // beside the rim the wall comes as close as is stated; about the hub it leaves room for flange and screws, or stands
  // up round the bearing
  const boss = (bearing.outerM * mm) / 2 + fits.wall
  const middle = Math.min(l.cavity, face < seat ? boss : Math.max(l.recess, boss))
  const cavity = kit.turned([
    [0, seat],
    [middle, seat],
    [middle, face],
    [l.cavity, face],
    [l.cavity, l.half + 1],
    [0, l.half + 1],
  ])
  return kit.cut(kit.union([shell, ...seats.map(({ body }) => body)]), [
    cavity,
    bearingPocket(kit, input, seat),
    ...kit.holes(fits.screw, -BEYOND, l.half + BEYOND, lugs),
    ...windows(kit, rimOutletRing(input), 0, Math.max(face, seat)),
    ...seats.map(({ hollow }) => hollow),
  ])
}
/** Height of a casing half beyond which it is a block of plastic, mm. */
const TALLEST = 45

/** What the two halves are: the upper one is the mirror of what the lower one's shape would be with its faces. */
const halves: Pick<SolidsKind<RimInput, keyof typeof rimParts>, 'casing-lower' | 'casing-upper'> = {
  'casing-lower': { make: (kit, input) => half(kit, input, false), cutBelowTopMm: 0.2 },
  'casing-upper': { make: (kit, input) => kit.mirrored(half(kit, input, true)), cutBelowTopMm: 0.2 },
}

export const rimSolids: SolidsKind<RimInput, keyof typeof rimParts> = {
  rotor: { make: rotorSolid },
  hub: { turned: true, make: (kit, input) => hubSolid(kit, rimHub(input)) },
  collar: {
    turned: true,
    make: (kit, input) => collarSolid(kit, rimLayout(input).hub),
  },
  'nozzle-insert': {
    turned: true,
    make: (kit, input) => nozzleInsertSolid(kit, input.nozzle, rimLayout(input).insert),
  },
  'hose-tail': { turned: true, make: (kit, input) => hoseTailSolid(kit, rimLayout(input).tail, input.fits) },
  ...halves,
}

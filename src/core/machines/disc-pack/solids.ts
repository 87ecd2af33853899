import type { Manifold } from 'manifold-3d'
import { KEY, packOutlets, type FedParts } from '../../geometry'
import { bearingPocket, bearingSocket, keyedBore, lugs, mm, windows } from '../../geometry/solids/common'
import { collarSolid, hubSolid } from '../../geometry/solids/hub'
import { flangedTailSolid, nozzleInsertSolid, solidSeat } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import { betweenNeighbours } from '../lug-angles'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { crowded, refuse, type SolidsKind } from '../solid-kind'
import { jetAngles } from '../tangential-impulse/layout'
import { packHub, packLayout } from './layout'
import type { DiscPack } from '.'

type Input = FedParts & { readonly machine: DiscPack }

/** Share of the outlet's circle below which a disc has no outlet to speak of. */
const LEAST_OPEN = 0.1

/** Disc or cone of even thickness: keyed bore, a ring of outlets between webs. */
function discSolid(kit: SolidKit, input: Input): Manifold {
  const l = packLayout(input)
  const { inner, outer, keyWeb, web, mostShare } = l.outlets
  if (mostShare < LEAST_OPEN)
    throw refuse(
      'OUTLET_SHARE',
      'Hub, key and webs leave hardly anything of the outlet’s circle open.',
      `Make the outlet’s radius larger than ${outer.toFixed(1)} mm, or the hub thinner.`,
    )
  const body =
    l.rise > 1e-6
      ? kit.turned([
          [0, l.rise],
          [l.hub, l.rise],
          [l.outer, 0],
          [l.outer, l.along],
          [l.hub, l.rise + l.along],
          [0, l.rise + l.along],
        ])
      : kit.cylinder(l.outer, 0, l.along)
  const top = l.rise + l.along + 1
  const bar = (width: number, degrees: number) =>
    kit.aboutZ(kit.box([outer + 1, width, top + 4], [0, -width / 2, -2]), degrees)
  const open = kit.cut(kit.cylinder(outer, -BEYOND, top), [
    kit.cylinder(inner, -2, top + BEYOND),
    bar(keyWeb, 0),
    ...[90, 180, 270].map((a) => bar(web, a)),
  ])
  return kit.cut(body, [keyedBore(kit, l.hub, top), open])
}

/** Ring that sets the gap, open where the key passes. */
function spacerSolid(kit: SolidKit, input: Input): Manifold {
  const l = packLayout(input)
  return kit.cut(kit.cylinder(l.outlets.spacer, 0, l.gap), [
    kit.cylinder(l.hub, -BEYOND, l.gap + BEYOND),
    kit.box([l.outer, KEY.width, l.gap + 2], [0, -KEY.width / 2, -1]),
  ])
}

/**
 * Cup round a pack: bearing seat and outlets in its floor, wall with seats for the inserts along the rim. Lies on its
 * outer face.
 */
function housingSolid(kit: SolidKit, input: Input): Manifold {
  const { machine: m, fits, nozzle } = input
  const l = packLayout(input)
  if (betweenNeighbours(l.line, nozzle.count) < 2 * l.tail.radius - 2 * fits.wall || l.lugs.length < 3)
    throw crowded(nozzle, 'round this pack', ' or larger discs')
  const lug = lugs(kit, fits, l.wall, 0, l.joint, l.lugs)
  const seats = jetAngles(nozzle.count).map((degrees) => {
    const seat = solidSeat(kit, l.insert, l.tail, fits, Math.max(l.exitBack, l.insert.ahead + 0.3))
    const place = (solid: Manifold) => kit.aboutZ(kit.posed(solid, l.pose), degrees)
    // y of the insert's own place points down: a foot to the bed
    const foot = kit.box([2 * l.tail.radius, l.jets, l.insert.length], [-l.tail.radius, 0, l.tail.proud])
    return { body: place(kit.union([seat.body, foot])), hollow: place(seat.hollow) }
  })
  const bosses = kit.union(seats.map((s) => s.body))
  const above = kit.cylinder(l.wall + 0.4, l.joint, l.joint + 100)
  const shell = kit.union([kit.cylinder(l.wall, 0, l.joint), ...lug.bodies, kit.cut(bosses, [above])])
  const seatTop = l.stack.low
  const floor = kit.union([
    kit.cut(kit.cylinder(l.cavity + 0.1, 0, l.floor), [kit.cylinder(l.chamber, l.plate, l.floor + BEYOND)]),
    kit.cylinder((input.bearing.outerM * mm) / 2 + fits.wall, 0, seatTop),
  ])
  const whole = kit.union([kit.cut(shell, [kit.cylinder(l.cavity, -BEYOND, l.joint + BEYOND)]), floor])
  return kit.aboveBase(
    kit.cut(whole, [
      bearingPocket(kit, input, seatTop),
      ...windows(kit, packOutlets(input, m.innerRadiusM), 0, l.plate),
      ...seats.map((s) => s.hollow),
      ...lug.holes,
    ]),
    0,
  )
}

/** Cover of a pack: closed boss with the bearing seat, room for the collar. Lies on its underside. */
function coverSolid(kit: SolidKit, input: Input): Manifold {
  const l = packLayout(input)
  const lug = lugs(kit, input.fits, l.wall, 0, l.coverPlate, l.lugs)
  const room = l.hub + 4.5
  return kit.cut(
    kit.union([kit.cylinder(l.wall, 0, l.coverPlate), kit.cylinder(l.boss, 0, l.bossTop), ...lug.bodies]),
    [
      bearingSocket(kit, input, l.stack.high - l.joint),
      kit.cylinder(room, -BEYOND, l.stack.to + 6.6 - l.joint),
      ...lug.holes,
    ],
  )
}

export const discPackSolids: SolidsKind<RotatingParts<DiscPack>, PartOf<'disc-pack'>> = {
  hub: { turned: true, make: (kit, input) => hubSolid(kit, packHub(input)) },
  collar: { turned: true, make: (kit, input) => collarSolid(kit, packLayout(input).hub) },
  'nozzle-insert': {
    turned: true,
    make: (kit, input) => nozzleInsertSolid(kit, input.nozzle, packLayout(input).insert),
  },
  'hose-tail': { turned: true, make: (kit, input) => flangedTailSolid(kit, packLayout(input).tail, input.fits) },
  disc: { make: discSolid },
  spacer: { make: spacerSolid },
  'pack-housing': { make: housingSolid, cutBelowTopMm: 1 },
  'pack-cover': { make: coverSolid },
}

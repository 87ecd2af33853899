import type { Manifold } from 'manifold-3d'
import type { Point } from '../../geometry'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import { manifoldSolid } from '../crank-gear/manifold'
import { crankSolid, frameSolid, keeperSolid, padSolid, rodSolid, wheelSolid } from '../crank-gear/solids'
import type { PartOf } from '../parts'
import type { SolidsKind } from '../solid-kind'
import { singleLayout, type SingleLayout } from './layout'
import { singleManifold, type SingleActingParts } from './parts'

const squared = (l: SingleLayout): Point[] =>
  [1, -1].flatMap((a) => [1, -1].map((b): Point => [a * l.corner, b * l.corner]))

/** Crown on z = 0, the crank's side up; the slot for the rod across y. */
function piston(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const { fits } = input
  const radius = l.bore / 2 - Math.max(0.03, fits.slide / 2)
  const long = l.above + l.below
  const slot = l.rodThick + 0.8
  const ringAt = 2 + 0.05 * l.bore
  const groove = kit.turned([
    [l.ring.floor, ringAt],
    [l.bore, ringAt],
    [l.bore, ringAt + l.ring.width],
    [l.ring.floor, ringAt + l.ring.width],
  ])
  // the rod's eye turns in it, its side leans out of it
  const roof = l.above - l.eye.small - 0.5
  return kit.cut(kit.cylinder(radius, 0, long), [
    groove,
    kit.box([slot, 2 * l.bore, long], [-slot / 2, -l.bore, roof]),
    kit.lying(l.wrist / 2 + 0.01, [0, 0], [1, 0], -l.bore, l.bore, l.above),
    kit.cylinder(l.lift.radius + 0.01, -BEYOND, l.lift.deep + 0.05),
  ])
}

/** Standing on its crank end: x of its own across the frame, foot towards -x. */
function cylinder(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const { fits } = input
  const port = (turn: number) =>
    kit.aboutZ(
      kit.box([l.half + 3, l.ports.chord, l.ports.height], [0, -l.ports.chord / 2, l.ports.from - l.foot]),
      turn,
    )
  const foot = kit.box([6, 2 * l.base, l.length], [-l.half, -l.base, 0])
  // screws of the foot: along its own -x, heads on the foot
  const screws = l.holds.map(([x, y]) => kit.lying(fits.screw, [0, -y], [1, 0], -l.half - 1, -l.half + 7, x - l.foot))
  const heads = l.holds.map(([x, y]) => kit.lying(3.3, [0, -y], [1, 0], -l.half + 6, l.half, x - l.foot))
  return kit.cut(kit.union([kit.box([2 * l.half, 2 * l.half, l.length], [-l.half, -l.half, 0]), foot]), [
    kit.cylinder(l.bore / 2, -BEYOND, l.length + BEYOND),
    ...kit.holes(fits.core, l.length - l.threaded, l.length + BEYOND, squared(l)),
    port(90),
    port(-90),
    port(0),
    ...screws,
    ...heads,
  ])
}

/** Seat down, chamber up. */
function head(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const floor = l.sits - Math.sqrt(Math.max(0, l.ball * l.ball - l.seat * l.seat))
  return kit.cut(kit.box([2 * l.half, 2 * l.half, l.head], [-l.half, -l.half, 0]), [
    kit.cylinder(l.seat, -BEYOND, floor + BEYOND),
    kit.cylinder(l.chamber, floor, l.head + BEYOND),
    ...kit.holes(input.fits.screw, -BEYOND, l.head + BEYOND, squared(l)),
  ])
}

/** Thickness of the lip under a ball’s spring, mm. */
const LIP = 1.5

function cap(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const { fits } = input
  const joint = tailEnd(kit, l.tail, l.cap + 1, fits)
  return kit.cut(
    kit.union([
      kit.box([2 * l.half, 2 * l.half, l.cap], [-l.half, -l.half, 0]),
      kit.cylinder(l.tail.neck, 0, l.cap + 1.01),
      joint.body,
    ]),
    [
      // a lip for the spring to rest on
      kit.cylinder(l.spring?.lip ?? l.tail.bore, -BEYOND, LIP + 0.01),
      kit.cylinder(l.tail.bore, l.spring ? LIP : -1, joint.end + BEYOND),
      ...joint.hollow,
      ...kit.holes(fits.screw, -BEYOND, l.cap + BEYOND, squared(l)),
    ],
  )
}

export const singleActingSolids: SolidsKind<SingleActingParts, PartOf<'single-acting-engine'>> = {
  'engine-frame': { make: (kit, input) => frameSolid(kit, input, singleLayout(input)) },
  'engine-pad': {
    make: (kit, input) => {
      const l = singleLayout(input)
      return padSolid(kit, input, l, l.foot)
    },
  },
  'engine-manifold': { make: (kit, input) => manifoldSolid(kit, input, singleManifold(input)) },
  'engine-crank': { make: (kit, input) => crankSolid(kit, input, singleLayout(input)) },
  'engine-rod': { make: (kit, input) => rodSolid(kit, input, singleLayout(input)) },
  'engine-piston': { make: piston },
  'engine-keeper': { make: (kit, input) => keeperSolid(kit, input, singleLayout(input)) },
  'engine-cylinder': { make: cylinder },
  'engine-head': { make: head },
  'engine-cap': { make: cap },
  'engine-wheel': { turned: true, make: (kit, input) => wheelSolid(kit, input, singleLayout(input)) },
}

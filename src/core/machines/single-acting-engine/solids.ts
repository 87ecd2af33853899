import type { Manifold } from 'manifold-3d'
import { innerRing, outerRing, type Point } from '../../geometry'
import { mm, polar } from '../../geometry/solids/common'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { PartOf } from '../parts'
import type { SolidsKind } from '../solid-kind'
import { singleLayout, type SingleLayout } from './layout'
import { WHEEL_BOSS, crankScrew, wheelScrew, type SingleActingParts } from './parts'

/** Core of an M3 thread in metal, radius, mm (ISO 2306). */
const CORE = 1.25

const squared = (l: SingleLayout): Point[] =>
  [1, -1].flatMap((a) => [1, -1].map((b): Point => [a * l.corner, b * l.corner]))

/** Plate on z = 0, the bearings' tube above it; the cylinder's side is towards -x. */
function frame(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const { fits, bearing } = input
  const outer = (bearing.outerM * mm) / 2
  const tube = outer + Math.max(fits.wall, 2.5)
  const width = bearing.widthM * mm
  const reach = l.headAt + 1
  const wide = l.base + 0.5
  return kit.cut(
    kit.union([
      kit.box([reach + tube + 4, 2 * wide, l.plate], [-reach, -wide, 0]),
      kit.cylinder(tube, 0, l.front),
      // ribs from tube to plate
      kit.box([reach * 0.6, 4, Math.min(14, l.front - 2)], [-reach * 0.6, -2, 0]),
    ]),
    [
      kit.cylinder(outer + fits.bearing, -1, width),
      kit.cylinder(outer + fits.bearing, l.front - width, l.front + 1),
      kit.cylinder(outerRing(bearing), -1, l.front + 1),
      ...kit.holes(
        fits.core,
        -1,
        11,
        l.holds.map(([x, y]): Point => [-x, y]),
      ),
    ],
  )
}

/** Crank disc, boss at the bottom, its pin towards +x. */
function crank(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const thick = l.web.to - l.web.from
  const boss = Math.max(l.web.boss, innerRing(input.bearing))
  const { turn, z, to } = crankScrew(l)
  return kit.cut(kit.union([kit.cylinder(boss, 0, 0.85), kit.cylinder(l.web.radius, 0.8, thick + 0.8)]), [
    kit.cylinder(l.shaft + 0.01, -1, thick + 2),
    kit.cylinder(l.pin / 2 + 0.01, 0.8, thick + 2, [l.r, 0]),
    kit.lying(CORE, [0, 0], polar(1, turn), 0, to + 1, z),
  ])
}

function rod(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const wide = l.eye.small * 0.8
  return kit.cut(
    kit.union([
      kit.cylinder(l.eye.big, 0, l.rodThick),
      kit.cylinder(l.eye.small, 0, l.rodThick, [l.rod, 0]),
      kit.box([l.rod, 2 * wide, l.rodThick], [0, -wide, 0]),
    ]),
    kit
      .holes(l.pin / 2 + 0.08, -1, l.rodThick + 1, [[0, 0]])
      .concat(kit.holes(l.wrist / 2 + 0.06, -1, l.rodThick + 1, [[l.rod, 0]])),
  )
}

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
    kit.cylinder(l.lift.radius + 0.01, -1, l.lift.deep + 0.05),
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
    kit.cylinder(l.bore / 2, -1, l.length + 1),
    ...kit.holes(fits.core, l.length - l.threaded, l.length + 1, squared(l)),
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
    kit.cylinder(l.seat, -1, floor + 1),
    kit.cylinder(l.chamber, floor, l.head + 1),
    ...kit.holes(input.fits.screw, -1, l.head + 1, squared(l)),
  ])
}

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
      kit.cylinder(l.tail.bore, -1, joint.end + 1),
      ...joint.hollow,
      ...kit.holes(fits.screw, -1, l.cap + 1, squared(l)),
    ],
  )
}

const keeper = (kit: SolidKit, input: SingleActingParts): Manifold => {
  const l = singleLayout(input)
  return kit.cut(kit.cylinder(l.eye.big, 0, 2), [kit.cylinder(l.pin / 2 + 0.01, -1, 3)])
}

/** Boss on z = 0. */
function wheel(kit: SolidKit, input: SingleActingParts): Manifold {
  const l = singleLayout(input)
  const { turn, z, to } = wheelScrew(l)
  return kit.cut(
    kit.union([
      kit.cylinder(innerRing(input.bearing), 0, 1.01),
      kit.cylinder(to, 1, WHEEL_BOSS + 0.01),
      kit.cylinder(l.wheel.radius, WHEEL_BOSS, WHEEL_BOSS + l.wheel.thick),
    ]),
    [
      kit.cylinder(l.shaft + 0.01, -1, WHEEL_BOSS + l.wheel.thick + 1),
      kit.lying(CORE, [0, 0], polar(1, turn), 0, to + 1, z),
    ],
  )
}

export const singleActingSolids: SolidsKind<SingleActingParts, PartOf<'single-acting-engine'>> = {
  'engine-frame': { make: frame },
  'engine-crank': { make: crank },
  'engine-rod': { make: rod },
  'engine-piston': { make: piston },
  'engine-keeper': { make: keeper },
  'engine-cylinder': { make: cylinder },
  'engine-head': { make: head },
  'engine-cap': { make: cap },
  'engine-wheel': { turned: true, make: wheel },
}

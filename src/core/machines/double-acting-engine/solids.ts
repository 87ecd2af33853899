import type { Manifold } from 'manifold-3d'
import { innerRing, type Point } from '../../geometry'
import { polar } from '../../geometry/solids/common'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import { manifoldSolid } from '../crank-gear/manifold'
import { crankSolid, frameSolid, keeperSolid, padSolid, rodSolid, wheelSolid } from '../crank-gear/solids'
import type { PartOf } from '../parts'
import type { SolidsKind } from '../solid-kind'
import { CHANNEL, FORK, doubleLayout, type DoubleLayout, type TurnedValve } from './layout'
import { doubleManifold, eccentricScrew, type DoubleActingParts } from './parts'

/** Core of an M3 thread in metal, radius, mm (ISO 2306). */
const CORE = 1.25

const squared = (l: DoubleLayout): Point[] =>
  [1, -1].flatMap((a) => [1, -1].map((b): Point => [a * l.corner, b * l.corner]))

/** Boss on z = 0; the crank's pin is towards +x, the disc's middle ahead of it. */
function eccentric(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const { radius, by, ahead, boss, thick } = l.eccentric
  const { turn, z, to } = eccentricScrew(l)
  return kit.cut(
    kit.union([
      kit.cylinder(innerRing(input.bearing), 0, 0.6),
      kit.cylinder(to, 0.5, boss + 0.01),
      kit.cylinder(radius, boss, boss + thick, polar(by, ahead)),
    ]),
    [
      kit.cylinder(l.shaft + 0.01, -BEYOND, boss + thick + BEYOND),
      kit.lying(CORE, [0, 0], polar(1, turn), 0, to + BEYOND, z),
    ],
  )
}

/** Slot across its way; the neck towards the cylinder goes over the valve's rod with the groove in its lower side. */
function yoke(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const { wide, wall, thick, neck } = l.yoke
  const r = l.eccentric.radius
  const slot = r + 0.06
  return kit.cut(
    kit.union([
      kit.box([2 * (r + wall), 2 * (wide + wall), thick], [-r - wall, -wide - wall, 0]),
      kit.box([wide + wall + neck - r, 9, thick], [r, -4.5, 0]),
    ]),
    [
      kit.box([2 * slot, 2 * wide, thick + 2], [-slot, -wide, -1]),
      kit.box(
        [neck + 1, 2 * l.valve.rod + 0.06, thick / 2 + l.valve.rod + 1.03],
        [wide + wall - 0.03, -l.valve.rod - 0.03, -1],
      ),
    ],
  )
}

/** Closed end on z = 0, the crank's side up. */
function crosshead(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const long = l.above + l.below
  const slot = l.rodThick + 0.8
  const roof = l.above - l.eye.small - 0.5
  return kit.cut(kit.cylinder(l.bore / 2 - Math.max(0.03, input.fits.slide / 2), 0, long), [
    kit.box([slot, 2 * l.bore, long], [-slot / 2, -l.bore, roof]),
    kit.lying(l.wrist / 2 + 0.01, [0, 0], [1, 0], -l.bore, l.bore, l.above),
    kit.cylinder(l.bar + 0.01, -BEYOND, 0.7 * (l.above - l.eye.small) + 0.05),
  ])
}

function piston(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const middle = l.piston / 2
  return kit.cut(kit.cylinder(l.bore / 2 - Math.max(0.03, input.fits.slide / 2), 0, l.piston), [
    kit.turned([
      [l.ring.floor, middle - l.ring.width / 2],
      [l.bore, middle - l.ring.width / 2],
      [l.bore, middle + l.ring.width / 2],
      [l.ring.floor, middle + l.ring.width / 2],
    ]),
    kit.cylinder(l.bar + 0.01, -BEYOND, l.piston - 0.95),
  ])
}

/** Floor on z = 0, its crank end at x = 0. */
function chest(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const { wide, wall, floor, from, to } = l.chest
  const high = l.chest.rim - l.front
  const long = to - from
  const rodAt = l.gear - l.front
  const joint = tailEnd(kit, l.tail, 1, input.fits)
  const place = (solid: Manifold) => kit.placed(solid, [0, 90, 0], [long - 0.01, 0, rodAt])
  const inner = l.turned ? l.turned.half + 0.1 : Math.min(wide - wall, l.valve.wide + 4)
  return kit.cut(
    kit.union([
      kit.box([long, 2 * wide, high], [0, -wide, 0]),
      place(kit.union([kit.cylinder(l.tail.neck, 0, 1.01), joint.body])),
    ]),
    [
      kit.box([long - 2 * wall, 2 * inner, high], [wall, -inner, floor]),
      kit.box([wall + 2, 2 * l.valve.rod + 0.3, high], [-1, -l.valve.rod - 0.15, rodAt - l.valve.rod - 0.15]),
      kit.lying(l.tail.bore, [0, 0], [1, 0], long - wall - 1, long + joint.end + 1, rodAt),
      ...joint.hollow.map(place),
      ...(l.turned ? [journals(kit, l.turned, l.valve.middle - from, high)] : []),
    ],
  )
}

/** What the journals of a turned valve lie in, along y at a place and height. */
const journals = (kit: SolidKit, { half, journal }: TurnedValve, x: number, z: number): Manifold =>
  across(kit, journal.radius + 0.1, half + journal.long + 0.1, x, z)

/** A cylinder across the engine, along y. */
const across = (kit: SolidKit, radius: number, half: number, x: number, z: number): Manifold =>
  kit.placed(kit.cylinder(radius, -half, half), [90, 0, 0], [x, 0, z])

/** A piece of a pie about the origin, its middle towards +y, from z `from` to `to`. */
function pie(kit: SolidKit, inner: number, outer: number, half: number, from: number, to: number): Manifold {
  const at = (r: number, a: number): Point => [r * Math.sin(a), r * Math.cos(a)]
  const steps = Array.from({ length: 49 }, (_, i) => half * (1 - i / 24))
  const far = steps.map((a) => at(outer, a))
  return kit.prism(
    [[...far, ...(inner > 0 ? steps.toReversed().map((a) => at(inner, a)) : [[0, 0] as Point])]],
    from,
    to,
  )
}

/** Its line upright, its first journal on the bed; the hollow towards +y, its bar towards -y. */
function turnedPart(kit: SolidKit, input: DoubleActingParts): Manifold {
  const { turned: t, ports } = doubleLayout(input)
  if (!t) return kit.union([])
  const [j, end] = [t.journal.long, 2 * (t.half + t.journal.long)]
  const r = t.radius - 0.05
  const middle = end / 2
  const gap = FORK.wide / 2 + FORK.play
  const w = FORK.pin + 1.5
  const cheek = (from: number) => [
    kit.box([2 * w, t.radius, FORK.cheek], [-w, -t.radius, from]),
    kit.cylinder(w, from, from + FORK.cheek, [0, -t.radius], 48),
  ]
  return kit.union([
    kit.cut(pie(kit, 0, r, t.out, j, end - j), [
      pie(kit, 0.62 * t.radius, t.radius + 1, t.hollow, middle - ports.wide / 2, middle + ports.wide / 2),
    ]),
    kit.cylinder(t.journal.radius, 0, end),
    kit.cylinder(t.core, j, end - j),
    ...[middle - gap - FORK.cheek, middle + gap].flatMap(cheek),
    kit.cylinder(FORK.pin, middle - gap - 0.5, middle + gap + 0.5, [0, -t.radius]),
  ])
}

/** About the rod’s line, which ends in it: its slot up. */
function fork(kit: SolidKit, input: DoubleActingParts): Manifold {
  const { valve, turned: t } = doubleLayout(input)
  if (!t) return kit.union([])
  const slot = FORK.pin + 0.05
  return kit.cut(
    kit.box([t.fork + FORK.front, FORK.wide, FORK.up + FORK.down], [-t.fork, -FORK.wide / 2, -FORK.down]),
    [
      kit.box([2 * slot, FORK.wide + 2, FORK.up + slot + 1], [-slot, -FORK.wide / 2 - 1, -slot]),
      // it goes over the rod from above
      kit.box(
        [t.fork + 1, 2 * valve.rod + 0.06, FORK.down + valve.rod + 1.03],
        [-t.fork - 1, -valve.rod - 0.03, -FORK.down - 1],
      ),
    ],
  )
}

/** As it stands: the valve’s middle line at the origin along y. */
function saddle(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const { turned: t, ports, chest, valve } = l
  if (!t) return kit.union([])
  const high = l.face - chest.rim
  const long = chest.to - chest.from
  const window = (from: number, to: number) => kit.box([to - from, ports.wide, high + 2], [from, -ports.wide / 2, -1])
  const deep = t.radius - valve.rod - 0.2
  return kit.cut(
    kit.union([
      kit.box([long, 2 * chest.wide, high], [-long / 2, -chest.wide, 0]),
      kit.box([chest.wall - 0.2, 2 * valve.rod, deep + 0.01], [-long / 2, -valve.rod, -deep]),
    ]),
    [
      across(kit, t.radius, t.half + 0.1, 0, 0),
      journals(kit, t, 0, 0),
      window(ports.from, ports.from + ports.high),
      window(-ports.from - ports.high, -ports.from),
      window(-ports.exhaust, ports.exhaust),
    ],
  )
}

/** Its face up, hollow; a groove in its back for the rod. */
function slideValve(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const { long, cavity, wide, thick, rod } = l.valve
  return kit.cut(kit.box([2 * long, 2 * wide, thick], [-long, -wide, 0]), [
    // above the rod there is room for the air that leaves
    kit.box([2 * cavity, l.ports.wide, thick], [-cavity, -l.ports.wide / 2, thick / 2 + rod - 0.2]),
    kit.box([2 * long + 2, 2 * rod + 0.06, thick / 2 + rod + 0.03], [-long - 1, -rod - 0.03, -0.03]),
  ])
}

/** Standing on its crank end: its own -x is the valve's face, the legs reach beyond it to the frame. */
function cylinder(kit: SolidKit, input: DoubleActingParts): Manifold {
  const l = doubleLayout(input)
  const { fits } = input
  const long = l.headEnd - l.foot
  const z = (x: number) => x - l.foot
  const bottom = -l.half
  const leg = l.face - l.front
  const { from, high, wide, exhaust } = l.ports
  const under = bottom + CHANNEL.under
  const [crank, head] = [z(l.crankEnd), z(l.headEnd)]
  const middle = z(l.valve.middle)
  const opens = { head: Math.max(1.5, l.room.head), crank: Math.max(1.5, l.room.crank) }
  const box = (x0: number, x1: number, y: number, z0: number, z1: number) =>
    kit.box([x1 - x0, 2 * y, z1 - z0], [x0, -y, z0])
  const up = bottom + CHANNEL.under + CHANNEL.high
  const cuts = [
    kit.cylinder(l.bore / 2, -BEYOND, z(l.crankEnd) - 8),
    kit.cylinder(l.bore / 2, crank, long + BEYOND),
    kit.cylinder(l.bar + 0.08, -BEYOND, crank + BEYOND),
    // ports in the valve's face
    box(bottom - 1, up, wide / 2, middle + from, middle + from + high),
    box(bottom - 1, up, wide / 2, middle - from - high, middle - from),
    box(bottom - 1, up, wide / 2, middle - exhaust, middle + exhaust),
    // channels along the cylinder, and up into its ends
    box(under, up, wide / 2, middle + from, head + 0.001),
    box(under, up, wide / 2, crank, middle - from),
    box(under, 0, wide / 2, head - opens.head, head + 0.001),
    box(under, 0, wide / 2, crank, crank + opens.crank),
    // the way out to both sides
    kit.box([CHANNEL.high, 4 * l.base, 2 * exhaust], [under, -2 * l.base, middle - exhaust]),
    ...kit.holes(fits.core, long - (l.long - l.cover) - 1.5, long + BEYOND, squared(l)),
    ...l.holds.map(([x, y]) => kit.lying(fits.screw, [0, -y], [1, 0], bottom - leg - 1, bottom + 7, z(x))),
    ...l.holds.map(([x, y]) => kit.lying(3.3, [0, -y], [1, 0], bottom + 6, l.half, z(x))),
  ]
  const legs = [1, -1].map((side) =>
    kit.box([leg + 6, l.base - l.half + 0.01, long], [bottom - leg, side > 0 ? l.half - 0.01 : -l.base, 0]),
  )
  return kit.cut(kit.union([kit.box([2 * l.half, 2 * l.half, long], [-l.half, -l.half, 0]), ...legs]), cuts)
}

const cover = (kit: SolidKit, input: DoubleActingParts): Manifold => {
  const l = doubleLayout(input)
  return kit.cut(kit.box([2 * l.half, 2 * l.half, l.cover], [-l.half, -l.half, 0]), [
    ...kit.holes(input.fits.screw, -BEYOND, l.cover + BEYOND, squared(l)),
  ])
}

export const doubleActingSolids: SolidsKind<DoubleActingParts, PartOf<'double-acting-engine'>> = {
  'engine-frame': { make: (kit, input) => frameSolid(kit, input, doubleLayout(input)) },
  'engine-pad': {
    make: (kit, input) => {
      const l = doubleLayout(input)
      return padSolid(kit, input, l, Math.min(l.foot, l.chest.from))
    },
  },
  'engine-manifold': { make: (kit, input) => manifoldSolid(kit, input, doubleManifold(input)) },
  'engine-crank': { make: (kit, input) => crankSolid(kit, input, doubleLayout(input)) },
  'engine-rod': { make: (kit, input) => rodSolid(kit, input, doubleLayout(input)) },
  'engine-keeper': { make: (kit, input) => keeperSolid(kit, input, doubleLayout(input)) },
  'engine-wheel': { turned: true, make: (kit, input) => wheelSolid(kit, input, doubleLayout(input)) },
  eccentric: { make: eccentric },
  'valve-yoke': { make: yoke },
  crosshead: { make: crosshead },
  'slide-piston': { make: piston },
  'valve-chest': { make: chest },
  'slide-valve': { make: slideValve },
  'turned-valve': { make: turnedPart },
  'valve-fork': { make: fork },
  'valve-saddle': { make: saddle },
  'slide-cylinder': { make: cylinder },
  'head-cover': { make: cover },
}

import type { Manifold } from 'manifold-3d'
import { gearOutline, innerRing, outerRing, type Point } from '../../geometry'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import { wheelSolid } from '../crank-gear/solids'
import { mm } from '../part-kind'
import type { PartOf } from '../parts'
import type { SolidsKind } from '../solid-kind'
import { CORNER, SECTOR_HALF, beyondWall, rotorLayout, type RotorLayout } from './layout'
import type { ThreeFlankParts } from './parts'

const QUARTER = Math.PI / 2
const THIRD = (2 * Math.PI) / 3
/** Core of an M3 thread in metal, radius, mm (ISO 2306). */
const CORE = 1.25
/** How far a gear turns freely round the shaft, and the rotor on its eccentric, mm. */
const [CLEAR, RUNS] = [0.4, 0.08] as const

const flipped = ([x, y]: Point): Point => [-x, y]
const ring = (l: RotorLayout, by: number, pieces = 180): Point[] =>
  Array.from({ length: pieces }, (_, i) => beyondWall(l.trochoid, (2 * Math.PI * i) / pieces, by))
/** What all three plates are cut to: the wall and lugs round the screws. */
const plate = (kit: SolidKit, l: RotorLayout): Point[][] => [
  ring(l, l.wall),
  ...l.screws.map((p) => kit.post(l.lug, p)),
]

function housing(kit: SolidKit, input: ThreeFlankParts): Manifold {
  const l = rotorLayout(input)
  const deep = l.roof - l.floor
  const added: Manifold[] = []
  const cut: Manifold[] = []
  for (const p of l.ports.filter(({ from }) => from === null)) {
    const at = beyondWall(l.trochoid, p.angle, 0)
    const [ox, oy] = beyondWall(l.trochoid, p.angle, 1).map((v, i) => v - at[i])
    const place = (solid: Manifold) =>
      kit.placed(solid, [0, 90, (Math.atan2(oy, ox) * 180) / Math.PI], [at[0], at[1], deep / 2])
    cut.push(kit.lying(p.radius, at, [ox, oy], -1.5, l.wall + 1, deep / 2))
    if (!p.fed) continue
    const joint = tailEnd(kit, l.tail, l.wall + 1, input.fits)
    added.push(place(kit.union([kit.cylinder(l.tail.neck, l.wall / 2, l.wall + 1.01), joint.body])))
    cut.push(
      place(kit.cylinder(Math.min(l.tail.bore, p.radius), -BEYOND, joint.end + BEYOND)),
      ...joint.hollow.map(place),
    )
  }
  const walls = kit.cut(kit.prism(plate(kit, l), 0, deep), [kit.prism([ring(l, 0, 360)], -BEYOND, deep + BEYOND)])
  return kit.cut(added.length > 0 ? kit.union([walls, ...added]) : walls, [
    ...cut,
    ...kit.holes(input.fits.screw, -BEYOND, deep + BEYOND, l.screws),
  ])
}

/** Inner face on z = 0, turned over: x goes the other way. Ears and barbs are its own. */
function rearCover(kit: SolidKit, input: ThreeFlankParts): Manifold {
  const l = rotorLayout(input)
  const { fits, bearing } = input
  const outer = (bearing.outerM * mm) / 2
  const deep = l.cover.rear
  const width = bearing.widthM * mm
  const here = l.ports.flatMap((p) => (p.from === null ? [] : [{ ...p, from: p.from }]))
  const place = (p: (typeof here)[number]): Point =>
    flipped([p.from * Math.cos(p.angle + QUARTER), p.from * Math.sin(p.angle + QUARTER)])
  const tails = here
    .filter((p) => p.fed)
    .map((p) => {
      const joint = tailEnd(kit, l.tail, deep + 1, fits)
      const move: [number, number, number] = [...place(p), 0]
      const body = kit.union([kit.cylinder(l.tail.neck, deep - BEYOND, deep + 1.01), joint.body])
      return {
        body: kit.placed(body, [0, 0, 0], move),
        hollow: [kit.cylinder(Math.min(l.tail.bore, p.radius), -BEYOND, joint.end + BEYOND), ...joint.hollow].map((h) =>
          kit.placed(h, [0, 0, 0], move),
        ),
      }
    })
  const ear = (p: Point): Point[] => [
    [Math.min(0, p[0]), -6],
    [Math.max(0, p[0]), -6],
    [Math.max(0, p[0]), 6],
    [Math.min(0, p[0]), 6],
  ]
  const outlines = [
    ...plate(kit, l).map((o) => o.map(flipped).reverse()),
    ...l.ears.map(ear),
    ...l.ears.map((p) => kit.post(6, p)),
  ]
  return kit.cut(kit.union([kit.prism(outlines, 0, deep), ...tails.map((t) => t.body)]), [
    kit.cylinder(outer + fits.bearing, deep - width, deep + BEYOND),
    kit.cylinder(outerRing(bearing), -BEYOND, deep + BEYOND),
    ...kit.holes(fits.core, -BEYOND, deep + BEYOND, l.screws.map(flipped)),
    ...kit.holes(2.25, -BEYOND, deep + BEYOND, l.ears),
    ...here.filter((p) => !p.fed).flatMap((p) => kit.holes(p.radius, -BEYOND, deep + BEYOND, [place(p)])),
    ...tails.flatMap((t) => t.hollow),
  ])
}

/** Outer face on z = 0, gear on top, turned over. */
function frontCover(kit: SolidKit, input: ThreeFlankParts): Manifold {
  const l = rotorLayout(input)
  const { fits, bearing } = input
  const outer = (bearing.outerM * mm) / 2
  const deep = l.cover.front
  return kit.cut(
    kit.union([
      kit.prism(
        plate(kit, l).map((o) => o.map(flipped).reverse()),
        0,
        deep,
      ),
      kit.prism([gearOutline(l.gear.outer)], deep - 0.5, deep + l.gear.height),
    ]),
    [
      kit.cylinder(outer + fits.bearing, -BEYOND, bearing.widthM * mm),
      // no wider than the gear can bear: the inner ring is kept free by the step
      kit.cylinder(innerRing(bearing) + 0.4, -BEYOND, bearing.widthM * mm + 0.6),
      kit.cylinder(l.shaft + CLEAR, -BEYOND, deep + l.gear.height + BEYOND),
      ...kit.holes(fits.screw, -BEYOND, deep + BEYOND, l.screws.map(flipped)),
    ],
  )
}

/** A flank faces +y; gear on top. */
function rotor(kit: SolidKit, input: ThreeFlankParts): Manifold {
  const l = rotorLayout(input)
  const [radius, centre] = [l.flank.radiusM * mm, l.flank.centreM * mm]
  const half = Math.asin(((Math.sqrt(3) / 2) * l.tip) / radius)
  const outline = [0, 1, 2].flatMap((k) => {
    const f = QUARTER + k * THIRD
    return Array.from({ length: 48 }, (_, i): Point => {
      const s = f + (i / 48 - 0.5) * 2 * half
      return [centre * Math.cos(f) + radius * Math.cos(s), centre * Math.sin(f) + radius * Math.sin(s)]
    })
  })
  const body = kit.common(
    kit.prism([outline], 0, l.depth),
    kit.cylinder(l.tip - CORNER, -BEYOND, l.depth + BEYOND, [0, 0], 240),
  )
  const slot = l.bar.thick + 2 * Math.min(0.1, input.fits.slide / 2)
  const deep = l.bar.high + 0.6
  const recess = l.depth - l.gear.height - 0.5
  return kit.cut(body, [
    ...[0, 1, 2].flatMap((k) => {
      const turn = 90 + 60 + 120 * k
      return [
        kit.aboutZ(kit.box([deep + 2, slot, l.depth + 2], [l.tip - deep, -slot / 2, -1]), turn),
        ...(l.hollow > 0
          ? [
              kit.aboutZ(
                kit.box(
                  [l.hollow + 2, l.tip / 1.5, l.depth * 0.66],
                  [l.flank.middleM * mm - l.hollow, -l.tip / 3, l.depth * 0.17],
                ),
                90 + 120 * k,
              ),
            ]
          : []),
      ]
    }),
    kit.cylinder(l.eccentric.radius + RUNS, -BEYOND, recess + 0.01),
    kit.prism([gearOutline(l.gear.inner)], recess, l.depth + BEYOND),
  ])
}

/** Rounded edge towards +x at the origin, lying along z. */
function bar(kit: SolidKit, input: ThreeFlankParts): Manifold {
  const { bar: b, depth } = rotorLayout(input)
  const r = b.thick / 2
  const edge = Array.from({ length: 13 }, (_, i): Point => {
    const a = -QUARTER + (Math.PI * i) / 12
    return [-r + r * Math.cos(a), r * Math.sin(a)]
  })
  return kit.prism([[[-b.high, -r], ...edge, [-b.high, r]]], 0, depth)
}

function eccentric(kit: SolidKit, input: ThreeFlankParts): Manifold {
  const l = rotorLayout(input)
  const { radius, height } = l.eccentric
  return kit.cut(kit.cylinder(radius, 0, height, [l.e, 0]), [
    kit.cylinder(l.shaft + 0.01, -BEYOND, height + BEYOND),
    kit.lying(CORE, [0, 0], [1, 0], 0, radius + l.e + 1, height / 2),
  ])
}

/** Boss on z = 0, towards the bearing; its sector towards -x. */
function weight(kit: SolidKit, input: ThreeFlankParts): Manifold {
  const l = rotorLayout(input)
  const { hub, outer, thick } = l.balance.sector
  const steps = 40
  const sector: Point[] = [
    [0, 0],
    ...Array.from({ length: steps + 1 }, (_, i): Point => {
      const a = Math.PI + ((2 * i) / steps - 1) * SECTOR_HALF
      return [outer * Math.cos(a), outer * Math.sin(a)]
    }),
  ]
  return kit.cut(
    kit.union([
      kit.cylinder(Math.min(hub, innerRing(input.bearing)), 0, 1.01),
      kit.cylinder(hub, 1, 1 + thick),
      kit.prism([sector], 1, 1 + thick),
    ]),
    [kit.cylinder(l.shaft + 0.01, -BEYOND, thick + 2), kit.lying(CORE, [0, 0], [1, 0], 0, hub + 1, 1 + thick / 2)],
  )
}

export const threeFlankSolids: SolidsKind<ThreeFlankParts, PartOf<'three-flank-engine'>> = {
  'rotor-cover-rear': { make: rearCover, cutAboveBedMm: 1.5 },
  'rotor-eccentric': { make: eccentric },
  'rotor-housing': { make: housing },
  'rotary-rotor': { make: rotor },
  'rotor-bar': { make: bar },
  'rotor-cover-front': { make: frontCover },
  'rotor-weight': { make: weight },
  'engine-wheel': { turned: true, make: (kit, input) => wheelSolid(kit, input, rotorLayout(input)) },
}

import type { Manifold } from 'manifold-3d'
import { rowOutline, type Point } from '../blade-outline'
import { KEY, type Fits } from '../fits'
import { outerRing } from '../hardware'
import type { FedParts } from '../parts-input'
import type { OutletRing } from '../outlets'
import type { Row } from '../row-shape'
import { BEYOND, type SolidKit } from './toolkit'

export const mm = 1000
export const polar = (radius: number, degrees: number): Point => [
  radius * Math.cos((degrees * Math.PI) / 180),
  radius * Math.sin((degrees * Math.PI) / 180),
]

/** Places of three screws round a part, the first one off its place so that it goes on one way only. Degrees. */
export const UNEVEN = [8, 120, 240] as const

/** From a part's wall to the middle of a screw beside it, so that its head has room; radius of what carries it, mm. */
export const LUG = { out: 3.4, radius: 4.7 } as const

/** Places of the three screws round a part whose wall has a radius. */
export const lugPlaces = (radius: number, angles: readonly number[] = UNEVEN): Point[] =>
  angles.map((a) => polar(radius + LUG.out, a))

/**
 * Upright cylinders of one radius at places, as one body: their outlines are joined in the plane, which costs a
 * fraction of joining solids.
 */
export const rods = (kit: SolidKit, radius: number, places: readonly Point[], from: number, to: number): Manifold =>
  kit.prism(
    places.map((at) => kit.post(radius, at)),
    from,
    to,
  )

/** A rectangle along a direction from the middle: where it ends and begins, and its width. */
export function spoke(reach: number, width: number, degrees: number, from = 0): Point[] {
  const [c, s] = polar(1, degrees)
  return [
    [from, -width / 2],
    [reach, -width / 2],
    [reach, width / 2],
    [from, width / 2],
  ].map(([x, y]): Point => [x * c - y * s, x * s + y * c])
}

/** Lugs with screw holes round a part: bodies and holes. */
export function lugs(
  kit: SolidKit,
  fits: Fits,
  radius: number,
  from: number,
  to: number,
  angles: readonly number[] = UNEVEN,
): { bodies: Manifold[]; holes: Manifold[] } {
  const places = lugPlaces(radius, angles)
  if (places.length === 0) return { bodies: [], holes: [] }
  return {
    bodies: [rods(kit, LUG.radius, places, from, to)],
    holes: kit.holes(fits.screw, from - BEYOND, to + BEYOND, places),
  }
}

/**
 * How deep a keyway beside a bore can be, mm: as deep as leaves a wall inside `outside`; 0 where there is no room for
 * one that holds.
 */
export function keyDepth(radius: number, outside = Infinity, wall = 0): number {
  // the key's corners reach further than its middle
  const depth = Math.min(KEY.depth, Math.sqrt(Math.max(0, (outside - wall) ** 2 - (KEY.width / 2) ** 2)) - radius)
  return depth < LEAST_KEY ? 0 : depth
}

/**
 * Keyed bore through a part that sits on a metal hub of a radius, the key as deep as leaves a wall inside `outside`;
 * none where there is no room. `turn` in degrees.
 */
export function keyedBore(
  kit: SolidKit,
  radius: number,
  top: number,
  outside = Infinity,
  wall = 0,
  turn = 0,
): Manifold {
  const depth = keyDepth(radius, outside, wall)
  const key = depth === 0 ? [] : [spoke(radius + depth, KEY.width, turn)]
  return kit.prism([kit.circle(radius), ...key], -BEYOND, top + BEYOND)
}

/** A shallower key would not hold, mm. */
const LEAST_KEY = 0.6

/** Wall that holds a bearing's outer ring, mm. */
export const LIP = 1.5

/**
 * What is cut out of a plate for a bearing that is put in from inside: its pocket below the inner face at `inner`, and
 * the hole behind the lip that holds it.
 */
export function bearingPocket(
  kit: SolidKit,
  { bearing, fits }: Pick<FedParts, 'bearing' | 'fits'>,
  inner: number,
  at: Point = [0, 0],
): Manifold {
  return kit.placed(
    kit.coaxial([
      [(bearing.outerM * mm) / 2 + fits.bearing, inner - bearing.widthM * mm, inner + 0.01],
      [outerRing(bearing), -100, inner + 0.01],
    ]),
    [0, 0, 0],
    [...at, 0],
  )
}

/**
 * The same for a closed lid whose bearing goes in from below: up to the bearing, whose lower face comes to `face`, and
 * a little room over its inner ring.
 */
export function bearingSocket(
  kit: SolidKit,
  { bearing, fits }: Pick<FedParts, 'bearing' | 'fits'>,
  face: number,
  at: Point = [0, 0],
): Manifold {
  const top = face + bearing.widthM * mm
  return kit.placed(
    kit.coaxial([
      [(bearing.outerM * mm) / 2 + fits.bearing, -1, top],
      [outerRing(bearing), top - 1, top + 0.5],
    ]),
    [0, 0, 0],
    [...at, 0],
  )
}

/** What is cut out of a plate for its outlets. */
export function windows(kit: SolidKit, ring: OutletRing | null, from: number, to: number): Manifold[] {
  if (!ring) return []
  const { shape, count, firstDegrees, radius, pitchRadius, inner, outer, web } = ring
  if (shape === 'holes') {
    const places = Array.from({ length: count }, (_, i) => polar(pitchRadius, (360 * i) / count + firstDegrees))
    return kit.holes(radius, from - BEYOND, to + BEYOND, places)
  }
  const webs = Array.from({ length: count }, (_, i) =>
    kit.aboutZ(kit.box([outer + 1, web, to - from + 4], [0, -web / 2, from - 2]), (360 * i) / count),
  )
  return [kit.cut(kit.cylinder(outer, from - BEYOND, to + BEYOND), [kit.cylinder(inner, from - 2, to + 2), ...webs])]
}

/** A ring of blades between two radii, blades along the radius, the inlet edge on z = chord. `mirrored` for stators. */
export function bladeRing(kit: SolidKit, row: Row, mirrored = false, bite = 0.6): Manifold {
  const drawn = (depth: number) =>
    rowOutline({
      bladeDepthM: depth,
      profile: row.profile,
      inletAngleRad: row.inletAngleRad,
      outletAngleRad: row.outletAngleRad,
      bladeThicknessM: row.thickness,
      outline: row.outline,
    })
  const reachOf = (outline: readonly Point[]): [number, number] => [
    Math.min(...outline.map(([x]) => x)),
    Math.max(...outline.map(([x]) => x)),
  ]
  // the middle line is shortened by what the edges stand out, so that the row is as long as its chord and its edges
  // stay blunt
  const [from, to] = reachOf(drawn(row.chord))
  const outline = drawn(Math.max(0.5 * row.chord, 2 * row.chord - (to - from)))
  const [start, end] = reachOf(outline)
  const moved = (row.chord - (start + end)) / 2
  const flat = outline.map(([x, y]): Point => [
    row.chord - Math.min(row.chord, Math.max(0, x + moved)),
    mirrored ? -y : y,
  ])
  const face = mirrored ? flat : [...flat].reverse()
  const inner = Math.max(0.3, row.root - bite)
  const reach = row.tip + bite
  const raw = kit.prism([face], 0, reach - inner + BEYOND)
  const blade = kit.placed(raw, [0, 90, 0], [inner - 0.5, 0, row.chord])
  const all = kit.union(Array.from({ length: row.count }, (_, i) => kit.aboutZ(blade, (360 * i) / row.count)))
  return kit.common(all, kit.cut(kit.cylinder(reach, 0, row.chord), [kit.cylinder(inner, -BEYOND, row.chord + BEYOND)]))
}

/** Points of a quarter ellipse between two corners, the first end along z and the last along the radius. */
export function quarter(from: Point, to: Point, steps = 14): Point[] {
  return Array.from({ length: steps + 1 }, (_, i): Point => {
    const a = ((i / steps) * Math.PI) / 2
    return [from[0] + (to[0] - from[0]) * Math.sin(a), from[1] + (to[1] - from[1]) * (1 - Math.cos(a))]
  })
}

/** Thin walls along curves in the plane, pushed up: the blades of wheels that stand on a back plate. */
export function curvedWalls(
  kit: SolidKit,
  curve: readonly Point[],
  thickness: number,
  count: number,
  top: number,
): Manifold {
  const sides = curve.map(([x, y], i): [Point, Point] => {
    const a = curve[Math.max(0, i - 1)]
    const b = curve[Math.min(curve.length - 1, i + 1)]
    const length = Math.hypot(b[0] - a[0], b[1] - a[1])
    const [nx, ny] = [(-(b[1] - a[1]) / length) * (thickness / 2), ((b[0] - a[0]) / length) * (thickness / 2)]
    return [
      [x - nx, y - ny],
      [x + nx, y + ny],
    ]
  })
  const face = [...sides.map(([p]) => p), ...sides.map(([, p]) => p).reverse()]
  // orientation is put right by the area's sign, so that every outline adds
  const area = face.reduce(
    (s, [x, y], i) => s + x * face[(i + 1) % face.length][1] - face[(i + 1) % face.length][0] * y,
    0,
  )
  const wall = area < 0 ? [...face].reverse() : face
  const walls = Array.from({ length: count }, (_, i) => {
    const [c, s] = polar(1, (360 * i) / count)
    return wall.map(([x, y]): Point => [x * c - y * s, x * s + y * c])
  })
  return kit.prism(walls, 0, top)
}

import { MaxRectsPacker, PACKING_LOGIC } from 'maxrects-packer'
import { aboutShaft, movedBy, placedAt, type Pose } from '../geometry'
import type { Mesh } from '../geometry/solids'
import type { Lying } from './lie'

/**
 * Between two parts, and between a part and the edge of the bed, mm: room for a brim and a scraper. Common practice, no
 * source.
 */
export const APART_MM = 5
export const EDGE_MM = 5

/** One part of a set as it is to be printed. */
export interface ToPrint<N extends string = string> {
  readonly name: N
  readonly copies: number
  readonly mesh: Mesh
  readonly lying: Lying
}

/** One copy on a plate: where the part as made comes to stand, the bed's corner at the origin. mm. */
export interface OnPlate<N extends string = string> {
  readonly name: N
  readonly pose: Pose
}
export type Plate<N extends string = string> = readonly OnPlate<N>[]

/** A part that no way of laying it on the bed takes. */
export interface TooLarge<N extends string = string> {
  readonly name: N
  /** Side of the smallest square bed that would take it, mm. */
  readonly bedMm: number
}

/** A box round a part as seen from above, turned so that it is small. */
interface Footprint {
  readonly degrees: number
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Boxes round a part turned in steps of 5°. */
function footprints(mesh: Mesh, pose: Pose): Footprint[] {
  const points: (readonly [number, number])[] = []
  for (let i = 0; i < mesh.vertices.length; i += 3) {
    const [x, y] = placedAt(pose, [mesh.vertices[i], mesh.vertices[i + 1], mesh.vertices[i + 2]])
    points.push([x, y])
  }
  return Array.from({ length: 18 }, (_, k) => {
    const [c, s] = [Math.cos((5 * k * Math.PI) / 180), Math.sin((5 * k * Math.PI) / 180)]
    let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity]
    for (const [x, y] of points) {
      const [u, v] = [c * x - s * y, s * x + c * y]
      x0 = Math.min(x0, u)
      x1 = Math.max(x1, u)
      y0 = Math.min(y0, v)
      y1 = Math.max(y1, v)
    }
    return { degrees: 5 * k, x: x0, y: y0, width: x1 - x0, height: y1 - y0 }
  })
}

/** A turn has to gain so much to be worth it. */
const WORTH = 0.97

/** The box that a part is laid down by: as it lies unless a turn makes it clearly smaller, or makes it fit at all. */
function chosen(all: readonly Footprint[], roomMm: number): Footprint {
  const side = (f: Footprint) => Math.max(f.width, f.height)
  const area = (f: Footprint) => f.width * f.height
  const fitting = all.filter((f) => side(f) <= roomMm)
  if (fitting.length === 0) return all.reduce((a, b) => (side(b) < side(a) ? b : a))
  const least = fitting.reduce((a, b) => (area(b) < WORTH * area(a) ? b : a))
  return least
}

/**
 * Lays the parts of a set on as few square beds as a packing by rectangles finds, the largest first.
 * Source: Jylänki (2010), A thousand ways to pack the bin, through the packing library.
 */
export function arrange<N extends string>(
  parts: readonly ToPrint<N>[],
  bedMm: number,
): { readonly plates: readonly Plate<N>[]; readonly tooLarge: readonly TooLarge<N>[] } {
  const room = bedMm - 2 * EDGE_MM
  const tooLarge: TooLarge<N>[] = []
  const pieces = parts.flatMap(({ name, copies, mesh, lying }) => {
    const box = chosen(footprints(mesh, lying.pose), room)
    if (Math.max(box.width, box.height) > room) {
      tooLarge.push({ name, bedMm: Math.max(box.width, box.height) + 2 * EDGE_MM })
      return []
    }
    return Array.from({ length: copies }, () => ({
      name,
      box,
      pose: lying.pose,
      width: box.width,
      height: box.height,
      x: 0,
      y: 0,
      rot: false,
    }))
  })
  const packer = new MaxRectsPacker<(typeof pieces)[number]>(room, room, APART_MM, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: true,
    logic: PACKING_LOGIC.MAX_EDGE,
  })
  packer.addArray(pieces)
  const plates = packer.bins.map(({ rects }): Plate<N> => {
    // what is used of the bed lies in its middle
    const spare = (from: 'x' | 'y', size: 'width' | 'height') =>
      (room - Math.max(...rects.map((r) => r[from] + r[size]))) / 2
    const [right, up] = [spare('x', 'width'), spare('y', 'height')]
    return rects.map(({ name, pose, box, x, y, rot }) => {
      const turned = aboutShaft(pose, box.degrees + (rot ? 90 : 0))
      // turned by another quarter, what was (u, v) is (-v, u)
      const [left, low] = rot ? [-(box.y + box.height), box.x] : [box.x, box.y]
      return { name, pose: movedBy(turned, [EDGE_MM + right + x - left, EDGE_MM + up + y - low, 0]) }
    })
  })
  return { plates, tooLarge }
}

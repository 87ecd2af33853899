import { STAND, type Point } from '../geometry'
import { polar } from '../geometry/solids/common'

/** A straight piece in the plane across the shaft, mm. */
export type Segment = readonly [x: number, y: number, dx: number, dy: number]

/** Distance of a point from a piece that begins at (x, y) and goes on by (dx, dy), mm. */
export function fromSegment([x, y, dx, dy]: Segment, px: number, py: number): number {
  const t = Math.min(1, Math.max(0, ((px - x) * dx + (py - y) * dy) / (dx * dx + dy * dy || 1)))
  return Math.hypot(px - x - t * dx, py - y - t * dy)
}

/** A piece turned about the shaft, degrees. */
const turned = ([x, y, dx, dy]: Segment, degrees: number): Segment => {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return [c * x - s * y, s * x + c * y, c * dx - s * dy, s * dx + c * dy]
}

/** A piece that goes on by a length, mm. */
export const longer = ([x, y, dx, dy]: Segment, by: number): Segment => {
  const k = 1 + by / (Math.hypot(dx, dy) || 1)
  return [x, y, k * dx, k * dy]
}

/** Whether an ear of the stand can be reached from above, past pipes of a radius along pieces. */
export const clearOf =
  (pipes: readonly Segment[], radius: number) =>
  ([x, y]: Point): boolean =>
    pipes.every((s) => fromSegment(s, x, y) > radius + STAND.driver + 0.5)

/** The same piece round the shaft, once for each of `count`. */
export const roundShaft = (one: Segment, count: number): Segment[] =>
  Array.from({ length: count }, (_, k) => turned(one, (360 * k) / count))

/** Least distance between a piece and its neighbours round the shaft, mm. */
export function betweenNeighbours(one: Segment, count: number): number {
  const others = roundShaft(one, count).slice(1)
  return Math.min(
    Infinity,
    ...others.flatMap((o) =>
      [0, 0.25, 0.5, 0.75, 1].map((t) => fromSegment(o, one[0] + t * one[2], one[1] + t * one[3])),
    ),
  )
}

/**
 * Directions of the screws round a housing, degrees: clear of what lies in their way on every one of `radii`, as even
 * as that leaves them, and the first one off its place so that parts go together one way only.
 * None where there is no room for so many.
 */
export function lugAnglesClear(
  wanted: number,
  first: number,
  radii: number | readonly number[],
  inTheWay: readonly Segment[],
  distance: number,
): number[] {
  const known = new Map<number, boolean>()
  const free = (degrees: number): boolean =>
    [radii].flat().every((radius) => {
      const [x, y] = polar(radius, degrees)
      return inTheWay.every((s) => fromSegment(s, x, y) >= distance)
    })
  const clear = (degrees: number): boolean => {
    const was = known.get(degrees)
    if (was !== undefined) return was
    const is = free(degrees)
    known.set(degrees, is)
    return is
  }
  const share = 360 / wanted
  const near = (target: number): number | undefined =>
    Array.from({ length: Math.floor(share / 2) }, (_, i) => target + (i % 2 ? -1 : 1) * Math.ceil(i / 2) * 2).find(
      clear,
    )
  const spacing = (angles: readonly number[]): number =>
    Math.min(
      ...angles.flatMap((a, i) => angles.slice(0, i).map((b) => Math.abs(((((a - b) % 360) + 540) % 360) - 180))),
      360,
    )
  // as asked for where that leaves them nearly even; else turned on a little, to where they stand most evenly
  const setAt = (k: number) =>
    Array.from({ length: wanted }, (_, i) => near(first + 6 * k - share * i)).flatMap((a) => a ?? [])
  let best: readonly number[] | null = null
  for (let k = 0; k < Math.ceil(share / 6); k++) {
    const angles = setAt(k)
    if (angles.length < wanted) continue
    if (!best || spacing(angles) > spacing(best)) best = angles
    if (spacing(angles) > 0.7 * share) {
      best = angles
      break
    }
  }
  if (!best || spacing(best) < CLOSEST) return []
  return best.map((a, i) => (i > 0 ? a : ([-8, 8, 5, -5].map((d) => a + d).find(clear) ?? a)))
}

/** Screws closer together than this hold no more than one, degrees. */
const CLOSEST = 25

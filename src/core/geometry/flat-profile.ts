import type { Point } from './point'

/** A flat drawing of a part, mm: closed outlines and circles. */
export interface FlatProfile {
  readonly outlines: readonly (readonly Point[])[]
  readonly circles: readonly { readonly centre: Point; readonly radius: number }[]
}

/**
 * Corners from which on an even polygon is a circle that was drawn with straight pieces, and from which on its corners
 * lie on the circle even round a hole.
 */
const ROUND = 16
const FINE = 90
/** How far a point of a straight piece may lie inside the corners, as a share and mm. */
const INSIDE = { share: 1 - Math.cos(Math.PI / 90), mm: 0.012 } as const
/** A point where an outline turns by less is none of its corners, radians. */
const STRAIGHT = 0.017

const tidy = (mm: number) => Math.round(mm * 1e6) / 1e6 + 0

/**
 * The circle that an outline was drawn for, null if it was drawn for none. A hole of few corners has its flats on the
 * circle, so that what is to go through does; else the corners lie on it.
 */
function circleOf(outline: readonly Point[]): FlatProfile['circles'][number] | null {
  if (outline.length < ROUND) return null
  const next = (i: number) => outline[(i + 1) % outline.length]
  const crosses = outline.map(([x, y], i) => x * next(i)[1] - next(i)[0] * y)
  const doubled = crosses.reduce((s, c) => s + c, 0)
  const middle = (k: 0 | 1) => outline.reduce((s, p, i) => s + (p[k] + next(i)[k]) * crosses[i], 0) / (3 * doubled)
  // a middle a hair off a round number is rounding, nothing to cut by
  const centre: Point = [tidy(middle(0)), tidy(middle(1))]
  const radii = outline.map(([x, y]) => Math.hypot(x - centre[0], y - centre[1]))
  const [least, most] = [Math.min(...radii), Math.max(...radii)]
  if (!(most - least < Math.max(INSIDE.mm, INSIDE.share * most))) return null
  const heading = outline.map(([x, y], i) => Math.atan2(next(i)[1] - y, next(i)[0] - x))
  const corners = heading.filter((h, i) => {
    const before = heading[(i + heading.length - 1) % heading.length]
    return Math.abs(Math.atan2(Math.sin(h - before), Math.cos(h - before))) > STRAIGHT
  }).length
  if (corners < ROUND) return null
  return { centre, radius: doubled < 0 && corners < FINE ? most * Math.cos(Math.PI / corners) : most }
}

/**
 * A section's outlines, those that are circles as circles: a drill or a cutter takes them as such. Error: 2 µm on the
 * radius.
 */
export function profileOf(outlines: readonly (readonly Point[])[]): FlatProfile {
  const rest: (readonly Point[])[] = []
  const circles: { centre: Point; radius: number }[] = []
  for (const outline of outlines) {
    const circle = circleOf(outline)
    if (circle) circles.push(circle)
    else rest.push(outline)
  }
  return { outlines: rest, circles }
}

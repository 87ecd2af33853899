import type { Point } from './point'

/** A flat drawing of a part, mm: closed outlines and circles. */
export interface FlatProfile {
  readonly outlines: readonly (readonly Point[])[]
  readonly circles: readonly { readonly centre: Point; readonly radius: number }[]
}

/** Corners from which on an even polygon is a circle that was drawn with straight pieces. */
const ROUND = 24
const INSIDE = Math.cos(Math.PI / 90)

/** A section's outlines, those that are circles as circles: a drill or a cutter takes them as such. Error: 2 µm on the radius. */
export function profileOf(outlines: readonly (readonly Point[])[]): FlatProfile {
  const rest: (readonly Point[])[] = []
  const circles: { centre: Point; radius: number }[] = []
  for (const outline of outlines) {
    const centre: Point = [
      outline.reduce((s, [x]) => s + x, 0) / outline.length,
      outline.reduce((s, [, y]) => s + y, 0) / outline.length,
    ]
    const radii = outline.map(([x, y]) => Math.hypot(x - centre[0], y - centre[1]))
    const [least, most] = [Math.min(...radii), Math.max(...radii)]
    // corners of straight pieces lie on the circle, points between them a little inside it
    if (outline.length >= ROUND && least > INSIDE * most) circles.push({ centre, radius: most })
    else rest.push(outline)
  }
  return { outlines: rest, circles }
}

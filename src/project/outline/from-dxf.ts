import DxfParser from 'dxf-parser'
import type { Point } from './chains'
import { soundDxf } from './sound-dxf'
import { said, type Said } from '../../core/said'

/** What a drawing holds: runs of points in millimetres, open or closed, and what was passed over. */
export interface Drawn {
  readonly runs: Point[][]
  readonly notes: Said[]
}

/** Millimetres of the drawing's unit, by the header; a file that names none is taken as millimetres. */
const UNITS: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 }

interface XY {
  readonly x: number
  readonly y: number
}

interface Entity {
  readonly type: string
  readonly shape?: boolean
  readonly vertices?: readonly (XY & { readonly bulge?: number })[]
  readonly center?: XY
  readonly radius?: number
  readonly startAngle?: number
  readonly endAngle?: number
  readonly majorAxisEndPoint?: XY
  readonly axisRatio?: number
  readonly controlPoints?: readonly XY[]
  readonly degreeOfSplineCurve?: number
  readonly knotValues?: readonly number[]
}

/**
 * Points of the arc that a bulge (tangent of a quarter of its angle) makes between two corners, the second left out.
 */
function bulged([x1, y1]: Point, [x2, y2]: Point, bulge: number): Point[] {
  if (Math.abs(bulge) < 1e-6) return [[x1, y1]]
  const angle = 4 * Math.atan(bulge)
  const chord = Math.hypot(x2 - x1, y2 - y1)
  const radius = chord / (2 * Math.sin(angle / 2))
  const away = radius * Math.cos(angle / 2)
  const [cx, cy] = [(x1 + x2) / 2 - (away * (y2 - y1)) / chord, (y1 + y2) / 2 + (away * (x2 - x1)) / chord]
  const steps = Math.max(2, Math.ceil(Math.abs(angle) / 0.1))
  const from = Math.atan2(y1 - cy, x1 - cx)
  return Array.from({ length: steps }, (_, i): Point => [
    cx + Math.abs(radius) * Math.cos(from + (angle * i) / steps),
    cy + Math.abs(radius) * Math.sin(from + (angle * i) / steps),
  ])
}

/** An arc of an ellipse, counter-clockwise from one angle to the other; a whole one when they are the same. */
function ellipse(centre: XY, major: XY, ratio: number, from: number, to: number): Point[] {
  const sweep = to - from > 1e-9 ? to - from : to - from + 2 * Math.PI
  const steps = Math.max(4, Math.ceil(sweep / 0.1))
  return Array.from({ length: steps + 1 }, (_, i): Point => {
    const a = from + (sweep * i) / steps
    return [
      centre.x + Math.cos(a) * major.x - Math.sin(a) * ratio * major.y,
      centre.y + Math.cos(a) * major.y + Math.sin(a) * ratio * major.x,
    ]
  })
}

/** A B-spline without weights by de Boor's recurrence. Empty when its knots do not fit its points. */
function spline(control: readonly XY[], degree: number, knots: readonly number[]): Point[] {
  if (knots.length !== control.length + degree + 1) return []
  const [from, to] = [knots[degree], knots[control.length]]
  const steps = Math.min(200, 8 * control.length)
  return Array.from({ length: steps + 1 }, (_, i): Point => {
    const t = Math.min(to - 1e-12 * (to - from), from + ((to - from) * i) / steps)
    let k = degree
    while (k < control.length - 1 && knots[k + 1] <= t) k++
    const d = Array.from({ length: degree + 1 }, (_, j): Point => [
      control[j + k - degree].x,
      control[j + k - degree].y,
    ])
    for (let r = 1; r <= degree; r++)
      for (let j = degree; j >= r; j--) {
        const width = knots[j + 1 + k - r] - knots[j + k - degree]
        const a = width > 0 ? (t - knots[j + k - degree]) / width : 0
        d[j] = [(1 - a) * d[j - 1][0] + a * d[j][0], (1 - a) * d[j - 1][1] + a * d[j][1]]
      }
    return d[degree]
  })
}

/** The run of points of one entity in the drawing's unit; empty for what is no line in the plane. */
function runOf(e: Entity): Point[] {
  switch (e.type) {
    case 'LINE':
      return (e.vertices ?? []).map(({ x, y }): Point => [x, y])
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const corners = e.vertices ?? []
      if (corners.length < 2) return []
      const pairs = e.shape ? corners.length : corners.length - 1
      const points = Array.from({ length: pairs }, (_, i) => {
        const [a, b] = [corners[i], corners[(i + 1) % corners.length]]
        return bulged([a.x, a.y], [b.x, b.y], a.bulge ?? 0)
      }).flat()
      const last = corners[e.shape ? 0 : corners.length - 1]
      return [...points, [last.x, last.y]]
    }
    case 'CIRCLE':
      return e.center && e.radius ? ellipse(e.center, { x: e.radius, y: 0 }, 1, 0, 2 * Math.PI) : []
    case 'ARC':
      return e.center && e.radius ? ellipse(e.center, { x: e.radius, y: 0 }, 1, e.startAngle ?? 0, e.endAngle ?? 0) : []
    case 'ELLIPSE':
      return e.center && e.majorAxisEndPoint
        ? ellipse(e.center, e.majorAxisEndPoint, e.axisRatio ?? 1, e.startAngle ?? 0, e.endAngle ?? 2 * Math.PI)
        : []
    case 'SPLINE':
      return spline(e.controlPoints ?? [], e.degreeOfSplineCurve ?? 3, e.knotValues ?? [])
    default:
      return []
  }
}

/**
 * Lines of a DXF drawing: lines, arcs, circles, ellipses, polylines with bulges, splines. Blocks are not opened.
 * @throws Error when the text is no DXF.
 */
export function fromDxf(text: string): Drawn {
  const { text: sound, passed: undrawn } = soundDxf(text)
  const drawing = new DxfParser().parseSync(sound)
  const notes: Said[] = []
  const unit = Number((drawing?.header as Record<string, unknown> | undefined)?.['$INSUNITS'] ?? 4)
  const scale = UNITS[unit] ?? 1
  if (!UNITS[unit]) notes.push(said('drawing-no-unit'))
  const runs = ((drawing?.entities ?? []) as unknown as Entity[]).map(runOf)
  const passed = undrawn + runs.filter((r) => r.length < 2).length
  if (passed > 0) notes.push(said('drawing-no-lines', { count: passed }))
  return { runs: runs.filter((r) => r.length > 1).map((r) => r.map(([x, y]): Point => [x * scale, y * scale])), notes }
}

import DxfParser from 'dxf-parser'
import { XMLParser } from 'fast-xml-parser'
import { svgPathProperties } from 'svg-path-properties'

/** A closed outline, mm, counter-clockwise. */
export interface ReadOutline {
  readonly points: readonly (readonly [number, number])[]
  /** What was passed over on the way. */
  readonly notes: readonly string[]
}

export type OutlineOutcome = { readonly ok: true; readonly outline: ReadOutline } | { readonly ok: false; readonly message: string }

type Point = [number, number]

const MOST_POINTS = 400
const MOST_BYTES = 2_000_000

const area = (points: readonly Point[]): number => points.reduce((sum, [x, y], i) => sum + x * points[(i + 1) % points.length][1] - points[(i + 1) % points.length][0] * y, 0) / 2

/** Points of the arc that a bulge (tangent of a quarter of its angle) makes between two corners, the second left out. */
function bulged([x1, y1]: Point, [x2, y2]: Point, bulge: number): Point[] {
  if (Math.abs(bulge) < 1e-6) return [[x1, y1]]
  const angle = 4 * Math.atan(bulge)
  const chord = Math.hypot(x2 - x1, y2 - y1)
  const radius = chord / (2 * Math.sin(angle / 2))
  const away = radius * Math.cos(angle / 2)
  const [cx, cy] = [(x1 + x2) / 2 - (away * (y2 - y1)) / chord, (y1 + y2) / 2 + (away * (x2 - x1)) / chord]
  const steps = Math.max(2, Math.ceil(Math.abs(angle) / 0.2))
  const from = Math.atan2(y1 - cy, x1 - cx)
  return Array.from({ length: steps }, (_, i): Point => [cx + Math.abs(radius) * Math.cos(from + (angle * i) / steps), cy + Math.abs(radius) * Math.sin(from + (angle * i) / steps)])
}

/** Millimetres of the drawing's unit, by the header of a DXF; a file that names none is taken as millimetres. */
const DXF_UNITS: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 }

interface DxfPolyline {
  readonly type: string
  readonly shape?: boolean
  readonly vertices?: readonly { readonly x: number; readonly y: number; readonly bulge?: number }[]
}

function fromDxf(text: string): { outlines: Point[][]; notes: string[] } {
  const drawing = new DxfParser().parseSync(text)
  const notes: string[] = []
  const unit = Number((drawing?.header as Record<string, unknown> | undefined)?.['$INSUNITS'] ?? 4)
  const scale = DXF_UNITS[unit] ?? 1
  if (!DXF_UNITS[unit]) notes.push('The drawing names no unit: taken as millimetres.')
  const entities = (drawing?.entities ?? []) as unknown as DxfPolyline[]
  const closed = entities.filter((e) => (e.type === 'LWPOLYLINE' || e.type === 'POLYLINE') && (e.vertices?.length ?? 0) >= 3 && (e.shape === true || meets(e.vertices ?? [])))
  const others = entities.length - closed.length
  if (others > 0) notes.push(`${others} other ${others === 1 ? 'entity was' : 'entities were'} passed over: only closed polylines make an outline.`)
  return { outlines: closed.map((e) => (e.vertices ?? []).flatMap((v, i, all) => bulged([v.x * scale, v.y * scale], [all[(i + 1) % all.length].x * scale, all[(i + 1) % all.length].y * scale], v.bulge ?? 0))), notes }
}

const meets = (v: readonly { readonly x: number; readonly y: number }[]): boolean => Math.hypot(v[0].x - v[v.length - 1].x, v[0].y - v[v.length - 1].y) < 1e-6

/** Millimetres of a length in an SVG's width; null where there is none or it is a share. */
function svgLength(value: unknown): number | null {
  const found = /^\s*([\d.]+)\s*(mm|cm|in|pt|px)?\s*$/.exec(String(value ?? ''))
  const per = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, px: 25.4 / 96 }
  return found ? Number(found[1]) * per[(found[2] ?? 'px') as keyof typeof per] : null
}

/** Every element of a name, however deep. */
function elementsOf(node: unknown, name: string): Record<string, unknown>[] {
  if (typeof node !== 'object' || node === null) return []
  return Object.entries(node).flatMap(([key, value]) => {
    const inner = Array.isArray(value) ? value : [value]
    return [...(key === name ? (inner as Record<string, unknown>[]) : []), ...inner.flatMap((v) => elementsOf(v, name))]
  })
}

function fromSvg(text: string): { outlines: Point[][]; notes: string[] } {
  const tree = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@' }).parse(text) as Record<string, unknown>
  const [root] = elementsOf(tree, 'svg')
  if (!root) throw new Error('there is no svg element')
  const notes: string[] = []
  const width = svgLength(root['@width'])
  const box = String(root['@viewBox'] ?? '').trim().split(/[\s,]+/).map(Number)
  const scale = width !== null && box.length === 4 && box[2] > 0 ? width / box[2] : width !== null ? 25.4 / 96 : 1
  if (width === null) notes.push('The drawing gives no width: one of its units is taken as a millimetre.')
  if (/\btransform\s*=/.test(text)) notes.push('Transforms are not followed: if it comes in at the wrong size, save it with them applied.')
  // y grows downward in an SVG
  const flip = ([x, y]: Point): Point => [x * scale, -y * scale]
  const paths = elementsOf(root, 'path').flatMap((p) => String(p['@d'] ?? '').split(/(?=[Mm])/).filter((d) => /[Zz]\s*$/.test(d.trim()))).map((d) => {
    const path = new svgPathProperties(d)
    const length = path.getTotalLength()
    const n = 240
    return Array.from({ length: n }, (_, i): Point => {
      const { x, y } = path.getPointAtLength((length * i) / n)
      return flip([x, y])
    })
  })
  const polygons = elementsOf(root, 'polygon').map((p) => {
    const numbers = String(p['@points'] ?? '').trim().split(/[\s,]+/).map(Number)
    return Array.from({ length: Math.floor(numbers.length / 2) }, (_, i) => flip([numbers[2 * i], numbers[2 * i + 1]]))
  })
  return { outlines: [...paths, ...polygons], notes }
}

/** True when no two sides of the outline cross. */
function simple(points: readonly Point[]): boolean {
  const side = (a: Point, b: Point, c: Point) => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
  const n = points.length
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      const [a, b, c, d] = [points[i], points[(i + 1) % n], points[j], points[(j + 1) % n]]
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return false
    }
  return true
}

/**
 * The largest closed outline of a DXF or SVG drawing, in millimetres, counter-clockwise, at most 400 points.
 * DXF: closed polylines with arcs (bulges), unit from the header. SVG: closed paths (curves sampled) and polygons, width and viewBox for the scale.
 */
export function readOutline(fileName: string, text: string): OutlineOutcome {
  const refuse = (message: string): OutlineOutcome => ({ ok: false, message: `${fileName}: ${message}` })
  if (text.length > MOST_BYTES) return refuse('larger than 2 MB; an outline needs a few kilobytes.')
  const kind = /\.svg$/i.test(fileName) || /<svg[\s>]/.test(text.slice(0, 4000)) ? 'svg' : 'dxf'
  let found: { outlines: Point[][]; notes: string[] }
  try {
    found = kind === 'svg' ? fromSvg(text) : fromDxf(text)
  } catch (error) {
    return refuse(`cannot be read as ${kind.toUpperCase()}: ${(error as Error).message}. Save it as plain DXF (R12 or later) or SVG.`)
  }
  const sound = found.outlines.map((o) => o.filter(([x, y], i) => Number.isFinite(x) && Number.isFinite(y) && (i === 0 || Math.hypot(x - o[i - 1][0], y - o[i - 1][1]) > 1e-5))).filter((o) => o.length >= 3 && Math.abs(area(o)) > 1e-4)
  if (sound.length === 0) return refuse('no closed outline found. Join the lines into one closed polyline or path.')
  const largest = sound.reduce((a, b) => (Math.abs(area(b)) > Math.abs(area(a)) ? b : a))
  const every = Math.ceil(largest.length / MOST_POINTS)
  const thinned = largest.filter((_, i) => i % every === 0)
  if (!simple(thinned)) return refuse('its outline crosses itself. Mend it where the lines cross.')
  const notes = sound.length > 1 ? [...found.notes, `${sound.length} closed outlines found: the largest is taken.`] : found.notes
  return { ok: true, outline: { points: area(thinned) < 0 ? [...thinned].reverse() : thinned, notes } }
}

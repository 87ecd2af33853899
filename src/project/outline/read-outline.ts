import { joinChains, type Point } from './chains'
import { fromDxf, type Drawn } from './from-dxf'
import { fromSvg } from './from-svg'
import { said, type Said } from '../../core/said'

/** A closed outline, mm, counter-clockwise. */
export interface ReadOutline {
  readonly points: readonly (readonly [number, number])[]
  /** What was passed over on the way. */
  readonly notes: readonly Said[]
}

export type OutlineOutcome =
  { readonly ok: true; readonly outline: ReadOutline } | { readonly ok: false; readonly message: string }

const MOST_POINTS = 400
const MOST_BYTES = 2_000_000
/** Joining looks at every end for every other. */
const MOST_RUNS = 4000
/** Ends of lines that lie within this share of the drawing's size meet. */
const MEETS = 1e-3

const area = (points: readonly Point[]): number =>
  points.reduce(
    (sum, [x, y], i) => sum + x * points[(i + 1) % points.length][1] - points[(i + 1) % points.length][0] * y,
    0,
  ) / 2

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

const sizeOf = (runs: readonly (readonly Point[])[]): number => {
  const all = runs.flat()
  const span = (k: 0 | 1) =>
    all.reduce((m, p) => Math.max(m, p[k]), -Infinity) - all.reduce((m, p) => Math.min(m, p[k]), Infinity)
  return all.length === 0 ? 0 : Math.hypot(span(0), span(1))
}

/**
 * The largest closed outline of a DXF or SVG drawing, in millimetres, counter-clockwise, at most 400 points.
 * Loose lines and arcs are joined where their ends meet. DXF: unit from the header. SVG: width and viewBox for the
 * scale, transforms followed.
 */
export function readOutline(fileName: string, text: string): OutlineOutcome {
  const refuse = (message: string): OutlineOutcome => ({ ok: false, message: `${fileName}: ${message}` })
  if (text.length > MOST_BYTES) return refuse('larger than 2 MB; an outline needs a few kilobytes.')
  const kind = /\.svg$/i.test(fileName) || /<svg[\s>]/.test(text.slice(0, 4000)) ? 'svg' : 'dxf'
  let drawn: Drawn
  try {
    drawn = kind === 'svg' ? fromSvg(text) : fromDxf(text)
  } catch (error) {
    return refuse(
      `cannot be read as ${kind.toUpperCase()}: ${(error as Error).message}. Save it as plain DXF (R12 or later) or SVG.`,
    )
  }
  const runs = drawn.runs.map((r) => r.filter(([x, y]) => Number.isFinite(x) && Number.isFinite(y)))
  if (runs.length > MOST_RUNS)
    return refuse(`it has ${runs.length} separate lines; an outline has a few. Leave out all else.`)
  const { closed, open } = joinChains(runs, MEETS * sizeOf(runs))
  const sound = closed
    .map((o) => o.filter(([x, y], i) => i === 0 || Math.hypot(x - o[i - 1][0], y - o[i - 1][1]) > 1e-5))
    .filter((o) => o.length >= 3 && Math.abs(area(o)) > 1e-4)
  if (sound.length === 0)
    return refuse(
      `no closed outline found${open > 0 ? `: ${open} ${open === 1 ? 'line stays' : 'lines stay'} open` : ''}. Join the lines where they should meet.`,
    )
  const largest = sound.reduce((a, b) => (Math.abs(area(b)) > Math.abs(area(a)) ? b : a))
  const every = Math.ceil(largest.length / MOST_POINTS)
  const thinned = largest.filter((_, i) => i % every === 0)
  if (!simple(thinned)) return refuse('its outline crosses itself. Mend it where the lines cross.')
  const notes = [
    ...drawn.notes,
    ...(sound.length > 1 ? [said('drawing-many-outlines', { count: sound.length })] : []),
    ...(open > 0 ? [said('drawing-open-lines', { count: open })] : []),
  ]
  return { ok: true, outline: { points: area(thinned) < 0 ? [...thinned].reverse() : thinned, notes } }
}

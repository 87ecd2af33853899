import { XMLParser } from 'fast-xml-parser'
import { svgPathProperties } from 'svg-path-properties'
import svgpath from 'svgpath'
import type { Point } from './chains'
import type { Drawn } from './from-dxf'
import { said, type Said } from '../../core/said'

/** Millimetres of a length in an SVG's width; null where there is none or it is a share. */
function svgLength(value: unknown): number | null {
  const found = /^\s*([\d.]+)\s*(mm|cm|in|pt|px)?\s*$/.exec(String(value ?? ''))
  const per = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, px: 25.4 / 96 }
  return found ? Number(found[1]) * per[(found[2] ?? 'px') as keyof typeof per] : null
}

type Attributes = Readonly<Record<string, unknown>>

/** Path data of one element; null for what draws no line. */
function pathData(name: string, at: Attributes): string | null {
  const n = (key: string) => Number(at[`@${key}`] ?? 0)
  switch (name) {
    case 'path':
      return String(at['@d'] ?? '')
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
    case 'polygon':
    case 'polyline': {
      const numbers = String(at['@points'] ?? '')
        .trim()
        .split(/[\s,]+/)
        .map(Number)
      const corners = Array.from(
        { length: Math.floor(numbers.length / 2) },
        (_, i) => `${numbers[2 * i]} ${numbers[2 * i + 1]}`,
      )
      return corners.length < 2 ? null : `M${corners.join('L')}${name === 'polygon' ? 'Z' : ''}`
    }
    case 'rect':
      return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')]
      return rx > 0 && ry > 0
        ? `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`
        : null
    }
    default:
      return null
  }
}

/** A blade has one or two; a page of text or a traced picture has tens of thousands. */
const MOST_STROKES = 4000

/** What is defined for use elsewhere draws nothing where it stands. */
const UNDRAWN = new Set(['defs', 'clipPath', 'mask', 'symbol', 'marker', 'pattern'])

/** Path data of all that is drawn, with the transforms of its groups and its own, outermost first. */
function drawnPaths(node: Attributes, outer: readonly string[]): { d: string; transforms: readonly string[] }[] {
  return Object.entries(node).flatMap(([name, value]) =>
    UNDRAWN.has(name) || name.startsWith('@')
      ? []
      : (Array.isArray(value) ? value : [value]).flatMap((element: unknown) => {
          if (typeof element !== 'object' || element === null) return []
          const at = element as Attributes
          const transforms = at['@transform'] ? [...outer, String(at['@transform'])] : outer
          const d = pathData(name, at)
          return [...(d ? [{ d, transforms }] : []), ...drawnPaths(at, transforms)]
        }),
  )
}

/** Points along a path of one stroke: its corners where it has only straight lines, else evenly along it. */
function sampled(d: string): Point[] {
  const path = new svgPathProperties(d)
  const parts = path.getParts()
  if (parts.length > 0 && /^[\sMmLlHhVvZz\d.,eE+-]+$/.test(d))
    return [[parts[0].start.x, parts[0].start.y], ...parts.map((p): Point => [p.end.x, p.end.y])]
  const length = path.getTotalLength()
  const n = 240
  return Array.from({ length: n + 1 }, (_, i): Point => {
    const { x, y } = path.getPointAtLength((length * i) / n)
    return [x, y]
  })
}

/**
 * Lines of an SVG drawing: paths, lines, polygons, rectangles, circles, ellipses, with the transforms of their groups.
 * The scale comes from width and viewBox.
 * @throws Error when the text is no SVG or a path cannot be read.
 */
export function fromSvg(text: string): Drawn {
  const strokes = text.match(/[MmZz]|<(?:line|rect|circle|ellipse|polygon|polyline)/g)?.length ?? 0
  if (strokes > MOST_STROKES) throw new Error(`it has more than ${MOST_STROKES} strokes; a blade is one or two`)
  const tree = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@' }).parse(text) as Attributes
  const root = (Array.isArray(tree.svg) ? tree.svg[0] : tree.svg) as Attributes | undefined
  if (typeof root !== 'object' || root === null) {
    if (tree.svg === '') return { runs: [], notes: [] }
    throw new Error('there is no svg element')
  }
  const notes: Said[] = []
  const width = svgLength(root['@width'])
  const box = String(root['@viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const scale = width !== null && box.length === 4 && box[2] > 0 ? width / box[2] : width !== null ? 25.4 / 96 : 1
  if (width === null) notes.push(said('drawing-no-width'))
  if (/<use[\s>]/.test(text)) notes.push(said('drawing-references'))
  const runs = drawnPaths(root, []).flatMap(({ d, transforms }) => {
    // the innermost transform acts first
    const moved = [...transforms]
      .reverse()
      .reduce((path, t) => path.transform(t), svgpath(d))
      .abs()
      .unshort()
    return moved
      .toString()
      .split(/(?=M)/)
      .filter((s) => s.trim().length > 1)
      .map(sampled)
  })
  // y grows downward in an SVG
  return { runs: runs.filter((r) => r.length > 1).map((r) => r.map(([x, y]): Point => [x * scale, -y * scale])), notes }
}

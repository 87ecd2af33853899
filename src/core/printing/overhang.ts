import type { Mesh } from '../geometry/solids'

/**
 * Faces that look down more steeply than this from the upright have nothing under them that holds: 45°, common
 * practice.
 */
const STEEPEST = Math.cos(Math.PI / 4)
/** What lies within this of the bed lies on it, mm. */
const ON_BED = 0.05
/** A printer draws its lines freely over gaps up to this, mm. Common practice, no source. */
export const BRIDGED_MM = 8

/** Faces of a mesh that hang over, joined where they share edges. mm. */
export interface Overhang {
  readonly triangles: readonly number[]
  /** As seen from above. */
  readonly areaMm2: number
  /** Width that has to be bridged: that of a strip, the diameter of a disc. */
  readonly acrossMm: number
  readonly lowestMm: number
}

export type Vertex = readonly [number, number, number]
export const vertexOf = ({ vertices }: Mesh, index: number): Vertex => [
  vertices[3 * index],
  vertices[3 * index + 1],
  vertices[3 * index + 2],
]

/** Corners of a triangle. */
export const cornersOf = (mesh: Mesh, t: number): readonly [Vertex, Vertex, Vertex] => [
  vertexOf(mesh, mesh.triangles[3 * t]),
  vertexOf(mesh, mesh.triangles[3 * t + 1]),
  vertexOf(mesh, mesh.triangles[3 * t + 2]),
]

/** Twice the area vector of a triangle: outward, its length twice the area. */
export function areaVector([a, b, c]: readonly [Vertex, Vertex, Vertex]): Vertex {
  const u = [b[0] - a[0], b[1] - a[1], b[2] - a[2]]
  const v = [c[0] - a[0], c[1] - a[1], c[2] - a[2]]
  return [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
}

/**
 * Width across which a patch has to be bridged: four times its area by its outline, or the least width of what bounds
 * it where that is less.
 */
function across(areaMm2: number, outlineMm: number, points: readonly Vertex[]): number {
  let narrowest = Infinity
  for (let k = 0; k < 18; k++) {
    const [c, s] = [Math.cos((Math.PI * k) / 18), Math.sin((Math.PI * k) / 18)]
    let [low, high] = [Infinity, -Infinity]
    for (const [x, y] of points) {
      const at = c * x + s * y
      low = Math.min(low, at)
      high = Math.max(high, at)
    }
    narrowest = Math.min(narrowest, high - low)
  }
  return Math.min(narrowest, outlineMm > 0 ? (4 * areaMm2) / outlineMm : 0)
}

/** Joins what has an edge in common. */
function joined(mesh: Mesh, triangles: readonly number[]): number[][] {
  const byEdge = new Map<number, number[]>()
  const key = (a: number, b: number) => Math.min(a, b) * 0x4000000 + Math.max(a, b)
  const edgesOf = (t: number) =>
    [0, 1, 2].map((k) => key(mesh.triangles[3 * t + k], mesh.triangles[3 * t + ((k + 1) % 3)]))
  for (const t of triangles)
    for (const e of edgesOf(t)) {
      const those = byEdge.get(e)
      if (those) those.push(t)
      else byEdge.set(e, [t])
    }
  const left = new Set(triangles)
  const groups: number[][] = []
  for (const start of triangles) {
    if (!left.delete(start)) continue
    const group = [start]
    for (let i = 0; i < group.length; i++)
      for (const e of edgesOf(group[i])) for (const next of byEdge.get(e) ?? []) if (left.delete(next)) group.push(next)
    groups.push(group)
  }
  return groups
}

/**
 * Where a mesh hangs over as it stands, its lowest point on the bed: patches of faces that look down more steeply than
 * 45°.
 * Vertices that a mesh keeps twice count as edges that nothing shares. Error: a patch that curves counts as seen from
 * above.
 */
export function overhangs(mesh: Mesh): Overhang[] {
  let bed = Infinity
  for (let i = 2; i < mesh.vertices.length; i += 3) bed = Math.min(bed, mesh.vertices[i])
  const down: number[] = []
  for (let t = 0; t < mesh.triangles.length / 3; t++) {
    const corners = cornersOf(mesh, t)
    const n = areaVector(corners)
    const length = Math.hypot(...n)
    if (length < 1e-9 || n[2] / length > -STEEPEST - 1e-6) continue
    if (corners.every((c) => c[2] - bed < ON_BED)) continue
    down.push(t)
  }
  return joined(mesh, down).map((triangles) => {
    let [areaMm2, lowestMm] = [0, Infinity]
    const points: Vertex[] = []
    const edges = new Map<string, number>()
    for (const t of triangles) {
      const corners = cornersOf(mesh, t)
      areaMm2 += -areaVector(corners)[2] / 2
      corners.forEach((a, k) => {
        points.push(a)
        lowestMm = Math.min(lowestMm, a[2] - bed)
        const b = corners[(k + 1) % 3]
        const [i, j] = [mesh.triangles[3 * t + k], mesh.triangles[3 * t + ((k + 1) % 3)]]
        const key = i < j ? `${i} ${j}` : `${j} ${i}`
        // an edge that two faces share is no outline
        if (edges.has(key)) edges.set(key, 0)
        else edges.set(key, Math.hypot(a[0] - b[0], a[1] - b[1]))
      })
    }
    const outlineMm = [...edges.values()].reduce((sum, l) => sum + l, 0)
    return { triangles, areaMm2, acrossMm: across(areaMm2, outlineMm, points), lowestMm }
  })
}

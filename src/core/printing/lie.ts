import { lifted, placedAt, turnedOver, type Pose } from '../geometry'
import type { Mesh } from '../geometry/solids'
import { BRIDGED_MM, areaVector, cornersOf, overhangs, type Overhang } from './overhang'

/** Patches smaller than this print without support, mm2. */
const LEAST_PATCH = 4
/** Heights at which a part is cut to see how much of it is printed there. */
const CUTS = 120

/** One part as it lies on the bed, and what printing it that way asks for. mm. */
export interface Lying {
  /** From as it was made to as it lies, its lowest point on z = 0, its middle on the z axis. */
  readonly pose: Pose
  readonly turned: boolean
  readonly sizeMm: readonly [x: number, y: number, z: number]
  /** Everything that hangs over, and of it what has to be supported. Triangles by their number in the mesh. */
  readonly hanging: readonly number[]
  readonly supported: readonly number[]
  readonly supportedMm2: number
  /** Room under what has to be supported, down to the bed or to the part itself. */
  readonly supportMm3: number
  /** What touches the bed. */
  readonly footMm2: number
  /** Area and outline of the part at even heights, from the bed up. */
  readonly cuts: readonly { readonly areaMm2: number; readonly outlineMm: number }[]
}

/** A mesh in another place; its triangles keep their numbers. */
export function inPlace({ vertices, triangles }: Mesh, pose: Pose): Mesh {
  const out = new Float32Array(vertices.length)
  for (let i = 0; i < vertices.length; i += 3)
    out.set(placedAt(pose, [vertices[i], vertices[i + 1], vertices[i + 2]]), i)
  return { vertices: out, triangles }
}

/** Least and most of a mesh along each axis. */
export function boundsOf({ vertices }: Mesh): { min: [number, number, number]; max: [number, number, number] } {
  const min: [number, number, number] = [Infinity, Infinity, Infinity]
  const max: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  for (let i = 0; i < vertices.length; i++) {
    min[i % 3] = Math.min(min[i % 3], vertices[i])
    max[i % 3] = Math.max(max[i % 3], vertices[i])
  }
  return { min, max }
}

/** Area and outline of a closed mesh where a level plane cuts it: its outline as segments, by Green's theorem. */
export function levelCut(mesh: Mesh, z: number): { areaMm2: number; outlineMm: number } {
  let [twice, outlineMm] = [0, 0]
  for (let t = 0; t < mesh.triangles.length / 3; t++) {
    const corners = cornersOf(mesh, t)
    const above = corners.map((c) => c[2] > z)
    if (above[0] === above[1] && above[1] === above[2]) continue
    const hit = (i: number) => {
      const [a, b] = [corners[i], corners[(i + 1) % 3]]
      const share = (z - a[2]) / (b[2] - a[2])
      return [a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])] as const
    }
    // seen from above, the solid lies to the left of an edge that goes from where the plane is left upwards to where it
    // is entered again
    const up = [0, 1, 2].find((i) => !above[i] && above[(i + 1) % 3]) ?? 0
    const down = [0, 1, 2].find((i) => above[i] && !above[(i + 1) % 3]) ?? 0
    const [p, q] = [hit(down), hit(up)]
    twice += p[0] * q[1] - q[0] * p[1]
    outlineMm += Math.hypot(q[0] - p[0], q[1] - p[1])
  }
  return { areaMm2: Math.abs(twice) / 2, outlineMm }
}

/** Whether a point lies under a triangle as seen from above, and how high the triangle is there. */
function heightAt(corners: ReturnType<typeof cornersOf>, x: number, y: number): number | null {
  const [a, b, c] = corners
  const det = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])
  if (Math.abs(det) < 1e-12) return null
  const u = ((x - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (y - a[1])) / det
  const v = ((b[0] - a[0]) * (y - a[1]) - (x - a[0]) * (b[1] - a[1])) / det
  return u < -1e-9 || v < -1e-9 || u + v > 1 + 1e-9 ? null : a[2] + u * (b[2] - a[2]) + v * (c[2] - a[2])
}

/** Room under triangles, down to what of the mesh looks up beneath them, or to the bed at z = 0. */
function roomUnder(mesh: Mesh, triangles: readonly number[]): number {
  const up = Array.from({ length: mesh.triangles.length / 3 }, (_, t) => cornersOf(mesh, t)).filter(
    (corners) => areaVector(corners)[2] > 1e-9,
  )
  const boxes = up.map((c) => [
    Math.min(c[0][0], c[1][0], c[2][0]),
    Math.max(c[0][0], c[1][0], c[2][0]),
    Math.min(c[0][1], c[1][1], c[2][1]),
    Math.max(c[0][1], c[1][1], c[2][1]),
  ])
  const beneath = (x: number, y: number, z: number) => {
    let highest = 0
    for (let i = 0; i < up.length; i++) {
      const box = boxes[i]
      if (x < box[0] || x > box[1] || y < box[2] || y > box[3]) continue
      const h = heightAt(up[i], x, y)
      if (h !== null && h < z - 0.01 && h > highest) highest = h
    }
    return highest
  }
  let room = 0
  for (const t of triangles) {
    const corners = cornersOf(mesh, t)
    const area = -areaVector(corners)[2] / 2
    // four points of it: its middle, and those of its corners' thirds
    const weights = [
      [1 / 3, 1 / 3, 1 / 3],
      [2 / 3, 1 / 6, 1 / 6],
      [1 / 6, 2 / 3, 1 / 6],
      [1 / 6, 1 / 6, 2 / 3],
    ]
    for (const w of weights) {
      const at = [0, 1, 2].map((k) => w[0] * corners[0][k] + w[1] * corners[1][k] + w[2] * corners[2][k])
      room += (area / 4) * (at[2] - beneath(at[0], at[1], at[2]))
    }
  }
  return room
}

const supportedOf = (patches: readonly Overhang[]) =>
  patches.filter((p) => p.acrossMm > BRIDGED_MM && p.areaMm2 > LEAST_PATCH)
const areaOf = (patches: readonly Overhang[]) => patches.reduce((sum, p) => sum + p.areaMm2, 0)

/** Area of a mesh that lies on the bed. */
function footOf(mesh: Mesh): number {
  let area = 0
  for (let t = 0; t < mesh.triangles.length / 3; t++) {
    const corners = cornersOf(mesh, t)
    if (corners.every((c) => c[2] < 0.05)) area += Math.max(0, -areaVector(corners)[2] / 2)
  }
  return area
}

/**
 * How a part lies on a printer's bed: as it was made or turned over, whichever hangs over less, so that layers always
 * lie across its own z axis.
 * Support is what a filament printer needs beyond overhangs of 45° and bridges of `BRIDGED_MM`.
 */
export function layDown(mesh: Mesh): Lying {
  const { min, max } = boundsOf(mesh)
  const middle = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2]
  const candidates = [lifted(-min[2]), turnedOver(max[2])].map((pose, i) => {
    const shifted = pose.map((v, k) => (k === 12 ? (i === 0 ? -1 : 1) * middle[0] : k === 13 ? -middle[1] : v))
    const placed = inPlace(mesh, shifted)
    const patches = overhangs(placed)
    return { pose: shifted, placed, patches, supported: supportedOf(patches), footMm2: footOf(placed), turned: i === 1 }
  })
  const [made, over] = candidates
  const better =
    areaOf(over.supported) < 0.9 * areaOf(made.supported) - LEAST_PATCH && over.footMm2 > 0.25 * made.footMm2
  const { pose, placed, patches, supported, footMm2, turned } = better ? over : made
  const triangles = supported.flatMap((p) => p.triangles)
  const height = max[2] - min[2]
  return {
    pose,
    turned,
    sizeMm: [max[0] - min[0], max[1] - min[1], height],
    hanging: patches.flatMap((p) => p.triangles),
    supported: triangles,
    supportedMm2: areaOf(supported),
    supportMm3: roomUnder(placed, triangles),
    footMm2,
    cuts: Array.from({ length: CUTS }, (_, i) => levelCut(placed, ((i + 0.5) / CUTS) * height)),
  }
}

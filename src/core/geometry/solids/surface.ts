import type { Pose } from '../assembly'
import { piecesOf, skinned, type Triangles } from './skin'

/** Triangles in a leaf of the tree, at most. */
const LEAF = 4
/** Below this sine two planes count as one, and triangles in it are held against each other along it. */
const IN_PLANE = 1e-9
/** Ways to look along for whether a point lies inside: none along an edge or a face that a part is likely to have. */
const LOOKS = [
  [0.5377, 0.3019, 0.7872],
  [-0.6713, 0.7131, 0.2023],
  [0.1931, -0.8417, -0.5042],
] as const

/** Where one body stands, seen from another: three rows of a turn and its move. */
type Seen = Float64Array

/**
 * How a body at pose `b` is seen from one at pose `a`. Poses turn and move only, so that a turn's transpose undoes it.
 */
function seenFrom(a: Pose, b: Pose): Seen {
  const seen = new Float64Array(12)
  const off = [b[12] - a[12], b[13] - a[13], b[14] - a[14]]
  for (let row = 0; row < 3; row++) {
    const k = 4 * row
    for (let column = 0; column < 3; column++)
      seen[4 * row + column] = a[k] * b[4 * column] + a[k + 1] * b[4 * column + 1] + a[k + 2] * b[4 * column + 2]
    seen[k + 3] = a[k] * off[0] + a[k + 1] * off[1] + a[k + 2] * off[2]
  }
  return seen
}

/**
 * The surface of a closed solid in a tree of boxes, so that what of two lies near each other is found quickly.
 * Made once for a solid in all its places. mm.
 */
export class Surface {
  /** Nine numbers a triangle, in the order of the leaves. */
  private readonly corners: Float64Array
  /** Middle and half size of each node's box, six numbers a node. */
  private readonly boxes: Float64Array
  /**
   * Of each node its first triangle and their count in a leaf; otherwise its second child and 0: the first child
   * follows it.
   */
  private readonly nodes: Int32Array
  /** A corner of each closed piece. */
  private readonly pieces: readonly number[]
  private inside: Surface | null = null

  constructor(private readonly body: Triangles) {
    const { vertices, triangles } = body
    this.pieces = piecesOf(body).flatMap((i) => [vertices[i], vertices[i + 1], vertices[i + 2]])
    const count = triangles.length / 3
    const middles = new Float64Array(3 * count)
    for (let t = 0; t < count; t++)
      for (let k = 0; k < 3; k++) {
        let sum = 0
        for (let j = 0; j < 3; j++) sum += vertices[3 * triangles[3 * t + j] + k]
        middles[3 * t + k] = sum / 3
      }
    const order = Uint32Array.from({ length: count }, (_, i) => i)
    const nodes: number[] = []
    const boxes: number[] = []
    const split = (from: number, to: number) => {
      const node = nodes.length / 2
      nodes.push(from, to - from)
      const [min, max] = [
        [Infinity, Infinity, Infinity],
        [-Infinity, -Infinity, -Infinity],
      ]
      const [low, high] = [[...min], [...max]]
      for (let i = from; i < to; i++) {
        const t = order[i]
        for (let k = 0; k < 3; k++) {
          const m = middles[3 * t + k]
          if (m < low[k]) low[k] = m
          if (m > high[k]) high[k] = m
          for (let j = 0; j < 3; j++) {
            const v = vertices[3 * triangles[3 * t + j] + k]
            if (v < min[k]) min[k] = v
            if (v > max[k]) max[k] = v
          }
        }
      }
      for (let k = 0; k < 3; k++) boxes.push((min[k] + max[k]) / 2)
      for (let k = 0; k < 3; k++) boxes.push((max[k] - min[k]) / 2)
      if (to - from <= LEAF) return
      const across = [0, 1, 2].reduce((a, k) => (high[k] - low[k] > high[a] - low[a] ? k : a), 0)
      const at = (low[across] + high[across]) / 2
      let next = from
      for (let i = from; i < to; i++)
        if (middles[3 * order[i] + across] < at) {
          const t = order[i]
          order[i] = order[next]
          order[next++] = t
        }
      const half = next === from || next === to ? (from + to) >> 1 : next
      split(from, half)
      nodes[2 * node] = nodes.length / 2
      nodes[2 * node + 1] = 0
      split(half, to)
    }
    if (count > 0) split(0, count)
    this.nodes = Int32Array.from(nodes)
    this.boxes = Float64Array.from(boxes)
    this.corners = new Float64Array(9 * count)
    for (let i = 0; i < count; i++)
      for (let j = 0; j < 3; j++)
        for (let k = 0; k < 3; k++) this.corners[9 * i + 3 * j + k] = vertices[3 * triangles[3 * order[i] + j] + k]
  }

  get triangles(): number {
    return this.corners.length / 9
  }

  /** The same a skin further in. */
  private get skinned(): Surface {
    this.inside ??= new Surface(skinned(this.body))
    return this.inside
  }

  /** How often a look from a point along a way goes through it. */
  private crossings(x: number, y: number, z: number, [dx, dy, dz]: readonly [number, number, number]): number {
    const { nodes, boxes, corners } = this
    const open = [0]
    let found = 0
    while (open.length > 0) {
      const node = open.pop()!
      const b = 6 * node
      let [near, far] = [0, Infinity]
      for (let k = 0; k < 3; k++) {
        const [d, from] = k === 0 ? [dx, x] : k === 1 ? [dy, y] : [dz, z]
        const [one, two] = [(boxes[b + k] - boxes[b + 3 + k] - from) / d, (boxes[b + k] + boxes[b + 3 + k] - from) / d]
        near = Math.max(near, Math.min(one, two) - 1e-9)
        far = Math.min(far, Math.max(one, two) + 1e-9)
      }
      if (near > far) continue
      const size = nodes[2 * node + 1]
      if (size === 0) {
        open.push(node + 1, nodes[2 * node])
        continue
      }
      for (let t = nodes[2 * node]; t < nodes[2 * node] + size; t++) {
        const i = 9 * t
        const [ux, uy, uz] = [
          corners[i + 3] - corners[i],
          corners[i + 4] - corners[i + 1],
          corners[i + 5] - corners[i + 2],
        ]
        const [vx, vy, vz] = [
          corners[i + 6] - corners[i],
          corners[i + 7] - corners[i + 1],
          corners[i + 8] - corners[i + 2],
        ]
        const [px, py, pz] = [dy * vz - dz * vy, dz * vx - dx * vz, dx * vy - dy * vx]
        const det = ux * px + uy * py + uz * pz
        if (det === 0) continue
        const [sx, sy, sz] = [x - corners[i], y - corners[i + 1], z - corners[i + 2]]
        const u = (sx * px + sy * py + sz * pz) / det
        if (u < 0 || u > 1) continue
        const [qx, qy, qz] = [sy * uz - sz * uy, sz * ux - sx * uz, sx * uy - sy * ux]
        const v = (dx * qx + dy * qy + dz * qz) / det
        if (v < 0 || u + v > 1) continue
        if ((vx * qx + vy * qy + vz * qz) / det > 0) found++
      }
    }
    return found
  }

  /**
   * Whether each closed piece of another lies outside this solid, for sure: along every look the surface is met an even
   * number of times.
   */
  private leavesOut(other: Surface, seen: Seen): boolean {
    for (let i = 0; i < other.pieces.length; i += 3) {
      const [x, y, z] = [0, 4, 8].map(
        (r) =>
          seen[r] * other.pieces[i] +
          seen[r + 1] * other.pieces[i + 1] +
          seen[r + 2] * other.pieces[i + 2] +
          seen[r + 3],
      )
      if (!LOOKS.every((way) => this.crossings(x, y, z, way) % 2 === 0)) return false
    }
    return true
  }

  /** Whether the two surfaces meet or touch anywhere. */
  private meets(other: Surface, seen: Seen): boolean {
    const m = seen
    const A = this.boxes
    const B = other.boxes
    const open: number[] = [0, 0]
    const theirs = new Float64Array(9 * LEAF)
    while (open.length > 0) {
      const b = open.pop()!
      const a = open.pop()!
      const p = 6 * a
      const q = 6 * b
      const x = B[q]
      const y = B[q + 1]
      const z = B[q + 2]
      const hx = B[q + 3]
      const hy = B[q + 4]
      const hz = B[q + 5]
      let off = false
      for (let k = 0; k < 3 && !off; k++) {
        const r = 4 * k
        off =
          Math.abs(m[r] * x + m[r + 1] * y + m[r + 2] * z + m[r + 3] - A[p + k]) >
          A[p + 3 + k] + Math.abs(m[r]) * hx + Math.abs(m[r + 1]) * hy + Math.abs(m[r + 2]) * hz + 1e-9
      }
      if (off) continue
      // and along the other's axes
      const dx = m[0] * x + m[1] * y + m[2] * z + m[3] - A[p]
      const dy = m[4] * x + m[5] * y + m[6] * z + m[7] - A[p + 1]
      const dz = m[8] * x + m[9] * y + m[10] * z + m[11] - A[p + 2]
      for (let k = 0; k < 3 && !off; k++)
        off =
          Math.abs(m[k] * dx + m[4 + k] * dy + m[8 + k] * dz) >
          B[q + 3 + k] +
            Math.abs(m[k]) * A[p + 3] +
            Math.abs(m[4 + k]) * A[p + 4] +
            Math.abs(m[8 + k]) * A[p + 5] +
            1e-9
      if (off) continue
      const mine = this.nodes[2 * a + 1]
      const their = other.nodes[2 * b + 1]
      if (mine > 0 && their > 0) {
        const i = this.nodes[2 * a]
        const from = 9 * other.nodes[2 * b]
        for (let k = 0; k < 9 * their; k += 3) {
          const cx = other.corners[from + k]
          const cy = other.corners[from + k + 1]
          const cz = other.corners[from + k + 2]
          theirs[k] = m[0] * cx + m[1] * cy + m[2] * cz + m[3]
          theirs[k + 1] = m[4] * cx + m[5] * cy + m[6] * cz + m[7]
          theirs[k + 2] = m[8] * cx + m[9] * cy + m[10] * cz + m[11]
        }
        for (let s = 0; s < mine; s++)
          for (let t = 0; t < their; t++) if (!divided(this.corners, 9 * (i + s), theirs, 9 * t)) return true
      } else if (their > 0 || (mine === 0 && A[p + 3] + A[p + 4] + A[p + 5] > hx + hy + hz)) {
        open.push(a + 1, b, this.nodes[2 * a], b)
      } else {
        open.push(a, b + 1, a, other.nodes[2 * b])
      }
    }
    return false
  }

  /**
   * Whether two solids at their poses have nothing in common, for sure, or no more than a skin of where their faces
   * touch: the surface of one stands off that of the other a skin further in, and no piece of one lies inside the other.
   * False where a look happens to go along an edge.
   */
  static apart(a: Surface, atA: Pose, b: Surface, atB: Pose): boolean {
    if (a.nodes.length === 0 || b.nodes.length === 0) return true
    const [seen, back] = [seenFrom(atA, atB), seenFrom(atB, atA)]
    if (!a.near(b, seen) || !b.near(a, back)) return true
    const [less, more, from, to] = a.triangles < b.triangles ? [a.skinned, b, seen, back] : [b.skinned, a, back, seen]
    return !less.meets(more, from) && less.leavesOut(more, from) && more.leavesOut(less, to)
  }

  /** Whether their boxes meet along the ways of this one's own axes. */
  private near(other: Surface, m: Seen): boolean {
    const [A, B] = [this.boxes, other.boxes]
    for (let k = 0; k < 3; k++) {
      const r = 4 * k
      const off = Math.abs(m[r] * B[0] + m[r + 1] * B[1] + m[r + 2] * B[2] + m[r + 3] - A[k])
      if (off > A[3 + k] + Math.abs(m[r]) * B[3] + Math.abs(m[r + 1]) * B[4] + Math.abs(m[r + 2]) * B[5]) return false
    }
    return true
  }
}

/** Whether all corners of two triangles lie on two sides along a direction. */
function dividedAlong(
  p: Float64Array,
  i: number,
  q: Float64Array,
  j: number,
  x: number,
  y: number,
  z: number,
): boolean {
  const a = x * p[i] + y * p[i + 1] + z * p[i + 2]
  const b = x * p[i + 3] + y * p[i + 4] + z * p[i + 5]
  const c = x * p[i + 6] + y * p[i + 7] + z * p[i + 8]
  const d = x * q[j] + y * q[j + 1] + z * q[j + 2]
  const e = x * q[j + 3] + y * q[j + 4] + z * q[j + 5]
  const f = x * q[j + 6] + y * q[j + 7] + z * q[j + 8]
  return Math.max(a, b, c) < Math.min(d, e, f) || Math.min(a, b, c) > Math.max(d, e, f)
}

/**
 * Whether a plane lies between two triangles: one of either's plane, one along an edge of each, or one through an edge
 * at right angles to a plane that both lie in. Nine numbers each, from `i` and `j` on.
 */
function divided(p: Float64Array, i: number, q: Float64Array, j: number): boolean {
  for (let k = 0; k < 3; k++)
    if (
      Math.max(p[i + k], p[i + 3 + k], p[i + 6 + k]) < Math.min(q[j + k], q[j + 3 + k], q[j + 6 + k]) ||
      Math.min(p[i + k], p[i + 3 + k], p[i + 6 + k]) > Math.max(q[j + k], q[j + 3 + k], q[j + 6 + k])
    )
      return true
  const ax = p[i + 3] - p[i]
  const ay = p[i + 4] - p[i + 1]
  const az = p[i + 5] - p[i + 2]
  const bx = p[i + 6] - p[i]
  const by = p[i + 7] - p[i + 1]
  const bz = p[i + 8] - p[i + 2]
  const nx = ay * bz - az * by
  const ny = az * bx - ax * bz
  const nz = ax * by - ay * bx
  if (dividedAlong(p, i, q, j, nx, ny, nz)) return true
  const dx = q[j + 3] - q[j]
  const dy = q[j + 4] - q[j + 1]
  const dz = q[j + 5] - q[j + 2]
  const ex = q[j + 6] - q[j]
  const ey = q[j + 7] - q[j + 1]
  const ez = q[j + 8] - q[j + 2]
  const mx = dy * ez - dz * ey
  const my = dz * ex - dx * ez
  const mz = dx * ey - dy * ex
  if (dividedAlong(p, i, q, j, mx, my, mz)) return true
  const cx = ny * mz - nz * my
  const cy = nz * mx - nx * mz
  const cz = nx * my - ny * mx
  const one = cx * cx + cy * cy + cz * cz < IN_PLANE * (nx * nx + ny * ny + nz * nz) * (mx * mx + my * my + mz * mz)
  for (let k = 0; k < 3; k++) {
    const s = i + 3 * k
    const t = i + 3 * ((k + 1) % 3)
    const ux = p[t] - p[s]
    const uy = p[t + 1] - p[s + 1]
    const uz = p[t + 2] - p[s + 2]
    if (one && dividedAlong(p, i, q, j, ny * uz - nz * uy, nz * ux - nx * uz, nx * uy - ny * ux)) return true
    for (let l = 0; l < 3; l++) {
      const e = j + 3 * l
      const f = j + 3 * ((l + 1) % 3)
      const vx = q[f] - q[e]
      const vy = q[f + 1] - q[e + 1]
      const vz = q[f + 2] - q[e + 2]
      if (one) {
        if (k === 0 && dividedAlong(p, i, q, j, my * vz - mz * vy, mz * vx - mx * vz, mx * vy - my * vx)) return true
      } else if (dividedAlong(p, i, q, j, uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx)) return true
    }
  }
  return false
}

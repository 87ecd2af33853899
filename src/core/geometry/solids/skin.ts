/** Triangles of a closed body, mm: corners three numbers each, triangles three indices each. */
export interface Triangles {
  readonly vertices: ArrayLike<number>
  readonly triangles: ArrayLike<number>
}

/** Faces that go less than this into each other only touch, mm. */
export const SKIN = 1e-4
/** However sharp a corner is, it goes no further in than so many skins. */
const DEEPEST = 6

/** Of every triangle its normal of length 1, three numbers each; 0 where it has no area. */
function normalsOf({ vertices: v, triangles }: Triangles): Float64Array {
  const normals = new Float64Array(triangles.length)
  for (let t = 0; t < triangles.length; t += 3) {
    const a = 3 * triangles[t]
    const b = 3 * triangles[t + 1]
    const c = 3 * triangles[t + 2]
    const [ux, uy, uz] = [v[b] - v[a], v[b + 1] - v[a + 1], v[b + 2] - v[a + 2]]
    const [wx, wy, wz] = [v[c] - v[a], v[c + 1] - v[a + 1], v[c + 2] - v[a + 2]]
    const [nx, ny, nz] = [uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx]
    const length = Math.hypot(nx, ny, nz) || 1
    normals.set([nx / length, ny / length, nz / length], t)
  }
  return normals
}

/** The angle of a triangle at its corner `a`, rad. */
function angleAt(v: ArrayLike<number>, a: number, b: number, c: number): number {
  let [dot, one, two] = [0, 0, 0]
  for (let k = 0; k < 3; k++) {
    const [p, q] = [v[3 * b + k] - v[3 * a + k], v[3 * c + k] - v[3 * a + k]]
    dot += p * q
    one += p * p
    two += q * q
  }
  return one * two > 0 ? Math.acos(Math.max(-1, Math.min(1, dot / Math.sqrt(one * two)))) : 0
}

/**
 * A closed body a skin smaller: each corner goes in until the face at it that lies most askew is a skin deeper, six
 * skins at most. What touches the body stands off this one. The body's triangles are not changed.
 */
export function skinned(body: Triangles): Triangles {
  const { vertices, triangles } = body
  const normals = normalsOf(body)
  const inward = new Float64Array(vertices.length)
  for (let i = 0; i < triangles.length; i++) {
    const t = i - (i % 3)
    // by its angle, so that it does not matter into how many triangles a face is cut
    const share = angleAt(vertices, triangles[i], triangles[t + ((i + 1) % 3)], triangles[t + ((i + 2) % 3)])
    for (let k = 0; k < 3; k++) inward[3 * triangles[i] + k] -= share * normals[t + k]
  }
  for (let i = 0; i < inward.length; i += 3) {
    const length = Math.hypot(inward[i], inward[i + 1], inward[i + 2]) || 1
    for (let k = 0; k < 3; k++) inward[i + k] /= length
  }
  const deeper = new Float64Array(vertices.length / 3).fill(1)
  for (let i = 0; i < triangles.length; i++) {
    const [t, v] = [i - (i % 3), triangles[i]]
    const by = -(normals[t] * inward[3 * v] + normals[t + 1] * inward[3 * v + 1] + normals[t + 2] * inward[3 * v + 2])
    // a triangle without area has no side to go to
    if (by !== 0) deeper[v] = Math.min(deeper[v], by)
  }
  const moved = Float64Array.from(inward, (way, i) => {
    return vertices[i] + (SKIN * way) / Math.max(deeper[Math.floor(i / 3)], 1 / DEEPEST)
  })
  return { vertices: moved, triangles }
}

/** A corner of each piece of a body that hangs together: where its three numbers begin. */
export function piecesOf({ vertices, triangles }: Triangles): number[] {
  const next = Int32Array.from({ length: vertices.length / 3 }, (_, i) => i)
  const of = (corner: number): number => {
    let at = corner
    while (next[at] !== at) at = next[at] = next[next[at]]
    return at
  }
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 1; k < 3; k++) next[of(triangles[t + k])] = of(triangles[t])
  return [...new Set(Array.from(triangles, of))].map((corner) => 3 * corner)
}

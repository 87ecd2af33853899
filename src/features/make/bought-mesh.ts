import type { Bought } from '../../core/geometry'
import type { PlacedMesh } from '../../ui/space'

const ROUND = 40

/** What is bought, as a closed mesh: its half section turned about its axis. */
export function boughtMesh({ outline, sides = ROUND }: Bought): Pick<PlacedMesh, 'vertices' | 'triangles'> {
  const n = outline.length
  const vertices = new Float32Array(sides * n * 3)
  const triangles: number[] = []
  for (let s = 0; s < sides; s++) {
    const a = (2 * Math.PI * s) / sides
    outline.forEach(([r, z], i) => vertices.set([r * Math.cos(a), r * Math.sin(a), z], 3 * (s * n + i)))
    const t = ((s + 1) % sides) * n
    for (let i = 0; i < n; i++) {
      const j = (i + 1) % n
      // a corner on the axis is one and the same all round, and a side there has no width
      const [onAxis, nextOnAxis] = [outline[i][0] < 1e-9, outline[j][0] < 1e-9]
      const p = onAxis ? i : s * n + i
      const q = nextOnAxis ? j : s * n + j
      if (!onAxis) triangles.push(p, t + i, q)
      if (!nextOnAxis) triangles.push(q, onAxis ? i : t + i, t + j)
    }
  }
  return { vertices, triangles: Uint32Array.from(triangles) }
}

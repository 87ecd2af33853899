import { isBought, type Bought, type Placed, type Vec } from '../../core/geometry'
import { assemblyOf, partSpec, type PartName, type PartsInput } from '../../core/machines'
import type { PartMesh } from '../../core/machines/build-part'
import type { PlacedMesh } from '../../ui/PartView'

const STEPS = 40

/** What is bought, as triangles: its half section turned about its axis. */
function turnedMesh({ outline }: Bought): Pick<PlacedMesh, 'vertices' | 'triangles'> {
  const n = outline.length
  const vertices = new Float32Array(STEPS * n * 3)
  const triangles: number[] = []
  for (let s = 0; s < STEPS; s++) {
    const a = (2 * Math.PI * s) / STEPS
    outline.forEach(([r, z], i) => vertices.set([r * Math.cos(a), r * Math.sin(a), z], 3 * (s * n + i)))
    const t = ((s + 1) % STEPS) * n
    for (let i = 0; i < n; i++) {
      const j = (i + 1) % n
      const [p, q, r, w] = [s * n + i, s * n + j, t + j, t + i]
      // on the axis a side has no width
      if (outline[i][0] > 1e-9) triangles.push(p, w, q)
      if (outline[j][0] > 1e-9) triangles.push(q, w, r)
    }
  }
  return { vertices, triangles: Uint32Array.from(triangles) }
}

/** How far apart neighbours in the order are drawn, and what goes in from the side, as shares of the machine's width. */
const STEP = 0.16
const ASIDE = 0.3

const keyOf = ({ body }: Placed<PartName>) => (isBought(body) ? `${body.code} ${body.size}` : body)

/** How far each body is drawn apart: along the shaft in the order in which it is put on, or back along the way it goes in. */
function apart(placed: readonly Placed<PartName>[], wide: number): Vec[] {
  let [level, aside, last] = [-1, 0, '']
  return placed.map((p): Vec => {
    const key = keyOf(p)
    if (key !== last) {
      if (p.apart) aside++
      else {
        aside = 0
        level++
      }
    }
    last = key
    const out = p.apart ? ASIDE * aside : 0
    const lift = STEP * Math.max(0, level)
    return [0, 1, 2].map((k) => wide * (out * (p.apart?.[k] ?? 0) + (k === 2 ? lift : 0))) as unknown as Vec
  })
}

/** Where every copy of every part and of what is bought stands, drawn apart by `spread`. */
export function placed(input: PartsInput, meshes: ReadonlyMap<PartName, PartMesh>, spread: number): PlacedMesh[] {
  const all = assemblyOf(input).placed
  const wide = Math.max(1, ...[...meshes.values()].map((m) => m.boundingBoxMm.max[0] - m.boundingBoxMm.min[0]))
  const moves = apart(all, wide)
  return all.flatMap((p, i): PlacedMesh[] => {
    const mesh = isBought(p.body) ? turnedMesh(p.body) : meshes.get(p.body)
    if (!mesh) return []
    const spec = isBought(p.body) ? null : partSpec(p.body, input)
    const pose = p.pose.map((v, k) => (k >= 12 && k < 15 ? v + spread * moves[i][k - 12] : v))
    return [
      {
        vertices: mesh.vertices,
        triangles: mesh.triangles,
        pose,
        tone: isBought(p.body) || spec?.metal ? 'steel' : p.turns ? 'copper' : p.apart ? 'iron' : 'air',
      },
    ]
  })
}

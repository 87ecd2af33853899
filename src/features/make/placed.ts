import { bodyKey, isBought, type Placed, type Vec } from '../../core/geometry'
import { assemblyOf, partSpec, type PartName, type PartsInput } from '../../core/machines'
import type { PartMesh } from '../../core/machines/build-part'
import type { PlacedMesh } from '../../ui/PartView'
import { boughtMesh } from './bought-mesh'

/** How far apart neighbours in the order are drawn, what goes in from the side, and set screws, as shares of the machine's width. */
const STEP = 0.16
const ASIDE = 0.3
const OUT = 0.12

/** How far each body is drawn apart: along the shaft in the order in which it is put on, downwards what goes on from below, back along its way what goes in from the side. */
function apart(placed: readonly Placed<PartName>[], wide: number): Vec[] {
  let [level, under, aside, last] = [-1, 0, 0, '']
  return placed.map((p): Vec => {
    const key = bodyKey(p)
    const setScrew = isBought(p.body) && p.body.code === 'set-screw'
    if (key !== last && !setScrew) {
      if (p.below) under++
      else if (p.apart) aside++
      else {
        aside = 0
        level++
      }
    }
    last = key
    const lift = p.below ? -STEP * under : STEP * Math.max(0, level)
    const out = setScrew ? OUT : p.apart ? ASIDE * aside : 0
    const way = setScrew ? [p.pose[8], p.pose[9], p.pose[10]] : (p.apart ?? [0, 0, 0])
    return [0, 1, 2].map((k) => wide * (out * way[k] + (k === 2 ? lift : 0))) as unknown as Vec
  })
}

/** Where every copy of every part and of what is bought stands, drawn apart by `spread`. */
export function placed(input: PartsInput, meshes: ReadonlyMap<PartName, PartMesh>, spread: number): PlacedMesh[] {
  const all = assemblyOf(input).placed
  const wide = Math.max(1, ...[...meshes.values()].map((m) => m.boundingBoxMm.max[0] - m.boundingBoxMm.min[0]))
  const moves = apart(all, wide)
  return all.flatMap((p, i): PlacedMesh[] => {
    const mesh = isBought(p.body) ? boughtMesh(p.body) : meshes.get(p.body)
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

import type { PartInSet } from '../../core/geometry'
import { partSpec, type PartName, type PartsInput } from '../../core/machines'
import type { PartMesh } from '../../core/machines/build-part'

/** Where every copy of every part stands, the gaps along the shaft drawn out by `spread`. */
export function placed(
  input: PartsInput,
  set: readonly PartInSet<PartName>[],
  meshes: ReadonlyMap<PartName, PartMesh>,
  spread: number,
) {
  const once = new Set<PartName>()
  const all = set.flatMap((part, order) => {
    const mesh = meshes.get(part.name)
    const spec = partSpec(part.name, input)
    // parts that lie round the rim, not along the shaft, would only stand in each other's way
    if (!mesh || (spec?.roundRim && once.has(part.name))) return []
    once.add(part.name)
    const places = spec?.roundRim ? part.atMm.slice(0, 1) : part.atMm
    return places.map((at, copy) => {
      const height = mesh.boundingBoxMm.max[2]
      return {
        mesh,
        order: order + copy * 0.35,
        lift: part.flipped ? at + height : at,
        flipped: part.flipped,
        tone: spec?.turns ? ('copper' as const) : spec?.roundRim ? ('iron' as const) : ('air' as const),
      }
    })
  })
  const tall = Math.max(...all.map((a) => a.mesh.boundingBoxMm.max[0] - a.mesh.boundingBoxMm.min[0]), 1)
  return all.map(({ mesh, lift, order, ...rest }) => ({
    vertices: mesh.vertices,
    triangles: mesh.triangles,
    lift: lift + spread * order * 0.35 * tall,
    ...rest,
  }))
}

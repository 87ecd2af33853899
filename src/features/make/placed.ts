import { bodyKey, isBought, type Placed, type Vec } from '../../core/geometry'
import { assemblyOf, partSpec, type PartName, type PartsInput } from '../../core/machines'
import type { PartMesh } from '../../core/machines/build-part'
import type { PlacedMesh } from '../../ui/space'
import { boughtMesh } from './bought-mesh'

type Solid = Pick<PlacedMesh, 'vertices' | 'triangles'>

/**
 * Room between neighbours drawn apart, how far what goes in from the side and set screws are drawn out, as shares of
 * the machine's width.
 */
const ROOM = 0.06
const ASIDE = 0.3
const OUT = 0.12

/** Lowest and highest point of a mesh in its place. */
function heights({ vertices }: Solid, pose: Placed['pose']): [low: number, high: number] {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < vertices.length; i += 3) {
    const z = pose[2] * vertices[i] + pose[6] * vertices[i + 1] + pose[10] * vertices[i + 2] + pose[14]
    low = Math.min(low, z)
    high = Math.max(high, z)
  }
  return [low, high]
}

/**
 * How far each body is drawn apart, mm: along the shaft in the order in which it is put on, each clear of what is
 * beneath it, downwards what goes on from below, back along its way what goes in from the side.
 * The shaft goes through what is on it.
 */
export function apart(
  placed: readonly Placed<PartName>[],
  meshOf: (placed: Placed<PartName>) => Solid | null,
  wide: number,
): Vec[] {
  // tops and undersides of what is drawn so far, lifts of the last body above and below
  let [top, under, lift, drop, aside, last] = [-Infinity, Infinity, 0, 0, 0, '']
  return placed.map((p): Vec => {
    const key = bodyKey(p)
    const code = isBought(p.body) ? p.body.code : null
    const mesh = meshOf(p)
    const [low, high] = mesh ? heights(mesh, p.pose) : [0, 0]
    const beside = code === 'set-screw' || p.apart !== undefined
    if (key !== last && p.apart) aside++
    if (key !== last && !beside) {
      aside = 0
      if (p.below) drop = Math.min(drop, under - ROOM * wide - high)
      else if (top > -Infinity) lift = Math.max(lift, top + ROOM * wide - low)
    }
    last = key
    if (!beside && !p.below && code !== 'shaft') top = Math.max(top, high + lift)
    if (!beside) under = Math.min(under, low + (p.below ? drop : lift))
    const out = code === 'set-screw' ? OUT : p.apart ? ASIDE * aside : 0
    const way = code === 'set-screw' ? [p.pose[8], p.pose[9], p.pose[10]] : (p.apart ?? [0, 0, 0])
    return [0, 1, 2].map((k) => wide * out * way[k] + (k === 2 ? (p.below ? drop : lift) : 0)) as unknown as Vec
  })
}

/** Triangles of every body of a machine; those that are bought are made once. */
export function meshOfBody(meshes: ReadonlyMap<PartName, PartMesh>): (placed: Placed<PartName>) => Solid | null {
  const bought = new Map<string, Solid>()
  return ({ body }) => {
    if (!isBought(body)) return meshes.get(body) ?? null
    const key = `${body.code} ${body.size}`
    const known = bought.get(key) ?? boughtMesh(body)
    bought.set(key, known)
    return known
  }
}

/** How a body is coloured: what turns, what is of metal, what goes in from the side, what stands. */
export const toneOf = (p: Placed<PartName>, input: PartsInput): PlacedMesh['tone'] =>
  isBought(p.body) || partSpec(p.body, input)?.metal ? 'steel' : p.turns ? 'copper' : p.apart ? 'iron' : 'air'

/** Width of a machine's widest part, mm. */
export const widestMm = (meshes: ReadonlyMap<PartName, PartMesh>): number =>
  Math.max(1, ...[...meshes.values()].map((m) => m.boundingBoxMm.max[0] - m.boundingBoxMm.min[0]))

/** Where every copy of every part and of what is bought stands, drawn apart by `spread`. */
export function placed(input: PartsInput, meshes: ReadonlyMap<PartName, PartMesh>, spread: number): PlacedMesh[] {
  const all = assemblyOf(input).placed
  const meshOf = meshOfBody(meshes)
  const moves = apart(all, meshOf, widestMm(meshes))
  return all.flatMap((p, i): PlacedMesh[] => {
    const mesh = meshOf(p)
    const pose = p.pose.map((v, k) => (k >= 12 && k < 15 ? v + spread * moves[i][k - 12] : v))
    return mesh ? [{ vertices: mesh.vertices, triangles: mesh.triangles, pose, tone: toneOf(p, input) }] : []
  })
}

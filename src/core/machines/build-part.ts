import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import { PhysicsError } from '../errors'
import { profileOf, type FlatProfile } from '../geometry'
import type { Mesh } from '../geometry/solids'
import { SolidKit } from '../geometry/solids/toolkit'
import { partWords, type PartName, type PartsInput } from './parts'
import type { SolidSpec } from './solid-kind'
import { solidSpec } from './solids'

/**
 * A part as triangles, millimetres. Vertices three numbers each, triangles three indices each, outward
 * counter-clockwise.
 */
export interface PartMesh extends Mesh {
  readonly name: PartName
  readonly volumeMm3: number
  readonly boundingBoxMm: {
    readonly min: readonly [number, number, number]
    readonly max: readonly [number, number, number]
  }
  readonly watertight: boolean
  /** Separate bodies it falls into: one, if it is sound. */
  readonly pieces: number
  /** Its flat drawing: the section it is made from. */
  readonly profile: FlatProfile
}

/** True when each edge is used once in each direction, so that the mesh closes and is oriented. */
export function isWatertight(triangles: Uint32Array): boolean {
  const edges = new Map<number, number>()
  const key = (a: number, b: number) => a * 0x4000000 + b
  for (let i = 0; i < triangles.length; i += 3)
    for (let j = 0; j < 3; j++) {
      const k = key(triangles[i + j], triangles[i + ((j + 1) % 3)])
      if (edges.has(k)) return false
      edges.set(k, 1)
    }
  for (let i = 0; i < triangles.length; i += 3)
    for (let j = 0; j < 3; j++) if (!edges.has(key(triangles[i + ((j + 1) % 3)], triangles[i + j]))) return false
  return triangles.length > 0
}

/** Only the positions, with vertices that the library keeps apart merged as it says they may be. */
function mergedMesh(solid: Manifold): Mesh {
  const mesh = solid.getMesh()
  const count = mesh.vertProperties.length / mesh.numProp
  const map = Uint32Array.from({ length: count }, (_, i) => i)
  for (let i = 0; i < mesh.mergeFromVert.length; i++) map[mesh.mergeFromVert[i]] = mesh.mergeToVert[i]
  const fresh = new Int32Array(count).fill(-1)
  const points: number[] = []
  const triangles = Uint32Array.from(mesh.triVerts, (v) => {
    const to = map[v]
    if (fresh[to] < 0) {
      fresh[to] = points.length / 3
      for (let k = 0; k < 3; k++) points.push(mesh.vertProperties[to * mesh.numProp + k])
    }
    return fresh[to]
  })
  return welded({ vertices: Float32Array.from(points), triangles })
}

/**
 * Corners that single precision puts in one place made one, and what has no width left out: where that leaves every
 * edge closed.
 */
export function welded(mesh: Mesh): Mesh {
  const { vertices } = mesh
  const places = new Map<string, number>()
  const first = Uint32Array.from({ length: vertices.length / 3 }, (_, i) => {
    const key = `${vertices[3 * i]} ${vertices[3 * i + 1]} ${vertices[3 * i + 2]}`
    const known = places.get(key) ?? i
    places.set(key, known)
    return known
  })
  if (places.size === first.length) return mesh
  const kept: number[] = []
  for (let i = 0; i < mesh.triangles.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => first[mesh.triangles[i + k]])
    if (a !== b && b !== c && c !== a) kept.push(a, b, c)
  }
  const triangles = Uint32Array.from(kept)
  return isWatertight(triangles) ? { vertices, triangles } : mesh
}

/** The largest body alone: crumbs that a cut leaves behind are no part of it. */
function withoutCrumbs(solid: Manifold, kit: SolidKit): { solid: Manifold; pieces: number } {
  const bodies = kit.bodies(solid)
  const volumes = bodies.map((b) => b.volume())
  const most = Math.max(...volumes)
  const whole = bodies.filter((_, i) => volumes[i] > 1e-3 * most)
  return { solid: bodies.length === 1 ? solid : bodies[volumes.indexOf(most)], pieces: whole.length }
}

function specOf(name: PartName, { machine: { family } }: PartsInput): SolidSpec<PartsInput> {
  const spec = solidSpec(name, family)
  if (!spec)
    throw new PhysicsError({
      code: 'PART_OF_OTHER',
      message: `A ${family} has no ${partWords(name).name.toLowerCase()}.`,
      nextStep: 'Choose a part of its own set.',
    })
  return spec
}

/**
 * The solid of a part, in the kit's keeping.
 * @throws PhysicsError PART_EMPTY when the figures leave nothing to print, PART_BROKEN when it falls into pieces,
 *   PART_OF_OTHER for a part of another family.
 */
export function solidOf(kit: SolidKit, name: PartName, input: PartsInput): { solid: Manifold; pieces: number } {
  const raw = specOf(name, input).make(kit, input)
  if (raw.isEmpty())
    throw new PhysicsError({
      code: 'PART_EMPTY',
      message: `With these figures nothing is left of the ${partWords(name).name.toLowerCase()}.`,
      nextStep: 'Check the radii and thicknesses of rotor and nozzle.',
    })
  const made = withoutCrumbs(kit.simplified(raw, 2e-3), kit)
  if (made.pieces > 1)
    throw new PhysicsError({
      code: 'PART_BROKEN',
      message: `With these figures the ${partWords(name).name.toLowerCase()} falls into ${made.pieces} pieces.`,
      nextStep: 'Make walls thicker or holes smaller where they meet.',
    })
  return made
}

/** Height at which a part is cut for its drawing. */
function cutAt({ cutAboveBedMm, cutBelowTopMm }: SolidSpec<PartsInput>, low: number, high: number): number {
  if (cutAboveBedMm !== undefined) return low + cutAboveBedMm
  return cutBelowTopMm === undefined ? (low + high) / 2 : high - cutBelowTopMm
}

/**
 * A printable part as a closed mesh in millimetres, with its flat drawing.
 * Error: circles are 96-sided, so round volumes are 0.07 % small.
 * @throws PhysicsError as `solidOf`.
 */
export function buildPart(wasm: ManifoldToplevel, name: PartName, input: PartsInput): PartMesh {
  const spec = specOf(name, input)
  const kit = new SolidKit(wasm)
  try {
    const { solid, pieces } = solidOf(kit, name, input)
    const { vertices, triangles } = mergedMesh(solid)
    const box = solid.boundingBox()
    const cut = cutAt(spec, box.min[2], box.max[2])
    return {
      name,
      vertices,
      triangles,
      volumeMm3: solid.volume(),
      boundingBoxMm: { min: [...box.min] as [number, number, number], max: [...box.max] as [number, number, number] },
      watertight: isWatertight(triangles),
      pieces,
      profile:
        spec.profile?.(input) ??
        profileOf(spec.turned ? kit.sliced(kit.placed(solid, [-90, 0, 0]), 0) : kit.sliced(solid, cut)),
    }
  } finally {
    kit.free()
  }
}

import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import type { Fits } from '../fits'
import type { Mesh } from './mesh'
import { SolidKit, type ThinPart } from './toolkit'

/** A place where a wall is thinner than what it was looked at for. mm. */
export interface ThinSpot {
  /** Middle of the place. */
  readonly at: readonly [number, number, number]
  /** Mean thickness there: twice its area by its outline. */
  readonly wallMm: number
  readonly areaMm2: number
  /** Thin along z: a floor, not a wall. */
  readonly level: boolean
}

/** Where the solid is cut, as shares of its size: no round ones, so that no cut falls on a face. */
const CUTS = {
  z: [0.031, 0.173, 0.341, 0.523, 0.687, 0.853, 0.967],
  side: [0.117, 0.313, 0.487, 0.709, 0.883],
} as const

/** A sharp tip may lose this many times the thickness. */
const TIP = 4
/**
 * In upright cuts only what is thin along z counts: walls are looked at in the level ones, where no cut can graze them.
 */
const NARROW = 0.05

/**
 * Walls of a solid thinner than `wallMm` and floors thinner than `floorMm`, as a printer that lays lines of that width
 * and layers of that height would lose them:
 * in level and upright cuts, the pieces of the section that a disc of the thickness cannot reach: all that join two
 * sides, and tips longer than `TIP` of it.
 * Rounded corners and sharp tips are no walls, nor is what a cut grazes: it must be thin in the cuts beside it too.
 * Empty when the solid has none. Error: what lies between the cuts, or is shorter than a tip, is not seen.
 * Method: morphological opening, general.
 */
export function thinWalls(kit: SolidKit, solid: Manifold, wallMm: number, floorMm: number): ThinSpot[] {
  const level = {
    turned: solid,
    shares: CUTS.z,
    across: [wallMm, wallMm] as const,
    least: 0.5 * wallMm ** 2,
    back: (x: number, y: number, z: number) => [x, y, z] as const,
  }
  // the part lies on its side: z comes to lie along -x in the one, along -y in the other
  const upright = [
    {
      turned: kit.placed(solid, [0, -90, 0]),
      across: [floorMm, NARROW * floorMm] as const,
      back: (x: number, y: number, z: number) => [z, y, -x] as const,
    },
    {
      turned: kit.placed(solid, [90, 0, 0]),
      across: [NARROW * floorMm, floorMm] as const,
      back: (x: number, y: number, z: number) => [x, z, -y] as const,
    },
  ].map((view) => ({ ...view, shares: CUTS.side, least: 2 * wallMm * floorMm }))
  return [level, ...upright].flatMap(({ turned, shares, across, least, back }) => {
    const { min, max } = turned.boundingBox()
    const at = (z: number) => kit.thinParts(turned, z, across, TIP * wallMm, least)
    return shares.flatMap((share) => {
      const z = min[2] + share * (max[2] - min[2])
      const found = at(z)
      if (found.length === 0) return []
      const beside = [z - 0.6 * wallMm, z + 0.6 * wallMm].filter((b) => b > min[2] && b < max[2]).map(at)
      return found
        .filter((part) => beside.every((others) => others.some((o) => overlap(part, o))))
        .map(({ min: low, max: high, area, outline }): ThinSpot => ({
          at: back((low[0] + high[0]) / 2, (low[1] + high[1]) / 2, z),
          wallMm: (2 * area) / outline,
          areaMm2: area,
          level: across[0] !== across[1],
        }))
    })
  })
}

const overlap = (a: ThinPart, b: ThinPart): boolean => [0, 1].every((k) => a.min[k] <= b.max[k] && b.min[k] <= a.max[k])

/** A floor may be as thin as this share of the thinnest wall: layers are lower than lines are wide. */
const FLOOR = 0.5

/** Where a finished mesh is thinner than its process makes; thinnest place first. */
export function inspectPart(wasm: ManifoldToplevel, { vertices, triangles }: Mesh, { thinnest }: Fits): ThinSpot[] {
  const kit = new SolidKit(wasm)
  const solid = new wasm.Manifold(new wasm.Mesh({ numProp: 3, vertProperties: vertices, triVerts: triangles }))
  try {
    return thinWalls(kit, solid, thinnest, FLOOR * thinnest).sort((a, b) => a.wallMm - b.wallMm)
  } finally {
    kit.free()
    solid.delete()
  }
}

import type { Manifold } from 'manifold-3d'
import type { Point } from '../blade-outline'
import type { Fits } from '../fits'
import { curvedWalls, keyedBore, lugs, quarter } from './common'
import type { TailShape } from '../insert'
import { tailEnd } from './nozzle-insert'
import { BEYOND, type SolidKit } from './toolkit'

/** Lengths of a wheel whose passages bend from the rim to the middle, mm: back plate down, eye up. */
export interface Bent {
  readonly rim: number
  readonly width: number
  readonly eye: number
  readonly hub: number
  readonly bore: number
  readonly back: number
  readonly depth: number
}

/** Outline of what lies below the hub's curve, from the axis: the body that carries the blades. */
export const hubOutline = (s: Bent): Point[] => [
  [0, 0],
  [s.rim, 0],
  ...quarter([s.rim, s.back], [s.hub, s.back + s.depth]),
  [0, s.back + s.depth],
]

/** The region between hub and shroud curves that the blades fill. `gap` moves the shroud outward. */
export function passage(s: Bent, gap = 0): Point[] {
  const shroud = quarter([s.rim, s.back + s.width + gap], [s.eye + gap, s.back + s.depth])
  return [[0, 0], [s.rim + gap, 0], [s.rim + gap, s.back + s.width + gap], ...shroud, [0, s.back + s.depth]]
}

/** A wheel with blades along a curve in the plane on a curved back. */
export function bentWheel(
  kit: SolidKit,
  s: Bent,
  curve: readonly Point[],
  thickness: number,
  count: number,
  wall: number,
): Manifold {
  const walls = kit.common(curvedWalls(kit, curve, thickness, count, s.back + s.depth), kit.turned(passage(s)))
  return kit.cut(kit.union([kit.turned(hubOutline(s)), walls]), [
    s.bore > 2.5
      ? keyedBore(kit, s.bore, s.back + s.depth, s.hub, wall)
      : kit.cylinder(Math.max(0.6, s.bore), -BEYOND, s.back + s.depth + BEYOND),
  ])
}

/** A pipe along the rim at a distance from the middle; where the lid lies it ends level with the joint. */
export function spout(
  kit: SolidKit,
  at: { outer: number; middle: number; channel: number; radius: number; z: number; top: number; reach: number },
): Manifold {
  const raw = kit.lying(at.radius, [at.middle, 0], [0, -1], -at.radius, at.reach, at.z)
  // above the joint it begins where its channel leaves the lid: further back its side would run out in a knife's edge
  const from = Math.sqrt(Math.max(0, at.outer ** 2 - (at.middle + at.channel) ** 2))
  const clear = kit.union([
    kit.cylinder(at.outer + 0.15, at.top, at.top + 100),
    kit.box([200, 200, 100], [0, -from, at.top]),
  ])
  return kit.cut(raw, [clear])
}

/** What a hose or a fitting goes on or into, along -y from a place: its body, and what is cut out beside its bore. */
export function hoseSpout(
  kit: SolidKit,
  tail: TailShape,
  at: readonly [number, number, number],
  fits: Fits,
): { body: Manifold; hollow: Manifold[] } {
  const { body, hollow } = tailEnd(kit, tail, 0, fits)
  const place = (solid: Manifold) => kit.placed(solid, [90, 0, 0], [...at])
  return { body: place(body), hollow: hollow.map(place) }
}

/** Height of a lid over its joint, mm. */
export const lidHeight = (s: Bent): number => Math.max(3, s.depth - s.width + 1)

/**
 * Lid over a bent wheel: its underside follows the blades at their gap, open in the middle; lugs where `angles` say.
 * The joint on z = 0.
 */
export function shroudLid(
  kit: SolidKit,
  fits: Fits,
  s: Bent,
  gap: number,
  outer: number,
  angles?: readonly number[],
): Manifold {
  const level = s.back + s.width
  const height = lidHeight(s)
  const lug = lugs(kit, fits, outer, 0, Math.min(height, 5), angles)
  const swept = kit.placed(
    kit.turned([...passage(s, gap).slice(0, -1), [s.eye + gap, s.back + s.depth + 20], [0, s.back + s.depth + 20]]),
    [0, 0, 0],
    [0, 0, -level],
  )
  const neck = kit.cylinder(s.eye + gap + 2.6, 0, height)
  return kit.cut(
    kit.union([
      kit.cylinder(outer, 0, Math.min(height, 5)),
      neck,
      kit.turned([
        [0, 0],
        [Math.min(outer, s.rim + gap + 2.4), 0],
        ...quarter([Math.min(outer, s.rim + gap + 2.4), Math.min(2.4, height)], [s.eye + gap + 2.2, height - 0.2]),
        [0, height - 0.2],
      ]),
      ...lug.bodies,
    ]),
    [swept, ...lug.holes],
  )
}

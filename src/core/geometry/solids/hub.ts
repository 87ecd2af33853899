import type { Manifold } from 'manifold-3d'
import { KEY } from '../fits'
import type { Point } from '../point'
import { polar } from './common'
import { BEYOND, type SolidKit } from './toolkit'

/**
 * A metal hub: shoulders that end at the bearings' inner rings, a barrel with keys that carries the wheels, a flange.
 * Heights from its lower end, mm.
 */
export interface HubShape {
  readonly bore: number
  readonly shoulder: number
  readonly barrel: number
  readonly barrelFrom: number
  readonly barrelTo: number
  readonly flangeFrom: number
  readonly flangeTo: number
  readonly flangeRadius: number
  readonly length: number
  /** Where keys stand along the barrel, and how far out of it. */
  readonly keys: readonly (readonly [from: number, to: number])[]
  readonly keyDepth: number
  /** Tapped holes in the flange. */
  readonly screws: readonly Point[]
}

/** Core hole of an M3 thread in metal, radius in mm (ISO 2306). */
const CORE = 1.25
/** What a hub is smaller than the bore it carries, on the radius, mm; a key beside its groove by twice that. */
const PLAY = 0.04

/**
 * Where a set screw goes through a metal part onto what it holds: direction in degrees, height, from the inside out,
 * mm.
 */
export interface SetScrewPlace {
  readonly turn: number
  readonly z: number
  readonly from: number
  readonly to: number
}

/** Wall between a set screw's hole and a clamping screw's, mm. */
const BETWEEN_HOLES = 0.8

/** Direction of a hub's set screw, degrees: one that goes past the clamping screws. */
function setScrewTurn({ screws }: HubShape): number {
  const clear = (turn: number) => {
    const [x, y] = polar(1, turn)
    return screws.every(([u, v]) => u * x + v * y < 0 || Math.abs(u * y - v * x) > 2 * CORE + BETWEEN_HOLES)
  }
  return [120, 150, 90, 60, 0, 30].find(clear) ?? 120
}

/** The set screw of a hub: through the flange onto the shaft. */
export const hubScrew = (h: HubShape): SetScrewPlace => ({
  turn: setScrewTurn(h),
  z: (h.flangeFrom + h.flangeTo) / 2,
  from: h.bore,
  to: h.flangeRadius,
})

/** Hub with flange and keys, tapped for its clamping screws and for one set screw on the shaft. Lower end on z = 0. */
export function hubSolid(kit: SolidKit, h: HubShape): Manifold {
  const keys =
    h.keyDepth > 0
      ? h.keys.map(([from, to]) =>
          kit.box(
            [h.barrel + h.keyDepth - 2 * PLAY - h.bore - 0.4, KEY.width - 4 * PLAY, to - from],
            [h.bore + 0.4, -KEY.width / 2 + 2 * PLAY, from],
          ),
        )
      : []
  const { turn, z } = hubScrew(h)
  const set = kit.lying(CORE, [0, 0], polar(1, turn), 0, h.flangeRadius + 1, z)
  return kit.cut(
    kit.union([
      kit.cylinder(h.shoulder, 0, h.length),
      kit.cylinder(h.barrel - PLAY, h.barrelFrom, h.barrelTo),
      kit.cylinder(h.flangeRadius, h.flangeFrom, h.flangeTo),
      ...keys,
    ]),
    [
      kit.cylinder(h.bore, -BEYOND, h.length + BEYOND),
      set,
      ...h.screws.map((at) => kit.cylinder(CORE, h.flangeFrom - BEYOND, h.flangeTo + BEYOND, at)),
    ],
  )
}

/** Collar that a set screw holds on a hub's barrel: it clamps what the flange alone does not. Lies on z = 0. */
export const collarSolid = (kit: SolidKit, barrel: number): Manifold =>
  kit.cut(kit.cylinder(barrel + COLLAR.wall, 0, COLLAR.height), [
    kit.cylinder(barrel, -BEYOND, COLLAR.height + BEYOND),
    kit.lying(CORE, [0, 0], polar(1, collarScrew(barrel).turn), 0, barrel + COLLAR.wall + 1, collarScrew(barrel).z),
  ])

/** Height of a collar and its wall, mm. */
export const COLLAR = { height: 6, wall: 3.5 } as const

/** The set screw of a collar on a barrel. */
export const collarScrew = (barrel: number): SetScrewPlace => ({
  turn: 0,
  z: COLLAR.height / 2,
  from: barrel,
  to: barrel + COLLAR.wall,
})

import { at, posed, put, type Placed, type Way } from './assembly'
import { M3, NUT, nutBody, screwLength } from './hardware'
import type { Point } from './point'

/**
 * Legs, base and ears of a stand, mm: radius of a leg, thickness of the base, depth of the pockets for nuts, radius of
 * an ear, of the hole in it, of a bench screw's washer and of a screwdriver.
 */
export const STAND = { leg: 4.7, base: 6, pocket: 3, ear: 7, hole: 2.75, washer: 5.5, driver: 4 } as const
/**
 * Least height: room below the machine for its air and the shaft's end; room between what hangs below it and the bench,
 * mm.
 */
const LEAST_HEIGHT = 20
const OFF_BENCH = 3
/** The way out between its legs is so much wider than the outlets above it. */
const AIR_ROOM = 1.3
/** A screw's end stays off the bench, mm. */
const END_OFF = 0.4
/** Wall inside the legs, and from the legs to the washers on the ears, mm. */
const INSIDE = 2
/** The hole in the base lets the shaft's end through, as a radius, mm. */
const LEAST_HOLE = 6
const BESIDE_LEG = 1.5

/** How far an ear may stand aside from its leg, radians, the nearest first. */
const ASIDE = [0, 1, -1, 2, -2, 3, -3, 4, -4].map((k) => (k * Math.PI) / 18)

/**
 * What a machine stands on: a leg under each screw that holds it together, on a ring with ears for the bench. Its own
 * place: the bench on z = 0. mm.
 */
export interface StandShape {
  readonly legs: readonly Point[]
  /** Middles of the holes in its ears. */
  readonly ears: readonly Point[]
  readonly height: number
  readonly inner: number
  readonly outer: number
  /** The screws that go through machine and stand. */
  readonly screw: number
}

/**
 * The stand under a machine. Its height takes up what standard lengths of screws leave over, so that no screw's end
 * reaches the bench.
 * `screws` seen from above; `over` from the machine's lower face to where the screws' heads lie; `below` how far shaft
 * or collar reach beneath that face; `air` is the area of the outlets below, mm2; the ears lie beyond a radius
 * `beyond`, beside their legs where `clear` says that something hangs over them. mm.
 */
export function standShape(
  screws: readonly Point[],
  over: number,
  below: number,
  { air = 0, beyond = 0, clear = () => true }: { air?: number; beyond?: number; clear?: (ear: Point) => boolean } = {},
): StandShape {
  const out = screws.map((p) => Math.hypot(...p))
  const inner = Math.max(LEAST_HOLE, Math.min(...out) - STAND.leg - INSIDE)
  // legs that stand close together leave the air at least this
  const between = Math.max(2 * inner, 2 * Math.PI * inner - 2 * STAND.leg * screws.length)
  const least = Math.max(LEAST_HEIGHT, below + OFF_BENCH, STAND.base + (AIR_ROOM * air) / between)
  const screw = screwLength(over + least - END_OFF)
  // more than four legs need no more than every other ear
  const ears = screws.filter((_, i) => screws.length <= 4 || i % 2 === 0)
  return {
    legs: screws,
    ears: ears.map(([x, y]): Point => {
      const r = Math.max(Math.hypot(x, y) + STAND.leg + BESIDE_LEG + STAND.washer, beyond + STAND.driver)
      const a = Math.atan2(y, x)
      const all = ASIDE.map((d): Point => [r * Math.cos(a + d), r * Math.sin(a + d)])
      return all.find(clear) ?? all[0]
    }),
    height: screw - over + END_OFF,
    inner,
    outer: Math.max(...out) + STAND.leg,
    screw,
  }
}

/** A stand in its place: the machine's lower face, against which its legs stand, at a height. */
export interface StandPlace {
  readonly shape: StandShape
  readonly face: number
}

/** A stand and its nuts: the last that goes on, from below. */
export const onStand = ({ shape, face }: StandPlace): Placed<'bench-stand'>[] => [
  { ...at('bench-stand', face - shape.height), below: true },
  ...shape.legs.map((p) => ({
    ...put(nutBody, posed([...p, face - shape.height + STAND.pocket], [0, 0, -1])),
    below: true,
  })),
]

/** The ways of a screwdriver down to the ears. */
export const overEars = ({ shape, face }: StandPlace): Way[] =>
  shape.ears.map(([x, y]) => ({
    from: [x, y, face + 250],
    to: [x, y, face - shape.height + STAND.base + 0.1],
    radius: STAND.driver,
  }))

/** Across the corners of the pocket that holds a nut, as a radius, mm. */
export const pocketRadius = (seat: number): number => NUT.corner + 1.2 * seat + M3.play

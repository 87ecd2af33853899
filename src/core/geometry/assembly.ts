import type { Point } from './point'

/**
 * A point or direction in space: x, y, z. Of an assembly in mm, z along the shaft, upwards in the order in which it is
 * put together.
 */
export type Vec = readonly [number, number, number]

/**
 * Where a body stands: a turn and a move as a 4 × 4 matrix, column by column. No mirror: a mirrored part is a part of
 * its own.
 */
export type Pose = readonly number[]

const IDENTITY: Pose = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]

/** The pose whose own axes point along `x` and `z`, unit vectors at right angles, its origin at `at`. */
export function posed(at: Vec, z: Vec = [0, 0, 1], x: Vec = [1, 0, 0]): Pose {
  const y = [z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0]]
  return [...x, 0, ...y, 0, ...z, 0, ...at, 1]
}

/** Standing as it was made, lifted along the shaft. */
export const lifted = (z: number): Pose => posed([0, 0, z])
/** Turned over about y, what was its z = 0 now at height z. */
export const turnedOver = (z: number): Pose => posed([0, 0, z], [0, 0, -1], [-1, 0, 0])

/** A pose turned about the shaft, degrees. */
export function aboutShaft(pose: Pose, degrees: number): Pose {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return pose.map((v, i) => {
    const row = i % 4
    if (row === 0) return c * v - s * pose[i + 1]
    return row === 1 ? s * pose[i - 1] + c * v : v
  })
}

/** Where a pose puts what stands by another pose on its body. */
export const onBody = (outer: Pose, inner: Pose): Pose =>
  inner.map((_, i) => {
    const [row, column] = [i % 4, 4 * Math.floor(i / 4)]
    return [0, 1, 2, 3].reduce((sum, k) => sum + outer[4 * k + row] * inner[column + k], 0)
  })

/** A pose as it is seen from a body in another one. Poses turn and move only, so that a turn's transpose undoes it. */
export function seenFrom(body: Pose, pose: Pose): Pose {
  const back = [0, 1, 2].flatMap((column) => [body[column], body[4 + column], body[8 + column], 0])
  const off = [0, 1, 2].map(
    (row) => -(body[4 * row] * body[12] + body[4 * row + 1] * body[13] + body[4 * row + 2] * body[14]),
  )
  return onBody([...back, ...off, 1], pose)
}

/** A pose moved by a vector. */
export const movedBy = (pose: Pose, [x, y, z]: Vec): Pose =>
  pose.map((v, i) => (i === 12 ? v + x : i === 13 ? v + y : i === 14 ? v + z : v))

/** Where a pose puts a point of its body. */
export const placedAt = (p: Pose, [x, y, z]: Vec): Vec => [
  p[0] * x + p[4] * y + p[8] * z + p[12],
  p[1] * x + p[5] * y + p[9] * z + p[13],
  p[2] * x + p[6] * y + p[10] * z + p[14],
]

/** Something that is bought or cut to length, as a body turned about its own z axis. */
export interface Bought {
  readonly code:
    | 'bearing'
    | 'shaft'
    | 'screw'
    | 'nut'
    | 'set-screw'
    | 'pin'
    | 'ball'
    | 'glass-ball'
    | 'nylon-ball'
    | 'spring'
    | 'rubber-disc'
    | 'adjuster'
    | 'adjuster-nut'
  /** As it is ordered: 625, M3 × 12, ⌀ 5 × 60. */
  readonly size: string
  /** Half section as (radius, height), counter-clockwise, mm. */
  readonly outline: readonly Point[]
  /** Flat sides in place of a round one. */
  readonly sides?: number
}

/** One body of an assembly in its place. */
export interface Placed<N extends string = string> {
  /** A part of the machine's own set, or what is bought. */
  readonly body: N | Bought
  readonly pose: Pose
  /** Turns with the shaft. */
  readonly turns?: boolean
  /** Direction in which it is drawn apart, a unit vector; along the shaft where left out. */
  readonly apart?: Vec
  /** Lies free or grips by its press: nothing has to keep it from being pulled out. */
  readonly loose?: boolean
  /** Goes on from below, once the machine stands. */
  readonly below?: boolean
}

/** One jet in its place. */
export interface Jet {
  /** Middle of the nozzle's exit, and the way of the air, a unit vector. */
  readonly exit: Vec
  readonly direction: Vec
  /** Radius of the jet as it leaves, and how far it goes freely before it meets blades, mm. */
  readonly radius: number
  readonly free: number
  /**
   * Straight way that is free from the hose to the exit, by its radius and length; no radius where the outlet is no
   * round hole, mm.
   */
  readonly bore: number
  readonly inside: number
  /** Leaves what turns, and pushes it the other way. */
  readonly reaction?: boolean
}

/** A straight way that is open all along, of air that is no jet or of a tool, mm. */
export interface Way {
  readonly from: Vec
  readonly to: Vec
  readonly radius: number
}

/**
 * A gap that the build states, to be found again in the solids: what turns is pushed towards what stands still until it
 * touches.
 */
export interface StatedGap<N extends string = string> {
  readonly code: 'radial' | 'axial' | 'end-play' | 'jet' | 'seal' | 'lift'
  readonly of: readonly N[]
  readonly from: readonly (N | Bought['code'])[]
  readonly along: Vec
  readonly mm: number
}

/** A machine put together: every part and bought part in its true place, its air, and the gaps it states. mm. */
export interface Assembly<N extends string = string> {
  /** In the order in which it is put together. */
  readonly placed: readonly Placed<N>[]
  /** What moves goes on as it is listed, not round a shaft. */
  readonly asListed?: boolean
  readonly jets: readonly Jet[]
  readonly ways?: readonly Way[]
  /** Where what turns stands at an angle, degrees, where it does more than turn as one. */
  readonly turnedTo?: (degrees: number) => readonly Placed<N>[]
  readonly gaps: readonly StatedGap<N>[]
  /** Its shaft ends inside: nothing can be put on it. */
  readonly shaftInside?: boolean
  /**
   * Where parts take what is nearest to the build's number: the share of the outlet's circle that is open, the radius
   * of the bore on the hub in mm.
   */
  readonly differs?: readonly { readonly code: 'open' | 'hub'; readonly stated: number; readonly made: number }[]
  /** Straight ways that a screwdriver needs from above, once all of it stands. */
  readonly reach?: readonly Way[]
  /** About the shaft, seen from its upper end: 1 counter-clockwise, -1 clockwise. */
  readonly turn: 1 | -1
  /** Between the middles of its two bearings, mm; null where it has no two, or where nothing states it. */
  readonly span: number | null
  /** From the nearer bearing's middle to the rotor's, where it hangs over, mm. */
  readonly overhang: number
}

export const isBought = (body: string | Bought): body is Bought => typeof body !== 'string'

/** A body by what it is, its name kept. */
type NameOf<B extends string | Bought> = B extends string ? B : never

/** One body in its place. */
export const put = <B extends string | Bought>(body: B, pose: Pose, turns = false): Placed<NameOf<B>> => ({
  body: body as NameOf<B> | Bought,
  pose,
  turns,
})
/** One body standing as it was made at a height. */
export const at = <B extends string | Bought>(body: B, z: number, turns = false): Placed<NameOf<B>> =>
  put(body, lifted(z), turns)
/** One body turned over, its bed side at a height. */
export const over = <B extends string | Bought>(body: B, z: number, turns = false): Placed<NameOf<B>> =>
  put(body, turnedOver(z), turns)

/** The same body several times round the shaft, by angles in degrees. */
export const round = <N extends string>(one: Placed<N>, degrees: readonly number[]): Placed<N>[] =>
  degrees.map((d) => ({
    ...one,
    pose: aboutShaft(one.pose, d),
    ...(one.apart ? { apart: placedAt(aboutShaft(IDENTITY, d), one.apart) } : {}),
  }))

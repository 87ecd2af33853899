import { GAMMA, GAS_CONSTANT } from '../air'
import { liftedArea, noPush, pushOn, type BallPush } from './balls'
import { NO_DRAG, roomToPlace, type EngineNetwork, type MovingBall, type Placed } from './network'

export const CV = GAS_CONSTANT / (GAMMA - 1)
export const G1 = GAMMA - 1

/** The most volumes, ends and passages of an engine: eight cylinders with two ends each, a manifold and a vessel. */
export const MOST_VOLUMES = 24
export const MOST_PASSAGES = 64
export const MOST_BALLS = 8

// The engine that is being turned, put here by its `begin`: at fixed places, arrays are read twice as fast, and only
// one turns at a time.
const volumes = () => new Float64Array(MOST_VOLUMES + 8)
const passages = () => new Float64Array(MOST_PASSAGES)
const [p, T, signOf, back, keptAt, sealForce, sealArea, moves] = Array.from({ length: 8 }, volumes)
/** Of walls that give heat: their temperature, W/K at no volume, and W/K for each m3. No temperature: none. */
const [wallK, wallFixed, wallMore] = Array.from({ length: 3 }, volumes)
const rowOf = new Int32Array(MOST_VOLUMES + 8)
const [from, to] = [new Int32Array(MOST_PASSAGES), new Int32Array(MOST_PASSAGES)]
const cap = passages()
/** How the pressures change along the angle while nothing flows, Pa/rad; of reservoirs: not at all. */
const px = volumes()
const PLACED: readonly Placed[] = [0, 1].map(() => roomToPlace(MOST_VOLUMES + 8, MOST_PASSAGES, MOST_BALLS))
/** Which ball opens a passage; none: less than nought. */
const ballOf = new Int32Array(MOST_PASSAGES)
/** What pushes each ball where it was last asked for. */
const push: readonly BallPush[] = Array.from({ length: MOST_BALLS }, noPush)

const now = {
  network: null as EngineNetwork | null,
  /** How many act on each other: volumes, wheel and balls. */
  n: 0,
  nv: 0,
  np: 0,
  lean: false,
  rubs: false,
  inertiaKgM2: 1,
  friction: NO_DRAG,
  load: NO_DRAG,
  balls: [] as readonly MovingBall[],
}

/** All of it. Who takes it to his own module's top reads it quicker than by a name he imports. */
export const turning = {
  now,
  PLACED,
  p,
  px,
  T,
  signOf,
  back,
  keptAt,
  sealForce,
  sealArea,
  moves,
  wallK,
  wallFixed,
  wallMore,
  rowOf,
  from,
  to,
  cap,
  ballOf,
  push,
}

export function states(slot: number, y: Float64Array): void {
  const { volume } = PLACED[slot]
  const { nv } = now
  for (let i = 0; i < nv; i++) {
    const u = y[2 * i + 1]
    p[i] = (G1 * u) / volume[i]
    T[i] = u / (CV * y[2 * i])
  }
}

/** Every ball where a state has it: its opening, and what pushes it. */
export function lift(slot: number, y: Float64Array, w: number): void {
  const { area, pin, pinSlope } = PLACED[slot]
  now.balls.forEach((ball, b) => {
    const j = ball.passage
    const at = 2 * now.nv + 1 + 2 * b
    area[j] = liftedArea(ball, y[at])
    const across = Math.min(p[from[j]], cap[j]) - p[to[j]]
    pushOn(ball, y[at], y[at + 1], across, pin[b], pinSlope[b] * w, push[b])
  })
}

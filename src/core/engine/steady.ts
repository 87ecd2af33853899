import { engineMarch, RESTS_BELOW, type EngineMarch } from './cycle'
import { NO_DRAG, type EngineNetwork } from './network'

/** How an engine settles: it turns at a speed at which each turn gives what it takes, or it stands. */
export type SteadyStatus = 'runs' | 'stands'

export interface Steady {
  readonly status: SteadyStatus
  /** At the period's start, where it runs. */
  readonly startSpeedRadPerS: number
  /** The engine at the start of that turn: turn it on to see it. */
  readonly march: EngineMarch
}

/** What the wheel gains in a period that begins at a speed, with the air as it is when every period begins so, J; null where it comes to rest on the way. */
type Gain = (radPerS: number) => number | null

const MOST_TURNS = 40

/** The gas forgets a turn in a few: turned on from one speed again and again until it comes back as it left. */
function gainOf(engine: EngineMarch, close: number): Gain {
  const { y, layout, setSpeed, turn } = engine
  const before = new Float64Array(layout.wheel)
  return (w) => {
    let gain = 0
    for (let i = 0; i < MOST_TURNS; i++) {
      before.set(y.subarray(0, layout.wheel))
      setSpeed(w)
      const start = y[layout.wheel]
      if (!turn()) return null
      gain = y[layout.wheel] - start
      if (before.every((v, k) => Math.abs(y[k] - v) <= close * Math.abs(v))) break
    }
    return gain
  }
}

/** Speeds between which an engine is looked for, and how they follow each other. */
const [SLOWEST, QUICKEST, STEP] = [1, 4000, 1.7] as const

/**
 * The speed that an engine keeps and its state there, by shooting: the wheel's energy at the start of a turn for which it comes back, found between two speeds; the air follows by itself.
 * @param guess speed to look from, rad/s, where one is near: a maker drags a handle.
 * Error: the energy comes back within 1e-6 of itself; the step's tolerance comes on top (0.1 % of speed and work in tests against an independent solution).
 */
export function steady(network: EngineNetwork, guess?: number, relative?: number): Steady {
  const engine = engineMarch(network, guess ?? 100, relative)
  const { y, setSpeed } = engine
  const rough = gainOf(engine, 1e-3)
  const fresh = y.slice()
  /** A state that ended in a stop is no state to go on from. */
  const gain: Gain = (w) => {
    const g = rough(w)
    if (g === null) y.set(fresh)
    return g
  }
  const stands = (): Steady => ({ status: 'stands', startSpeedRadPerS: 0, march: engine })
  /** Two speeds between which it settles: it gains at the lower one, loses at the upper one. */
  let [low, high]: (readonly [number, number] | null)[] = [null, null]
  const look = (w: number): void => {
    const g = gain(w)
    if (g !== null && g > 0) low = [w, g]
    else if (g !== null) high = [w, g]
  }
  if (guess !== undefined) {
    look(guess)
    for (let w = guess, i = 0; low && !high && i < 12 && w < QUICKEST; i++) look((w *= 1.15))
    for (let w = guess, i = 0; high && !low && i < 6; i++) look((w /= 1.15))
  }
  if (!low || !high) {
    ;[low, high] = [null, null]
    // from below: the least speed at which it carries itself over its dead places, then upwards
    for (let w = SLOWEST; w <= QUICKEST && !(low && high); w *= STEP) {
      const was = low
      look(w)
      // a loss before any gain is only too slow or too quick: look on
      if (!was && !low) high = null
    }
    if (!low || !high) return stands()
  }
  // regula falsi with the old end's weight halved (Illinois), in the wheel's energy
  const square = ([w, g]: readonly [number, number]) => [w * w, g] as const
  let [[a, ga], [b, gb]] = [square(low), square(high)]
  for (let i = 0; i < 40 && Math.abs(b - a) > 2e-6 * b; i++) {
    const c = b - (gb * (b - a)) / (gb - ga)
    const g = gain(Math.sqrt(c))
    if (g === null) {
      a = c
      continue
    }
    if (g > 0 === gb > 0) ga /= 2
    else [a, ga] = [b, gb]
    ;[b, gb] = [c, g]
    if (Math.abs(g) < 1e-7 * 0.5 * network.inertiaKgM2 * c) break
  }
  const w = Math.sqrt(b)
  gainOf(engine, 1e-6)(w)
  setSpeed(w)
  return w > RESTS_BELOW ? { status: 'runs', startSpeedRadPerS: w, march: engine } : stands()
}

/** A wheel so heavy that its speed stays within a thousandth of itself through a turn. */
const HELD = 1e4

/**
 * The engine held at a speed, as by a dynamometer: no load but what holds it. Its state when every turn is as the last.
 * @param marched goes on from the same engine at its last speed, where it was held before.
 */
export function heldAt(network: EngineNetwork, radPerS: number, marched?: EngineMarch): EngineMarch {
  const engine = marched ?? engineMarch({ ...network, inertiaKgM2: network.inertiaKgM2 * HELD, load: NO_DRAG }, radPerS)
  gainOf(engine, 1e-4)(radPerS)
  engine.setSpeed(radPerS)
  return engine
}

import { engineMarch, RESTS_BELOW, type EngineMarch } from './cycle'
import { NO_DRAG, type EngineNetwork } from './network'

/** How an engine settles: it turns at a speed at which each turn gives what it takes, or it stands. */
export type SteadyStatus = 'runs' | 'stands'

export interface Steady {
  readonly status: SteadyStatus
  /** At the period's start, where it runs. */
  readonly startSpeedRadPerS: number
  /**
   * Every turn is as the last; false where balls bounce otherwise each time, so that only many turns together say what
   * it does.
   */
  readonly returns: boolean
  /** How a turn’s gain falls with the wheel’s energy. */
  readonly slope: number
  /** The engine at the start of that turn: turn it on to see it. */
  readonly march: EngineMarch
}

/** What the wheel gains in a period that begins at a speed, J; null where it comes to rest on the way. */
type Gain = (radPerS: number) => number | null

/** Turned on from one speed so many times at most, until its air comes back as it left. */
function gainOf(engine: EngineMarch, close: number, mostTurns: number): Gain {
  const { y, layout, setSpeed, turn } = engine
  const before = new Float64Array(layout.wheel)
  return (w) => {
    let gain = 0
    for (let i = 0; i < mostTurns; i++) {
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
const [SLOWEST, QUICKEST, STEP] = [1, 4000, 2.4] as const
/**
 * When a turn comes back as it left: energy of the wheel by its work, mass and energy of each volume by themselves.
 * Below the noise of the steps nothing is gained.
 */
const [WHEEL_CLOSE, GAS_CLOSE] = [5e-5, 3e-4] as const
const MOST_SHOTS = 30
/**
 * Turns looked at together where none is as the last, how often at most, and within which share of their work they
 * neither gain nor lose.
 */
export const TOGETHER = 48
const [MOST_RUNS, EVEN] = [12, 1e-2] as const

/** An engine near where another has settled: its speed, and its air there where the two have the same volumes. */
export interface Near {
  readonly radPerS: number
  readonly gas?: Float64Array
  /** False where its turns never came back as they left: it is only run on from there. */
  readonly returns?: boolean
  /** How much a turn gains less for each joule of the wheel’s: known where one like it was shot for. */
  readonly slope?: number
}

/**
 * A ball that floats gives a second speed to settle at, above the first: from below the first one is found, if the
 * steps are short.
 */
const [SLOWEST_LOOSE, STEP_LOOSE] = [20, 1.12] as const
/**
 * Share of the speed found from which it then comes by itself: held at one for long, a ball can be thrown to where it
 * keeps the higher one.
 */
const BEFORE_LOOSE = 0.6

/** Two speeds between which it settles, from below: it gains at the lower one, loses at the upper one. */
function bracket(engine: EngineMarch): readonly [low: number, high: number] | null {
  const { y, network } = engine
  const [slowest, step] = network.balls.length > 0 ? [SLOWEST_LOOSE, STEP_LOOSE] : [SLOWEST, STEP]
  const fresh = y.slice()
  const gain = gainOf(engine, 2e-3, 3)
  let low: number | null = null
  for (let w = slowest; w <= QUICKEST; w *= step) {
    const g = gain(w)
    // a state that ended in a stop is no state to go on from
    if (g === null) y.set(fresh)
    else if (g > 0) low = w
    // a loss before any gain is only too slow to be carried over its dead places
    else if (low !== null) return [low, w]
  }
  return null
}

/**
 * Shoots for the state that comes back: each turn its air follows by itself, and the wheel's energy is set by what the
 * turn gained, over how much the gain falls with energy.
 * @param known that slope, from one like it; looked for by two speeds where it is not.
 * Null where it does not come to rest there: the speed is then looked for from the ground. Else the slope.
 */
function shoot(engine: EngineMarch, guess: number, low: number, high: number, known?: number): number | null {
  const { y, layout, network, turn } = engine
  const energy = (w: number) => 0.5 * network.inertiaKgM2 * w * w
  const [least, most] = [energy(low), energy(high)]
  const before = new Float64Array(layout.wheel)
  let at = energy(guess)
  let slope = known ?? 0
  let last: readonly [number, number] = [at, Infinity]
  if (known === undefined) {
    const settled = gainOf(engine, 1e-3, 3)
    const first = settled(guess)
    const second = settled(1.04 * guess)
    if (first === null || second === null) return null
    slope = (second - first) / (energy(1.04 * guess) - energy(guess))
    // work falls with speed wherever an engine settles; a slope that says otherwise is noise
    if (!(slope < 0)) slope = -Math.abs(first - second) / energy(guess) - 1e-6
    at = energy(1.04 * guess) - second / slope
    last = [energy(1.04 * guess), second]
  }
  for (let i = 0; i < MOST_SHOTS; i++) {
    at = Math.min(most, Math.max(least, at))
    before.set(y.subarray(0, layout.wheel))
    const work = y[layout.gasWork]
    y[layout.wheel] = at
    if (!turn()) return null
    const gain = y[layout.wheel] - at
    const close = Math.abs(gain) <= WHEEL_CLOSE * Math.abs(y[layout.gasWork] - work)
    if (close && before.every((v, k) => Math.abs(y[k] - v) <= GAS_CLOSE * Math.abs(v))) {
      y[layout.wheel] = at
      return at > 1.0001 * least && at < 0.9999 * most ? slope : null
    }
    const moved = at - last[0]
    // the slope from two shots that lie apart, by half: the air has not followed in full yet
    if (Math.abs(moved) > 2e-3 * at) {
      const seen = (gain - last[1]) / moved
      if (seen < 0 && seen > 5 * slope && seen < 0.2 * slope) slope = 0.5 * (slope + seen)
    }
    last = [at, gain]
    at = at - Math.max(-0.3 * at, Math.min(0.3 * at, gain / slope))
  }
  y[layout.wheel] = last[0]
  return Math.abs(last[1]) < 1e-3 * last[0] ? slope : null
}

/**
 * The speed that an engine keeps and its state there, by shooting for the state that comes back after a turn, not by
 * running until it settles.
 * @param near where one like it has settled: a maker drags a handle.
 * Error: a turn's gain within 5e-5 of its work; the step's tolerance comes on top (0.1 % of speed and work in tests
 * against an independent solution).
 */
export function steady(network: EngineNetwork, near?: Near, relative?: number): Steady {
  const engine = engineMarch(network, near?.radPerS ?? 100, relative)
  const { y, layout } = engine
  const at = (slope: number, returns = true): Steady => ({
    status: 'runs',
    startSpeedRadPerS: engine.speed(),
    slope,
    returns,
    march: engine,
  })
  const fresh = y.slice()
  if (near) {
    if (near.gas && near.gas.length >= layout.wheel) y.set(near.gas.subarray(0, layout.wheel))
    const loose = network.balls.length > 0
    if (near.returns === false && loose && ranOn(engine, near.radPerS)) return at(0, false)
    const slope = shoot(engine, near.radPerS, 0.4 * near.radPerS, 2.5 * near.radPerS, near.slope)
    if (slope !== null) return at(slope)
    y.set(fresh)
    if (near.returns !== false && loose && ranOn(engine, near.radPerS)) return at(0, false)
    y.set(fresh)
  }
  const between = bracket(engine)
  if (between) {
    const [low, high] = between
    const start = y.slice()
    const slope = shoot(engine, Math.sqrt(low * high), low, high)
    if (slope !== null) return at(slope)
    y.set(network.balls.length > 0 ? fresh : start)
    if (network.balls.length > 0) {
      if (ranOn(engine, BEFORE_LOOSE * low)) return at(0, false)
      // by halving it is found without a slope: the next one looks for its own
    } else if (halved(engine, low, high)) return at(0)
  }
  return { status: 'stands', startSpeedRadPerS: 0, slope: 0, returns: true, march: engine }
}

/**
 * Left to run from a speed until it neither gains nor loses over many turns together: for one whose turns never come
 * back as they left.
 */
function ranOn(engine: EngineMarch, from: number): boolean {
  const { y, layout, setSpeed, turn } = engine
  setSpeed(from)
  for (let i = 0; i < MOST_RUNS; i++) {
    const [energy, work] = [y[layout.wheel], y[layout.gasWork]]
    for (let k = 0; k < TOGETHER; k++) if (!turn()) return false
    if (Math.abs(y[layout.wheel] - energy) < EVEN * Math.abs(y[layout.gasWork] - work)) break
  }
  return true
}

/** By halving, where shooting found nothing: sure and slow. */
function halved(engine: EngineMarch, from: number, to: number): boolean {
  let [low, high] = [from, to]
  const gain = gainOf(engine, 1e-4, 12)
  for (let i = 0; i < 24; i++) {
    const w = Math.sqrt(low * high)
    const g = gain(w)
    if (g === null || g > 0) low = w
    else high = w
  }
  engine.setSpeed(low)
  return low > RESTS_BELOW
}

/** A wheel so heavy that its speed stays within a thousandth of itself through a turn. */
const HELD = 1e4

/**
 * The engine held at a speed, as by a dynamometer: no load but what holds it. Its state when every turn is as the last.
 * @param marched goes on from the same engine at its last speed, where it was held before.
 */
export function heldAt(network: EngineNetwork, radPerS: number, marched?: EngineMarch): EngineMarch {
  const engine = marched ?? engineMarch({ ...network, inertiaKgM2: network.inertiaKgM2 * HELD, load: NO_DRAG }, radPerS)
  gainOf(engine, 5e-4, 6)(radPerS)
  engine.setSpeed(radPerS)
  return engine
}

import { normalDraw, seededRandom } from '../../statistics'
import type { ForceTrace } from './reduce-thrust'
import type { Ring } from './stand-response'

/** A push of known size. */
export type PushTruth =
  /**
   * A bottle that empties through a choked hole: thrust a (1 + t / 5 tau)^-7 - b until it is gone (adiabatic, ratio of
   * heats 1.4).
   */
  | { readonly kind: 'bottle'; readonly aN: number; readonly bN: number; readonly tauS: number }
  /** A regulator: the valve opens in a moment, the thrust sags straight to a share of itself, the valve shuts. */
  | {
      readonly kind: 'regulated'
      readonly forceN: number
      readonly opensInS: number
      readonly lastsS: number
      readonly endShare: number
    }

/** A push known by its course from the opening on; nothing after its end. */
export interface PushCourse {
  readonly kind: 'trace'
  readonly timeS: readonly number[]
  readonly forceN: readonly number[]
}

/** A stand, and what is wrong with it. */
export interface StandTruth {
  readonly push: PushTruth | PushCourse
  readonly openS: number
  readonly endS: number
  readonly stepS: number
  /** Null: stiff beyond its rows. */
  readonly ring: Ring | null
  readonly offsetN: number
  readonly driftNPerS: number
  readonly noiseN: number
  /** Slow noise: its size, and the time over which it forgets. */
  readonly windN: number
  readonly windS: number
  readonly resolutionN: number
  /** Share by which the cell reads too much. */
  readonly span: number
  readonly seed: number
}

/** When a bottle's thrust is gone, s. */
export const bottleEnds = (p: Extract<PushTruth, { kind: 'bottle' }>): number =>
  5 * p.tauS * ((p.aN / p.bN) ** (1 / 7) - 1)

/** Thrust at a time after the opening, N. */
export function pushAt(p: PushTruth | PushCourse, t: number): number {
  if (t < 0) return 0
  if (p.kind === 'trace') {
    const i = p.timeS.findIndex((s) => s > t)
    if (i < 1) return 0
    const share = (t - p.timeS[i - 1]) / (p.timeS[i] - p.timeS[i - 1])
    return p.forceN[i - 1] + share * (p.forceN[i] - p.forceN[i - 1])
  }
  if (p.kind === 'bottle') return Math.max(0, p.aN * (1 + t / (5 * p.tauS)) ** -7 - p.bN)
  if (t > p.lastsS) return 0
  const sagged = p.forceN * (1 + (p.endShare - 1) * (t / p.lastsS))
  return sagged * Math.min(1, t / p.opensInS, (p.lastsS - t) / p.opensInS)
}

/**
 * Figures of a push in closed form: impulse in N·s, thrust in N (of a bottle at the opening, of a regulator at half its
 * time), run time in s to a twentieth of it, of a regulator from half to half.
 */
export function trueThrust(p: PushTruth): { thrust: number; impulse: number; runTime: number } {
  if (p.kind === 'bottle') {
    const ends = bottleEnds(p)
    const thrust = p.aN - p.bN
    return {
      thrust,
      impulse: ((5 * p.tauS * p.aN) / 6) * (1 - (1 + ends / (5 * p.tauS)) ** -6) - p.bN * ends,
      runTime: 5 * p.tauS * ((p.aN / (p.bN + 0.05 * thrust)) ** (1 / 7) - 1),
    }
  }
  const mean = (p.forceN * (1 + p.endShare)) / 2
  // the ramps at both ends take half of themselves away, each at its own height of the sag
  const c = (p.endShare - 1) / p.lastsS
  const ramp = (height: number, slope: number) => p.opensInS * (height / 2 + (slope * p.opensInS) / 6)
  const impulse = p.forceN * (p.lastsS * (1 + (c * p.lastsS) / 2) - ramp(1, c) - ramp(p.endShare, -c))
  return {
    thrust: mean,
    impulse,
    runTime: p.lastsS - ((p.opensInS * mean) / 2) * (1 / (p.forceN * p.endShare) + 1 / p.forceN),
  }
}

/**
 * What a logger writes of it: the stand's motion by small steps, sampled, with zero, drift, noise, wind and rounding.
 */
export function simulateStand(t: StandTruth): ForceTrace {
  const random = seededRandom(t.seed)
  const fine = 2e-4
  const w = t.ring ? 2 * Math.PI * t.ring.frequencyHz : 0
  let [x, v, wind, next] = [0, 0, 0, 0]
  const timeS: number[] = []
  const forceN: number[] = []
  for (let i = 0; i * fine <= t.endS; i++) {
    const time = i * fine
    const force = pushAt(t.push, time - t.openS)
    if (t.ring) {
      // half-steps of speed and place: exact in the mean, second order
      const pull = (place: number, speed: number) => w * w * (force - place) - 2 * t.ring!.dampingRatio * w * speed
      v += (fine / 2) * pull(x, v)
      x += fine * v
      v += (fine / 2) * pull(x, v)
    } else x = force
    if (time >= next - 1e-9) {
      next += t.stepS
      const keep = Math.exp(-t.stepS / t.windS)
      wind = keep * wind + t.windN * Math.sqrt(1 - keep * keep) * normalDraw(random)
      const read = x * (1 + t.span) + t.offsetN + t.driftNPerS * time + t.noiseN * normalDraw(random) + wind
      timeS.push(time)
      forceN.push(t.resolutionN > 0 ? Math.round(read / t.resolutionN) * t.resolutionN : read)
    }
  }
  return { timeS, forceN }
}

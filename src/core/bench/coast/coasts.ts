import type { BlockTrace } from '../angle/decimate'
import { breakPoint } from '../inertia/phases'

/** A stretch over which the machine is left to itself. */
export interface Coast {
  readonly fromS: number
  readonly toS: number
  readonly fromRadPerS: number
  readonly toRadPerS: number
}

/** A speed is not said to rise or fall before it has done so by this share of the highest. */
const MOVED = 0.03
/** Below this share of the highest speed friction comes to rest in jerks. */
const STOPS = 0.03
/** A coasting slows by at least this share, and begins from at least that share of the highest speed. */
const [SLOWS, FAST] = [0.15, 0.2] as const
const LEAST_BLOCKS = 12
/** A break by this share of the slope after it is no noise. */
const DRIVEN = 0.3

/**
 * Every coasting of a recording, in its order: from where the speed breaks to where it rises again or has almost come
 * to rest.
 * Where the recording begins, or the speed rose or stood before it, the break itself is cut off: air still leaves the
 * line.
 */
export function findCoasts(trace: BlockTrace, speed: Float64Array): Coast[] {
  const n = speed.length
  const top = speed.reduce((most, w) => Math.max(most, w), 0)
  const step = MOVED * top
  const found: Coast[] = []
  for (let i = 0; i < n - 1 && top > 0;) {
    let peak = i
    let at = i
    for (; at < n && speed[at] > speed[peak] - step; at++) if (speed[at] >= speed[peak]) peak = at
    let low = Math.min(at, n - 1)
    for (; at < n && speed[at] < speed[low] + step && speed[low] > STOPS * top; at++)
      if (speed[at] <= speed[low]) low = at
    if (low <= peak) break
    found.push(...coastOf(trace, speed, i, peak, low))
    i = Math.max(low, peak + 1)
  }
  return found.filter(
    (c) => c.fromRadPerS >= FAST * top && c.toRadPerS < (1 - SLOWS) * c.fromRadPerS && c.toS > c.fromS,
  )
}

/** From the highest block and the lowest one after it; `before` is where the climb to it began. */
function coastOf(trace: BlockTrace, speed: Float64Array, before: number, peak: number, low: number): Coast[] {
  let lastHigh = peak
  for (let i = peak; i < low; i++) if (speed[i] > (1 - MOVED) * speed[peak]) lastHigh = i
  const near = Math.round(0.01 * speed.length)
  let middle = peak
  for (; middle < low && speed[middle] > (speed[peak] + speed[low]) / 2;) middle++
  // left to itself it slows ever less: where it begins to slow more, the air was still on
  const shut = breakPoint(trace, speed, Math.max(0, peak - near), middle)
  const driven = shut.sharpness > DRIVEN
  const start = driven ? Math.min(low, Math.max(shut.at, lastHigh)) : before === 0 && peak <= near ? peak : lastHigh
  const guardS = Math.max(2 * trace.blockS, 0.01 * (trace.timeS[low] - trace.timeS[start]))
  const first = trace.timeS.findIndex((t) => t >= trace.timeS[start] + guardS)
  if (first < 0 || low - first < LEAST_BLOCKS) return []
  return [
    { fromS: trace.timeS[first], toS: trace.timeS[low], fromRadPerS: speed[first], toRadPerS: Math.max(0, speed[low]) },
  ]
}

import type { BlockTrace } from '../angle/decimate'

/** Which blocks of a recording are spin-up and which coasting; times can be overridden by the maker. */
export interface Phases {
  readonly spinUp: { readonly fromS: number; readonly toS: number }
  readonly coast: { readonly fromS: number; readonly toS: number } | null
}

/** Speed at each block from its neighbours, smoothed over `reach` blocks either side. */
export function roughSpeed(trace: BlockTrace, reach: number): Float64Array {
  const n = trace.timeS.length
  return Float64Array.from({ length: n }, (_, i) => {
    const a = Math.max(0, i - reach)
    const b = Math.min(n - 1, i + reach)
    return b > a ? (trace.angleRad[b] - trace.angleRad[a]) / (trace.timeS[b] - trace.timeS[a]) : 0
  })
}

/** Slope of speed over blocks [a, b], by least squares: one noisy block cannot feign a break. */
function slope(trace: BlockTrace, speed: Float64Array, a: number, b: number): number {
  const n = b - a + 1
  let t = 0
  let w = 0
  for (let i = a; i <= b; i++) {
    t += trace.timeS[i] / n
    w += speed[i] / n
  }
  let tt = 0
  let tw = 0
  for (let i = a; i <= b; i++) {
    tt += (trace.timeS[i] - t) ** 2
    tw += (trace.timeS[i] - t) * (speed[i] - w)
  }
  return tt > 0 ? tw / tt : 0
}

/**
 * Finds where the rotor starts, where the air is shut and how far it coasts.
 * Start: speed above 1.5 % of its peak for good. Shut: the sharpest downward break of slope at or after the peak
 * region.
 * Coast: from there until speed is below 3 % of its peak; null when it lasts under 5 % of the recording or slows by
 * under 5 %.
 */
export function findPhases(trace: BlockTrace, speed: Float64Array): Phases {
  const n = speed.length
  let peak = 0
  for (let i = 1; i < n; i++) if (speed[i] > speed[peak]) peak = i
  const top = speed[peak]
  let start = peak
  while (start > 0 && speed[start - 1] > 0.015 * top) start--
  let lastHigh = peak
  for (let i = peak; i < n; i++) if (speed[i] > 0.97 * top) lastHigh = i
  const { at: shut } = breakPoint(trace, speed, Math.max(start + 1, peak - Math.round(0.01 * n)), lastHigh)
  let end = n - 1
  for (let i = shut; i < n; i++)
    if (speed[i] < 0.03 * top) {
      end = i
      break
    }
  const total = trace.timeS[n - 1] - trace.timeS[0]
  const guard = Math.max(2 * trace.blockS, 0.008 * total)
  const coast = { fromS: trace.timeS[shut] + guard, toS: trace.timeS[end] }
  const real = coast.toS - coast.fromS > 0.05 * total && speed[end] < 0.95 * top
  return {
    spinUp: { fromS: trace.timeS[start], toS: real ? trace.timeS[shut] - guard : trace.timeS[lastHigh] },
    coast: real ? coast : null,
  }
}

/**
 * Block within [from, to] where the slope of speed falls most sharply, over arms of 2.5 % of the recording; how much it
 * falls there, over the slope after it.
 */
export function breakPoint(
  trace: BlockTrace,
  speed: Float64Array,
  from: number,
  to: number,
): { readonly at: number; readonly sharpness: number } {
  const n = speed.length
  const arm = Math.max(3, Math.round(0.025 * n))
  let best = Math.min(to, n - 1)
  let sharpest = -Infinity
  let sharpness = 0
  for (let i = Math.max(arm, from); i <= Math.min(to + arm, n - 1 - arm); i++) {
    const after = slope(trace, speed, i, i + arm)
    const fall = slope(trace, speed, i - arm, i) - after
    if (fall > sharpest) {
      sharpest = fall
      sharpness = fall / Math.abs(after)
      best = i
    }
  }
  return { at: best, sharpness }
}

/** First block at or after a time. */
export function blockAt(trace: BlockTrace, timeS: number): number {
  let low = 0
  let high = trace.timeS.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (trace.timeS[middle] < timeS) low = middle + 1
    else high = middle
  }
  return low
}

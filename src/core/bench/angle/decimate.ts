import type { AngleTrace } from './repair'

/**
 * A trace averaged into blocks of time: mean time, mean angle, readings in it. Long recordings become a few thousand
 * points in one pass.
 */
export interface BlockTrace {
  readonly timeS: Float64Array
  readonly angleRad: Float64Array
  readonly count: Float64Array
  /**
   * Spread of the readings' times in a block, s2: what the mean of a curved angle is off by, times half the curvature.
   */
  readonly timeVariance: Float64Array
  readonly blockS: number
  /** Each block is then the last of its readings and no mean: what is told of it is the angle since the one before. */
  readonly noiseOn?: 'speed'
}

/** The last reading of each of at most `blocks` equal blocks, with how many stand behind it. */
function blockEnds(trace: AngleTrace, blocks: number): BlockTrace {
  const n = trace.timeS.length
  const used = Math.max(1, Math.min(blocks, n))
  const ends = Array.from({ length: used }, (_, b) => Math.round(((b + 1) * n) / used) - 1)
  return {
    timeS: Float64Array.from(ends, (i) => trace.timeS[i]),
    angleRad: Float64Array.from(ends, (i) => trace.angleRad[i]),
    count: Float64Array.from(ends, (i, b) => i - (ends[b - 1] ?? -1)),
    timeVariance: new Float64Array(used),
    blockS: (trace.timeS[n - 1] - trace.timeS[0]) / used,
    noiseOn: 'speed',
  }
}

/**
 * Averages a trace into at most `blocks` equal blocks of time; blocks without a reading are left out. Sums of speeds
 * are not averaged: `blockEnds`. O(n).
 */
export function blockAverage(trace: AngleTrace, blocks: number): BlockTrace {
  if (trace.noiseOn === 'speed') return blockEnds(trace, blocks)
  const n = trace.timeS.length
  const start = trace.timeS[0]
  const span = trace.timeS[n - 1] - start
  const used = Math.max(1, Math.min(blocks, n))
  const blockS = span / used
  const timeS: number[] = []
  const angleRad: number[] = []
  const count: number[] = []
  const timeVariance: number[] = []
  let i = 0
  for (let b = 0; b < used; b++) {
    const end = b === used - 1 ? Infinity : start + (b + 1) * blockS
    const first = i
    let t = 0
    let tt = 0
    let a = 0
    while (i < n && trace.timeS[i] < end) {
      const since = trace.timeS[i] - trace.timeS[first]
      t += since
      tt += since * since
      a += trace.angleRad[i] - trace.angleRad[first]
      i++
    }
    const m = i - first
    if (m === 0) continue
    timeS.push(trace.timeS[first] + t / m)
    angleRad.push(trace.angleRad[first] + a / m)
    count.push(m)
    timeVariance.push(Math.max(0, tt / m - (t / m) ** 2))
  }
  return {
    timeS: Float64Array.from(timeS),
    angleRad: Float64Array.from(angleRad),
    count: Float64Array.from(count),
    timeVariance: Float64Array.from(timeVariance),
    blockS,
  }
}

import { mean, median } from '../../statistics'
import { QUIET_ROWS, smoothed, zeroOf } from './quiet'

/** What is left of a push once its end is near; what follows may be its zero, drifted. */
const NEAR_ITS_END = 0.1
/** A quiet part lies on the line of both within this many of its own uncertainties, and this share of the peak. */
const [LIES, LIES_SHARE] = [3, 5e-3] as const

/**
 * Where the push begins and ends, as rows, by what stands over the noise: above the zero of before, and where what
 * follows lies on one line with it, above that line. A zero that drifts through a long push is else taken for a push
 * that never ends.
 */
export function pushRows(
  time: readonly number[],
  over: readonly number[],
  noise: number,
  widthS: number,
): [first: number, last: number] {
  const peak = over.reduce((a, b) => Math.max(a, b), 0)
  const up = Math.max(6 * noise, 0.03 * peak)
  const first = over.findIndex((f, i) => f > up && median(over.slice(i, i + 5)) > up / 2)
  const slow = smoothed(time, over, widthS)
  const gone = Math.max(2.5 * noise, 0.015 * peak)
  let nearEnd = slow.length - 1
  while (nearEnd > first && slow[nearEnd] < Math.max(gone, NEAR_ITS_END * peak)) nearEnd--
  const zero = lineOfBoth(time, over, first, nearEnd, peak)
  // forward from there: a gust long after it is not the push
  let last = nearEnd
  while (last < slow.length - 1 && slow[last + 1] - (zero?.(time[last + 1]) ?? 0) >= gone) last++
  return [first, last]
}

/** The line through what came before the push and the later half of what follows it, where that is quiet too. */
function lineOfBoth(
  time: readonly number[],
  over: readonly number[],
  first: number,
  nearEnd: number,
  peak: number,
): ((timeS: number) => number) | undefined {
  const before = Array.from({ length: Math.max(0, first - 2) }, (_, i) => i)
  const middle = Math.ceil((nearEnd + time.length) / 2)
  const after = Array.from({ length: time.length - middle }, (_, i) => middle + i)
  if (before.length < QUIET_ROWS || after.length < QUIET_ROWS) return undefined
  const line = zeroOf(time, over, [...before, ...after], 2).at
  const alone = zeroOf(time, over, before, 1)
  const half = after.length >> 1
  const off = (rows: readonly number[]) => mean(rows.map((i) => over[i] - line(time[i])))
  // a push that is still dying away falls quicker than its zero
  const bent = Math.abs(off(after.slice(half)) - off(after.slice(0, half)))
  const allowed = LIES * alone.noise * Math.sqrt((2 * alone.slowness) / half) + LIES_SHARE * peak
  return bent < allowed ? line : undefined
}

import { RepairCount, type Repair } from './repair'

/**
 * Keeps the rows whose time rises; sets aside rows out of order, repeated times and rows that are not numbers.
 * After a clock restart (the clock falls back and never catches up with where it was) the longest stretch is kept.
 * Nothing is sorted, so no false acceleration can come out. Returns the rows kept, by index.
 */
export function risingRows(timeS: Float64Array, signal: Float64Array): { rows: Int32Array; repairs: Repair[] } {
  const notNumber = new RepairCount()
  const backwards = new RepairCount()
  const repeated = new RepairCount()
  const restart = new RepairCount()
  const starts = restartRows(timeS)
  let best = new Int32Array(0)
  for (let s = 0; s < starts.length; s++) {
    const end = starts[s + 1] ?? timeS.length
    if (s > 0) restart.add(timeS[starts[s]])
    const kept = new Int32Array(end - starts[s])
    let count = 0
    let last = -Infinity
    for (let i = starts[s]; i < end; i++) {
      if (!Number.isFinite(timeS[i]) || !Number.isFinite(signal[i])) notNumber.add(timeS[i])
      else if (timeS[i] === last) repeated.add(timeS[i])
      else if (timeS[i] < last) backwards.add(timeS[i])
      else {
        kept[count++] = i
        last = timeS[i]
      }
    }
    if (count > best.length) best = kept.subarray(0, count)
  }
  return {
    rows: best,
    repairs: [
      ...notNumber.report('not a number'),
      ...repeated.report('repeated time'),
      ...backwards.report('row out of order'),
      ...restart.report('clock restart'),
    ],
  }
}

/**
 * Rows at which the clock restarts: it falls back by more than half the span so far, or does not catch up again before
 * the end.
 */
function restartRows(timeS: Float64Array): number[] {
  const starts = [0]
  const futureMost = new Float64Array(timeS.length + 1).fill(-Infinity)
  for (let i = timeS.length - 1; i >= 0; i--)
    futureMost[i] = Math.max(futureMost[i + 1], Number.isFinite(timeS[i]) ? timeS[i] : -Infinity)
  let top = -Infinity
  for (let i = 0; i < timeS.length; i++) {
    if (!Number.isFinite(timeS[i])) continue
    const begun = timeS[starts[starts.length - 1]]
    const fellToStart = timeS[i] < top - 0.5 * (top - begun) && top - begun > 0
    if (timeS[i] < top && (futureMost[i] < top || fellToStart)) {
      starts.push(i)
      top = timeS[i]
    } else top = Math.max(top, timeS[i])
  }
  return starts
}

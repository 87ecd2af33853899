import { median } from '../../statistics'

/** Stretches of a recording by whose middles it is told where it is filled and where it falls. */
const STRETCHES = 200
/** A pressure has fallen, or been brought up, by this share of all that it went through. */
const [FALLEN, FILLED] = [0.1, 0.3] as const
/** And by so many times its noise. */
const OVER_NOISE = 10

/**
 * Rows of the first fall of a recording, the last exclusive: without the filling that was recorded before it, which ends
 * at the highest pressure, and without what comes once the vessel is filled again. A wall that warms what is left in a
 * shut vessel brings back less than `FILLED` of the fall.
 */
export function oneFall(gauge: readonly number[], noisePa: number): readonly [from: number, to: number] {
  const rows = Math.max(5, Math.ceil(gauge.length / STRETCHES))
  const middles = Array.from({ length: Math.ceil(gauge.length / rows) }, (_, k) =>
    median(gauge.slice(k * rows, (k + 1) * rows)),
  )
  const [least, most] = middles.reduce(([a, b], p) => [Math.min(a, p), Math.max(b, p)], [Infinity, -Infinity])
  const wide = (share: number, of: number) => Math.max(share * of, OVER_NOISE * noisePa)
  let [top, low, k] = [0, 0, 0]
  for (; k < middles.length && middles[top] - middles[k] <= wide(FALLEN, most - least); k++)
    if (middles[k] > middles[top]) top = k
  for (low = Math.min(k, middles.length - 1); k < middles.length; k++) {
    if (middles[k] < middles[low]) low = k
    if (middles[k] - middles[low] > wide(FILLED, middles[top] - middles[low])) break
  }
  const filled = middles[top] - middles[0] > wide(FALLEN, most - least)
  return [filled ? (top + 1) * rows : 0, k < middles.length ? low * rows : gauge.length]
}

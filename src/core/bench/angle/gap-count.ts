import { linearLeastSquares } from '../../statistics'

/** Marks on either side of a gap that tell the speed there. */
const SIDE = 40
/** Least of them. */
const LEAST = 20
/** The speed beside a gap is read across others that are no longer than this. */
const SHORT = 4
/** How far these may lie off their own curve, marks: more, and they are no even turning. */
const OFF = 0.1
/** What the change of slope within a gap may come to, and how far off a whole number the turns across it, marks. */
const BENT = 1
const BETWEEN = 0.3

/** A gap over which the turns are another number than the marks that were counted. */
export interface Recounted {
  readonly atS: number
  /** Above nothing where marks are missing. */
  readonly marks: number
}

interface Edge {
  readonly perS: number
  readonly perS2: number
}

/** How fast marks come, and how that changes, at `atS`, from marks numbered over time; null where no curve fits them. */
function edgeAt(times: readonly number[], numbers: readonly number[], atS: number): Edge | null {
  if (times.length < LEAST) return null
  const span = times[times.length - 1] - times[0]
  const fit = linearLeastSquares(
    times.map((t) => [1, (t - atS) / span, ((t - atS) / span) ** 2]),
    numbers.map((v) => v - numbers[0]),
    times.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted') return null
  const [c, b, a] = fit.parameters
  const off = times.map((t, i) => {
    const x = (t - atS) / span
    return numbers[i] - numbers[0] - (c + b * x + a * x * x)
  })
  if (Math.max(...off.map(Math.abs)) > 3 * OFF) return null
  return { perS: b / span, perS2: (2 * a) / span ** 2 }
}

/**
 * Counts anew over gaps in which marks never arrived: a device numbers what its sensor saw, so that a mark that the
 * sensor missed or saw twice within a gap is in its number as well. From the speeds at both ends of a gap and how they
 * change there (trapezium with Euler and Maclaurin's first correction) the turns across it are known to a fraction of
 * a mark; where they are another whole number than counted, all later numbers are moved.
 * `number` is of all marks, `arrived` says which of them did. Nothing is changed where the speed breaks within the gap.
 */
export function recountGaps(
  timeS: Float64Array,
  number: Float64Array,
  arrived: (i: number) => boolean,
): { readonly number: Float64Array; readonly recounted: readonly Recounted[] } {
  const own = Array.from(timeS.keys()).filter(arrived)
  const out = number.slice()
  const recounted: Recounted[] = []
  let moved = 0
  let lastGap = 0
  for (let i = 1; i < own.length; i++) {
    const [before, after] = [own[i - 1], own[i]]
    if (after - before > 1) {
      let end = i + 1
      while (end < own.length && end < i + SIDE && own[end] - own[end - 1] <= SHORT) end++
      const sides = [own.slice(Math.max(lastGap, i - SIDE), i), own.slice(i, end)]
      const [left, right] = sides.map((side, k) =>
        edgeAt(
          side.map((p) => timeS[p]),
          side.map((p) => (k === 0 ? out : number)[p]),
          timeS[k === 0 ? before : after],
        ),
      )
      const span = timeS[after] - timeS[before]
      if (left && right) {
        const bend = (span ** 2 * (left.perS2 - right.perS2)) / 12
        const turns = (span * (left.perS + right.perS)) / 2 + bend
        const off = Math.round(turns) - (number[after] - number[before])
        if (off !== 0 && Math.abs(bend) < BENT && Math.abs(turns - Math.round(turns)) < BETWEEN) {
          moved += off
          recounted.push({ atS: timeS[before], marks: off })
        }
      }
      if (after - before > SHORT) lastGap = i
    }
    // what was put in keeps the number before the gap's change: it is taken out again
    for (let p = after; p < (own[i + 1] ?? timeS.length); p++) out[p] = number[p] + moved
  }
  return { number: out, recounted }
}

/** Times of marks with those put in between that a device counted and that never arrived. */
export interface Bridged {
  readonly timeS: Float64Array
  /** Times that were put in. */
  readonly put: ReadonlySet<number>
  readonly firstAtS: number
}

/** Marks on either side of a gap from which the speed there is taken. */
const AROUND = 6
/** A pace in a gap is at most so many times off those beside it. */
const MOST = 5

/** Mean time from one mark to the next over the marks [from, to], by their numbers. */
const pace = (timeS: Float64Array, number: Float64Array, from: number, to: number): number =>
  (timeS[to] - timeS[from]) / (number[to] - number[from])

/**
 * A device that numbers its marks tells how many never arrived: they are put in along the cubic that leaves the gap
 * with the pace before it and meets the pace behind it.
 * Their places are a guess, their number is not; they only keep the counting right, and are taken out after it.
 */
export function bridge(timeS: Float64Array, number: Float64Array | null): Bridged {
  const n = timeS.length
  const put = new Set<number>()
  if (!number || number.length !== n) return { timeS, put, firstAtS: NaN }
  const times: number[] = []
  let firstAtS = NaN
  for (let i = 0; i < n; i++) {
    const lost = i > 0 ? Math.round(number[i] - number[i - 1]) - 1 : 0
    const before = lost > 0 && i >= 2 ? pace(timeS, number, Math.max(0, i - 1 - AROUND), i - 1) : NaN
    const after = lost > 0 && i + 1 < n ? pace(timeS, number, i, Math.min(n - 1, i + AROUND)) : NaN
    if (lost > 0 && plausible((timeS[i] - timeS[i - 1]) / (lost + 1), before, after)) {
      if (Number.isNaN(firstAtS)) firstAtS = timeS[i - 1]
      for (const t of between(timeS[i - 1], timeS[i], lost, before, after)) {
        put.add(t)
        times.push(t)
      }
    }
    times.push(timeS[i])
  }
  return { timeS: Float64Array.from(times), put, firstAtS }
}

/** Whether a pace lies where those on its sides let it: a column of other numbers tells of no marks. */
function plausible(own: number, ...sides: readonly number[]): boolean {
  const known = sides.filter((v) => v > 0)
  return known.length > 0 && own > Math.min(...known) / MOST && own < Math.max(...known) * MOST
}

/**
 * Times of so many marks between two, by a cubic that has given paces at its ends; evenly where it would run backwards
 * or a pace is not known.
 */
function between(from: number, to: number, lost: number, before: number, after: number): number[] {
  const steps = lost + 1
  const even = (to - from) / steps
  const known = (v: number) => (Number.isFinite(v) && v > 0 ? Math.min(v, 3 * even) : even)
  const [a, b] = [known(before) * steps, known(after) * steps]
  const d = to - from
  const at = (x: number) => from + x * (a + x * (3 * d - 2 * a - b + x * (a + b - 2 * d)))
  const times = Array.from({ length: lost }, (_, k) => at((k + 1) / steps))
  const rising = times.every((t, k) => t > (k === 0 ? from : times[k - 1])) && times[lost - 1] < to
  return rising ? times : times.map((_, k) => from + even * (k + 1))
}

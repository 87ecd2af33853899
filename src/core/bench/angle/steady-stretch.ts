import { median } from '../../statistics'

/** Further than this from any whole number of marks a gap may be read two ways. */
export const UNDECIDED = 0.33

/** A second reading comes within this of the gap; what comes later is rather a mark of its own. */
export const LATE = 0.3
/** Gaps looked through for the steadiest stretch; fewer where over so many their middle ones differ by more than a share. */
export const STEADY = [31, 15, 9] as const
const ALIKE = 0.4

/** A steady stretch: the gap in its middle, and over how many gaps it goes. */
export interface Start {
  readonly middle: number
  readonly width: number
}

/**
 * Where the gaps between `from` and `to` are most alike: the middle of the stretch with the least spread about its
 * median.
 */
export function steadiest(gaps: Float64Array, from: number, to: number): Start {
  const of = (width: number) => steadiestOf(gaps, from, to, Math.min(width, to - from))
  let found = of(STEADY[0])
  for (let k = 1; k < STEADY.length && found.spread > ALIKE; k++) found = of(STEADY[k])
  return found
}

function steadiestOf(gaps: Float64Array, from: number, to: number, width: number) {
  const stride = Math.max(1, Math.floor((to - from) / 700))
  let [best, least] = [Math.floor((from + to) / 2), Infinity]
  for (let i = from; i + width <= to; i += stride) {
    const part = gaps.slice(i, i + width).sort()
    const middle = part[width >> 1]
    // a quarter may be faulty; the rest must agree
    const spread = (part[Math.floor(0.85 * width)] - part[Math.floor(0.15 * width)]) / middle
    if (spread < least * 0.98) [best, least] = [i + (width >> 1), spread]
  }
  return { middle: best, width, spread: least }
}

/** The steady stretch itself: doubles dropped and missed marks counted against its median gap. */
export function steadyStretch(
  times: Float64Array,
  from: number,
  to: number,
): {
  readonly kept: number[]
  readonly marks: number[]
  readonly doubled: number[]
  readonly late: number
  readonly missed: { at: number; marks: number }[]
  readonly undecided: { at: number; taken: number; other: number }[]
} {
  let late = 0
  const undecided: { at: number; taken: number; other: number }[] = []
  const gaps = Array.from({ length: to - from }, (_, i) => times[from + i + 1] - times[from + i])
  const one = median(gaps.filter((g) => g > 0.3 * median(gaps)))
  const [kept, marks, doubled, missed] = [[from], [0], [] as number[], [] as { at: number; marks: number }[]]
  for (let i = from + 1; i <= to; i++) {
    const gap = times[i] - times[kept[kept.length - 1]]
    const next = i < to ? times[i + 1] - times[kept[kept.length - 1]] : Infinity
    if (gap < 0.6 * one && Math.abs(Math.log(next / one)) < Math.abs(Math.log(gap / one))) {
      doubled.push(i)
      if (gap > LATE * one) late++
      continue
    }
    const count = Math.max(1, Math.round(gap / one))
    const off = gap / one - count
    if (Math.abs(off) > UNDECIDED)
      undecided.push({ at: i - 1, taken: count, other: Math.max(1, count + Math.sign(off)) })
    if (count > 1) missed.push({ at: i - 1, marks: count - 1 })
    kept.push(i)
    marks.push(count)
  }
  return { kept, marks, doubled, late, missed, undecided }
}

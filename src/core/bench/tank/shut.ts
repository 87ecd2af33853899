import { linearLeastSquares, median } from '../../statistics'
import { tankFlow } from './tank-model'

/** Stretches of a fall whose slopes are held against each other, and rows of each at least. */
const [STRETCHES, LEAST_ROWS] = [40, 6] as const
/** Below this share of the pressure at the start a slope tells nothing of the hole. */
const NEAR_ROOM = 0.05
/**
 * What a hole lets through, by its pressure, over what it did at first: no wall and no edge bring it so low by
 * themselves; and how low what is shut stays in each stretch.
 */
const [SHUT, EACH] = [0.12, 0.3] as const

interface Stretch {
  readonly fromS: number
  /** Speed of the fall over what one hole would make of this pressure, and its standard uncertainty. */
  readonly area: number
  readonly u: number
}

function stretchesOf(time: readonly number[], gauge: readonly number[], first: number, of: Conditions): Stretch[] {
  const rows = time.length - 1 - first
  const each = Math.max(LEAST_ROWS, Math.ceil(rows / STRETCHES))
  const out: Stretch[] = []
  for (let a = first; a + each <= time.length; a += each) {
    const [t, p] = [time.slice(a, a + each), gauge.slice(a, a + each)]
    const middle = median(p)
    if (middle < NEAR_ROOM * of.startPa) break
    const fit = linearLeastSquares(
      t.map((s) => [1, s - t[0]]),
      p,
      p.map(() => 1 / of.noisePa ** 2),
      'birge',
    )
    if (fit.status !== 'fitted') continue
    const flow = tankFlow(middle + of.roomPaAbs, 293.15, of.roomPaAbs, 1)
    // a gauge of few digits stands still between two of them
    const u = Math.hypot(Math.sqrt(fit.covariance[1][1]), (0.5 * of.digitPa) / (t[each - 1] - t[0]))
    out.push({ fromS: t[0], area: -fit.parameters[1] / flow, u: u / flow })
  }
  return out
}

interface Conditions {
  readonly startPa: number
  readonly roomPaAbs: number
  readonly noisePa: number
  /** Of a gauge whose noise does not hide it; else 0. */
  readonly digitPa: number
}

/**
 * When a hole was shut before its vessel was empty, s, a stretch early; null where it was not. The pressure then stands
 * or, warmed by the wall, rises again.
 */
export function shutAt(
  time: readonly number[],
  gauge: readonly number[],
  first: number,
  of: Conditions,
): number | null {
  const all = stretchesOf(time, gauge, first, of)
  if (all.length < 4) return null
  const open = median(all.slice(0, 3).map((s) => s.area))
  const end = all.findLastIndex((s) => s.area > EACH * open + 2 * s.u) + 1
  const after = all.slice(end)
  if (end < 2 || after.length < 2) return null
  const weight = after.reduce((sum, s) => sum + 1 / s.u ** 2, 0)
  const area = after.reduce((sum, s) => sum + s.area / s.u ** 2, 0) / weight
  if (!(area + 3 / Math.sqrt(weight) < SHUT * open)) return null
  // the stretch before may hold the moment itself
  return all[end - 1].fromS
}

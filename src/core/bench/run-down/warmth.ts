import { GAMMA } from '../../air'
import { linearLeastSquares, mean } from '../../statistics'
import { DIGIT_HIDES, digitOf } from '../digit'

/** How much warmer than its wall a vessel's air is as it is opened, K. */
export interface Warmth {
  readonly value: number
  readonly standardUncertainty: number
}

/** Air that was let in a while ago is as warm as its wall, or some ten degrees off: an estimate. */
const USUAL_K = 10
/** Rows that tell a slope, and how near to the opening they stand, s: what turns is moved a moment after its air. */
const [LEAST_ROWS, BEFORE_S] = [8, 0.3] as const
/** A fall that goes on may be a leak: so much of it is not known to be warmth. An estimate. */
const MAY_LEAK = 0.5
/** No filling by hand leaves more, K: what falls faster flows out. An estimate. */
const MOST_K = 50
/** A rise of less than this many kelvin is none: a gauge that reads alike all the time is cold by rounding. */
const LEAST_K = 1
/** Rows up to the last that lies this far under the opening, over it, are those of the filling, and so long after it, s. */
const [FILLING, ENDS_S] = [0.02, 0.5] as const

const UNKNOWN: Warmth = { value: 0, standardUncertainty: USUAL_K }

/**
 * How warm the air is, by how its pressure goes while the vessel is shut: it loses heat to the wall as
 * V p' = -(gamma - 1) H (T - Tw) (energy of a perfect gas at rest). Filling warms it. Rows up to the opening at `opens`;
 * without enough of them, or where the pressure rises or falls as no air at rest does, only what is usual is known. A
 * slow leak is taken for warmth, by half. A gauge that rounds more than it scatters hides a fall of up to one digit
 * over all these rows.
 */
export function warmthOf(
  time: readonly number[],
  gauge: readonly number[],
  opens: number,
  volumeM3: number,
  wallWPerK: number,
  startPaAbs: number,
  wallK: number,
): Warmth {
  const last = time.findIndex((t) => t > time[opens] - BEFORE_S)
  if (last < LEAST_ROWS) return UNKNOWN
  const near = mean(gauge.slice(last - LEAST_ROWS, last))
  const filling = gauge.findLastIndex((p, i) => i < last && p < (1 - FILLING) * near)
  const filled = filling < 0 ? 0 : time.findIndex((t) => t > time[filling] + ENDS_S)
  const [t, p] = [time.slice(filled, last), gauge.slice(filled, last)]
  if (t.length < LEAST_ROWS) return UNKNOWN
  const middle = mean(t)
  const fit = linearLeastSquares(
    t.map((s) => [1, s - middle]),
    p,
    p.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted') return UNKNOWN
  // what it is at the middle of these rows fades until the opening
  const fadesS = (startPaAbs * volumeM3) / ((GAMMA - 1) * wallWPerK * wallK)
  const perSlope = (-volumeM3 / ((GAMMA - 1) * wallWPerK)) * Math.exp((middle - time[opens]) / fadesS)
  const told = perSlope * fit.parameters[1]
  const digit = digitOf(gauge)
  const scatter = Math.sqrt(mean(p.map((v, i) => (v - fit.parameters[0] - fit.parameters[1] * (t[i] - middle)) ** 2)))
  const hides = Number.isFinite(digit) && scatter < DIGIT_HIDES * digit ? digit / (t[t.length - 1] - t[0]) : 0
  const u = Math.abs(perSlope) * Math.hypot(Math.sqrt(fit.covariance[1][1]), hides / Math.sqrt(3))
  if (told > MOST_K || told < -Math.max(LEAST_K, 3 * u)) return UNKNOWN
  // with what is usual, each by how well it is known
  const share = USUAL_K ** 2 / (USUAL_K ** 2 + u ** 2)
  const value = share * told
  return { value, standardUncertainty: Math.hypot(Math.sqrt(share) * u, MAY_LEAK * value) }
}

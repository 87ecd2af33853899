import { GAMMA } from '../../air'
import { linearLeastSquares, mean } from '../../statistics'

/** How much warmer than its wall a vessel's air is as it is opened, K. */
export interface Warmth {
  readonly value: number
  readonly standardUncertainty: number
}

/** Air that was let in a while ago is as warm as its wall, or some ten degrees off: an estimate. */
const USUAL_K = 10
/** Rows that tell a slope, and how near to the opening they stand, s: what turns is moved a moment after its air. */
const [LEAST_ROWS, BEFORE_S] = [8, 0.3] as const
/** A fall that goes on may be a leak: so much of it is not known to be warmth. */
const MAY_LEAK = 0.25

/**
 * How warm the air is, by how its pressure goes while the vessel is shut: it loses heat to the wall as
 * V p' = -(gamma - 1) H (T - Tw) (energy of a perfect gas at rest). Filling warms it. Rows up to the opening at `opens`;
 * without enough of them only what is usual is known. Not exact where the vessel leaks as well.
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
  const [t, p] = [time.slice(0, last), gauge.slice(0, last)]
  if (t.length < LEAST_ROWS) return { value: 0, standardUncertainty: USUAL_K }
  const middle = mean(t)
  const fit = linearLeastSquares(
    t.map((s) => [1, s - middle]),
    p,
    p.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted') return { value: 0, standardUncertainty: USUAL_K }
  // what it is at the middle of these rows fades until the opening
  const fadesS = (startPaAbs * volumeM3) / ((GAMMA - 1) * wallWPerK * wallK)
  const perSlope = (-volumeM3 / ((GAMMA - 1) * wallWPerK)) * Math.exp((middle - time[opens]) / fadesS)
  const told = perSlope * fit.parameters[1]
  const u = Math.abs(perSlope) * Math.sqrt(fit.covariance[1][1])
  // with what is usual, each by how well it is known
  const share = USUAL_K ** 2 / (USUAL_K ** 2 + u ** 2)
  const value = share * told
  return { value, standardUncertainty: Math.hypot(Math.sqrt(share) * u, MAY_LEAK * value) }
}

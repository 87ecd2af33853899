import { linearLeastSquares } from '../../statistics'
import { standReads, type Ring } from './stand-response'

/** The push in its first part is a polynomial of this degree. */
const DEGREE = 3
/** A ring beyond this share of the rows' rate, or damped more than this, cannot be told from the push. */
const MOST_RING = 0.3
const MOST_DAMPED = 0.3

/** Push of a degree behind a ring, fitted to its first part, and the sum of squares it leaves. */
function startFit(tau: readonly number[], over: readonly number[], ring: Ring | null, degree: number) {
  const rows = tau.map((t) =>
    Array.from({ length: degree + 1 }, (_, k) => (ring ? standReads(k, t, ring) : t > 0 ? t ** k : 0)),
  )
  const fit = linearLeastSquares(
    rows,
    over,
    tau.map(() => 1),
    'residual',
  )
  return { fit, left: fit.status === 'fitted' ? fit.reducedChiSquare * fit.degreesOfFreedom : Infinity }
}

/**
 * The ring of the stand from the first part of the push, with the moment of opening; null where it does not ring, or
 * too fast for the rows.
 */
export function ringOf(
  time: readonly number[],
  over: readonly number[],
  opening: number,
  windowS: number,
  stepS: number,
): { ring: Ring; openS: number } | null {
  const rows = time.flatMap((t, i) => (t > opening - 4 * stepS && t < opening + windowS ? [i] : []))
  const at = (openS: number) => rows.map((i) => time[i] - openS)
  const read = rows.map((i) => over[i])
  if (rows.length < 16) return null
  const left = (openS: number, ring: Ring | null) => startFit(at(openS), read, ring, DEGREE).left
  const plain = left(opening, null)
  // a grid first, then ever finer steps round the best
  const lowest = 1.5 / windowS
  const highest = MOST_RING / stepS
  let best = { openS: opening, f: NaN, zeta: NaN, left: Infinity }
  for (let f = lowest; f < highest; f *= 1.06)
    for (const zeta of [0.02, 0.08, 0.25])
      for (const shift of [0, -1, -2]) {
        const openS = opening + shift * stepS
        const l = left(openS, { frequencyHz: f, dampingRatio: zeta })
        if (l < best.left) best = { openS, f, zeta, left: l }
      }
  if (!Number.isFinite(best.left)) return null
  let step = 1
  for (let round = 0; round < 60; round++) {
    const before = best.left
    for (const [df, dz, dt] of [
      [0.04, 0, 0],
      [-0.04, 0, 0],
      [0, 0.3, 0],
      [0, -0.3, 0],
      [0, 0, 1],
      [0, 0, -1],
    ]) {
      const tried = {
        f: best.f * (1 + df * step),
        zeta: Math.min(0.7, Math.max(0.002, best.zeta * (1 + dz * step))),
        openS: best.openS + dt * step * stepS,
      }
      if (tried.openS > opening + stepS || tried.openS < opening - 4 * stepS) continue
      const l = left(tried.openS, { frequencyHz: tried.f, dampingRatio: tried.zeta })
      if (l < best.left) best = { ...tried, left: l }
    }
    if (best.left === before) step /= 2
    if (step < 1e-3) break
  }
  // three more numbers must explain far more than three more numbers would by chance
  const free = rows.length - DEGREE - 4
  if (best.zeta > MOST_DAMPED || best.f > highest || free < 4 || (plain - best.left) / 3 < 12 * (best.left / free))
    return null
  return { ring: { frequencyHz: best.f, dampingRatio: best.zeta }, openS: best.openS }
}

/**
 * Thrust at the opening from the first part of the push, by a polynomial behind the stand's ring; its uncertainty with
 * that of opening and ring, and with what one degree less would say.
 */
export function startOf(
  time: readonly number[],
  over: readonly number[],
  { openS, ring }: { openS: number; ring: Ring | null },
  windowS: number,
  stepS: number,
): { valueN: number; standardUncertaintyN: number; push: (timeS: number) => number } {
  const last = openS + windowS
  // a stiff stand has jumped between two rows: those beside the jump belong to neither side
  const rows = time.flatMap((t, i) => (t > openS + (ring ? -4 : 2) * stepS && t < last ? [i] : []))
  const read = rows.map((i) => over[i])
  const degree = ring ? DEGREE : DEGREE - 1
  const model = (p: readonly number[], degree: number) => (t: number, open: number, r: Ring | null) =>
    p.slice(0, degree + 1).reduce((sum, c, k) => sum + c * (r ? standReads(k, t - open, r) : (t - open) ** k), 0)
  const at = (open: number) => rows.map((i) => time[i] - open)
  const [own, less] = [degree, degree - 1].map((d) => startFit(at(openS), read, ring, d).fit)
  if (own.status !== 'fitted')
    return { valueN: Math.max(...read), standardUncertaintyN: Math.max(...read) / 4, push: () => Math.max(...read) }
  const p = own.parameters
  const reads = model(p, degree)
  const [dt, df, dz] = [0.05 * stepS, ring ? 1e-3 * ring.frequencyHz : 0, 1e-3]
  const jacobian = rows.map((i) => {
    const t = time[i]
    const here = reads(t, openS, ring)
    const basis = p.map((_, k) => (ring ? standReads(k, t - openS, ring) : (t - openS) ** k))
    if (!ring) return basis
    return [
      ...basis,
      (reads(t, openS + dt, ring) - here) / dt,
      (reads(t, openS, { ...ring, frequencyHz: ring.frequencyHz + df }) - here) / df,
      (reads(t, openS, { ...ring, dampingRatio: ring.dampingRatio + dz }) - here) / dz,
    ]
  })
  const whole = linearLeastSquares(
    jacobian,
    rows.map((i) => over[i] - reads(time[i], openS, ring)),
    rows.map(() => 1),
    'residual',
  )
  const fromFit = whole.status === 'fitted' ? Math.sqrt(whole.covariance[0][0]) : Math.abs(p[0]) / 4
  const fromDegree = less.status === 'fitted' ? Math.abs(p[0] - less.parameters[0]) / 8 : 0
  const fromOpening = ring ? 0 : (Math.abs(p[1]) * stepS) / Math.sqrt(6)
  return {
    valueN: p[0],
    standardUncertaintyN: Math.hypot(fromFit, fromDegree, fromOpening),
    push: (t) => model(p, degree)(t, openS, null),
  }
}

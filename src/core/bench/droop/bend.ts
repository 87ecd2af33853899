import { COVERAGE_95, linearLeastSquares, studentT95 } from '../../statistics'

/**
 * What is known of a bend before it is measured: about none, by this share of the loss as a standard deviation. Our own
 * estimate: a diaphragm is off by 2 to 5 % of its setting, and loses 5 to 20 % of it (common practice, no source).
 */
const BENDS_BY = 0.25
/** Before it is measured a loss is as likely straight as not. */
const AS_LIKELY = 0.5
/** A column that the others make up but for this share of its squares tells nothing of its own. */
const NOTHING_OWN = 1e-6

export interface Straight {
  readonly parameters: readonly number[]
  /** Standard uncertainties. */
  readonly u: readonly number[]
  /** What each reading is off by. */
  readonly off: readonly number[]
  readonly kept: readonly boolean[]
}

export interface Bent {
  readonly parameters: readonly number[]
  readonly u: readonly number[]
  /** By how much the loss for each opening is more at the widest opening than in the mean; less where negative. */
  readonly bend: { readonly value: number; readonly standardUncertainty: number }
}

/** Density of Student's t without what does not depend on its scale. */
const density = (x: number, scale: number, degrees: number) =>
  (1 + (x / scale) ** 2 / degrees) ** (-(degrees + 1) / 2) / scale

/**
 * A straight loss of pressure over opening, and one that bends by a share that is not known beforehand, each by how
 * well it lies on the readings: their mean, and what both leave open as its uncertainty. The loss, the second number, is
 * then that to the widest opening over this opening: what a straight one has everywhere.
 * Where the readings tell nothing of a bend, what may be is in the uncertainties.
 * Source: mean of two models by their marginal likelihoods, e.g. Hoeting et al. (1999), Stat. Sci. 14:382; JCGM 100 for
 * the rest. `open`: opening of each reading; `leastPa`: the least that a reading is unsure by.
 */
export function withBend(
  rows: readonly (readonly number[])[],
  open: readonly number[],
  straight: Straight,
  leastPa: number,
): Bent {
  const { parameters, u, off, kept } = straight
  const chosen = rows.flatMap((_, i) => (kept[i] ? [i] : []))
  const most = Math.max(...chosen.map((i) => open[i]))
  const column = chosen.map((i) => -(open[i] ** 2) / most)
  const own = linearLeastSquares(
    chosen.map((i) => rows[i]),
    column,
    column.map(() => 1),
    'residual',
  )
  if (own.status !== 'fitted') return { parameters, u, bend: { value: 0, standardUncertainty: 0 } }
  const square = (values: readonly number[]) => values.reduce((s, v) => s + v * v, 0)
  // what of the bend no other number can stand for
  const left = chosen.map((i, k) => column[k] - rows[i].reduce((s, a, j) => s + a * own.parameters[j], 0))
  const tells = square(left)
  const known = Math.abs(BENDS_BY * parameters[1])
  const degrees = chosen.length - parameters.length - 1
  let [found, unsure, likely, wide] = [0, Infinity, AS_LIKELY, 1]
  if (degrees >= 1 && tells > NOTHING_OWN * square(column) && known > 0) {
    const offs = chosen.map((i) => off[i])
    found = left.reduce((s, v, k) => s + v * offs[k], 0) / tells
    const scatter = Math.sqrt(Math.max(square(offs) - found ** 2 * tells, degrees * leastPa ** 2) / degrees)
    unsure = scatter / Math.sqrt(tells)
    wide = studentT95(degrees) / COVERAGE_95
    const bent = AS_LIKELY * density(found, Math.hypot(unsure, known), degrees)
    likely = bent / (bent + (1 - AS_LIKELY) * density(found, unsure, degrees))
  }
  const share = Number.isFinite(unsure) ? known ** 2 / (known ** 2 + unsure ** 2) : 0
  const inBent = found * share
  const variance = Number.isFinite(unsure) ? share * (wide * unsure) ** 2 : known ** 2
  // the bent one apart from the straight one by what the bend takes from each number
  const takes = own.parameters.map((p, j) => (j === 1 ? 1 : 0) - p)
  const spread = likely * (variance + inBent ** 2 * (1 - likely))
  return {
    parameters: parameters.map((p, j) => p + likely * inBent * takes[j]),
    u: u.map((v, j) => Math.hypot(v, takes[j] * Math.sqrt(spread))),
    bend: { value: likely * inBent, standardUncertainty: Math.sqrt(spread) },
  }
}

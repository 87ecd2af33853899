import { COVERAGE_95, linearLeastSquares, studentT95, varianceOf, type LinearFit } from '../../statistics'
import { together } from './repeats'

/** What was read (`y`, known to `u`) at what was set (`x`). */
export interface LineRow {
  readonly x: number
  readonly y: number
  readonly u: number
}

export interface StraightLine {
  /** Where it begins and how it rises; NaN where the rows tell none. */
  readonly zero: number
  readonly slope: number
  /** What of the rows lies on it, and what was left out: its place and how far off the line of the others. */
  readonly kept: readonly LineRow[]
  readonly aside: readonly { readonly at: number; readonly off: number }[]
  /** Rows stray from it no more than they are said to. */
  readonly straight: boolean
  /** How far rows stray from it, over what they are said to. */
  readonly strays: number
  /** Standard uncertainty of so much of `zero` and so much of `slope`. NaN where the rows tell no line. */
  readonly known: (by: readonly [number, number]) => number
}

/** A row so many uncertainties off the line of all others is another thing, or was written down wrongly. Our own
 * judgement, no source. */
const FAR = 6

const fitted = (rows: readonly LineRow[]): LinearFit =>
  linearLeastSquares(
    rows.map(({ x }) => [1, x]),
    rows.map(({ y }) => y),
    rows.map(({ u }) => 1 / u ** 2),
    'birge',
  )

/** Rows read as finely as is said stray by more than this about once in a hundred times. */
const isStraight = ({ degreesOfFreedom, reducedChiSquare }: LinearFit): boolean =>
  degreesOfFreedom === 0 || reducedChiSquare <= 1 + 4.4 * Math.sqrt(2 / degreesOfFreedom)

const offLine = ({ x, y }: LineRow, [zero, slope]: readonly number[]): number => Math.abs(y - zero - slope * x)

/** Lies so far off the line of others that neither their scatter nor how few they are could explain it. */
function isFar(row: LineRow, line: LinearFit): boolean {
  const few = isStraight(line) ? 1 : (studentT95(line.degreesOfFreedom) / COVERAGE_95) ** 2
  const own = row.u ** 2 * Math.max(1, line.reducedChiSquare)
  return offLine(row, line.parameters) > FAR * few * Math.sqrt(own + varianceOf([1, row.x], line.covariance))
}

/** Of four, three lie on a line by chance too often to say that the fourth is wrong. */
const mostAside = (rows: number): number => Math.floor((rows - 1) / 4)

/** Without one row each time, that without which the others lie straightest; null where none tells a line. */
function withoutWorst(rows: readonly LineRow[], ends: boolean): readonly LineRow[] | null {
  const at = (x: number) => rows.filter((r) => r.x === x).length
  const [least, most] = [Math.min(...rows.map((r) => r.x)), Math.max(...rows.map((r) => r.x))]
  const fewer = rows
    .filter(({ x }) => ends || (x !== least && x !== most) || at(x) > 1)
    .map((row) => rows.filter((r) => r !== row))
  const chi = fewer.map((some) => {
    const line = fitted(some)
    return line.status === 'fitted' ? line.reducedChiSquare : Infinity
  })
  const best = chi.indexOf(Math.min(...chi))
  return chi[best] < Infinity ? fewer[best] : null
}

/**
 * A straight line through rows, a few of which may be wrong: one of five, two of nine, each far off the line of all
 * others, is left out. `ends`: so may a row at either end, where the line itself may bend.
 * Range: two different `x` at least, or nothing is told. Uncertainty: what the rows are said to be known by; where they
 * scatter more, their scatter by Student's t for as many as they are (held 92 to 97 % of four to eight rows that
 * scattered once to three times as much as was said).
 * Source: least squares in closed form; JCGM 100, G.3.
 */
export function lineThrough(rows: readonly LineRow[], { ends }: { readonly ends: boolean }): StraightLine {
  let [kept, line] = [rows, fitted(rows)]
  let [fewer, through]: [readonly LineRow[] | null, LinearFit] = [kept, line]
  while (fewer && !isStraight(through) && rows.length - fewer.length < mostAside(rows.length)) {
    fewer = withoutWorst(fewer, ends)
    if (!fewer) break
    through = fitted(fewer)
    // of two wrong rows the first may not look far off while the second still bends the line
    const [some, straighter] = [fewer, through]
    if (rows.every((r) => some.includes(r) || isFar(r, straighter))) [kept, line] = [some, straighter]
  }
  const [zero, slope] = line.status === 'fitted' ? line.parameters : [NaN, NaN]
  const freedom = line.reducedChiSquare > 1 ? line.degreesOfFreedom : Infinity
  return {
    zero,
    slope,
    kept,
    aside: rows.flatMap((r, at) => (kept.includes(r) ? [] : [{ at, off: offLine(r, [zero, slope]) }])),
    straight: isStraight(line),
    strays: Math.sqrt(line.reducedChiSquare),
    known: (by) =>
      line.status === 'fitted' ? together([{ u: Math.sqrt(varianceOf(by, line.covariance)), freedom }]) : NaN,
  }
}

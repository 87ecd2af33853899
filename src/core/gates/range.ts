import type { Prediction } from '../prediction'
import type { RangeBreach } from '../turbine'
import { digits, finding, q, type Finding } from './finding'

/** A figure of a range, to be shown in the maker's units where it has any. */
const amount = ({ unit }: RangeBreach, x: number): string =>
  unit === 'kPa gauge'
    ? q('gaugePressure', 1000 * x)
    : unit === 'mm'
      ? q('length', x / 1000)
      : `${digits(x)}${unit ? ` ${unit}` : ''}`

/** What of a prediction lies outside the range of its models. */
export const rangeFindings = ({ range }: Pick<Prediction, 'range'>): Finding[] =>
  range.map((r) =>
    finding(
      `range-${r.code}`,
      'fine',
      `Outside the model's range: ${r.quantity} is ${amount(r, r.value)}, made for ${amount(r, r.from)} to ${amount(r, r.to)}.`,
      `${r.why[0].toUpperCase()}${r.why.slice(1)}; the band does not cover it.`,
      'Take the figures as a direction, not as a number, until a run has told.',
    ),
  )

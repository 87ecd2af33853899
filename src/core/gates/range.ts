import type { PlainPrediction } from '../prediction'
import { finding, type Finding } from './finding'

/** What of a prediction lies outside the range of its models. */
export const rangeFindings = ({ range }: Pick<PlainPrediction, 'range'>): Finding[] =>
  range.map(({ code, unit, value, from, to }) => finding(`range-${code}`, 'fine', { unit, value, from, to }))

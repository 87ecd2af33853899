import type { Prediction } from '../prediction'
import { rangeWords } from '../turbine'
import { finding, type Finding } from './finding'

/** What of a prediction lies outside the range of its models. */
export const rangeFindings = ({ range }: Pick<Prediction, 'range'>): Finding[] => range.map((r) => finding(`range-${r.code}`, 'fine', rangeWords(r).replace(/: [^:]*$/, '.'), `${r.why[0].toUpperCase()}${r.why.slice(1)}; the band does not cover it.`, 'Take the figures as a direction, not as a number, until a run has told.'))

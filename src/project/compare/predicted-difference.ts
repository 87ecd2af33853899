import { differenceUncertainty, isShared } from '../../core/calibration'
import { kindOf, measuredBy, type Build, type MachinePredicted } from '../document'

export interface PredictedDifference {
  /** B less A of the figure that runs of their kind are known by, SI. */
  readonly difference: number
  readonly standardUncertainty: number
  /** Share by which B exceeds A; null where A gives nothing. */
  readonly share: number | null
}

/**
 * What a prediction says of the difference between two builds of one kind: most of its ± is of coefficients that are
 * off alike in both, and falls out.
 * Null between kinds: their models do not err alike. Estimate: that shared coefficients are off by the same in both
 * builds is taken, not known.
 */
export function predictedDifference(
  a: { readonly build: Build; readonly predicted: MachinePredicted },
  b: { readonly build: Build; readonly predicted: MachinePredicted },
): PredictedDifference | null {
  const kind = kindOf(a.build)
  if (a.build.machine.family !== b.build.machine.family) return null
  const [of, to] = [a, b].map(({ predicted }) => predicted.figures.find((f) => f.id === measuredBy(kind).id))
  if (!of || !to) return null
  const [ca, cb] = [a, b].map(({ build }) => kind.coefficients(build.machine))
  return {
    difference: to.value - of.value,
    standardUncertainty: differenceUncertainty(of.changes, to.changes, (name) => isShared(ca[name], cb[name])),
    share: of.value > 0 ? to.value / of.value - 1 : null,
  }
}

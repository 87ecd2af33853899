import type { RunDownReduction, RunDownRig } from '../../../core/bench'
import type { EngineRunDown } from '../../../core/engine'
import { said, type Said } from '../../../core/said'

/** How well a predicted run is known by itself, over its figures: coefficients at their plain values. Estimate. */
const PREDICTED = 0.02
/** Standard uncertainties beyond which a difference says something. */
const APART = 2
/** Pressures at the end that lie this much of the start's apart say something. */
const END_SHARE = 0.03

/**
 * What a measured run says of the machine beside the run that was predicted of it, the plainest cause of each
 * difference. Common practice, no source.
 */
export function tellsOf(
  r: RunDownReduction,
  { zeroUncertaintyPa }: Pick<RunDownRig, 'zeroUncertaintyPa'>,
  predicted: EngineRunDown,
  roomPaAbs: number,
): Said[] {
  const apart = (found: { value: number; standardUncertainty: number } | null, of: number): number =>
    found === null ? 0 : (found.value - of) / Math.hypot(found.standardUncertainty, PREDICTED * of)
  const tells: Said[] = []
  const perTurn = predicted.airKg / Math.max(1, predicted.turns)
  const air = apart(r.airPerTurn, perTurn)
  if (air > APART && r.airPerTurn) tells.push(said('tells-more-air', { share: r.airPerTurn.value / perTurn - 1 }))
  if (air < -APART && r.airPerTurn) tells.push(said('tells-less-air', { share: r.airPerTurn.value / perTurn - 1 }))
  const speed = apart(r.peakSpeed, predicted.peakSpeedRadPerS)
  const share = r.peakSpeed.value / predicted.peakSpeedRadPerS - 1
  if (speed > APART) tells.push(said('tells-faster', { share }))
  if (speed < -APART) tells.push(said('tells-slower', { share }))
  if (r.endGaugePa !== null && r.startGaugePa !== null && predicted.end === 'rests') {
    const end = predicted.vesselPaAbs[predicted.vesselPaAbs.length - 1] - roomPaAbs
    const least = Math.max(APART * zeroUncertaintyPa, END_SHARE * r.startGaugePa)
    if (r.endGaugePa - end > least) tells.push(said('tells-stops-early', { endPa: r.endGaugePa, predictedPa: end }))
    if (end - r.endGaugePa > least) tells.push(said('tells-runs-on', { endPa: r.endGaugePa, predictedPa: end }))
  }
  return tells
}

import { COVERAGE_95, type Measured } from '../../statistics'
import { said, type Said } from '../../said'
import type { Bend } from './torque-law'
import { fellUnseen, lineShape, movedSeen, type PressureFall } from './pressure-drive'
import type { InertiaRig } from './rig'
import type { TrajectoryFit } from './trajectory-fit'

/** A band of the peak that is wider than this share, beside what the inertia makes it, is worth a column of pressure. */
const WIDE = 0.01
/** Relative. */
const variance = ({ value, standardUncertainty }: Measured): number => (standardUncertainty / value) ** 2

/** What a maker should know of a reduction, from how well its law lies on the recording. */
export function reductionNotes(result: {
  dragMeasured: boolean
  bend: Bend
  /** How far windows stray from those beside them, over what the recording allows: mean square. */
  strays: number
  rig: InertiaRig
  inertia: Measured
  fall: PressureFall
  motion: TrajectoryFit
  peak: Measured
  asked: number | undefined
}): Said[] {
  const notes: Said[] = []
  if (!result.dragMeasured) notes.push(said('reduction-no-coasting'))
  const { fall, motion, peak, inertia } = result
  if (fellUnseen(fall))
    notes.push(
      said('reduction-torque-fell', { share: fall.share.value, standardUncertainty: fall.share.standardUncertainty }),
    )
  const share = Math.sqrt(Math.max(0, variance(peak) - variance(inertia)))
  if (fall.from === 'motion' && COVERAGE_95 * share > WIDE)
    notes.push(said('reduction-no-pressure', { share: COVERAGE_95 * share }))
  if (fall.nominalGaugePa !== null && result.asked !== undefined && fall.nominalGaugePa !== result.asked)
    notes.push(
      said('reduction-pressure-said', {
        saidGaugePa: result.asked,
        recordedGaugePa: fall.nominalGaugePa,
      }),
    )
  if (movedSeen(fall))
    notes.push(
      said('reduction-pressure-moved', { share: fall.share.value, nominalGaugePa: fall.nominalGaugePa ?? NaN }),
    )
  if (motion.status !== 'singular' && motion.autocorrelation > 0.7) notes.push(said('reduction-waves'))
  if (lineShape(fall, result.bend) === 'bent') notes.push(said('torque-bent'))
  // so much of a fall bends even the way from window to window, and is said already
  if (result.strays > 9 && !fellUnseen(fall)) notes.push(said('reduction-scatter'))
  if (result.rig.rotorInertiaKgM2.value / result.inertia.value > 0.3) notes.push(said('reduction-rotor-heavy'))
  if (result.rig.flywheelInertiaKgM2.standardUncertainty === 0) notes.push(said('reduction-no-uncertainty'))
  return notes
}

import type { Measured } from '../../statistics'
import { said, type Said } from '../../said'
import { fellUnseen, lineShape, movedSeen, type PressureFall } from './pressure-drive'
import type { InertiaRig } from './rig'
import type { TorqueLaw } from './torque-law'
import { BEND, type TrajectoryFit } from './trajectory-fit'

/** What a maker should know of a reduction, from how well its law lies on the recording. */
export function reductionNotes(result: {
  dragMeasured: boolean
  curvatureSigmas: number
  reducedChiSquare: number
  rig: InertiaRig
  inertia: Measured
  fall: PressureFall
  motion: TrajectoryFit
  law: TorqueLaw
  /** Greatest power at the shaft if nothing fell and the torque bends instead; null where that is no question. */
  bentInsteadW: number | null
  asked: number | undefined
}): Said[] {
  const notes: Said[] = []
  if (!result.dragMeasured) notes.push(said('reduction-no-coasting'))
  const { fall, motion } = result
  if (fellUnseen(fall))
    notes.push(
      said('reduction-torque-fell', { share: fall.share.value, standardUncertainty: fall.share.standardUncertainty }),
    )
  if (result.bentInsteadW !== null) notes.push(said('reduction-or-bent', { powerW: result.bentInsteadW }))
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
  if (lineShape(fall, result.curvatureSigmas, result.law) === 'bent')
    notes.push(result.law.parameters[BEND] === 0 ? said('reduction-bent') : said('torque-bent'))
  // a fall scatters the readings about one line as well, and is said already
  if (result.reducedChiSquare > 9 && !fellUnseen(fall)) notes.push(said('reduction-scatter'))
  const share = result.rig.rotorInertiaKgM2.value / result.inertia.value
  if (share > 0.3) notes.push(said('reduction-rotor-heavy'))
  if (result.rig.flywheelInertiaKgM2.standardUncertainty === 0) notes.push(said('reduction-no-uncertainty'))
  return notes
}

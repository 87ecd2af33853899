import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'

/** A brake whose arm presses on a scale. */
export const brakeRigFields = {
  kind: z.literal('brake'),
  armM: within('brakeArmM'),
  armRelativeUncertainty: within('relativeUncertainty'),
  /** How far the arm stands off the level. */
  tiltRad: within('tiltRad'),
  /** What it shows is multiplied by this: true over shown, 1 where it was not held against weights. */
  scaleFactor: within('scaleFactor'),
  scaleRelativeUncertainty: within('relativeUncertainty'),
  /** What the scale shows without load; null where it is read at rest. */
  tareN: within('scaleN').nullable(),
  /** One digit of the scale. */
  resolutionN: within('scaleDigitN'),
  pulsesPerTurn: whole('pulsesPerTurn'),
}

export const brakeSettings = z.strictObject({})

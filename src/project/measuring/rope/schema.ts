import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'

/** A rope over a drum: it rubs between a weight and a balance, or winds a weight up. */
export const ropeRigFields = {
  kind: z.literal('rope'),
  does: z.enum(['rubs', 'lifts']),
  drumRadiusM: within('drumRadiusM'),
  ropeDiameterM: within('ropeDiameterM'),
  radiusRelativeUncertainty: within('relativeUncertainty'),
  /** How far the rope lies round the drum. */
  wrapRad: within('wrapRad'),
  /** Rotor speed over drum speed. */
  speedRatio: within('drumRatio'),
  weightRelativeUncertainty: within('relativeUncertainty'),
  /** What the balance shows is multiplied by this: true over shown, 1 where it was not held against weights. */
  scaleFactor: within('scaleFactor'),
  scaleRelativeUncertainty: within('relativeUncertainty'),
  /** One digit of the balance, or of the scale by which the weights were weighed. */
  resolutionN: within('scaleDigitN'),
  pulsesPerTurn: whole('pulsesPerTurn'),
}

export const ropeSettings = z.strictObject({})

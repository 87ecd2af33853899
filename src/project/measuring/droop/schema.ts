import * as z from 'zod'
import { within } from '../../validation/schema-base'

/** Holes of known size behind a regulator, with a gauge between. */
export const droopRigFields = {
  kind: z.literal('droop'),
  edge: z.enum(['sharp', 'rounded']),
  discharge: within('holeDischarge'),
  dischargeRelativeUncertainty: within('relativeUncertainty'),
  diameterUncertaintyM: within('holeUncertaintyM'),
  zeroUncertaintyPa: within('gaugeZeroPa'),
  spanRelativeUncertainty: within('relativeUncertainty'),
  resolutionPa: within('gaugeDigitPa'),
  /** Before the regulator, where no column holds it. */
  sourceGaugePa: within('supplyGaugePressurePa'),
}

export const droopSettings = z.strictObject({})

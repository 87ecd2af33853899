import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'

/** A motor as generator on resistors behind its rectifier. */
export const generatorRigFields = {
  kind: z.literal('generator'),
  /** Periods of one winding in a turn. */
  polePairs: whole('polePairs'),
  voltageRelativeUncertainty: within('relativeUncertainty'),
  currentRelativeUncertainty: within('relativeUncertainty'),
  /** What the generator's own bearings, iron and brushes take; null where nobody measured it. */
  friction: z
    .strictObject({
      torqueNm: within('frictionTorqueNm'),
      torqueStandardUncertaintyNm: within('frictionTorqueNm'),
      perSpeedNms: within('frictionPerSpeedNms'),
    })
    .nullable(),
}

export const generatorSettings = z.strictObject({})

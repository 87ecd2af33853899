import * as z from 'zod'
import { TANK_HEATS } from '../../../core/bench'
import { within } from '../../validation/schema-base'

/** A vessel that empties through the nozzle while its pressure is written down. */
export const tankRigFields = {
  kind: z.literal('tank-decay'),
  volumeM3: within('tankVolumeM3'),
  volumeRelativeUncertainty: within('relativeUncertainty'),
  /** What the air in it does while it leaves. */
  heat: z.enum(TANK_HEATS),
  zeroUncertaintyPa: within('gaugeZeroPa'),
}

export const tankSettings = z.strictObject({})

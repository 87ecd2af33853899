import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'

/** A machine that runs a vessel down while its speed is written down. */
export const runDownRigFields = {
  kind: z.literal('run-down'),
  volumeM3: within('tankVolumeM3'),
  volumeRelativeUncertainty: within('relativeUncertainty'),
  zeroUncertaintyPa: within('gaugeZeroPa'),
  /** The cell's reading is multiplied by this where thrust is recorded: true over shown. */
  scaleFactor: within('scaleFactor'),
  /** Of the cell's span. */
  spanRelativeUncertainty: within('relativeUncertainty'),
  /** Marks that the column of the speed counts in a turn; one where it holds the speed itself. */
  marksPerTurn: whole('countsPerTurn'),
  /** How well the law of the load is known, over its torque. */
  loadRelativeUncertainty: within('loadShare'),
}

export const runDownSettings = z.strictObject({})

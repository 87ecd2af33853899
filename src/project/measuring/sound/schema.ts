import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'

/** A microphone beside the outlet: the blades that pass it make a tone. */
export const soundRigFields = {
  kind: z.literal('sound'),
  /** Blades, vanes or arms that pass in a turn. */
  blades: whole('pulsesPerTurn'),
  /** Speeds between which it turns. */
  fromRadPerS: within('speedRadPerS'),
  toRadPerS: within('speedRadPerS'),
}

export const soundSettings = z.strictObject({})

import * as z from 'zod'
import { within } from '../../validation/schema-base'
import { printFields } from '../schema-parts'

/** The figures of its own. */
export const reactionFields = {
  family: z.literal('reaction-rotor'),
  jetRadiusM: within('wheelRadiusM'),
  bodyRadiusM: within('wheelRadiusM'),
  bodyHeightM: within('bladeHeightM'),
  shrouded: z.boolean(),
  pivot: z.enum(['bearings', 'point']),
  pointRadiusM: within('pointRadiusM'),
  sealGapM: within('gapClearanceM'),
  sealRadiusM: within('hubRadiusM'),
  hubRadiusM: within('hubRadiusM'),
  ...printFields,
}

import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'
import { axialRowFields } from '../schema-parts'

/** The figures of its own. */
export const windStackFields = {
  family: z.literal('wind-stack'),
  stages: z.literal(1),
  ...axialRowFields,
  stackRadiusM: within('stackRadiusM'),
  stackHeightM: within('stackHeightM'),
  stackVanes: whole('stackVanes'),
  vaneSlantRad: within('slantRad'),
}

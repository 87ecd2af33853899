import * as z from 'zod'
import { whole } from '../../validation/schema-base'
import { axialRowFields } from '../schema-parts'

/** The figures of its own. */
export const axialFields = {
  family: z.literal('axial'),
  stages: whole('stages'),
  ...axialRowFields,
}

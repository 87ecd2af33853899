import * as z from 'zod'
import { bladedDiscFields, ownBlade } from '../schema-parts'

/** The figures of its own. */
export const supersonicFields = {
  family: z.literal('supersonic-impulse'),
  ...bladedDiscFields,
  outline: ownBlade,
}

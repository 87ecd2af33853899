import * as z from 'zod'
import { bladedDiscFields, ownBlade } from '../schema-parts'

/** The figures of its own. */
export const tangentialFields = {
  family: z.literal('tangential-impulse'),
  ...bladedDiscFields,
  outline: ownBlade,
}

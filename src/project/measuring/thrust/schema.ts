import * as z from 'zod'
import { within } from '../../validation/schema-base'

/** A body held by a load cell while its jet pushes. */
export const thrustRigFields = {
  kind: z.literal('thrust'),
  /** What the cell shows is multiplied by this: true over shown, 1 where it was not held against weights. */
  scaleFactor: within('scaleFactor'),
  /** Standard uncertainty of the cell's span over itself: what it reads wrong of a known weight. */
  spanRelativeUncertainty: within('relativeUncertainty'),
}

/** From when to when it pushes, set by hand; null where it is found. */
export const thrustSettings = z.strictObject({
  push: z.strictObject({ fromS: z.number(), toS: z.number() }).nullable(),
})

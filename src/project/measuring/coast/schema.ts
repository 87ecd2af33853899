import * as z from 'zod'
import { within } from '../../validation/schema-base'
import { flywheelSchema, inertiaRigFields, span } from '../inertia/schema'

/**
 * A machine left to itself from a speed: alone, or with a flywheel; a known torque may be on in every other coasting.
 */
export const coastRigFields = {
  ...inertiaRigFields,
  kind: z.literal('coast'),
  /** What turns with the rotor; null where it turns alone. */
  flywheel: flywheelSchema.nullable(),
  /** At the rotor's shaft, the same at any speed; the inertia is found from it. Null where there is none. */
  brake: z
    .strictObject({ torqueNm: within('knownTorqueNm'), relativeUncertainty: within('relativeUncertainty') })
    .nullable(),
}

/** Where it coasts, set by hand; null where it is found. */
export const coastSettings = z.strictObject({ coast: span.nullable() })

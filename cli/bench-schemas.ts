import * as z from 'zod'
import { positive, withUncertainty } from './schemas'

/** Headers by what they hold, null for none, `<what>Unit` where a header tells no unit; guessed by name and unit where left out. */
const mapping = z.record(z.string(), z.string().nullable())
const measured = z.strictObject({ value: z.number(), standardUncertainty: z.number(), unit: z.string() })

export const reduceVerbInput = z
  .strictObject({
    method: z.literal('inertia'),
    rig: z.strictObject({
      flywheelInertiaKgM2: withUncertainty,
      rotorInertiaKgM2: z
        .union([
          z.number().min(0),
          z.strictObject({ value: z.number().min(0), standardUncertainty: z.number().min(0) }),
        ])
        .default(0),
      /** Flywheel speed over rotor speed. */
      speedRatio: positive.max(100).default(1),
      countsPerTurn: positive.max(1e6).default(1),
      sensorOn: z.enum(['rotor', 'flywheel']).default('flywheel'),
      signal: z.enum(['count', 'pulse-times', 'speed']).default('count'),
    }),
    file: z.string().min(1).optional(),
    columns: z.record(z.string(), z.array(z.number())).optional(),
    mapping: mapping.optional(),
    settings: z
      .strictObject({
        spinUp: z.strictObject({ fromS: z.number(), toS: z.number() }).optional(),
        coast: z.strictObject({ fromS: z.number(), toS: z.number() }).nullable().optional(),
      })
      .optional(),
    /** What the figures are put to when the recording holds the supply's pressure; without it, the pressure at which the spin-up began. */
    nominalGaugePressurePa: positive.optional(),
    /** Comes off a pressure column that is absolute. */
    roomPressurePaAbs: positive.default(101_325),
  })
  .refine((r) => (r.file === undefined) !== (r.columns === undefined), {
    message: 'give one of file and columns',
    path: [],
  })

/** Thrust, impulse and run time from a thrust stand. */
export const thrustVerbInput = z
  .strictObject({
    rig: z.strictObject({ spanRelativeUncertainty: z.number().min(0).max(0.5) }),
    file: z.string().min(1).optional(),
    columns: z.record(z.string(), z.array(z.number())).optional(),
    mapping: mapping.optional(),
    settings: z.strictObject({ push: z.strictObject({ fromS: z.number(), toS: z.number() }).optional() }).optional(),
  })
  .refine((r) => (r.file === undefined) !== (r.columns === undefined), {
    message: 'either file or columns is expected, not both',
    path: ['file'],
  })
export const thrustVerbOutput = z.strictObject({
  figures: z.strictObject({ thrust: measured, impulse: measured, runTime: measured }),
  steady: z.boolean(),
  push: z.strictObject({ fromS: z.number(), toS: z.number() }),
  zero: z.strictObject({ atOpeningN: z.number(), driftNPerS: z.number(), standardUncertaintyN: z.number() }),
  highestReadingN: z.number(),
  ring: z.strictObject({ frequencyHz: z.number(), dampingRatio: z.number() }).nullable(),
  notes: z.array(z.string()),
})

export const reduceVerbOutput = z.strictObject({
  figures: z.strictObject({
    peakShaftPower: measured,
    speedOfPeakShaftPower: measured,
    peakBladePower: measured,
    speedOfPeakBladePower: measured,
    stallTorque: measured,
    dragFreeSpeed: measured,
    freeSpeed: measured,
    effectiveInertia: measured,
    dragCoulomb: measured,
    dragLinear: measured,
    dragQuadratic: measured,
  }),
  curve: z.record(z.string(), z.array(z.number())),
  points: z.array(z.record(z.string(), z.number())),
  phases: z.looseObject({}),
  repairs: z.array(z.looseObject({})),
  notes: z.array(z.string()),
})

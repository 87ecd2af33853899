import * as z from 'zod'
import { LIMITS } from '../../document/limits'
import { sound, whole, within } from '../../validation/schema-base'
import { coefficientsSchema, openingSchema } from '../schema-parts'

const finsSchema = z.strictObject({
  count: whole('finCount'),
  rootChordM: within('bodyDiameterM'),
  tipChordM: within('finLengthM'),
  spanM: within('finSpanM'),
  sweepM: within('finLengthM'),
  rootAtM: z.number().min(0).max(LIMITS.bodyLengthM[1]),
})

/** A light body pushed by its own jet: a glider on a track, a balloon rocket. */
export const thrustBodySchema = z
  .strictObject({
    family: z.literal('thrust-body'),
    massKg: within('bodyMassKg'),
    dragCoefficient: within('dragCoefficient'),
    lengthM: within('bodyLengthM'),
    diameterM: within('bodyDiameterM'),
    noseLengthM: within('bodyLengthM'),
    noseKind: z.enum(['cone', 'ogive', 'round']),
    centreOfMassM: z.number().min(0).max(LIMITS.bodyLengthM[1]),
    fins: finsSchema.nullable(),
    path: z.discriminatedUnion('kind', [
      z.strictObject({
        kind: z.literal('track'),
        slopeRad: within('slopeRad'),
        rollingShare: within('rollingShare'),
        lengthM: within('trackLengthM'),
      }),
      z.strictObject({ kind: z.literal('climb') }),
    ]),
    /** What it is for, and where. */
    label: z.string().max(120),
    nozzle: openingSchema,
    coefficients: coefficientsSchema(['discharge', 'velocity']),
  })
  .superRefine(
    sound((b, ctx) => {
      if (b.noseLengthM > b.lengthM)
        ctx.addIssue({ code: 'custom', path: ['noseLengthM'], message: 'the nose cannot be longer than the body' })
      if (b.centreOfMassM > b.lengthM)
        ctx.addIssue({
          code: 'custom',
          path: ['centreOfMassM'],
          message: 'the centre of mass must lie within the body',
        })
      if (b.fins && b.fins.rootAtM > b.lengthM)
        ctx.addIssue({ code: 'custom', path: ['fins', 'rootAtM'], message: 'the fins must begin on the body' })
    }),
  )

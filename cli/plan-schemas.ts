import * as z from 'zod'
import { rigSchema } from '../src/project/measuring/schemas'
import { buildSchema } from '../src/project/validation'
import { ambientInput, positive } from './schemas'

/** A plan of runs: a build and a rig as a project holds them, and what is wanted. */
export const planVerbInput = z.strictObject({
  build: buildSchema,
  rig: rigSchema,
  ambient: ambientInput,
  wanted: z.strictObject({
    gaugePressurePa: positive.max(2e6),
    steps: z.number().int().min(1).max(20).default(4),
    everyStep: z.boolean().default(false),
    differenceShare: z.number().min(0.001).max(1).default(0.05),
    /** From run to run; null: as is usual. */
    spreadShare: z.number().min(0.001).max(1).nullable().default(null),
  }),
})

export const planVerbOutput = z.strictObject({
  steps: z.array(
    z.strictObject({
      gaugePressurePa: z.number(),
      stopAtRadPerS: z.number().nullable(),
      stopAtGaugePressurePa: z.number(),
      openS: z.number(),
      repeats: z.number(),
      state: z.enum(['fine', 'watch', 'do not run']),
      expected: z.record(z.string(), z.strictObject({ value: z.number(), standardUncertainty: z.number() })),
    }),
  ),
  limitedBy: z.string(),
  stoppedBy: z.string().nullable(),
  spreadShare: z.number(),
  spreadFrom: z.enum(['runs', 'assumed']),
})

import * as z from 'zod'
import { PART_NAMES } from '../src/core/machines'
import { buildInput } from './schemas'

export const partVerbInput = z.strictObject({ build: buildInput, part: z.enum(PART_NAMES) })
export const partVerbOutput = z.strictObject({
  part: z.string(),
  boundingBoxM: z.strictObject({ min: z.array(z.number()), max: z.array(z.number()) }),
  volumeM3: z.number(),
  watertight: z.boolean(),
  thinnerThanProcess: z.array(z.strictObject({ atM: z.array(z.number()), wallM: z.number() })),
  copies: z.number(),
  triangles: z.number(),
  file: z.string().nullable(),
  notes: z.array(z.string()),
})

export const assemblyVerbInput = z.strictObject({ build: buildInput, part: z.enum(PART_NAMES).optional() })
const billLine = z.strictObject({ code: z.string(), size: z.string(), count: z.number() })
export const assemblyVerbOutput = z.strictObject({
  placed: z.array(
    z.strictObject({
      body: z.string(),
      size: z.string().nullable(),
      turns: z.boolean(),
      /** 4 × 4, column by column; lengths in mm. */
      transform: z.array(z.number()),
    }),
  ),
  checks: z.array(
    z.strictObject({ code: z.string(), of: z.string(), found: z.number(), wanted: z.number(), fine: z.boolean() }),
  ),
  fine: z.boolean(),
})
export const billVerbInput = z.strictObject({ build: buildInput })
export const billVerbOutput = z.strictObject({
  make: z.array(z.strictObject({ part: z.string(), name: z.string(), copies: z.number(), metal: z.boolean() })),
  buy: z.array(billLine),
})

export const platesVerbInput = z.strictObject({ build: buildInput })
export const platesVerbOutput = z.strictObject({
  plates: z.array(
    z.strictObject({
      /**
       * Where each copy of a part as made comes to stand, the bed's corner at the origin: 4 × 4, column by column;
       * lengths in mm.
       */
      parts: z.array(z.strictObject({ part: z.string(), transform: z.array(z.number()) })),
      partsM3: z.number(),
      supportsM3: z.number(),
      seconds: z.number(),
      secondsFrom: z.number(),
      secondsTo: z.number(),
      file: z.string().nullable(),
    }),
  ),
  lying: z.array(
    z.strictObject({ part: z.string(), turnedOver: z.boolean(), supportedM2: z.number(), onBedM2: z.number() }),
  ),
  tooLarge: z.array(z.strictObject({ part: z.string(), bedM: z.number() })),
  notPrinted: z.array(z.string()),
})

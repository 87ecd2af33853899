import * as z from 'zod'
import { LEAST_ROWS } from '../../core/bench/hand'
import { id, moment, name, sound, text, within } from '../validation/schema-base'

/** Rows of one way of measuring. */
const rows = <T extends z.ZodType>(row: T, least: number) => z.array(row).min(least).max(40)

const gapRow = z.strictObject({ goesM: within('leafM'), stopsM: within('leafM') }).superRefine(
  sound(({ goesM, stopsM }, ctx) => {
    if (stopsM <= goesM)
      ctx.addIssue({
        code: 'custom',
        path: ['stopsM'],
        message: 'the leaf that does not go in must be thicker than the one that does',
      })
  }),
)

const orificeRow = z
  .strictObject({ beforePa: within('supplyGaugePressurePa'), afterPa: within('supplyGaugePressurePa') })
  .superRefine(
    sound(({ beforePa, afterPa }, ctx) => {
      if (beforePa <= afterPa)
        ctx.addIssue({
          code: 'custom',
          path: ['beforePa'],
          message: 'more pressure stands before the hole than behind it while air flows',
        })
    }),
  )

const scaleRow = z.strictObject({ knownN: within('hungOnN'), shownN: within('scaleShowsN') })

const coastRow = z.strictObject({ aloneS: within('coastS'), addedS: within('coastS') }).superRefine(
  sound(({ aloneS, addedS }, ctx) => {
    if (addedS <= aloneS)
      ctx.addIssue({ code: 'custom', path: ['addedS'], message: 'with more inertia it coasts for longer' })
  }),
)

/** What is measured by hand beside any run: a few readings. */
export const readingSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('spring'),
    rows: rows(z.strictObject({ loadN: within('handForceN'), lengthM: within('handLengthM') }), LEAST_ROWS.spring),
    lengthUncertaintyM: within('lengthUncertaintyM'),
    workingLengthM: within('handLengthM').nullable(),
  }),
  z.strictObject({
    kind: z.literal('rubbing'),
    rows: rows(z.strictObject({ inN: within('handForceN'), outN: within('handForceN') }), LEAST_ROWS.rubbing),
    balanceUncertaintyN: within('balanceUncertaintyN'),
  }),
  z.strictObject({ kind: z.literal('gap'), rows: rows(gapRow, LEAST_ROWS.gap) }),
  z.strictObject({
    kind: z.literal('balance'),
    rows: rows(z.strictObject({ massKg: within('stuckOnKg') }), LEAST_ROWS.balance),
    radiusM: within('stuckAtM'),
    leastMassKg: within('stuckOnKg'),
    rotorMassKg: within('rotorOnEdgesKg'),
  }),
  z.strictObject({
    kind: z.literal('pull'),
    wheels: z.enum(['rolling', 'held']),
    rows: rows(z.strictObject({ pullN: within('handForceN') }), LEAST_ROWS.pull),
    weightN: within('pulledWeightN'),
    balanceUncertaintyN: within('balanceUncertaintyN'),
  }),
  z.strictObject({
    kind: z.literal('tow'),
    rows: rows(z.strictObject({ pullN: within('handForceN'), timeS: within('towS') }), LEAST_ROWS.tow),
    lengthM: within('towLengthM'),
    wantedMPerS: within('towSpeedMPerS'),
    balanceUncertaintyN: within('balanceUncertaintyN'),
    timeUncertaintyS: within('timeUncertaintyS'),
  }),
  z.strictObject({
    kind: z.literal('orifice'),
    rows: rows(orificeRow, LEAST_ROWS.orifice),
    holeDiameterM: within('holeM'),
    diameterUncertaintyM: within('lengthUncertaintyM'),
    edge: z.enum(['sharp', 'rounded']),
    discharge: within('holeDischarge'),
    dischargeRelativeUncertainty: within('relativeUncertainty'),
    gaugeUncertaintyPa: within('gaugeUncertaintyPa'),
    roomPaAbs: within('ambientPressurePa'),
    airK: within('airTemperatureK'),
  }),
  z
    .strictObject({
      kind: z.literal('scale'),
      rows: rows(scaleRow, LEAST_ROWS.scale),
      weightRelativeUncertainty: within('relativeUncertainty'),
      digitN: within('scaleDigitN'),
    })
    .superRefine(
      sound(({ rows }, ctx) => {
        if (new Set(rows.map((r) => r.knownN)).size < 2)
          ctx.addIssue({ code: 'custom', path: ['rows'], message: 'two different loads are wanted at least' })
      }),
    ),
  z
    .strictObject({
      kind: z.literal('coasting'),
      rows: rows(coastRow, LEAST_ROWS.coasting),
      fromRadPerS: within('speedRadPerS'),
      toRadPerS: within('speedRadPerS'),
      addedKgM2: within('rotorInertiaKgM2'),
      addedRelativeUncertainty: within('relativeUncertainty'),
      timeUncertaintyS: within('timeUncertaintyS'),
    })
    .superRefine(
      sound(({ fromRadPerS, toRadPerS }, ctx) => {
        if (fromRadPerS <= toRadPerS)
          ctx.addIssue({ code: 'custom', path: ['toRadPerS'], message: 'it coasts down: less than it begins with' })
      }),
    ),
])

export const handReadingSchema = z.strictObject({
  id,
  name,
  /** What it was taken of. */
  buildId: id,
  takenAt: moment,
  reading: readingSchema,
  notes: text,
})

export type HandEntry = z.infer<typeof handReadingSchema>

import * as z from 'zod'
import { id, moment, name, text, within } from '../validation/schema-base'

/** Why a plan's pressure goes no higher, or a run is stopped at a speed. */
export const LIMITED_BY = ['wanted', 'margins', 'supply'] as const
export const STOPPED_BY = ['burst', 'bearing', 'flywheel', 'rim', 'own'] as const

export const stepSchema = z.strictObject({
  id,
  gaugePressurePa: within('supplyGaugePressurePa'),
  /** Speed at which it is stopped; null where nothing turns, or nothing reads how fast. */
  stopAtRadPerS: within('speedRadPerS').nullable(),
  /** How long the valve is open, s: an estimate. */
  openS: z.number().min(0.1).max(3600),
  /** How often it is run. */
  repeats: z.number().int().min(1).max(50),
})

/** Runs that were planned before any was made: pressures from low to high, how often each, and why. */
export const planSchema = z.strictObject({
  id,
  name,
  buildId: id,
  rigId: id,
  createdAt: moment,
  steps: z.array(stepSchema).min(1).max(20),
  /** The difference that is to be seen, and the spread from run to run it was reckoned with, as shares. */
  differenceShare: z.number().min(0.001).max(1),
  spreadShare: z.number().min(0.001).max(1),
  spreadFrom: z.enum(['runs', 'assumed']),
  limitedBy: z.enum(LIMITED_BY),
  stoppedBy: z.enum(STOPPED_BY).nullable(),
  notes: text,
})

/** What can be marked at the bench while it runs. */
export const MARK_KINDS = [
  'start',
  'stop',
  'vibration',
  'leak',
  'ice',
  'smell',
  'noise',
  'heat',
  'photo',
  'note',
] as const

/** Something that happened in a run, when it did. */
export const markSchema = z.strictObject({
  id,
  at: moment,
  kind: z.enum(MARK_KINDS),
  text: z.string().max(500),
  /** A picture among the recordings. */
  photoId: id.nullable(),
})

export type Plan = z.infer<typeof planSchema>
export type PlanStep = z.infer<typeof stepSchema>
export type Mark = z.infer<typeof markSchema>
export type MarkKind = Mark['kind']

import * as z from 'zod'
import { MATERIAL_IDS } from '../../machines/schema-parts'
import { whole, within } from '../../validation/schema-base'

export const flywheelSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('dimensions'),
    outerRadiusM: within('radiusM'),
    innerRadiusM: within('innerRadiusM'),
    widthM: within('widthM'),
    materialId: z.enum(MATERIAL_IDS),
  }),
  z.strictObject({
    kind: z.literal('mass'),
    massKg: within('massKg'),
    outerRadiusM: within('radiusM'),
    innerRadiusM: within('innerRadiusM'),
  }),
])

export const SENSOR_SIGNALS = ['count', 'pulse-times', 'speed'] as const

/** A flywheel of known inertia, spun up and left to coast. */
export const inertiaRigFields = {
  kind: z.literal('inertia'),
  flywheel: flywheelSchema,
  /** Standard uncertainty of the flywheel's inertia over itself. */
  flywheelRelativeUncertainty: within('relativeUncertainty'),
  speedRatio: within('speedRatio'),
  countsPerTurn: whole('countsPerTurn'),
  sensorOn: z.enum(['rotor', 'flywheel']),
  signal: z.enum(SENSOR_SIGNALS),
}

export const span = z.strictObject({ fromS: z.number(), toS: z.number() })

/** Spans set by hand; null where they are found. */
export const inertiaSettings = z.strictObject({ spinUp: span.nullable(), coast: span.nullable() })

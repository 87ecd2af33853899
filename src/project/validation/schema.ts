import * as z from 'zod'
import { CONNECTIONS, OUTLET_SHAPES, PROCESSES } from '../../core/geometry'
import type { Family } from '../../core/machines'
import { machineSchema } from '../machines/schemas'
import {
  type compressorSchema,
  type linePartSchema,
  lineSchema,
  type regulatorSchema,
  supplySchema,
} from './air-schema'
import { measurementOf, rigSchema } from '../measuring/schemas'
import { markSchema, planSchema } from '../planning/schema'
import { handReadingSchema } from '../hand/schema'
import { danglingReferences } from './references'
import { id, moment, name, sound, text, within } from './schema-base'

export const ambientSchema = z.strictObject({
  absolutePressurePa: within('ambientPressurePa'),
  temperatureK: within('ambientTemperatureK'),
  relativeHumidity: within('relativeHumidity'),
})

/** How its parts are made: fits, thinnest walls and how lines fill them follow. */
export const makingSchema = z.strictObject({
  process: z.enum(PROCESSES),
  lineWidthM: within('lineWidthM'),
  layerHeightM: within('layerHeightM'),
  outlets: z.enum(OUTLET_SHAPES),
  /** What the air comes in by. */ connection: z.enum(CONNECTIONS),
  /** What the printer's bed takes across. */ bedM: within('bedM'),
})

export const buildSchema = z.strictObject({
  id,
  machineId: id,
  parentId: id.nullable(),
  name,
  changed: z.string().max(500),
  why: z.string().max(2000),
  notes: text,
  createdAt: moment,
  made: z.boolean(),
  supply: supplySchema,
  line: lineSchema,
  /** Gauge pressure at the machine below which it does nothing useful. */
  leastGaugePressurePa: within('leastGaugePressurePa'),
  /** All that is particular to its kind. */
  machine: machineSchema,
  making: makingSchema,
})

/** A family of versions: the thing that is being made. */
export const machineGroupSchema = z.strictObject({ id, name, purpose: z.string().max(500) })

export const dialectSchema = z.strictObject({ delimiter: z.enum([',', ';', '\t', ' ']), decimal: z.enum(['.', ',']) })

/** Which columns of a table are what. */
const tableMappingSchema = z.strictObject({
  kind: z.literal('table'),
  /** How the file is written, where the maker corrected the guess. */
  dialect: dialectSchema.nullable(),
  /** By what its method reads them as; the unit holds where the header tells none. */
  columns: z.record(
    z.string().min(1).max(20),
    z.strictObject({ header: z.string().max(200), unit: z.string().max(20) }),
  ),
})
/** Which channel of a sound, from 1. */
const soundMappingSchema = z.strictObject({ kind: z.literal('sound'), channel: z.number().int().min(1).max(32) })
export const mappingSchema = z.discriminatedUnion('kind', [tableMappingSchema, soundMappingSchema])

export const RECORDING_KINDS = ['table', 'sound', 'photo'] as const

export const recordingSchema = z.strictObject({
  id,
  fileName: z.string().min(1).max(200),
  byteLength: z.number().int().min(0),
  /** Rows of numbers, sound, or a picture taken at the bench. */
  kind: z.enum(RECORDING_KINDS),
  addedAt: moment,
})

export const acknowledgementSchema = z.strictObject({
  at: moment,
  cautions: z.array(z.string().max(40)).min(1).max(20),
  state: z.enum(['fine', 'watch', 'do not run']),
  /** What was shown: hazards by their codes, SI. */
  hazards: z.array(z.strictObject({ id: z.string().min(1).max(40), value: z.number() })).max(20),
})

/** One recording of a run, read by one method on one rig with its settings. A recording may be read more than once. */
export const measurementSchema = measurementOf({
  id,
  rigId: id,
  recordingId: id.nullable(),
  mapping: mappingSchema.nullable(),
})

/** A list of entries, each with an id of its own. */
const listed = <T extends z.ZodType<{ id: string }>>(item: T, most: number, least?: number) =>
  (least === undefined ? z.array(item) : z.array(item).min(least)).max(most).superRefine(
    sound((items, ctx) => {
      const seen = new Set<string>()
      items.forEach((entry, i) => {
        if (seen.has(entry.id))
          ctx.addIssue({ code: 'custom', path: [i, 'id'], message: `the id ${entry.id} stands twice` })
        seen.add(entry.id)
      })
    }),
  )

export const runSchema = z.strictObject({
  id,
  buildId: id,
  name,
  takenAt: moment,
  gaugePressurePa: within('supplyGaugePressurePa'),
  ambient: ambientSchema,
  measurements: listed(measurementSchema, 20, 1),
  cautions: acknowledgementSchema,
  /** Which step of which plan it is; null where it was not planned. */
  planned: z.strictObject({ planId: id, stepId: id }).nullable(),
  /** What was marked while it ran, in order. */
  marks: listed(markSchema, 500),
  notes: text,
})

export const displaySchema = z.strictObject({
  pressure: z.enum(['kPa', 'bar', 'psi']),
  length: z.enum(['mm', 'in']),
  temperature: z.enum(['°C', '°F']),
  force: z.enum(['N', 'gf', 'lbf']),
  power: z.enum(['W', 'hp']),
  freeAir: z.enum(['L/min', 'SCFM']),
})

/** A printed test plate: what its holes were drawn as and what they measured. */
export const holeGaugeSchema = z.strictObject({
  id,
  name,
  process: z.string().max(200),
  holes: z
    .array(z.strictObject({ modelM: within('holeM'), measuredM: within('holeM').nullable() }))
    .min(3)
    .max(24),
})

export const PROJECT_VERSION = 13

/** What belongs to the project itself. */
export const headFields = {
  schemaVersion: z.literal(PROJECT_VERSION),
  id,
  name,
  ambient: ambientSchema,
  display: displaySchema,
  notes: text,
}

/** Its lists: what an entry is, and how many there may be. */
export const LIST_ITEMS = {
  machines: { schema: machineGroupSchema, most: 200 },
  builds: { schema: buildSchema, most: 2000 },
  rigs: { schema: rigSchema, most: 200 },
  runs: { schema: runSchema, most: 10_000 },
  recordings: { schema: recordingSchema, most: 10_000 },
  holeGauges: { schema: holeGaugeSchema, most: 100 },
  plans: { schema: planSchema, most: 500 },
  handReadings: { schema: handReadingSchema, most: 5000 },
} as const

const { notes, ...ownFields } = headFields

export const projectSchema = z
  .strictObject({
    ...ownFields,
    machines: listed(machineGroupSchema, LIST_ITEMS.machines.most),
    builds: listed(buildSchema, LIST_ITEMS.builds.most),
    rigs: listed(rigSchema, LIST_ITEMS.rigs.most),
    runs: listed(runSchema, LIST_ITEMS.runs.most),
    recordings: listed(recordingSchema, LIST_ITEMS.recordings.most),
    holeGauges: listed(holeGaugeSchema, LIST_ITEMS.holeGauges.most),
    plans: listed(planSchema, LIST_ITEMS.plans.most),
    handReadings: listed(handReadingSchema, LIST_ITEMS.handReadings.most),
    notes,
  })
  .superRefine(
    sound((p, ctx) => {
      for (const { path, message } of danglingReferences(p)) ctx.addIssue({ code: 'custom', path: [...path], message })
    }),
  )

export type Ambient = z.infer<typeof ambientSchema>
export type Build = z.infer<typeof buildSchema>
export type Compressor = z.infer<typeof compressorSchema>
export type Supply = z.infer<typeof supplySchema>
export type LinePart = z.infer<typeof linePartSchema>
export type Regulator = z.infer<typeof regulatorSchema>
export type HoleGauge = z.infer<typeof holeGaugeSchema>
export type Machine = Build['machine']
/** A rotating machine with its feed, shaft, load and coefficients. */
export type TurbineMachine = Extract<Machine, { family: Family }>
export type ThrustBody = Extract<Machine, { family: 'thrust-body' }>
/** A build whose machine turns. */
export type TurbineBuild = Omit<Build, 'machine'> & { machine: TurbineMachine }
/** A build that is pushed by its own jet. */
export type ThrustBuild = Omit<Build, 'machine'> & { machine: ThrustBody }
/** A machine whose air passes nozzles or an opening of its own; a build of one. */
export type FedMachine = Extract<Machine, { nozzle: unknown }>
export type FedBuild = Omit<Build, 'machine'> & { machine: FedMachine }
export type Display = z.infer<typeof displaySchema>
export type Mapping = z.infer<typeof mappingSchema>
export type TableMapping = Extract<Mapping, { kind: 'table' }>
export type Project = z.infer<typeof projectSchema>
export type Recording = z.infer<typeof recordingSchema>
export type Rig = z.infer<typeof rigSchema>
export type FlywheelRig = Extract<Rig, { kind: 'inertia' }>
export type CoastRig = Extract<Rig, { kind: 'coast' }>
export type Run = z.infer<typeof runSchema>
export type Measurement = z.infer<typeof measurementSchema>
export type Acknowledgement = z.infer<typeof acknowledgementSchema>

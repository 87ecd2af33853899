import * as z from 'zod'
import { BEARING_CLASSES, COEFFICIENT_NAMES } from '../../core/turbine'
import { outletOfForm } from '../../core/flow'
import { OUTLET_SHAPES, PROCESSES, outletReach } from '../../core/geometry'
import { LIMITS } from '../document/limits'
import {
  type compressorSchema,
  type linePartSchema,
  lineSchema,
  outletFormSchema,
  type regulatorSchema,
  supplySchema,
} from './air-schema'
import { MATERIAL_IDS, turbineSchema } from './machine-schema'
import { danglingReferences } from './references'
import { id, moment, name, sound, text, whole, within } from './schema-base'

const uncertain = z.strictObject({ value: within('coefficient'), standardUncertainty: z.number().min(0).max(5) })

export const BEARING_IDS = BEARING_CLASSES.map((b) => b.id) as [string, ...string[]]

export const ambientSchema = z.strictObject({
  absolutePressurePa: within('ambientPressurePa'),
  temperatureK: within('ambientTemperatureK'),
  relativeHumidity: within('relativeHumidity'),
})

export const nozzleSchema = z
  .strictObject({
    /** Of the round hole with the area of one nozzle's throat, whatever its form. */
    throatDiameterM: within('throatDiameterM'),
    exitDiameterM: within('exitDiameterM'),
    count: whole('nozzleCount'),
    inletBoreM: within('inletBoreM'),
    angleRad: within('nozzleAngleRad'),
    gapM: within('nozzleGapM'),
    form: outletFormSchema,
    /** How the hole begins: a sharp edge lets the jet contract behind it. */
    edge: z.enum(['rounded', 'sharp']),
    /** The test print whose correction its holes are made with. */
    gaugeId: id.nullable(),
  })
  .superRefine(
    sound((n, ctx) => {
      const { form } = n
      if (
        form.kind === 'sector' &&
        (Math.PI / 4) * n.throatDiameterM ** 2 >
          Math.PI * ((form.innerRadiusM + form.heightM) ** 2 - form.innerRadiusM ** 2)
      )
        ctx.addIssue({
          code: 'custom',
          path: ['throatDiameterM'],
          message: 'the whole ring has less area than this throat: make it higher, wider or the throat smaller',
        })
      if (n.exitDiameterM < n.throatDiameterM)
        ctx.addIssue({
          code: 'custom',
          path: ['exitDiameterM'],
          message: 'the exit cannot be narrower than the throat',
        })
      const reach = outletReach(form, n.throatDiameterM)
      if (form.kind !== 'round' && form.kind !== 'sector' && 2 * reach > 0.98 * n.inletBoreM)
        ctx.addIssue({
          code: 'custom',
          path: ['form'],
          message: `this outlet reaches across ${(2000 * reach).toFixed(1)} mm: the bore before it must be wider than that`,
        })
      if (
        form.kind === 'divided' &&
        !(outletOfForm(form, n.throatDiameterM).kind === 'divided' && 2 * reach > 2.2 * form.webM)
      )
        ctx.addIssue({
          code: 'custom',
          path: ['form', 'webM'],
          message: 'the web leaves hardly any hole: make it thinner',
        })
      if (
        form.kind === 'ring' &&
        2 * form.ringRadiusM * Math.sin(Math.PI / form.holes) <= 1.05 * (n.throatDiameterM / Math.sqrt(form.holes))
      )
        ctx.addIssue({
          code: 'custom',
          path: ['form', 'ringRadiusM'],
          message: 'the holes run into one another: a wider ring or fewer holes',
        })
      if (n.inletBoreM <= n.throatDiameterM)
        ctx.addIssue({ code: 'custom', path: ['inletBoreM'], message: 'the inlet bore must be wider than the throat' })
    }),
  )

export const finsSchema = z.strictObject({
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

export const machineSchema = z.union([turbineSchema, thrustBodySchema])

/** Polar inertia of all that turns on the shaft, as measured by its maker. */
export const measuredInertiaSchema = z.strictObject({
  inertiaKgM2: within('rotorInertiaKgM2'),
  relativeUncertainty: within('relativeUncertainty'),
})

export const shaftSchema = z.strictObject({
  bearingClassId: z.enum(BEARING_IDS),
  bearingCount: whole('bearingCount'),
  diameterM: within('shaftDiameterM'),
  spanM: within('bearingSpanM'),
  overhangM: within('overhangM'),
  sideLoadN: within('sideLoadN'),
  balanceGradeMPerS: within('balanceGradeMPerS'),
  rotorInertia: measuredInertiaSchema.nullable(),
})
export const loadSchema = z.strictObject({
  label: z.string().max(120),
  speedRadPerS: within('speedRadPerS'),
  wantedPowerW: within('wantedPowerW'),
  leastGaugePressurePa: within('leastGaugePressurePa'),
})
export const coefficientsSchema = z.strictObject(
  Object.fromEntries(COEFFICIENT_NAMES.map((c) => [c, uncertain])) as Record<
    (typeof COEFFICIENT_NAMES)[number],
    typeof uncertain
  >,
)

/** How its parts are made: fits, thinnest walls and how lines fill them follow. */
export const makingSchema = z.strictObject({
  process: z.enum(PROCESSES),
  lineWidthM: within('lineWidthM'),
  layerHeightM: within('layerHeightM'),
  outlets: z.enum(OUTLET_SHAPES),
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
  nozzle: nozzleSchema,
  machine: machineSchema,
  shaft: shaftSchema,
  load: loadSchema,
  coefficients: coefficientsSchema,
  making: makingSchema,
})

/** A family of versions: the thing that is being made. */
export const machineGroupSchema = z.strictObject({ id, name, purpose: z.string().max(500) })

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

export const rigSchema = z.strictObject({
  id,
  name,
  kind: z.literal('inertia'),
  flywheel: flywheelSchema,
  /** Standard uncertainty of the flywheel's inertia over itself. */
  flywheelRelativeUncertainty: within('relativeUncertainty'),
  speedRatio: within('speedRatio'),
  countsPerTurn: whole('countsPerTurn'),
  sensorOn: z.enum(['rotor', 'flywheel']),
  signal: z.enum(SENSOR_SIGNALS),
  notes: text,
})

export const dialectSchema = z.strictObject({ delimiter: z.enum([',', ';', '\t', ' ']), decimal: z.enum(['.', ',']) })

export const mappingSchema = z.strictObject({
  /** How the file is written, where the maker corrected the guess. */
  dialect: dialectSchema.nullable(),
  timeColumn: z.string().max(200),
  signalColumn: z.string().max(200),
  pressureColumn: z.string().max(200).nullable(),
  timeUnit: z.enum(['s', 'ms', 'us']),
  signalUnit: z.string().max(20),
})

export const recordingSchema = z.strictObject({
  id,
  fileName: z.string().min(1).max(200),
  byteLength: z.number().int().min(0),
  addedAt: moment,
})

const span = z.strictObject({ fromS: z.number(), toS: z.number() })

export const acknowledgementSchema = z.strictObject({
  at: moment,
  cautions: z.array(z.string().max(40)).min(1).max(20),
  state: z.enum(['fine', 'watch', 'do not run']),
  burstSpeedRadPerS: z.number(),
  freeSpeedRadPerS: z.number(),
  stressMargin: z.number(),
  bearingShare: z.number(),
  storedEnergyJ: z.number(),
  /** Of the rig's flywheel at the highest speed that the run could reach; null where the run's record is older. */
  flywheel: z
    .strictObject({
      speedRadPerS: z.number(),
      stressMargin: z.number(),
      rimSpeedMPerS: z.number(),
      storedEnergyJ: z.number(),
    })
    .nullable(),
})

export const runSchema = z.strictObject({
  id,
  buildId: id,
  rigId: id,
  recordingId: id.nullable(),
  name,
  takenAt: moment,
  gaugePressurePa: within('supplyGaugePressurePa'),
  ambient: ambientSchema,
  mapping: mappingSchema.nullable(),
  settings: z.strictObject({ spinUp: span.nullable(), coast: span.nullable() }),
  cautions: acknowledgementSchema,
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

export const PROJECT_VERSION = 4

const listed = <T extends z.ZodType<{ id: string }>>(item: T, most: number) =>
  z
    .array(item)
    .max(most)
    .superRefine(
      sound((items, ctx) => {
        const seen = new Set<string>()
        items.forEach((entry, i) => {
          if (seen.has(entry.id))
            ctx.addIssue({ code: 'custom', path: [i, 'id'], message: `the id ${entry.id} stands twice` })
          seen.add(entry.id)
        })
      }),
    )

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
export type TurbineMachine = z.infer<typeof turbineSchema>
export type ThrustBody = z.infer<typeof thrustBodySchema>
/** A build whose machine turns. */
export type TurbineBuild = Omit<Build, 'machine'> & { machine: TurbineMachine }
/** A build that is pushed by its own jet. */
export type ThrustBuild = Omit<Build, 'machine'> & { machine: ThrustBody }
export type Display = z.infer<typeof displaySchema>
export type Mapping = z.infer<typeof mappingSchema>
export type Project = z.infer<typeof projectSchema>
export type Recording = z.infer<typeof recordingSchema>
export type Rig = z.infer<typeof rigSchema>
export type Run = z.infer<typeof runSchema>
export type Acknowledgement = z.infer<typeof acknowledgementSchema>

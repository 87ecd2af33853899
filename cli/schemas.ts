import { COEFFICIENT_ORIGINS } from '../src/core/calibration'
import * as z from 'zod'
import { BEARING_CLASSES, COEFFICIENT_NAMES, DEFAULT_COEFFICIENTS } from '../src/core/turbine'
import { CONNECTIONS, OUTLET_SHAPES, PROCESSES } from '../src/core/geometry'
import { SEARCH_GOALS, type SearchGoal } from '../src/core/search'
import { LIMITS } from '../src/project/document'
import { BEARING_IDS, MATERIAL_IDS, outletFormSchema, turbineSchema } from '../src/project/validation'

/** Inputs and outputs of every verb. Keys are SI with the unit in the name; a bad key is refused by its path. */
const deg = Math.PI / 180
export const positive = z.number().positive()

export const ambientInput = z
  .strictObject({
    absolutePressurePa: z.number().min(1000).max(200_000).default(101_325),
    temperatureK: z.number().min(200).max(350).default(293.15),
  })
  .prefault({})

export const supplyInput = z
  .strictObject({
    absolutePressurePa: positive.max(5e6).optional(),
    gaugePressurePa: z.number().min(0).max(5e6).optional(),
    temperatureK: z.number().min(200).max(600).default(293.15),
  })
  .refine((s) => (s.absolutePressurePa === undefined) !== (s.gaugePressurePa === undefined), {
    message: 'give one of absolutePressurePa and gaugePressurePa',
    path: [],
  })

const throat = z.number().min(1e-5).max(1)
export const nozzleInput = z
  .strictObject({
    throatDiameterM: throat,
    exitDiameterM: throat.optional(),
    count: z.number().int().min(1).max(1000).default(1),
    dischargeCoefficient: z.number().min(0.01).max(1).default(1),
    velocityCoefficient: z.number().min(0.01).max(1).default(1),
    edge: z
      .enum(['rounded', 'sharp'])
      .default('rounded')
      .describe('A sharp edge contracts the jet; dischargeCoefficient is then that at low pressure.'),
  })
  .refine((n) => n.exitDiameterM === undefined || n.exitDiameterM >= n.throatDiameterM, {
    message: 'the exit cannot be narrower than the throat',
    path: ['exitDiameterM'],
  })

export const nozzleVerbInput = z.strictObject({ supply: supplyInput, ambient: ambientInput, nozzle: nozzleInput })

export const nozzleVerbOutput = z.strictObject({
  regime: z.enum(['unchoked', 'choked', 'shock-in-divergence', 'overexpanded', 'design', 'underexpanded']),
  massFlowKgPerS: z.number(),
  freeAirM3PerS: z.number(),
  exitMach: z.number(),
  exitSpeedMPerS: z.number(),
  exitAbsolutePressurePa: z.number(),
  exitTemperatureK: z.number(),
  thrustN: z.number(),
  jetSpeedMPerS: z.number(),
  jetPowerW: z.number(),
  isentropicPowerW: z.number(),
  discharge: z.number(),
  lossFreeMach: z.number(),
  contraction: z.number(),
  shock: z.strictObject({ areaRatio: z.number(), machBefore: z.number() }).nullable(),
  notes: z.array(z.string()),
})

const within = (name: keyof typeof LIMITS) => z.number().min(LIMITS[name][0]).max(LIMITS[name][1])

/**
 * Any machine. Numbers left out are filled in before this is asked, with those of a first machine of the family; a
 * tangential rotor must say its radius and height.
 */
export const machineInput = turbineSchema.describe(
  'Numbers left out are those of a first machine of the family; a tangential-impulse rotor must give meanRadiusM and bladeHeightM.',
)

export const buildNozzleInput = z.strictObject({
  throatDiameterM: within('throatDiameterM'),
  exitDiameterM: within('exitDiameterM').optional(),
  count: z.number().int().min(LIMITS.nozzleCount[0]).max(LIMITS.nozzleCount[1]).default(1),
  inletBoreM: within('inletBoreM').default(6e-3),
  angleRad: within('nozzleAngleRad').default(18 * deg),
  gapM: within('nozzleGapM').default(4e-3),
  form: outletFormSchema.default({ kind: 'round' }),
  edge: z.enum(['rounded', 'sharp']).default('rounded'),
  /** Read over: a gauge belongs to a project. */
  gaugeId: z.string().nullable().optional(),
})

const uncertain = z.strictObject({
  value: within('coefficient'),
  standardUncertainty: within('coefficientUncertainty'),
  /** Read over: where a project has it from. */
  from: z.enum(COEFFICIENT_ORIGINS).optional(),
})
export const coefficientsInput = z
  .strictObject(
    Object.fromEntries(
      COEFFICIENT_NAMES.map((n) => [n, uncertain.default(DEFAULT_COEFFICIENTS[n])]),
    ) as unknown as Record<(typeof COEFFICIENT_NAMES)[number], z.ZodDefault<typeof uncertain>>,
  )
  .prefault({})

/**
 * A build as the command line takes it: an exported build fits (its other keys are read over), and so does one with
 * only machine and nozzle.
 */
export const buildInput = z.looseObject({
  machine: machineInput,
  nozzle: buildNozzleInput,
  shaft: z
    .looseObject({
      bearingClassId: z.enum(BEARING_IDS).default(BEARING_CLASSES[1].id),
      bearingCount: z.number().int().min(1).max(4).default(2),
      diameterM: within('shaftDiameterM').default(5e-3),
      spanM: within('bearingSpanM').default(0.03),
      overhangM: within('overhangM').default(0),
      sideLoadN: within('sideLoadN').default(0),
      balanceGradeMPerS: within('balanceGradeMPerS').default(6.3e-3),
    })
    .prefault({}),
  coefficients: coefficientsInput,
  making: z
    .looseObject({
      process: z.enum(PROCESSES).default('filament'),
      outlets: z.enum(OUTLET_SHAPES).default('holes'),
      connection: z.enum(CONNECTIONS).default('barbs'),
      lineWidthM: within('lineWidthM').default(0.4e-3),
      layerHeightM: within('layerHeightM').default(0.2e-3),
      bedM: within('bedM').default(0.22),
    })
    .prefault({}),
})

export const turbineVerbInput = z.strictObject({
  build: buildInput,
  supply: supplyInput,
  ambient: ambientInput,
  speedsRadPerS: z.array(z.number().min(0).max(50_000)).min(1).max(10_000),
})

const ledger = z.strictObject({
  isentropicPowerW: z.number(),
  nozzleW: z.number(),
  mixingW: z.number(),
  spillW: z.number(),
  passageW: z.number(),
  leavingW: z.number(),
  ventilationW: z.number(),
  discFrictionW: z.number(),
  rubbingW: z.number(),
  bearingW: z.number(),
  shaftW: z.number(),
})

export const turbineVerbOutput = z.strictObject({
  speeds: z.array(
    z.strictObject({
      speedRadPerS: z.number(),
      torqueNm: z.number(),
      bladeTorqueNm: z.number(),
      shaftPowerW: z.number(),
      massFlowKgPerS: z.number(),
      efficiency: z.number(),
      behindNozzlePaAbs: z.number(),
      ledger,
      extras: z.array(z.strictObject({ code: z.string(), label: z.string(), value: z.number(), unit: z.string() })),
    }),
  ),
  freeSpeedRadPerS: z.number(),
  bestPower: z.strictObject({ speedRadPerS: z.number(), powerW: z.number(), standardUncertaintyW: z.number() }),
  stallTorqueNm: z.number(),
  standardUncertainty: z.strictObject({ freeSpeedRadPerS: z.number(), stallTorqueNm: z.number() }),
  /** Of a turbine that drives impellers: where they balance, blowing out through the delivery hole. */
  compressor: z.record(z.string(), z.union([z.number(), z.boolean()])).nullable(),
  notes: z.array(z.string()),
})

const designFigures = z.strictObject({
  bestPowerW: z.number(),
  bestSpeedRadPerS: z.number(),
  powerAtLoadW: z.number(),
  freeSpeedRadPerS: z.number(),
  stallTorqueNm: z.number(),
  massFlowKgPerS: z.number(),
  isentropicPowerW: z.number(),
  stressMargin: z.number(),
  bearingShare: z.number(),
  nozzlePressurePaAbs: z.number(),
  keepsUp: z.boolean(),
  outerRadiusM: z.number(),
  thinnestM: z.number(),
})
const design = z.strictObject({
  number: z.number().int(),
  values: z.array(z.number()),
  figures: designFigures,
  score: z.number(),
})
const constraintKeys = [
  'leastStressMargin',
  'mostBearingShare',
  'leastFeatureM',
  'bedM',
  'mostMassFlowKgPerS',
  'supplyHolds',
] as const

const searchSpecInput = z.strictObject({
  build: buildInput,
  supply: supplyInput,
  ambient: ambientInput,
  loadSpeedRadPerS: z.number().min(0).max(20_000).default(1000),
  variables: z
    .array(
      z.strictObject({
        path: z
          .string()
          .regex(/^(nozzle|machine|shaft)\./, 'a path such as nozzle.throatDiameterM or machine.bladeCount'),
        from: z.number(),
        to: z.number(),
        whole: z.boolean().optional(),
      }),
    )
    .min(1)
    .max(12),
  constraints: z
    .strictObject({
      leastStressMargin: positive.optional(),
      mostBearingShare: positive.optional(),
      leastFeatureM: z.number().min(0).optional(),
      bedM: positive.optional(),
      mostMassFlowKgPerS: positive.optional(),
      supplyHolds: z.boolean().optional(),
    })
    .default({}),
  goal: z.enum(SEARCH_GOALS as unknown as [string, ...string[]]).default('best-power') as unknown as z.ZodDefault<
    z.ZodEnum<Record<SearchGoal, SearchGoal>>
  >,
  designs: z.number().int().min(1).max(50_000_000).default(10_000),
  seed: z.number().int().min(0).max(1_000_000).default(1),
})

/**
 * A search; or the files that its shares printed, with the search itself where the merged best should be polished too.
 */
export const searchVerbInput = z.union([
  z.strictObject({ merge: z.array(z.string()).min(1).max(10_000), search: searchSpecInput.optional() }),
  searchSpecInput,
])

export const searchVerbOutput = z.strictObject({
  goal: z.string(),
  paths: z.array(z.string()),
  tried: z.number().int(),
  possible: z.number().int(),
  allowed: z.number().int(),
  broken: z.strictObject(
    Object.fromEntries(constraintKeys.map((k) => [k, z.number().int()])) as Record<
      (typeof constraintKeys)[number],
      z.ZodNumber
    >,
  ),
  front: z.array(design),
  best: z.array(design),
  own: z
    .strictObject({ design, broken: z.array(z.enum(constraintKeys)) })
    .nullable()
    .describe('The build as it stands, number -1, and what it breaks.'),
})

export const strengthVerbInput = z.strictObject({
  rotor: z
    .strictObject({
      boreRadiusM: z.number().min(0).max(0.2).default(0),
      rootRadiusM: within('meanRadiusM').optional(),
      /** Radius and full thickness from bore to rim, in place of rootRadiusM and discThicknessM. */
      profile: z
        .array(z.tuple([z.number().min(0).max(0.2), z.number().min(2e-4).max(0.1)]))
        .min(2)
        .max(200)
        .optional(),
      tipRadiusM: z.number().min(1e-3).max(0.3).optional(),
      discThicknessM: within('discThicknessM').optional(),
      bladeCount: z.number().int().min(0).max(200).default(0),
      bladeHeightM: within('bladeHeightM').default(1e-3),
      bladeThicknessM: within('bladeThicknessM').default(1e-3),
      materialId: z.enum(MATERIAL_IDS),
      infill: within('infill').default(1),
      loadedAcrossLayers: z.boolean().default(false),
      temperatureK: z.number().min(250).max(400).default(293.15),
    })
    .superRefine((r, ctx) => {
      if (!r.profile && (r.rootRadiusM === undefined || r.discThicknessM === undefined))
        return ctx.addIssue({
          code: 'custom',
          path: [r.rootRadiusM === undefined ? 'rootRadiusM' : 'discThicknessM'],
          message: 'give rootRadiusM and discThicknessM, or a profile',
        })
      if (r.profile?.some(([x], i, all) => i > 0 && x <= all[i - 1][0]))
        ctx.addIssue({ code: 'custom', path: ['profile'], message: 'radii must rise from bore to rim' })
      const rim = r.profile?.[r.profile.length - 1][0] ?? r.rootRadiusM ?? 0
      if (!r.profile && r.boreRadiusM >= rim)
        ctx.addIssue({
          code: 'custom',
          path: ['boreRadiusM'],
          message: 'the bore must be smaller than the root radius',
        })
      if (r.tipRadiusM !== undefined && r.tipRadiusM < rim)
        ctx.addIssue({ code: 'custom', path: ['tipRadiusM'], message: 'the tip cannot lie inside the root radius' })
    }),
  speedRadPerS: positive.max(50_000),
})

export const strengthVerbOutput = z.strictObject({
  discStressPa: z.number(),
  bladeRootStressPa: z.number(),
  allowablePa: z.number(),
  burstSpeedRadPerS: z.number(),
  speedMargin: z.number(),
  stressMargin: z.number(),
  governing: z.string(),
  meanHoopStressPa: z.number(),
  inertiaKgM2: z.number(),
  massKg: z.number(),
  storedEnergyJ: z.number(),
  tipSpeedMPerS: z.number(),
  notes: z.array(z.string()),
})

export const withUncertainty = z.union([
  positive,
  z.strictObject({ value: positive, standardUncertainty: z.number().min(0) }),
])

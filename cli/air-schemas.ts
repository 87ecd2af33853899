import * as z from 'zod'
import { LIMITS } from '../src/project/document'
import { regulatorSchema, supplySchema } from '../src/project/validation'
import { ambientInput, nozzleInput, supplyInput } from './schemas'

/** Inputs and outputs of the verbs of the air side: vessels, sources, lines, regulators, sizes. */
const positive = z.number().positive()
const conditions = ambientInput
  .unwrap()
  .extend({ relativeHumidity: z.number().min(0.01).max(1).default(0.6) })
  .prefault({})
const within = (name: keyof typeof LIMITS) => z.number().min(LIMITS[name][0]).max(LIMITS[name][1])

const part = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('hose'),
    label: z.string().optional(),
    lengthM: within('hoseLengthM'),
    boreM: within('hoseBoreM'),
    roughnessM: within('roughnessM').default(1.5e-6),
  }),
  z.strictObject({
    kind: z.literal('fitting'),
    label: z.string().optional(),
    sonicConductance: within('sonicConductance'),
    criticalRatio: within('criticalRatio').default(0.3),
  }),
])
const parts = z.array(part).max(20).default([])

/** A steady supply, or a source of any kind with all its figures, as in a saved build. */
const fed = { supply: supplyInput.optional(), source: supplySchema.optional() }
const oneSupply = (v: { supply?: unknown; source?: unknown }) => (v.supply === undefined) !== (v.source === undefined)
const oneSupplyFault = {
  message: 'give one of supply (a steady pressure) and source (compressor, vessel, blower, breath, wind, balloon)',
  path: [],
}

export const blowdownVerbInput = z
  .strictObject({
    vessel: z.strictObject({
      volumeM3: positive.max(1000),
      gaugePressurePa: positive.max(5e6),
      temperatureK: z.number().min(200).max(600).default(293.15),
      heat: z.union([z.enum(['adiabatic', 'isothermal']), z.strictObject({ uaWPerK: z.number().min(0).max(1e4) })]),
    }),
    ambient: ambientInput,
    nozzle: nozzleInput,
    line: parts,
    regulator: regulatorSchema.nullable().default(null),
    untilGaugePressurePa: z.number().min(0).optional(),
    leastGaugePressurePa: z.number().min(0).default(0),
    samples: z.number().int().min(2).max(10_000).default(120),
  })
  .refine((v) => v.untilGaugePressurePa === undefined || v.untilGaugePressurePa < v.vessel.gaugePressurePa, {
    message: 'must lie below the vessel’s starting pressure',
    path: ['untilGaugePressurePa'],
  })

export const blowdownVerbOutput = z.strictObject({
  timeS: z.number(),
  airUsedKg: z.number(),
  finalTemperatureK: z.number(),
  wastedShare: z.number(),
  jetEnergyJ: z.number(),
  impulseNs: z.number(),
  events: z.array(
    z.strictObject({ id: z.string(), timeS: z.number(), absolutePressurePa: z.number(), temperatureK: z.number() }),
  ),
  trace: z.strictObject({
    timeS: z.array(z.number()),
    absolutePressurePa: z.array(z.number()),
    massFlowKgPerS: z.array(z.number()),
    temperatureK: z.array(z.number()),
    nozzleAbsolutePressurePa: z.array(z.number()),
  }),
  notes: z.array(z.string()),
})

export const lineVerbInput = z
  .strictObject({ ...fed, ambient: conditions, line: z.array(part).min(1).max(20), nozzle: nozzleInput })
  .refine(oneSupply, oneSupplyFault)
export const lineVerbOutput = z.strictObject({
  massFlowKgPerS: z.number(),
  freeAirM3PerS: z.number(),
  inletAbsolutePressurePa: z.number(),
  nozzleAbsolutePressurePa: z.number(),
  lostPressurePa: z.number(),
  lostPowerW: z.number(),
  parts: z.array(
    z.strictObject({
      kind: z.string(),
      inletAbsolutePressurePa: z.number(),
      outletAbsolutePressurePa: z.number(),
      choked: z.boolean(),
      mach: z.number().nullable(),
      frictionFactor: z.number().nullable(),
    }),
  ),
  notes: z.array(z.string()),
})

export const regulatorVerbInput = z.strictObject({
  regulator: regulatorSchema,
  supply: supplyInput,
  ambient: ambientInput,
  line: parts,
  nozzle: nozzleInput,
  durationS: z.number().min(0.05).max(10).default(1.2),
  allowedFallPa: positive.max(500_000).optional(),
})
export const regulatorVerbOutput = z.strictObject({
  outletGaugePressurePa: z.number(),
  liftM: z.number(),
  droppedOut: z.boolean(),
  dropOutGaugePressurePa: z.number(),
  frictionBandPa: z.number(),
  massFlowKgPerS: z.number(),
  pulses: z.boolean(),
  swingPa: z.number(),
  pulsesPerS: z.number(),
  droop: z.strictObject({ massFlowKgPerS: z.array(z.number()), outletGaugePressurePa: z.array(z.number()) }),
  sizes: z
    .strictObject({
      seatDiameterM: z.number(),
      liftM: z.number(),
      sensingDiameterM: z.number(),
      springRateNPerM: z.number(),
      springForceN: z.number(),
      springTravelM: z.number(),
    })
    .nullable(),
  notes: z.array(z.string()),
})

export const sourceVerbInput = z.strictObject({
  source: supplySchema,
  ambient: conditions,
  regulator: regulatorSchema.nullable().default(null),
  line: parts,
  nozzle: nozzleInput,
  leastGaugePressurePa: z.number().min(0).default(0),
})
const runDown = z.strictObject({
  timeS: z.number(),
  wastedShare: z.number(),
  jetEnergyJ: z.number(),
  airUsedKg: z.number(),
  coldestK: z.number(),
})
export const sourceVerbOutput = z.strictObject({
  sourceGaugePressurePa: z.number(),
  supplyGaugePressurePa: z.number(),
  nozzleGaugePressurePa: z.number(),
  massFlowKgPerS: z.number(),
  freeAirM3PerS: z.number(),
  temperatureK: z.number(),
  airPowerW: z.number(),
  jetPowerW: z.number(),
  thrustN: z.number(),
  keepsUp: z.boolean(),
  compressor: z
    .strictObject({
      duty: z.number(),
      onS: z.number().nullable(),
      offS: z.number().nullable(),
      pumpOutletK: z.number(),
      tankK: z.number(),
      waterKgPerS: z.number(),
    })
    .nullable(),
  runDown: runDown.nullable(),
  strokes: z.number().nullable(),
  notes: z.array(z.string()),
})

export const sizeVerbInput = z
  .strictObject({
    ...fed,
    ambient: conditions,
    regulator: regulatorSchema.nullable().default(null),
    line: parts,
    nozzle: nozzleInput,
    wanted: z.strictObject({
      figure: z.enum(['flow', 'thrust', 'jet-speed', 'jet-power', 'run-time']),
      value: positive,
    }),
    leastGaugePressurePa: z.number().min(0).default(0),
    throatRangeM: z.tuple([within('throatDiameterM'), within('throatDiameterM')]).default([0.3e-3, 12e-3]),
  })
  .refine(oneSupply, oneSupplyFault)
  .refine((v) => v.throatRangeM[1] > v.throatRangeM[0], {
    message: 'the second must be the larger',
    path: ['throatRangeM'],
  })
const sized = z.strictObject({
  throatDiameterM: z.number(),
  supplyGaugePressurePa: z.number(),
  massFlowKgPerS: z.number(),
  jetSpeedMPerS: z.number(),
  jetPowerW: z.number(),
  thrustN: z.number(),
  runTimeS: z.number().nullable(),
  keepsUp: z.boolean(),
})
export const sizeVerbOutput = z.strictObject({
  status: z.enum(['found', 'out-of-reach', 'not-for-this-supply']),
  size: sized.nullable(),
  also: sized.nullable(),
  onDesignExitDiameterM: z.number().nullable(),
  drills: z.array(z.strictObject({ label: z.string(), diameterM: z.number() })),
  notes: z.array(z.string()),
})

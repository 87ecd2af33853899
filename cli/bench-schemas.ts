import * as z from 'zod'
import { HAND_KINDS, TANK_HEATS } from '../src/core/bench'
import { readingSchema } from '../src/project/hand'
import { positive, withUncertainty } from './schemas'

const measured = z.strictObject({ value: z.number(), standardUncertainty: z.number(), unit: z.string() })
const share = z.number().min(0).max(0.5)

/** What every reduction of a table takes. */
const common = {
  file: z.string().min(1).optional(),
  columns: z.record(z.string(), z.array(z.number())).optional(),
  /**
   * Headers by what they hold, null for none, `<what>Unit` where a header tells no unit; guessed by name and unit where
   * left out.
   */
  mapping: z.record(z.string(), z.string().nullable()).optional(),
  /**
   * What the figures are put to when the recording holds the supply's pressure; of a spin-up its start, of readings
   * their mean where left out.
   */
  nominalGaugePressurePa: positive.optional(),
  /** Comes off a pressure column that is absolute. */
  roomPressurePaAbs: positive.default(101_325),
}

/** What a scale or a cell shows is multiplied by this. */
const factor = z.number().min(0.2).max(5).default(1)
const span = z.strictObject({ fromS: z.number(), toS: z.number() })

const inertiaInput = z.strictObject({
  method: z.literal('inertia'),
  rig: z.strictObject({
    flywheelInertiaKgM2: withUncertainty,
    rotorInertiaKgM2: z
      .union([z.number().min(0), z.strictObject({ value: z.number().min(0), standardUncertainty: z.number().min(0) })])
      .default(0),
    /** Flywheel speed over rotor speed. */
    speedRatio: positive.max(100).default(1),
    countsPerTurn: positive.max(1e6).default(1),
    sensorOn: z.enum(['rotor', 'flywheel']).default('flywheel'),
    signal: z.enum(['count', 'pulse-times', 'speed']).default('count'),
  }),
  settings: z.strictObject({ spinUp: span.optional(), coast: span.nullable().optional() }).optional(),
  ...common,
})

const coastInput = z.strictObject({
  method: z.literal('coast'),
  rig: z.strictObject({
    /** Of all that turns, at the rotor's shaft. */
    inertiaKgM2: withUncertainty,
    /** On in every other coasting; the inertia is found from it. */
    brake: z
      .strictObject({ torqueNm: positive, standardUncertaintyNm: z.number().min(0).default(0) })
      .nullable()
      .default(null),
    /** Speed of the sensor's shaft over the rotor's. */
    speedRatio: positive.max(100).default(1),
    countsPerTurn: positive.max(1e6).default(1),
    sensorOn: z.enum(['rotor', 'flywheel']).default('rotor'),
    signal: z.enum(['count', 'pulse-times', 'speed']).default('pulse-times'),
  }),
  settings: z.strictObject({ coast: span.optional() }).optional(),
  ...common,
})

const thrustInput = z.strictObject({
  method: z.literal('thrust'),
  rig: z.strictObject({ scaleFactor: factor, spanRelativeUncertainty: share }),
  settings: z.strictObject({ push: span.optional() }).optional(),
  ...common,
})

const brakeInput = z.strictObject({
  method: z.literal('brake'),
  rig: z.strictObject({
    /** Of readings whose table has no arm of its own. */
    armM: positive.max(5).default(0.14),
    armRelativeUncertainty: share.default(0.005),
    tiltRad: z.number().min(-0.8).max(0.8).default(0),
    scaleFactor: factor,
    scaleRelativeUncertainty: share.default(0.002),
    /** Null: read at rest. */
    tareN: z.number().nullable().default(null),
    resolutionN: positive.default(1e-3),
    pulsesPerTurn: positive.max(1000).default(1),
  }),
  ...common,
})

const ropeInput = z.strictObject({
  method: z.literal('rope'),
  rig: z.strictObject({
    /** Rubbing between a weight and a balance, or winding weights up. */
    does: z.enum(['rubs', 'lifts']).default('rubs'),
    drumRadiusM: positive.max(1),
    ropeDiameterM: z.number().min(0).max(0.1).default(0),
    radiusRelativeUncertainty: share.default(0.01),
    wrapRad: positive.max(30).default(Math.PI),
    /** Rotor speed over drum speed. */
    speedRatio: positive.max(1000).default(1),
    weightRelativeUncertainty: share.default(0.005),
    /** Of the balance. */
    scaleFactor: factor,
    scaleRelativeUncertainty: share.default(0.005),
    resolutionN: positive.default(0.01),
    pulsesPerTurn: positive.max(1000).default(1),
  }),
  ...common,
})

const generatorInput = z.strictObject({
  method: z.literal('generator'),
  rig: z.strictObject({
    polePairs: positive.max(100).default(1),
    voltageRelativeUncertainty: share.default(0.005),
    currentRelativeUncertainty: share.default(0.01),
    friction: z
      .strictObject({
        torqueNm: z.number().min(0),
        torqueStandardUncertaintyNm: z.number().min(0).default(0),
        perSpeedNms: z.number().min(0).default(0),
      })
      .nullable()
      .default(null),
  }),
  ...common,
})

const tankInput = z.strictObject({
  method: z.literal('tank-decay'),
  rig: z.strictObject({
    volumeM3: positive.max(1000),
    volumeRelativeUncertainty: share.default(0.01),
    heat: z.enum(TANK_HEATS).default('found'),
    zeroUncertaintyPa: z.number().min(0).default(1000),
  }),
  roomTemperatureK: positive.default(293.15),
  ...common,
})

const droopInput = z.strictObject({
  method: z.literal('droop'),
  rig: z
    .strictObject({
      edge: z.enum(['sharp', 'rounded']).default('sharp'),
      discharge: positive.max(1).default(0.62),
      dischargeRelativeUncertainty: share.default(0.03),
      diameterUncertaintyM: z.number().min(0).max(1e-3).default(2e-5),
      zeroUncertaintyPa: z.number().min(0).default(1000),
      spanRelativeUncertainty: share.default(0.01),
      resolutionPa: z.number().min(0).default(1000),
      /** Before the regulator, where no column holds it. */
      sourceGaugePa: positive.default(600e3),
    })
    .prefault({}),
  roomTemperatureK: positive.default(293.15),
  ...common,
})

const runDownInput = z.strictObject({
  method: z.literal('run-down'),
  rig: z.strictObject({
    volumeM3: positive.max(1000),
    volumeRelativeUncertainty: share.default(0.02),
    zeroUncertaintyPa: z.number().min(0).default(2000),
    scaleFactor: factor,
    spanRelativeUncertainty: share.default(0.01),
    marksPerTurn: positive.max(1e6).default(1),
    loadRelativeUncertainty: z.number().min(0).max(1).default(0.15),
  }),
  /** Torque of what it turns: constant, by speed and by its square. */
  load: z
    .strictObject({
      torqueNm: z.number().min(0).default(0),
      perSpeedNmS: z.number().min(0).default(0),
      perSquareNmS2: z.number().min(0).default(0),
    })
    .nullable()
    .default(null),
  roomTemperatureK: positive.default(293.15),
  ...common,
})

const pulsesInput = z.strictObject({
  method: z.literal('pulses'),
  rig: z
    .strictObject({
      /** Marks, counts or periods of a coil in one turn of the sensor's shaft: two magnets make two. */
      countsPerTurn: positive.max(1e6).default(1),
      /** Speed of the sensor's shaft over the rotor's. */
      speedRatio: positive.max(100).default(1),
      signal: z.enum(['pulse-times', 'count', 'speed']).default('pulse-times'),
    })
    .prefault({}),
  ...common,
})

const jetPlateInput = z.strictObject({
  method: z.literal('jet-plate'),
  rig: z.strictObject({
    throatDiameterM: positive.max(0.1),
    exitDiameterM: positive.max(0.2).optional(),
    count: z.number().int().min(1).max(100).default(1),
    velocityCoefficient: withUncertainty.default({ value: 0.97, standardUncertainty: 0.015 }),
    spanRelativeUncertainty: share.default(0.01),
    /** Of the gauge's reading: it moves both the jet's speed and the loss-free flow. */
    gaugeRelativeUncertainty: share.default(0.01),
    /** What the scale shows without the jet, where the table holds no rest. */
    tareN: z.number().default(0),
    supplyTemperatureK: positive.default(293.15),
  }),
  ...common,
})

const framesInput = z.strictObject({
  method: z.literal('frames'),
  rig: z.strictObject({
    framesPerSecond: positive.max(1e6),
    marks: z.number().int().min(1).max(400).default(1),
    framesUncertainty: z.number().min(0).default(0.02),
    rangeRpm: z.tuple([z.number().min(0), positive]).default([0, 60_000]),
  }),
  ...common,
})

export const reduceVerbInput = z
  .discriminatedUnion('method', [
    inertiaInput,
    coastInput,
    brakeInput,
    generatorInput,
    ropeInput,
    thrustInput,
    tankInput,
    droopInput,
    runDownInput,
    pulsesInput,
    jetPlateInput,
    framesInput,
  ])
  .refine((r) => (r.file === undefined) !== (r.columns === undefined), {
    message: 'give one of file and columns',
    path: [],
  })

/** Figures by name; what else a method tells beside them. */
export const reduceVerbOutput = z.looseObject({
  figures: z.record(z.string(), measured),
  curve: z.record(z.string(), z.array(z.number())),
  repairs: z.array(z.looseObject({})),
  notes: z.array(z.string()),
})

/** Speed from the sound of passing blades. */
export const toneVerbInput = z.strictObject({
  file: z.string().min(1),
  blades: z.number().int().min(1).max(400),
  /** Speeds between which it turns, least and most. */
  rangeRpm: z.tuple([positive, positive]).default([1500, 60_000]),
  /** From 1; the loudest where left out. */
  channel: z.number().int().min(1).max(32).optional(),
  clockRelativeUncertainty: z.number().min(0).max(0.01).default(2e-5),
})
export const toneVerbOutput = z.strictObject({
  speedRadPerS: z.strictObject({ value: z.number(), standardUncertainty: z.number() }),
  greatestSpeedRadPerS: z.strictObject({ value: z.number(), standardUncertainty: z.number() }),
  steady: z.boolean(),
  /** Frames in which the tone is lost are left out. */
  track: z.strictObject({ timeS: z.array(z.number()), speedRadPerS: z.array(z.number()) }),
  confidence: z.number(),
  rivals: z.array(z.strictObject({ speedRadPerS: z.number(), score: z.number() })),
  notes: z.array(z.string()),
})

/** Every speed that stands still in flashes. */
export const flashesVerbInput = z.strictObject({
  readings: z
    .array(
      z.strictObject({
        flashesPerS: positive.max(1e5),
        images: z.number().int().min(1).max(20).default(1),
        relativeUncertainty: z.number().min(1e-6).max(0.1).default(3e-3),
      }),
    )
    .min(1)
    .max(10),
  /** Alike in a turn: blades, spokes, or one patch. */
  marks: z.number().int().min(1).max(400).default(1),
  rangeRpm: z.tuple([z.number().min(0), positive]).default([0, 60_000]),
})
export const flashesVerbOutput = z.strictObject({
  candidates: z.array(z.strictObject({ speed: measured, turnsPerFlash: z.number(), apart: z.number() })),
  /** The one that is left, or null while several are. */
  speed: measured.nullable(),
})

/** A few readings by hand. */
export const handVerbInput = z.strictObject({ reading: readingSchema })
export const handVerbOutput = z.strictObject({
  kind: z.enum(HAND_KINDS),
  figures: z.record(z.string(), measured),
  notes: z.array(z.string()),
})

/** Every speed that a film of marks could show. */
export const framesVerbInput = z.strictObject({
  readings: z
    .array(
      z.strictObject({
        framesPerSecond: positive.max(1e6),
        framesPerTurn: positive
          .max(1e5)
          .describe('In which one mark, followed from frame to frame, seems to go all the way round.'),
        framesUncertainty: z.number().min(0).default(0.02),
      }),
    )
    .min(1)
    .max(10),
  /** Alike in a turn: blades, spokes, or one patch. */
  marks: z.number().int().min(1).max(400).default(1),
  rangeRpm: z.tuple([z.number().min(0), positive]).default([0, 60_000]),
})
export const framesVerbOutput = z.strictObject({
  candidates: z.array(
    z.strictObject({
      speed: measured,
      hidden: z.number(),
      backwards: z.boolean(),
      apart: z.number(),
    }),
  ),
  /** The one that is left, or null while several are. */
  speed: measured.nullable(),
})

import * as z from 'zod'
import { LIMITS } from '../src/project/document'
import { buildSchema } from '../src/project/validation'
import { ambientInput, positive, supplyInput } from './schemas'

/**
 * Inputs and outputs of the verbs of engines. What is left out counts for nothing: no leak, no friction, no heat, no
 * inlet before the valve.
 */
const within = (name: keyof typeof LIMITS) => z.number().min(LIMITS[name][0]).max(LIMITS[name][1])
const drag = z.number().min(0).max(1000).default(0)

const valves = {
  discharge: z.number().min(0.02).max(1.2).default(0.7).describe('Flow through seat, admission and inlet bore.'),
  exhaustDischarge: z.number().min(0.02).max(1.2).default(0.7),
}

const chambers = {
  ...valves,
  leakAreaM2: z
    .number()
    .min(0)
    .max(1e-3)
    .default(0)
    .describe('Effective: past each piston to the room, or from end to end; past each tip of a rotor.'),
  sealForceN: drag,
  sealAreaM2: drag,
  wallFilmWPerM2K: z.number().min(0).max(1e5).default(0),
  wallTemperatureK: z.number().min(150).max(500).optional().describe('That of the room where left out.'),
  inlet: z
    .strictObject({ boreDiameterM: positive.max(0.2), manifoldVolumeM3: positive.max(0.1) })
    .nullable()
    .default(null),
}
const shared = {
  ...chambers,
  boreM: within('cylinderBoreM'),
  strokeM: within('strokeM'),
  rodM: within('rodM'),
  phasesRad: z
    .array(z.number().min(-7).max(7))
    .min(1)
    .max(8)
    .default([0])
    .describe('Crank angle by which each cylinder comes after the first.'),
}
const length = z.number().min(0).max(0.5)
const port = z.strictObject({
  angleRad: z.number().min(-7).max(7).describe('From where the housing is narrowest, in the rotor’s sense.'),
  diameterM: positive.max(0.2),
  coverRadiusM: positive
    .max(1)
    .nullable()
    .default(null)
    .describe('From the shaft, in a cover; null: through the wall.'),
})

export const engineInputSchema = z.discriminatedUnion('family', [
  z
    .strictObject({
      family: z.literal('single-acting-engine'),
      ...shared,
      clearanceM3: positive.max(1e-2),
      ball: z.strictObject({
        pinLengthM: length,
        seatDiameterM: positive.max(0.2),
        pinDiameterM: length.default(0),
        loose: z
          .strictObject({
            massKg: positive.max(1),
            springForceN: z.number().min(0).max(1000).default(0).describe('On its seat.'),
            springNPerM: z.number().min(0).max(1e6).default(0),
            roomM: positive.max(0.2).describe('Lift at which it meets what closes its room.'),
          })
          .optional()
          .describe('A ball with weight, by itself or on a spring; it follows its pin where left out.'),
      }),
      ports: z.strictObject({ fromM: length, heightM: length, widthM: z.number().min(0).max(2) }),
    })
    .refine((m) => m.ball.pinDiameterM < m.ball.seatDiameterM, {
      message: 'the pin must be thinner than the seat',
      path: ['ball', 'pinDiameterM'],
    }),
  z
    .strictObject({
      family: z.literal('double-acting-engine'),
      ...shared,
      rodDiameterM: length.default(0),
      headClearanceM3: positive.max(1e-2),
      crankClearanceM3: positive.max(1e-2),
      valve: z.strictObject({
        eccentricityM: positive.max(0.2),
        leadRad: z.number().min(-Math.PI).max(Math.PI),
        admissionLapM: z.number().min(-0.2).max(0.2).default(0),
        exhaustLapM: z.number().min(-0.2).max(0.2).default(0),
        portWidthM: positive.max(1),
        portHeightM: positive.max(1),
      }),
      rodLeakAreaM2: z.number().min(0).max(1e-3).default(0),
    })
    .refine((m) => m.rodDiameterM < m.boreM, {
      message: 'the rod must be thinner than the bore',
      path: ['rodDiameterM'],
    }),
  z
    .strictObject({
      family: z.literal('three-flank-engine'),
      ...chambers,
      eccentricityM: within('rotorEccentricityM'),
      radiusM: within('rotorRadiusM').describe('From the rotor’s middle to each tip.'),
      depthM: within('rotorDepthM'),
      flankGapM: within('flankGapM'),
      pocketM3: within('pocketM3').default(0),
      intake: port,
      outlet: port,
      tube: z
        .strictObject({ boreDiameterM: within('transferBoreM'), lengthM: within('transferLengthM') })
        .nullable()
        .default(null)
        .describe('Feeds the other lobe; null: that lobe only breathes, its intake open to the room.'),
      sideLeakAreaM2: z.number().min(0).max(1e-3).default(0),
    })
    .refine((m) => m.radiusM >= 5 * m.eccentricityM, {
      message: 'the tips must stand at least five eccentricities from the rotor’s middle',
      path: ['radiusM'],
    }),
])

const rod = (m: z.infer<typeof engineInputSchema>) => !('rodM' in m) || m.rodM > m.strokeM / 2
const ROD_FAULT = { message: 'the rod must be longer than half of the stroke', path: ['engine', 'rodM'] }

/**
 * Torque against turning: constant, by speed and by its square; thrust by the square of the speed where it is a
 * propeller.
 */
const loadSchema = z
  .strictObject({
    constantNm: drag,
    perSpeedNmS: drag,
    perSquareNmS2: drag,
    settlesRadPerS: positive.max(100).default(1).describe('The constant part comes in over this speed, as tanh.'),
    thrustPerSquareNS2: drag,
  })
  .prefault({})

const around = {
  engine: engineInputSchema,
  ambient: ambientInput,
  inertiaKgM2: positive.max(100),
  friction: loadSchema,
  load: loadSchema,
}

const vessel = z.strictObject({
  volumeM3: positive.max(1000),
  gaugePressurePa: positive.max(5e6),
  temperatureK: z.number().min(200).max(600).default(293.15),
  heat: z.union([z.enum(['adiabatic', 'isothermal']), z.strictObject({ uaWPerK: z.number().min(0).max(1e4) })]),
  regulatorGaugePressurePa: positive.max(5e6).nullable().default(null),
})
const running = {
  durationS: positive.max(3600).optional().describe('The longest run that is looked at.'),
  flickRadPerS: positive.max(5000).default(30).describe('How fast it is turned on by hand.'),
}
const oneSource = (v: { supply?: unknown; vessel?: unknown }) => (v.supply === undefined) !== (v.vessel === undefined)

const bare = z
  .strictObject({ ...around, supply: supplyInput.optional(), vessel: vessel.optional(), ...running })
  .refine(oneSource, { message: 'give one of supply (a pressure that holds) and vessel (one that empties)', path: [] })
  .refine((v) => rod(v.engine), ROD_FAULT)

/** An engine by its figures, or a build as a project holds it, on its own supply and line. */
export const engineVerbInput = z.union([
  bare,
  z.strictObject({ build: buildSchema, ambient: ambientInput, ...running }),
])

export const rundownVerbInput = z
  .strictObject({ ...around, vessel, ...running })
  .refine((v) => rod(v.engine), ROD_FAULT)

const numbers = z.array(z.number())
const rundown = z.strictObject({
  timeS: numbers,
  vesselAbsolutePressurePa: numbers,
  vesselTemperatureK: numbers,
  speedRadPerS: numbers,
  thrustN: numbers,
  shaftPowerW: numbers,
  endedBy: z.enum(['rests', 'time', 'stopped']),
  runTimeS: z.number(),
  turns: z.number(),
  airKg: z.number(),
  leftShare: z.number(),
  peakThrustN: z.number(),
  peakSpeedRadPerS: z.number(),
  shaftWorkJ: z.number(),
})

export const engineVerbOutput = z.strictObject({
  /** Null where it does not keep turning. */
  steady: z
    .strictObject({
      speedRadPerS: z.number(),
      slowestRadPerS: z.number(),
      fastestRadPerS: z.number(),
      indicatedWorkJ: z.number(),
      indicatedPowerW: z.number(),
      frictionPowerW: z.number(),
      shaftPowerW: z.number(),
      shaftTorqueNm: z.number(),
      airPerTurnKg: z.number(),
      massFlowKgPerS: z.number(),
      leakedShare: z.number(),
      indicatedMeanPressurePa: z.number(),
      brakeMeanPressurePa: z.number(),
      workPerAirJPerKg: z.number(),
      isentropicPowerW: z.number(),
      efficiency: z.number(),
      absolutePressurePa: z.number().describe('At the engine’s inlet.'),
    })
    .nullable(),
  /**
   * One turn from head-end dead centre, or three of a rotor’s shaft; pressures absolute. The first end’s pressure and
   * volume, all ends in `ends`.
   */
  cycle: z
    .strictObject({
      crankAngleRad: numbers,
      pressurePa: numbers,
      volumeM3: numbers,
      torqueNm: numbers,
      ends: z.array(
        z.strictObject({
          id: z.string(),
          pressurePa: numbers,
          volumeM3: numbers,
          torqueNm: numbers,
          workJ: z.number(),
        }),
      ),
    })
    .nullable(),
  start: z.strictObject({
    share: z.number(),
    backwardsShare: z.number(),
    fromRad: z.array(z.tuple([z.number(), z.number()])),
  }),
  rundown: rundown.nullable(),
  impulseNs: z.number().nullable(),
})

export const rundownVerbOutput = rundown.extend({ impulseNs: z.number() })

import * as z from 'zod'
import { COEFFICIENT_ORIGINS } from '../../../core/calibration'
import { whole, within } from '../../validation/schema-base'
import type { Refuse } from '../refuse'
import { mmWords } from '../refuse'
import { BEARING_IDS, printFields } from '../schema-parts'

/**
 * What no drawing of an engine fixes: flow through its seat and its exhaust as coefficients, leak, friction and heat as
 * multiples of what the build states.
 */
export const ENGINE_COEFFICIENTS = ['seat', 'outlet', 'pastSeals', 'rubbing', 'wallHeat'] as const
export type EngineCoefficient = (typeof ENGINE_COEFFICIENTS)[number]

const coefficient = z.strictObject({
  value: within('coefficient'),
  standardUncertainty: within('coefficientUncertainty'),
  from: z.enum(COEFFICIENT_ORIGINS),
})

/** What it turns. */
const loadSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('propeller'),
    label: z.string().max(120),
    diameterM: within('propellerM'),
    thrustCoefficient: within('thrustCoefficient'),
    powerCoefficient: within('powerCoefficient'),
  }),
  z.strictObject({ kind: z.literal('brake'), label: z.string().max(120), torqueNm: within('dragTorqueNm') }),
  z.strictObject({
    kind: z.literal('wheel'),
    label: z.string().max(120),
    torqueNm: within('dragTorqueNm'),
    perSquareNmS2: within('paddleNmS2'),
  }),
  z.strictObject({
    kind: z.literal('generator'),
    label: z.string().max(120),
    torqueNm: within('dragTorqueNm'),
    perSpeedNmS: within('generatorNmS'),
  }),
])
export type EngineLoad = z.infer<typeof loadSchema>

/** What every engine has beside its chambers and valves. */
export const engineFields = {
  /** Bore and room before the valves; none where the valve sits at the line’s end. */
  inlet: z.strictObject({ boreDiameterM: within('inletBoreM'), manifoldVolumeM3: within('manifoldM3') }).nullable(),
  /** Past each piston, or each tip of a rotor, as an effective area. */
  leakAreaM2: within('engineLeakM2'),
  seal: z.strictObject({ forceN: within('sealForceN'), areaM2: within('sealAreaM2') }),
  /** Round its own wall, where the pressure is. */
  wallM: within('engineWallM'),
  /** Of bearings and valve gear: at rest, and more with speed. */
  bearingDragNm: within('dragTorqueNm'),
  bearingDragNmS: within('frictionPerSpeedNms'),
  wallFilmWPerM2K: within('wallFilm'),
  wheelInertiaKgM2: within('engineInertiaKgM2'),
  shaft: z.strictObject({ bearingClassId: z.enum(BEARING_IDS), diameterM: within('shaftDiameterM') }),
  load: loadSchema,
  coefficients: z.strictObject(
    Object.fromEntries(ENGINE_COEFFICIENTS.map((c) => [c, coefficient])) as Record<
      EngineCoefficient,
      typeof coefficient
    >,
  ),
  ...printFields,
}

/** What every piston engine has beside its valves. */
export const pistonEngineFields = {
  ...engineFields,
  boreM: within('cylinderBoreM'),
  strokeM: within('strokeM'),
  rodM: within('rodM'),
  cylinders: whole('cylinders'),
  /** From each cylinder’s crank pin to the next one’s. */
  phaseStepRad: within('phaseRad'),
}

type Shared = z.infer<z.ZodObject<typeof pistonEngineFields>>

/** What of any piston engine cannot be, across its fields. */
export function checkPistons(
  m: Pick<Shared, 'strokeM' | 'rodM' | 'boreM' | 'inlet' | 'cylinders' | 'phaseStepRad'>,
  refuse: Refuse,
): void {
  if (m.rodM < 0.55 * m.strokeM)
    refuse('rodM', `the rod must be longer than the crank is: at least ${mmWords(0.55 * m.strokeM)}`)
  if (m.rodM > 8 * m.strokeM)
    refuse('rodM', `no crankcase is so deep: at most eight strokes, ${mmWords(8 * m.strokeM)}`)
  if (m.inlet && m.inlet.boreDiameterM > m.boreM)
    refuse(['inlet', 'boreDiameterM'], `wider than the cylinder: at most ${mmWords(m.boreM)}`)
}

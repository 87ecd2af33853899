import * as z from 'zod'
import { COEFFICIENT_ORIGINS } from '../../core/calibration'
import { BEARING_CLASSES, type CoefficientName } from '../../core/turbine'
import { outletOfForm } from '../../core/flow'
import { outletReach } from '../../core/geometry'
import { MATERIALS } from '../../core/strength'
import { BLADE_PROFILES } from '../document/limits'
import { heldCoefficients, type AirCoefficient } from './plain-air'
import { outletFormSchema } from '../validation/air-schema'
import { id, sound, whole, within } from '../validation/schema-base'

export const MATERIAL_IDS = MATERIALS.map((m) => m.id) as [string, ...string[]]
export const BEARING_IDS = BEARING_CLASSES.map((b) => b.id) as [string, ...string[]]

const casingFields = z.strictObject({ kind: z.enum(['open', 'close']), clearanceM: within('casingClearanceM') })

export const printFields = {
  materialId: z.enum(MATERIAL_IDS),
  infill: within('infill'),
  loadedAcrossLayers: z.boolean(),
}

/**
 * A blade as the maker drew it, m: root on x = 0 where air crosses the radius, outlet edge where it goes along the
 * shaft.
 */
export const ownBlade = z
  .strictObject({
    name: z.string().max(200),
    points: z
      .array(z.tuple([z.number().min(-0.1).max(0.1), z.number().min(-0.1).max(0.1)]))
      .min(3)
      .max(400),
  })
  .nullable()

export const bladedDiscFields = {
  meanRadiusM: within('meanRadiusM'),
  bladeHeightM: within('bladeHeightM'),
  bladeDepthM: within('bladeDepthM'),
  bladeCount: whole('bladeCount'),
  bladeThicknessM: within('bladeThicknessM'),
  profile: z.enum(BLADE_PROFILES),
  inletAngleRad: within('bladeAngleRad'),
  outletAngleRad: within('bladeAngleRad'),
  discThicknessM: within('discThicknessM'),
  hubRadiusM: within('hubRadiusM'),
  casing: casingFields,
  ...printFields,
}

export const axialRowFields = {
  meanRadiusM: within('meanRadiusM'),
  bladeHeightM: within('bladeHeightM'),
  chordM: within('chordM'),
  bladeCount: whole('bladeCount'),
  bladeThicknessM: within('bladeThicknessM'),
  profile: z.enum(BLADE_PROFILES),
  inletAngleRad: within('bladeAngleRad'),
  outletAngleRad: within('bladeAngleRad'),
  statorAngleRad: within('bladeAngleRad'),
  tipClearanceM: within('gapClearanceM'),
  hubRadiusM: within('hubRadiusM'),
  outline: ownBlade,
  ...printFields,
}

/** The hole that the air leaves the line by. */
const openingFields = {
  /** Of the round hole with the area of one nozzle's throat, whatever its form. */
  throatDiameterM: within('throatDiameterM'),
  exitDiameterM: within('exitDiameterM'),
  count: whole('nozzleCount'),
  inletBoreM: within('inletBoreM'),
  form: outletFormSchema,
  /** How the hole begins: a sharp edge lets the jet contract behind it. */
  edge: z.enum(['rounded', 'sharp']),
  /** The test print whose correction its holes are made with. */
  gaugeId: id.nullable(),
}

type Opening = z.infer<z.ZodObject<typeof openingFields>>

/** What of an opening cannot be, across its fields. */
function checkOpening(n: Opening, ctx: z.RefinementCtx): void {
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
}

export const openingSchema = z.strictObject(openingFields).superRefine(sound(checkOpening))
export const nozzleSchema = z
  .strictObject({ ...openingFields, angleRad: within('nozzleAngleRad'), gapM: within('nozzleGapM') })
  .superRefine(sound(checkOpening))

/** Polar inertia of all that turns on the shaft, as measured by its maker. */
const measuredInertiaSchema = z.strictObject({
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
})

const coefficient = z.strictObject({
  value: within('coefficient'),
  standardUncertainty: within('coefficientUncertainty'),
  from: z.enum(COEFFICIENT_ORIGINS),
})

type CoefficientShape = Record<AirCoefficient, typeof coefficient> &
  Record<Exclude<CoefficientName, AirCoefficient>, z.ZodOptional<typeof coefficient>>

/** The coefficients that a model and its air side use, and no others: those named must all be there. */
export const coefficientsSchema = (names: readonly CoefficientName[]) =>
  z.strictObject(
    Object.fromEntries(heldCoefficients(names).map((c) => [c, coefficient])) as unknown as CoefficientShape,
  )

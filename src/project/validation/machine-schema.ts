import * as z from 'zod'
import { MATERIALS } from '../../core/strength'
import { BLADE_PROFILES } from '../document/limits'
import { sound, whole, within } from './schema-base'

export const MATERIAL_IDS = MATERIALS.map((m) => m.id) as [string, ...string[]]

export const casingSchema = z.strictObject({ kind: z.enum(['open', 'close']), clearanceM: within('casingClearanceM') })

const print = { materialId: z.enum(MATERIAL_IDS), infill: within('infill'), loadedAcrossLayers: z.boolean() }

const bladedDisc = {
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
  casing: casingSchema,
  ...print,
}

/** A blade as the maker drew it, m: root on x = 0 where air crosses the radius, outlet edge where it goes along the shaft. */
const ownBlade = z
  .strictObject({
    name: z.string().max(200),
    points: z
      .array(z.tuple([z.number().min(-0.1).max(0.1), z.number().min(-0.1).max(0.1)]))
      .min(3)
      .max(400),
  })
  .nullable()

type Refuse = { readonly addIssue: (issue: { code: 'custom'; path: (string | number)[]; message: string }) => void }
const refuse = (ctx: Refuse, path: string | string[], message: string) =>
  ctx.addIssue({ code: 'custom', path: [path].flat(), message })
const mm = (m: number) => `${(m * 1000).toFixed(1)} mm`

/** Blades must leave a disc round the hub, and a passage at their roots. `radial` is their length along the radius. */
function checkBlades(
  ctx: Refuse,
  m: { meanRadiusM: number; hubRadiusM: number; bladeCount: number; bladeThicknessM: number },
  radial: number,
) {
  const root = m.meanRadiusM - radial / 2
  if (root <= m.hubRadiusM + 1e-3)
    refuse(ctx, 'hubRadiusM', `the blades begin at ${mm(root)}: the hub must leave at least 1 mm of disc inside that`)
  if (m.bladeCount * m.bladeThicknessM > 0.8 * 2 * Math.PI * root)
    refuse(ctx, 'bladeCount', 'so many blades of this thickness leave no passage at their roots')
}

export const tangentialSchema = z
  .strictObject({ family: z.literal('tangential-impulse'), ...bladedDisc, outline: ownBlade })
  .superRefine(sound((m, ctx) => checkBlades(ctx, m, m.bladeDepthM)))
export const supersonicSchema = z
  .strictObject({ family: z.literal('supersonic-impulse'), ...bladedDisc, outline: ownBlade })
  .superRefine(sound((m, ctx) => checkBlades(ctx, m, m.bladeHeightM)))

export const radialSchema = z
  .strictObject({
    family: z.literal('radial-inflow'),
    feed: z.enum(['volute', 'box']),
    inletRadiusM: within('wheelRadiusM'),
    inletWidthM: within('inletWidthM'),
    outletTipRadiusM: within('outletRadiusM'),
    outletHubRadiusM: within('hubRadiusM'),
    outletAngleRad: within('bladeAngleRad'),
    bladeCount: whole('bladeCount'),
    bladeThicknessM: within('bladeThicknessM'),
    clearanceM: within('gapClearanceM'),
    discThicknessM: within('discThicknessM'),
    hubRadiusM: within('hubRadiusM'),
    ...print,
  })
  .superRefine(
    sound((m, ctx) => {
      if (m.outletTipRadiusM > 0.9 * m.inletRadiusM)
        refuse(
          ctx,
          'outletTipRadiusM',
          `the outlet must end at least a tenth inside the inlet radius of ${mm(m.inletRadiusM)}`,
        )
      if (m.outletHubRadiusM > m.outletTipRadiusM - 1e-3)
        refuse(ctx, 'outletHubRadiusM', 'the outlet needs at least 1 mm between hub and tip')
      if (m.hubRadiusM > m.outletHubRadiusM)
        refuse(ctx, 'hubRadiusM', 'the bore cannot be wider than the hub that stands in the outlet')
      if (
        (m.bladeCount * m.bladeThicknessM) / Math.sin(m.outletAngleRad) >
        0.8 * Math.PI * (m.outletTipRadiusM + m.outletHubRadiusM)
      )
        refuse(ctx, 'bladeCount', 'so many blades of this thickness close the outlet')
    }),
  )

const axialRows = {
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
  ...print,
}
export const axialSchema = z
  .strictObject({ family: z.literal('axial'), stages: whole('stages'), ...axialRows })
  .superRefine(sound((m, ctx) => checkBlades(ctx, m, m.bladeHeightM)))

export const discPackSchema = z
  .strictObject({
    family: z.literal('disc-pack'),
    discs: whole('discs'),
    gapWidthM: within('gapWidthM'),
    discThicknessM: within('sheetM'),
    outerRadiusM: within('wheelRadiusM'),
    innerRadiusM: within('outletRadiusM'),
    outletShare: within('share'),
    coneAngleRad: within('coneAngleRad'),
    clearanceM: within('gapClearanceM'),
    hubRadiusM: within('hubRadiusM'),
    ...print,
  })
  .superRefine(
    sound((m, ctx) => {
      if (m.innerRadiusM > 0.85 * m.outerRadiusM)
        refuse(ctx, 'innerRadiusM', `the outlet holes must end well inside the rim at ${mm(m.outerRadiusM)}`)
      if (m.innerRadiusM < m.hubRadiusM + 1e-3)
        refuse(ctx, 'innerRadiusM', `the outlet holes need at least 1 mm outside the hub of ${mm(m.hubRadiusM)}`)
    }),
  )

export const vaneSchema = z
  .strictObject({
    family: z.literal('vane-motor'),
    boreRadiusM: within('wheelRadiusM'),
    rotorRadiusM: within('wheelRadiusM'),
    eccentricityM: within('eccentricityM'),
    lengthM: within('motorLengthM'),
    vanes: whole('vanes'),
    vaneThicknessM: within('vaneThicknessM'),
    vaneHeightM: within('vaneHeightM'),
    vaneDensityKgPerM3: within('vaneDensity'),
    inletEndsRad: within('inletEndsRad'),
    exhaustOpensRad: within('exhaustOpensRad'),
    clearanceM: within('gapClearanceM'),
    hubRadiusM: within('hubRadiusM'),
    ...print,
  })
  .superRefine(
    sound((m, ctx) => {
      const room = m.boreRadiusM - m.rotorRadiusM
      if (m.eccentricityM > room)
        refuse(ctx, 'eccentricityM', `the rotor would cut into the bore: at most ${(room * 1000).toFixed(2)} mm`)
      if (m.eccentricityM < 0.3 * room)
        refuse(
          ctx,
          'eccentricityM',
          'the rotor sits so near the middle that the cells hardly change: at least a third of bore less rotor',
        )
      if (m.vaneHeightM > m.rotorRadiusM - m.hubRadiusM - 1e-3)
        refuse(ctx, 'vaneHeightM', 'the slots would run into the hub: shorter vanes or a smaller hub')
      if (m.vaneHeightM < room + m.eccentricityM + 0.5e-3)
        refuse(ctx, 'vaneHeightM', `the vanes fall out: they come out by ${mm(room + m.eccentricityM)}`)
      if (m.vanes * m.vaneThicknessM > 0.6 * 2 * Math.PI * (m.rotorRadiusM - m.vaneHeightM))
        refuse(ctx, 'vaneThicknessM', 'the slots meet at their ends: thinner, fewer or shorter vanes')
      if (m.exhaustOpensRad < m.inletEndsRad + (10 * Math.PI) / 180)
        refuse(ctx, 'exhaustOpensRad', 'the exhaust must open at least 10° after the inlet ends')
      if (m.inletEndsRad < (2 * Math.PI) / m.vanes)
        refuse(
          ctx,
          'inletEndsRad',
          `with ${m.vanes} vanes the inlet must last at least one cell, ${Math.ceil(360 / m.vanes)}°`,
        )
    }),
  )

export const reactionSchema = z
  .strictObject({
    family: z.literal('reaction-rotor'),
    jetRadiusM: within('wheelRadiusM'),
    bodyRadiusM: within('wheelRadiusM'),
    bodyHeightM: within('bladeHeightM'),
    shrouded: z.boolean(),
    pivot: z.enum(['bearings', 'point']),
    pointRadiusM: within('pointRadiusM'),
    sealGapM: within('gapClearanceM'),
    sealRadiusM: within('hubRadiusM'),
    hubRadiusM: within('hubRadiusM'),
    ...print,
  })
  .superRefine(
    sound((m, ctx) => {
      if (m.jetRadiusM > m.bodyRadiusM) refuse(ctx, 'jetRadiusM', 'the jets must lie within the body')
      if (m.jetRadiusM < m.sealRadiusM + 2e-3)
        refuse(ctx, 'jetRadiusM', 'the jets must lie at least 2 mm outside the inlet')
    }),
  )

export const windStackSchema = z
  .strictObject({
    family: z.literal('wind-stack'),
    stages: z.literal(1),
    ...axialRows,
    stackRadiusM: within('stackRadiusM'),
    stackHeightM: within('stackHeightM'),
    stackVanes: whole('stackVanes'),
    vaneSlantRad: within('slantRad'),
  })
  .superRefine(
    sound((m, ctx) => {
      checkBlades(ctx, m, m.bladeHeightM)
      if (m.meanRadiusM + m.bladeHeightM / 2 > m.stackRadiusM)
        refuse(ctx, 'stackRadiusM', 'the wheel must fit into the stack')
    }),
  )

export const impellerSchema = z
  .strictObject({
    tipRadiusM: within('wheelRadiusM'),
    eyeRadiusM: within('outletRadiusM'),
    tipWidthM: within('inletWidthM'),
    blades: whole('impellerBlades'),
    backsweepRad: within('backsweepRad'),
    efficiency: within('efficiency'),
    clearanceM: within('gapClearanceM'),
    stages: whole('impellerStages'),
  })
  .superRefine(
    sound((m, ctx) => {
      if (m.eyeRadiusM > 0.75 * m.tipRadiusM)
        refuse(ctx, 'eyeRadiusM', 'the eye must be within three quarters of the tip radius')
    }),
  )
export const turbineCompressorSchema = z
  .strictObject({
    family: z.literal('turbine-compressor'),
    ...bladedDisc,
    outline: ownBlade,
    impeller: impellerSchema,
    deliveryDiameterM: within('deliveryM'),
  })
  .superRefine(sound((m, ctx) => checkBlades(ctx, m, m.bladeDepthM)))

export const turbineSchema = z.discriminatedUnion('family', [
  tangentialSchema,
  supersonicSchema,
  radialSchema,
  axialSchema,
  discPackSchema,
  vaneSchema,
  reactionSchema,
  windStackSchema,
  turbineCompressorSchema,
])

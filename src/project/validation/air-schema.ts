import * as z from 'zod'
import { LIMITS } from '../document/limits'
import { sound, whole, within } from './schema-base'

const deliverySchema = z.strictObject({
  gaugePressurePa: within('deliveryGaugePressurePa'),
  freeAirM3PerS: within('freeAirM3PerS'),
})

export const displacementSchema = z.strictObject({
  sweptVolumeM3: within('sweptVolumeM3'),
  strokesPerS: within('strokesPerS'),
  clearanceShare: within('clearanceShare'),
  exponent: within('polytropicExponent'),
  lossShare: within('lossShare'),
})

export const compressorSchema = z
  .strictObject({
    kind: z.literal('compressor'),
    /** As measured; null where it is worked out from pump, tank and coil. */
    airTemperatureK: within('airTemperatureK').nullable(),
    pumpEfficiency: within('pumpEfficiency'),
    coil: z
      .strictObject({
        lengthM: within('coilLengthM'),
        boreM: within('coilBoreM'),
        bathTemperatureK: within('bathTemperatureK'),
      })
      .nullable(),
    delivery: z.array(deliverySchema).min(1).max(12),
    /** Used instead of the delivery points where given. */
    displacement: displacementSchema.nullable(),
    /** Used instead of both where given: a tank that fills with nothing drawn from it tells what is delivered. */
    filling: z
      .strictObject({
        fromGaugePressurePa: z.number().min(0).max(LIMITS.supplyGaugePressurePa[1]),
        toGaugePressurePa: within('supplyGaugePressurePa'),
        timeS: within('fillTimeS'),
      })
      .nullable(),
    tankVolumeM3: within('tankVolumeM3'),
    cutInGaugePressurePa: within('supplyGaugePressurePa'),
    cutOutGaugePressurePa: within('supplyGaugePressurePa'),
  })
  .superRefine(
    sound((c, ctx) => {
      if (c.filling && c.filling.toGaugePressurePa <= c.filling.fromGaugePressurePa)
        ctx.addIssue({
          code: 'custom',
          path: ['filling', 'toGaugePressurePa'],
          message: 'it must fill to more than it starts from',
        })
      if (c.cutOutGaugePressurePa <= c.cutInGaugePressurePa)
        ctx.addIssue({ code: 'custom', path: ['cutOutGaugePressurePa'], message: 'cut-out must lie above cut-in' })
      c.delivery.forEach((point, i) => {
        if (i > 0 && point.gaugePressurePa <= c.delivery[i - 1].gaugePressurePa)
          ctx.addIssue({
            code: 'custom',
            path: ['delivery', i, 'gaugePressurePa'],
            message: 'delivery points must rise in pressure',
          })
      })
    }),
  )

export const steadySchema = z.strictObject({
  kind: z.literal('steady'),
  gaugePressurePa: within('supplyGaugePressurePa'),
  airTemperatureK: within('airTemperatureK'),
})

export const vesselSchema = z.strictObject({
  kind: z.literal('vessel'),
  volumeM3: within('vesselVolumeM3'),
  gaugePressurePa: within('supplyGaugePressurePa'),
  airTemperatureK: within('airTemperatureK'),
  heat: z.union([
    z.literal('adiabatic'),
    z.literal('isothermal'),
    z.strictObject({ uaWPerK: within('wallConductance') }),
  ]),
  pump: z.strictObject({ strokeVolumeM3: within('strokeVolumeM3'), deadVolumeM3: within('deadVolumeM3') }),
  /** What the vessel's maker allows, as written on it; null where nothing is. */
  ratedGaugePressurePa: within('ratedGaugePressurePa').nullable(),
})

export const blowerCurveSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('two-figures'),
    shutOffPa: within('blowerPressurePa'),
    freeFlowM3PerS: within('blowerFlowM3PerS'),
    bend: within('blowerBend'),
  }),
  z
    .strictObject({
      kind: z.literal('points'),
      points: z
        .array(
          z.strictObject({
            flowM3PerS: z.number().min(0).max(LIMITS.blowerFlowM3PerS[1]),
            pressurePa: z.number().min(0).max(LIMITS.blowerPressurePa[1]),
          }),
        )
        .min(2)
        .max(20),
    })
    .superRefine(
      sound(({ points }, ctx) => {
        points.forEach((point, i) => {
          if (i > 0 && point.flowM3PerS <= points[i - 1].flowM3PerS)
            ctx.addIssue({ code: 'custom', path: ['points', i, 'flowM3PerS'], message: 'the points must rise in flow' })
          if (i > 0 && point.pressurePa >= points[i - 1].pressurePa)
            ctx.addIssue({
              code: 'custom',
              path: ['points', i, 'pressurePa'],
              message: 'the points must fall in pressure',
            })
        })
      }),
    ),
])

export const blowerSchema = z.strictObject({
  kind: z.literal('blower'),
  /** The class it was started from; free words. */
  label: z.string().max(120),
  curve: blowerCurveSchema,
  inSeries: whole('blowerCount'),
  inParallel: whole('blowerCount'),
  speedShare: within('speedShare'),
  temperatureRiseK: within('temperatureRiseK'),
})

export const breathSchema = z.strictObject({
  kind: z.literal('breath'),
  shutOffPa: within('blowerPressurePa'),
  freeFlowM3PerS: within('blowerFlowM3PerS'),
  lungVolumeM3: within('lungVolumeM3'),
})
export const windSchema = z.strictObject({
  kind: z.literal('wind'),
  speedMPerS: within('windMPerS'),
  areaM2: within('windAreaM2'),
  capture: within('share'),
})
export const balloonSchema = z
  .strictObject({
    kind: z.literal('balloon'),
    restRadiusM: within('restRadiusM'),
    skinThicknessM: within('skinThicknessM'),
    shearModulusPa: within('shearModulusPa'),
    stiffening: within('stiffening'),
    blownVolumeM3: within('vesselVolumeM3'),
    uses: whole('uses'),
    wearPerUse: within('wearPerUse'),
  })
  .superRefine(
    sound((b, ctx) => {
      const rest = ((4 * Math.PI) / 3) * b.restRadiusM ** 3
      if (b.blownVolumeM3 < 1.2 * rest)
        ctx.addIssue({
          code: 'custom',
          path: ['blownVolumeM3'],
          message: `limp it holds ${(rest * 1000).toFixed(2)} L already: blow it up to at least a fifth more`,
        })
      if (b.blownVolumeM3 > 800 * rest)
        ctx.addIssue({
          code: 'custom',
          path: ['blownVolumeM3'],
          message: 'no skin stretches that far: more than nine times in each direction',
        })
    }),
  )

export const supplySchema = z.union([
  compressorSchema,
  steadySchema,
  vesselSchema,
  blowerSchema,
  breathSchema,
  windSchema,
  balloonSchema,
])

export const regulatorSchema = z
  .strictObject({
    kind: z.enum(['diaphragm', 'piston']),
    setGaugePressurePa: within('supplyGaugePressurePa'),
    readWhile: z.enum(['flowing', 'closed']),
    sensingDiameterM: within('sensingDiameterM'),
    springRateNPerM: within('springRateNPerM'),
    seatDiameterM: within('seatDiameterM'),
    greatestLiftM: within('liftM'),
    frictionN: within('frictionN'),
    movingMassKg: within('movingMassKg'),
    chamberVolumeM3: within('chamberVolumeM3'),
  })
  .superRefine(
    sound((r, ctx) => {
      if (r.seatDiameterM > 0.7 * r.sensingDiameterM)
        ctx.addIssue({
          code: 'custom',
          path: ['seatDiameterM'],
          message: 'the seat must be smaller than 0.7 of the diaphragm or piston, or the inlet rules the outlet',
        })
    }),
  )

export const linePartSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('hose'),
    label: z.string().max(120),
    lengthM: within('hoseLengthM'),
    boreM: within('hoseBoreM'),
    roughnessM: within('roughnessM'),
  }),
  z.strictObject({
    kind: z.literal('fitting'),
    label: z.string().max(120),
    sonicConductance: within('sonicConductance'),
    criticalRatio: within('criticalRatio'),
  }),
])

export const lineSchema = z.strictObject({
  regulator: regulatorSchema.nullable(),
  parts: z.array(linePartSchema).max(20),
})

export const outletFormSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('round') }),
  z.strictObject({ kind: z.literal('slot'), aspect: within('slotAspect') }),
  z.strictObject({ kind: z.literal('sector'), innerRadiusM: within('ringRadiusM'), heightM: within('sectorHeightM') }),
  z.strictObject({ kind: z.literal('divided'), parts: z.union([z.literal(2), z.literal(4)]), webM: within('webM') }),
  z.strictObject({ kind: z.literal('ring'), holes: whole('ringHoles'), ringRadiusM: within('ringRadiusM') }),
])

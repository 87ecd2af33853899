import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'
import { bladedDiscFields, ownBlade } from '../schema-parts'

/** The figures of its own. */
export const turbineCompressorFields = {
  family: z.literal('turbine-compressor'),
  ...bladedDiscFields,
  outline: ownBlade,
  impeller: z.strictObject({
    tipRadiusM: within('wheelRadiusM'),
    eyeRadiusM: within('outletRadiusM'),
    tipWidthM: within('inletWidthM'),
    blades: whole('impellerBlades'),
    backsweepRad: within('backsweepRad'),
    efficiency: within('efficiency'),
    clearanceM: within('gapClearanceM'),
    stages: whole('impellerStages'),
  }),
  deliveryDiameterM: within('deliveryM'),
}

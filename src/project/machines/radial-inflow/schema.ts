import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'
import { printFields } from '../schema-parts'

/** The figures of its own. */
export const radialFields = {
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
  ...printFields,
}

import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'
import { printFields } from '../schema-parts'

/** The figures of its own. */
export const discPackFields = {
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
  ...printFields,
}

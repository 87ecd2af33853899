import * as z from 'zod'
import { whole, within } from '../../validation/schema-base'
import { printFields } from '../schema-parts'

/** The figures of its own. */
export const vaneFields = {
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
  ...printFields,
}

import { printOf } from '../../strength'
import { IMPULSE_RANGE, impulseTurbine, type BladedDisc, type Impeller, type Print } from '../../turbine'
import { rimFeatures, rimWheel, tangentialImpulse } from '../tangential-impulse'
import type { RotatingFamily } from '../rotating'

/** A tangential rotor that drives impellers on its own shaft. */
export type TurbineCompressor = {
  readonly family: 'turbine-compressor'
  readonly impeller: Impeller
  readonly deliveryDiameterM: number
} & BladedDisc &
  Print

export const turbineCompressor: RotatingFamily<TurbineCompressor> = {
  coefficients: tangentialImpulse.coefficients,
  plainCoefficients: {},
  holdsBack: false,
  model: (m, around, inlet) => impulseTurbine({ ...around, rotor: m, casing: m.casing }, inlet),
  workingRadiusM: (m) => m.meanRadiusM,
  outerRadiusM: (m) => Math.max(m.meanRadiusM + m.bladeDepthM / 2, m.impeller.tipRadiusM * 1.4),
  runningGap: (m) => ({ of: 'the impeller’s clearance', gapM: m.impeller.clearanceM }),
  features: rimFeatures,
  bodies: (m) => [
    rimWheel(m),
    {
      ...printOf(m),
      name: 'impeller',
      profile: [
        [Math.min(m.hubRadiusM, 0.8 * m.impeller.eyeRadiusM), 4 * m.impeller.tipWidthM + 4e-3],
        [m.impeller.tipRadiusM, 2e-3],
      ],
      carried: 0.3,
      pieces: null,
      copies: m.impeller.stages,
    },
  ],
  driven: ({ impeller, deliveryDiameterM }) => ({ impeller, deliveryDiameterM }),
  range: IMPULSE_RANGE,
  working: {
    torque: 'T = κ · ṁmix · r · (c1u − c2u)',
    source: 'As for a tangential impulse rotor; impellers by Euler with slip after Wiesner (1967)',
    range: 'Estimate. Turbine a factor of about 1.5; impeller efficiency is put in.',
  },
}

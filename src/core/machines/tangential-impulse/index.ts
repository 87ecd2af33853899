import { bladedRim, evenDisc } from '../../strength'
import { IMPULSE_RANGE, impulseTurbine, type BladedDisc, type Print } from '../../turbine'
import { passage, type RotatingFamily } from '../rotating'

export type TangentialImpulse = { readonly family: 'tangential-impulse' } & BladedDisc & Print

/** The wheel of a rotor whose blades stand on its rim, their depth along the radius. */
export const rimWheel = (m: BladedDisc & Print) => ({
  name: 'rotor',
  profile: evenDisc(m.hubRadiusM, m.meanRadiusM - m.bladeDepthM / 2, m.discThicknessM),
  pieces: bladedRim(m, m.bladeDepthM, Math.min(m.bladeHeightM, m.discThicknessM), m.bladeHeightM),
  materialId: m.materialId,
  infill: m.infill,
  loadedAcrossLayers: m.loadedAcrossLayers,
  carried: 0,
  holeFactor: 1,
  copies: 1,
})

export const rimFeatures = (m: BladedDisc): readonly number[] =>
  passage(m.meanRadiusM - m.bladeDepthM / 2, m.bladeCount, m.bladeThicknessM)

export const tangentialImpulse: RotatingFamily<TangentialImpulse> = {
  coefficients: ['discharge', 'velocity', 'entrainment', 'capture', 'passage', 'ventilation', 'bearing'],
  plainCoefficients: {},
  holdsBack: false,
  model: (m, around, inlet) =>
    impulseTurbine(
      {
        nozzle: around.nozzle,
        bearings: around.bearings,
        coefficients: around.coefficients,
        rotor: m,
        casing: m.casing,
      },
      inlet,
    ),
  workingRadiusM: (m) => m.meanRadiusM,
  outerRadiusM: (m) => m.meanRadiusM + m.bladeDepthM / 2,
  runningGap: ({ casing }) =>
    casing.kind === 'close' ? { of: 'the casing’s clearance', gapM: casing.clearanceM } : null,
  features: rimFeatures,
  bodies: (m) => [rimWheel(m)],
  range: IMPULSE_RANGE,
  working: {
    torque: 'T = κ · ṁmix · r · (c1u − c2u)',
    source:
      'Euler’s turbine equation; jet mixing by Ricou & Spalding (1961); ventilation in Traupel’s form; disc drag by Daily & Nece (1960)',
    range:
      'Estimate. One to six round jets, 100–700 kPa gauge, 20–120 mm rotors; with plain coefficients a factor of about 1.5.',
  },
}

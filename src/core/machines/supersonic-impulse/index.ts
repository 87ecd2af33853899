import { bladedRim, evenDisc, printOf } from '../../strength'
import { RANGE, extraOf, rangeRule, supersonicTurbine, type BladedDisc, type Print } from '../../turbine'
import { passage, type RotatingFamily } from '../rotating'

export type SupersonicImpulse = { readonly family: 'supersonic-impulse' } & BladedDisc & Print

export const supersonicImpulse: RotatingFamily<SupersonicImpulse> = {
  coefficients: ['discharge', 'velocity', 'entrainment', 'capture', 'passage', 'ventilation', 'bearing'],
  plainCoefficients: {
    capture: { value: 0.85, standardUncertainty: 0.08 },
    passage: { value: 0.85, standardUncertainty: 0.1 },
  },
  holdsBack: false,
  model: (m, around, inlet) => supersonicTurbine({ ...around, rotor: m, casing: m.casing }, inlet),
  workingRadiusM: (m) => m.meanRadiusM,
  outerRadiusM: (m) => m.meanRadiusM + m.bladeHeightM / 2,
  runningGap: ({ casing }) =>
    casing.kind === 'close' ? { of: 'the casing’s clearance', gapM: casing.clearanceM } : null,
  features: (m) => passage(m.meanRadiusM - m.bladeHeightM / 2, m.bladeCount, m.bladeThicknessM),
  bodies: (m) => [
    {
      ...printOf(m),
      name: 'rotor',
      profile: evenDisc(m.hubRadiusM, m.meanRadiusM - m.bladeHeightM / 2, m.discThicknessM),
      pieces: bladedRim(m, m.bladeHeightM, Math.min(m.bladeDepthM, m.discThicknessM), m.bladeDepthM),
    },
  ],
  range: [
    RANGE.pressure(150, 900),
    RANGE.diameter(20, 150),
    RANGE.rimSpeed(300),
    RANGE.blades,
    rangeRule('mach', '', 0, 3, ({ best }) => extraOf(best, 'inlet-mach')),
  ],
  working: {
    torque: 'T = κ · ṁmix · r · (c1u − c2u), passages that do not start lose a normal shock',
    source: 'Euler’s turbine equation; Kantrowitz & Donaldson (1945); Traupel’s ventilation form; Daily & Nece (1960)',
    range: 'Estimate. Jets at Mach 1–3; with plain coefficients a third.',
  },
}

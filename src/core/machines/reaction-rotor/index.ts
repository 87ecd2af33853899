import { evenDisc, materialById, printOf } from '../../strength'
import { RANGE, reactionTurbine, type OwnMachine, type Print, type ReactionMachine } from '../../turbine'
import type { RotatingFamily } from '../rotating'

export type ReactionRotor = { readonly family: 'reaction-rotor'; readonly hubRadiusM: number } & Omit<
  OwnMachine<ReactionMachine>,
  'massKg'
> &
  Print

/** Mass of the body on its point: a disc of half its volume, of its own material. kg. */
const bodyMass = (m: ReactionRotor): number =>
  0.5 * Math.PI * m.bodyRadiusM ** 2 * m.bodyHeightM * materialById(m.materialId).densityKgPerM3 * m.infill

export const reactionRotor: RotatingFamily<ReactionRotor> = {
  coefficients: ['discharge', 'velocity', 'capture', 'leakage', 'ventilation', 'sliding', 'bearing'],
  plainCoefficients: { capture: { value: 0.85, standardUncertainty: 0.18 } },
  holdsBack: true,
  model: (m, around, inlet) => reactionTurbine({ ...m, massKg: bodyMass(m), ...around }, inlet),
  workingRadiusM: (m) => m.jetRadiusM,
  outerRadiusM: (m) => m.bodyRadiusM,
  runningGap: (m) => ({ of: 'the seal’s gap', gapM: m.sealGapM }),
  features: () => [],
  bodies: (m) => [
    {
      ...printOf(m),
      name: 'rotor',
      profile: evenDisc(Math.max(m.hubRadiusM, m.sealRadiusM), m.bodyRadiusM, m.bodyHeightM * 0.5),
      carried: 0.2,
      holeFactor: 2.5,
      pieces: null,
    },
  ],
  range: [RANGE.pressure(1, 500), RANGE.diameter(10, 200), RANGE.rimSpeed(300)],
  working: {
    torque: 'T = r · (F·cosβ − ṁ·u), F from p and T raised by the turning',
    source: 'Euler’s turbine equation with rothalpy; NACA Report 1135; Daily & Nece (1960)',
    range: 'Estimate. Rim speeds below 300 m/s; torque a quarter, drag of open arms a factor of two.',
  },
}

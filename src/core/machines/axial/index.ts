import { bladedRim, evenDisc, printOf } from '../../strength'
import { ROWS_RANGE, axialTurbine, type AxialMachine, type OwnMachine, type Print } from '../../turbine'
import { PRINTED_SEATS, passage, type RotatingFamily } from '../rotating'

/** Wheels with axial flow: what stages and a wind stack's wheel share. */
export type AxialRows = { readonly hubRadiusM: number } & OwnMachine<AxialMachine> & Print
export type Axial = { readonly family: 'axial' } & AxialRows

export const rowsBodies = (m: AxialRows) => [
  {
    ...printOf(m),
    name: 'rotor',
    profile: evenDisc(m.hubRadiusM, m.meanRadiusM - m.bladeHeightM / 2, m.chordM),
    copies: m.stages,
    pieces: bladedRim(m, m.bladeHeightM, m.chordM, m.chordM),
  },
]
export const rowsFeatures = (m: AxialRows): readonly number[] =>
  passage(m.meanRadiusM - m.bladeHeightM / 2, m.bladeCount, m.bladeThicknessM)
export const tipGap = (m: AxialRows) => ({ of: 'the tip gap', gapM: m.tipClearanceM })

export const axial: RotatingFamily<Axial> = {
  coefficients: ['discharge', 'velocity', 'capture', 'rowLoss', 'leakage', 'ventilation', 'bearing'],
  plainCoefficients: {
    capture: { value: 0.4, standardUncertainty: 0.15 },
    leakage: { value: 1.5, standardUncertainty: 0.6 },
    bearing: PRINTED_SEATS,
  },
  holdsBack: true,
  model: (m, around, inlet) => axialTurbine({ ...m, ...around }, inlet),
  workingRadiusM: (m) => m.meanRadiusM,
  outerRadiusM: (m) => m.meanRadiusM + m.bladeHeightM / 2,
  runningGap: tipGap,
  features: rowsFeatures,
  bodies: rowsBodies,
  range: ROWS_RANGE,
  working: {
    torque: 'T = (1 − leak) · ṁ · r · Σ(c1u − c2u), row by row',
    source:
      'Euler’s turbine equation; row losses by Soderberg (1949) times a factor for printed rows; Daily & Nece (1960)',
    range: 'Estimate. Subsonic rows; with plain coefficients a third.',
  },
}

import { printOf } from '../../strength'
import {
  RANGE,
  extraOf,
  radialTurbine,
  rangeRule,
  type OwnMachine,
  type Print,
  type RadialMachine,
} from '../../turbine'
import { PRINTED_SEATS, passage, type RotatingFamily } from '../rotating'

export type RadialInflow = {
  readonly family: 'radial-inflow'
  readonly discThicknessM: number
  readonly hubRadiusM: number
} & OwnMachine<RadialMachine> &
  Print

export const radialInflow: RotatingFamily<RadialInflow> = {
  coefficients: ['discharge', 'velocity', 'capture', 'passage', 'leakage', 'ventilation', 'bearing'],
  plainCoefficients: {
    capture: { value: 0.55, standardUncertainty: 0.15 },
    passage: { value: 0.75, standardUncertainty: 0.1 },
    leakage: { value: 1.5, standardUncertainty: 0.6 },
    bearing: PRINTED_SEATS,
  },
  holdsBack: true,
  model: (m, around, inlet) => radialTurbine({ ...m, ...around }, inlet),
  workingRadiusM: (m) => m.inletRadiusM,
  // with its volute
  outerRadiusM: (m) => m.inletRadiusM * 1.4,
  runningGap: (m) => ({ of: 'the gap between blades and shroud', gapM: m.clearanceM }),
  features: (m) => passage(m.outletHubRadiusM, m.bladeCount, m.bladeThicknessM),
  bodies: (m) => [
    {
      ...printOf(m),
      name: 'rotor',
      profile: [
        [m.hubRadiusM, m.discThicknessM + 0.5 * m.inletRadiusM],
        [m.inletRadiusM, m.discThicknessM],
      ],
      // blades stand on the disc's face: they load it, and stiffen it little
      carried: (m.bladeCount * m.bladeThicknessM * m.inletWidthM) / (Math.PI * m.inletRadiusM * m.discThicknessM),
      pieces: null,
    },
  ],
  range: [
    RANGE.pressure(0.5, 150),
    RANGE.diameter(20, 150),
    RANGE.rimSpeed(250),
    RANGE.blades,
    rangeRule('exit-mach-radial', '', 0, 1, ({ best }) => extraOf(best, 'outlet-mach')),
    rangeRule('outlet-radius', '', 0.2, 0.75, ({ machine }) => machine.outletTipRadiusM / machine.inletRadiusM),
  ],
  working: {
    torque: 'T = (1 − leak) · ṁ · (r2·c2u − r3·c3u), rothalpy kept through the rotor',
    source: 'Euler’s turbine equation; slip by Wiesner (1967); Daily & Nece (1960)',
    range: 'Estimate. Subsonic rotor passages; with plain coefficients a third.',
  },
}

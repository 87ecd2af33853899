import { evenDisc, printOf } from '../../strength'
import {
  RANGE,
  discPackTurbine,
  extraOf,
  rangeRule,
  type DiscPackMachine,
  type OwnMachine,
  type Print,
} from '../../turbine'
import type { RotatingFamily } from '../rotating'

export type DiscPack = { readonly family: 'disc-pack'; readonly hubRadiusM: number } & OwnMachine<DiscPackMachine> &
  Print

/** Rise of stress at the outlet holes. Estimate. */
const HOLES = 2

export const discPack: RotatingFamily<DiscPack> = {
  coefficients: ['discharge', 'velocity', 'capture', 'shear', 'rowLoss', 'ventilation', 'bearing'],
  plainCoefficients: {
    capture: { value: 0.75, standardUncertainty: 0.15 },
    shear: { value: 0.9, standardUncertainty: 0.2 },
  },
  holdsBack: true,
  model: (m, around, inlet) => discPackTurbine({ ...m, ...around }, inlet),
  workingRadiusM: (m) => m.outerRadiusM,
  outerRadiusM: (m) => m.outerRadiusM,
  runningGap: (m) => ({ of: 'the gap round the discs', gapM: m.clearanceM }),
  features: (m) => [m.discThicknessM],
  bodies: (m) => [
    {
      ...printOf(m),
      name: 'disc',
      profile: evenDisc(m.hubRadiusM, m.outerRadiusM, m.discThicknessM),
      holeFactor: HOLES,
      pieces: null,
      copies: m.discs,
    },
  ],
  range: [
    RANGE.pressure(0.2, 300),
    RANGE.diameter(20, 150),
    RANGE.rimSpeed(250),
    rangeRule('gap-group', '', 0, 1.5, ({ best }) => extraOf(best, 'gap-group')),
  ],
  working: {
    torque: 'T = ṁ · (ro·vo − ri·vi), dW/dx = (48x/Re − 1/x)·W − 2',
    source: 'Carey (2010), with density and friction along the way; Daily & Nece (1960) for the outer faces',
    range: 'Estimate. Best with (b/2)·√(ω/ν) below 1.5; with plain coefficients a third.',
  },
}

import { evenDisc, printOf } from '../../strength'
import { RANGE, extraOf, rangeRule, vaneTurbine, type OwnMachine, type Print, type VaneMachine } from '../../turbine'
import type { RotatingFamily } from '../rotating'

export type VaneMotor = { readonly family: 'vane-motor'; readonly hubRadiusM: number } & OwnMachine<VaneMachine> & Print

export const vaneMotor: RotatingFamily<VaneMotor> = {
  coefficients: ['discharge', 'leakage', 'sliding', 'bearing'],
  plainCoefficients: {
    leakage: { value: 0.8, standardUncertainty: 0.35 },
    sliding: { value: 0.3, standardUncertainty: 0.08 },
  },
  holdsBack: true,
  model: (m, around, inlet) => vaneTurbine({ ...m, ...around }, inlet),
  workingRadiusM: (m) => m.rotorRadiusM,
  outerRadiusM: (m) => m.boreRadiusM,
  tallestM: (m) => m.lengthM,
  runningGap: (m) => ({ of: 'the gap at ends and tips', gapM: m.clearanceM }),
  features: (m) => [m.vaneThicknessM, (2 * Math.PI * (m.rotorRadiusM - m.vaneHeightM)) / m.vanes - m.vaneThicknessM],
  bodies: (m) => {
    const core = Math.max(m.hubRadiusM + 1e-3, m.rotorRadiusM - m.vaneHeightM)
    const land = (r: number) => Math.max(0.2e-3, (2 * Math.PI * r) / m.vanes - m.vaneThicknessM)
    return [
      {
        ...printOf(m),
        name: 'rotor',
        profile: evenDisc(m.hubRadiusM, core, m.lengthM),
        pieces: {
          name: 'land between slots',
          count: m.vanes,
          lengthM: Math.max(1e-4, m.rotorRadiusM - core),
          rootAreaM2: land(core) * m.lengthM,
          meanAreaM2: land((core + m.rotorRadiusM) / 2) * m.lengthM,
          cornerFactor: 3,
        },
      },
    ]
  },
  range: [
    RANGE.pressure(30, 800),
    RANGE.diameter(10, 100),
    rangeRule('vanes', '', 3, 12, ({ machine }) => machine.vanes),
    rangeRule('tip-speed', 'm/s', 0, 20, ({ best }) => extraOf(best, 'tip-speed')),
  ],
  working: {
    torque: 'T = z/2π · ∮ p dV of one cell, filled through the port',
    source: 'First law of an open volume; cell volume in closed form',
    range: 'Estimate. Mean over a turn; torque a third, air leaked a half.',
  },
}

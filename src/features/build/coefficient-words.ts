import type { CoefficientName } from '../../core/turbine'

/** What makers call the coefficients that no drawing fixes. */
export const COEFFICIENT_WORDS: Readonly<Record<CoefficientName, string>> = {
  discharge: 'discharge Cd',
  velocity: 'nozzle speed φ',
  entrainment: 'jet mixing',
  capture: 'share caught',
  passage: 'passage speed',
  ventilation: 'pumping and faces',
  bearing: 'bearing drag',
  rowLoss: 'losses of printed rows',
  leakage: 'gaps and leaks',
  sliding: 'sliding friction',
  shear: 'shear between discs',
}

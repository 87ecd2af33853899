import type { CoefficientOrigin } from '../../core/calibration'
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

/** What each of them is, in a sentence. */
export const COEFFICIENT_MEANS: Readonly<Record<CoefficientName, string>> = {
  discharge: 'Flow that the hole passes, over that of its full width without losses.',
  velocity: 'Speed of the jet, over that without losses.',
  entrainment: 'How much room air the jet drags along on its way; 1 is a free jet, more where blades cut it.',
  capture: 'Share of the jet that does go through the blades or into the rotor.',
  passage: 'Speed that is left behind the blades, over what their shape alone would leave.',
  ventilation: 'Drag of idle blades and of the discs’ faces, over the usual.',
  bearing: 'Drag of the bearings, over that of their class.',
  rowLoss: 'Losses of guided rows, over those of clean metal blades.',
  leakage: 'What passes through the gaps, over what their width says.',
  sliding: 'Friction coefficient where parts slide on each other.',
  shear: 'Grip between discs and air, over that of smooth discs.',
}

/** Where a coefficient comes from. */
export const ORIGIN_WORDS: Readonly<Record<CoefficientOrigin, string>> = {
  default: 'Plain estimate',
  typed: 'Your own',
  runs: 'Measured',
}

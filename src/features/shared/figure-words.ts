const WORDS: Readonly<Record<string, string>> = {
  bestPowerW: 'peak power',
  bestSpeedRadPerS: 'speed of peak power',
  powerAtLoadW: 'power at the load',
  stallTorqueNm: 'torque at rest',
  freeSpeedRadPerS: 'free speed',
  massFlowKgPerS: 'air',
  electricalPowerW: 'electrical power',
  effectiveAreaM2: 'effective area',
  tankFlowKgPerS: 'air at that pressure',
  heardSpeedRadPerS: 'speed heard',
  greatestSpeedRadPerS: 'greatest speed',
  shaftPowerW: 'shaft power',
  speedRadPerS: 'speed it keeps',
  airPerTurnKg: 'air a turn',
  workPerAirJPerKg: 'work of the air',
  indicatedPowerW: 'power in the cylinder',
  brakeMeanPressurePa: 'mean pressure at the shaft',
  efficiency: 'of what its air could give',
  thrust: 'push',
  impulse: 'impulse',
  runTime: 'time it pushes',
  topSpeed: 'top speed',
  distance: 'distance',
}

/** What a figure is called; its code where nobody named it. */
export const figureWords = (id: string): string => WORDS[id] ?? id

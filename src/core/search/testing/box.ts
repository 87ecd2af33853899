import { type PredictionInput } from '../../prediction'
import { spindle } from '../../prediction/testing/spindle'
import { type SearchSpec } from '..'

export const deg = Math.PI / 180
export const base: PredictionInput = {
  ambient: { absolutePressurePa: 101325, temperatureK: 293.15, relativeHumidity: 0.6 },
  supply: {
    kind: 'compressor',
    airTemperatureK: 293.15,
    pumpEfficiency: 0.65,
    coil: null,
    delivery: [
      { gaugePressurePa: 200e3, freeAirM3PerS: 125 / 60_000 },
      { gaugePressurePa: 700e3, freeAirM3PerS: 80 / 60_000 },
    ],
    tankVolumeM3: 0.024,
    cutInGaugePressurePa: 550e3,
    cutOutGaugePressurePa: 750e3,
  },
  line: {
    regulator: {
      kind: 'diaphragm',
      setGaugePressurePa: 350e3,
      readWhile: 'flowing',
      sensingDiameterM: 0.04,
      springRateNPerM: 12_000,
      seatDiameterM: 6e-3,
      greatestLiftM: 1.5e-3,
      frictionN: 1,
      movingMassKg: 0.015,
      chamberVolumeM3: 60e-6,
    },
    parts: [{ kind: 'hose', lengthM: 3, boreM: 8e-3, roughnessM: 1.5e-6 }],
  },
  ...spindle,
  leastGaugePressurePa: 0,
}
export const spec: SearchSpec = {
  base,
  variables: [
    { path: 'nozzle.throatDiameterM', from: 0.8e-3, to: 3e-3 },
    { path: 'machine.meanRadiusM', from: 0.02, to: 0.045 },
    { path: 'machine.bladeCount', from: 6, to: 24, whole: true },
    { path: 'nozzle.angleRad', from: 5 * deg, to: 35 * deg },
  ],
  constraints: { leastStressMargin: 4, mostBearingShare: 1, bedM: 0.2 },
  goal: 'best-power',
  designs: 900,
  seed: 3,
  shard: { index: 0, of: 1 },
}

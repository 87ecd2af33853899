import { DEFAULT_COEFFICIENTS } from '../../turbine'
import type { PredictionInput } from '..'

const deg = Math.PI / 180

/** One tangential machine with its jet, shaft and load, without supply and line. */
export const spindle = {
  nozzle: {
    throatDiameterM: 1.5e-3,
    exitDiameterM: 1.5e-3,
    count: 1,
    angleRad: 18 * deg,
    gapM: 4e-3,
    form: { kind: 'round' },
  },
  machine: {
    family: 'tangential-impulse',
    meanRadiusM: 0.027,
    bladeHeightM: 9e-3,
    bladeDepthM: 8e-3,
    bladeCount: 12,
    bladeThicknessM: 1.6e-3,
    profile: 'scoop',
    inletAngleRad: 35 * deg,
    outletAngleRad: 35 * deg,
    discThicknessM: 9e-3,
    hubRadiusM: 8e-3,
    casing: { kind: 'open', clearanceM: 2e-3 },
    materialId: 'petg',
    infill: 1,
    loadedAcrossLayers: false,
  },
  shaft: {
    bearingClassId: '625',
    bearingCount: 2,
    diameterM: 5e-3,
    spanM: 0.03,
    overhangM: 0,
    sideLoadN: 0,
    balanceGradeMPerS: 6.3e-3,
  },
  load: { speedRadPerS: 1047, wantedPowerW: 6 },
  coefficients: DEFAULT_COEFFICIENTS,
} satisfies Partial<PredictionInput>

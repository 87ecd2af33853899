import { type TurbineInlet, type TurbineSurroundings } from '..'
import {
  defaultCoefficients,
  turbineModel,
  type Axial,
  type Family,
  type TurbineMachine,
  type RadialInflow,
} from '../../machines'

export const deg = Math.PI / 180
export const rpm = Math.PI / 30
export const mm = 1e-3
export const inlet = (gaugePa: number, temperatureK = 293.15): TurbineInlet => ({
  totalPressurePaAbs: 101325 + gaugePa,
  totalTemperatureK: temperatureK,
  backPressurePaAbs: 101325,
  ambientTemperatureK: 293.15,
})
export const PRINT = { materialId: 'petg', infill: 1, loadedAcrossLayers: false }
export const ideal = { value: 1, standardUncertainty: 0 }
export const none = { value: 1e-9, standardUncertainty: 0 }

export const bladed = {
  meanRadiusM: 0.03,
  bladeHeightM: 0.01,
  bladeDepthM: 0.01,
  bladeCount: 30,
  profile: 'aerofoil' as const,
  inletAngleRad: 30 * deg,
  outletAngleRad: 30 * deg,
  bladeThicknessM: 0.8 * mm,
  discThicknessM: 6 * mm,
  hubRadiusM: 6 * mm,
  casing: { kind: 'close' as const, clearanceM: 1 * mm },
  ...PRINT,
}
export const axial: Axial = {
  family: 'axial',
  stages: 3,
  meanRadiusM: 0.02,
  bladeHeightM: 0.008,
  chordM: 0.008,
  bladeCount: 20,
  bladeThicknessM: 1 * mm,
  profile: 'aerofoil',
  inletAngleRad: 60 * deg,
  outletAngleRad: 35 * deg,
  statorAngleRad: 35 * deg,
  tipClearanceM: 0.4 * mm,
  hubRadiusM: 5 * mm,
  ...PRINT,
}
export const radial: RadialInflow = {
  family: 'radial-inflow',
  feed: 'volute',
  inletRadiusM: 0.025,
  inletWidthM: 4 * mm,
  outletTipRadiusM: 0.014,
  outletHubRadiusM: 5 * mm,
  outletAngleRad: 40 * deg,
  bladeCount: 10,
  bladeThicknessM: 1 * mm,
  clearanceM: 0.4 * mm,
  discThicknessM: 4 * mm,
  hubRadiusM: 4 * mm,
  ...PRINT,
}

export const machines = {
  'tangential-impulse': { family: 'tangential-impulse', ...bladed, bladeCount: 12, profile: 'scoop' },
  'supersonic-impulse': { family: 'supersonic-impulse', ...bladed },
  'radial-inflow': radial,
  axial,
  'disc-pack': {
    family: 'disc-pack',
    discs: 10,
    gapWidthM: 0.5 * mm,
    discThicknessM: 1 * mm,
    outerRadiusM: 0.03,
    innerRadiusM: 0.01,
    outletShare: 0.7,
    coneAngleRad: 0,
    clearanceM: 0.5 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  },
  'vane-motor': {
    family: 'vane-motor',
    boreRadiusM: 0.02,
    rotorRadiusM: 0.0175,
    eccentricityM: 2.3 * mm,
    lengthM: 0.025,
    vanes: 5,
    vaneThicknessM: 2 * mm,
    vaneHeightM: 10 * mm,
    vaneDensityKgPerM3: 1300,
    inletEndsRad: 110 * deg,
    exhaustOpensRad: 220 * deg,
    clearanceM: 0.06 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  },
  'reaction-rotor': {
    family: 'reaction-rotor',
    jetRadiusM: 0.03,
    bodyRadiusM: 0.032,
    bodyHeightM: 0.01,
    shrouded: true,
    pivot: 'bearings',
    pointRadiusM: 0.3 * mm,
    sealGapM: 0.1 * mm,
    sealRadiusM: 4 * mm,
    hubRadiusM: 4 * mm,
    ...PRINT,
  },
  'wind-stack': {
    ...axial,
    family: 'wind-stack',
    stages: 1,
    meanRadiusM: 0.04,
    bladeHeightM: 0.02,
    stackRadiusM: 0.1,
    stackHeightM: 0.2,
    stackVanes: 10,
    vaneSlantRad: 45 * deg,
  },
  'turbine-compressor': {
    family: 'turbine-compressor',
    ...bladed,
    impeller: {
      tipRadiusM: 0.03,
      eyeRadiusM: 0.012,
      tipWidthM: 4 * mm,
      blades: 12,
      backsweepRad: 30 * deg,
      efficiency: 0.5,
      clearanceM: 0.3 * mm,
      stages: 1,
    },
    deliveryDiameterM: 6 * mm,
  },
} satisfies Partial<Record<Family, TurbineMachine>>
export const feeds = {
  'tangential-impulse': { throatDiameterM: 1.6 * mm, count: 1, angleRad: 15 * deg, gapM: 3 * mm },
  'supersonic-impulse': {
    throatDiameterM: 1.6 * mm,
    exitDiameterM: 2 * mm,
    count: 2,
    angleRad: 20 * deg,
    gapM: 1 * mm,
  },
  'radial-inflow': { throatDiameterM: 4 * mm, count: 2, angleRad: 15 * deg, gapM: 2 * mm },
  axial: { throatDiameterM: 3 * mm, count: 8, angleRad: 25 * deg, gapM: 2 * mm },
  'disc-pack': { throatDiameterM: 2 * mm, count: 2, angleRad: 10 * deg, gapM: 1 * mm },
  'vane-motor': { throatDiameterM: 6 * mm, count: 1, angleRad: 0, gapM: 0 },
  'reaction-rotor': { throatDiameterM: 1.2 * mm, count: 2, angleRad: 5 * deg, gapM: 0 },
  'wind-stack': { throatDiameterM: 20 * mm, count: 8, angleRad: 30 * deg, gapM: 5 * mm },
  'turbine-compressor': { throatDiameterM: 2 * mm, count: 2, angleRad: 15 * deg, gapM: 2 * mm },
}
export type Tried = keyof typeof machines
export const pressures: Partial<Record<Tried, number>> = { 'wind-stack': 60, 'radial-inflow': 60e3, axial: 80e3 }
export const around = (family: Tried): TurbineSurroundings => ({
  nozzle: feeds[family],
  bearings: { classId: '623', count: 2 },
  coefficients: defaultCoefficients(family),
})
export const modelOf = (family: Tried, gaugePa = pressures[family] ?? 300e3) =>
  turbineModel(machines[family], around(family), inlet(gaugePa))

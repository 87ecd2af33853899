import type { Feed, ShaftLoad } from './document-types'

export const deg = Math.PI / 180
export const mm = 1e-3

export const PRINT = { materialId: 'petg', infill: 1, loadedAcrossLayers: false } as const

/** A disc with blades on its rim. */
export const BLADED = {
  meanRadiusM: 27 * mm,
  bladeHeightM: 9 * mm,
  bladeDepthM: 8 * mm,
  bladeCount: 12,
  bladeThicknessM: 1.6 * mm,
  profile: 'scoop',
  inletAngleRad: 35 * deg,
  outletAngleRad: 35 * deg,
  discThicknessM: 9 * mm,
  hubRadiusM: 8 * mm,
  casing: { kind: 'open', clearanceM: 2 * mm },
  outline: null,
  ...PRINT,
} as const

/** Wheels with axial flow. */
export const ROWS = {
  meanRadiusM: 18 * mm,
  bladeHeightM: 4 * mm,
  chordM: 6 * mm,
  bladeCount: 20,
  bladeThicknessM: 0.9 * mm,
  profile: 'aerofoil',
  inletAngleRad: 60 * deg,
  outletAngleRad: 35 * deg,
  statorAngleRad: 35 * deg,
  tipClearanceM: 0.4 * mm,
  hubRadiusM: 6 * mm,
  outline: null,
  ...PRINT,
} as const

export const feed = (throatM: number, count: number, angle: number, gapM: number, inletBoreM: number): Feed => ({
  throatDiameterM: throatM,
  exitDiameterM: throatM,
  count,
  inletBoreM,
  angleRad: angle * deg,
  gapM,
  form: { kind: 'round' },
  edge: 'rounded',
  gaugeId: null,
})

export const load = (label: string, speedRpm: number, wantedPowerW: number): ShaftLoad => ({
  label,
  speedRadPerS: (speedRpm * Math.PI) / 30,
  wantedPowerW,
})

import { DEFAULT_COEFFICIENTS } from '../../core/turbine'
import type { Build, TurbineBuild } from '../validation/schema'
import { defaultCoefficients, type Family } from '../../core/machines'

const deg = Math.PI / 180
const rpm = Math.PI / 30
const mm = 1e-3

const print = { materialId: 'petg', infill: 1, loadedAcrossLayers: false } as const
const bladed = {
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
  ...print,
} as const
const rows = {
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
  ...print,
} as const

/** A machine of a family with figures that work together: where a maker starts from. */
export function newMachine(family: Family): TurbineBuild['machine'] {
  switch (family) {
    case 'tangential-impulse':
      return { family, ...structuredClone(bladed), outline: null }
    case 'supersonic-impulse':
      return {
        family,
        ...structuredClone(bladed),
        meanRadiusM: 30 * mm,
        bladeHeightM: 6 * mm,
        bladeDepthM: 8 * mm,
        bladeCount: 36,
        bladeThicknessM: 0.8 * mm,
        profile: 'constant-width',
        inletAngleRad: 28 * deg,
        outletAngleRad: 28 * deg,
        casing: { kind: 'close', clearanceM: 0.5 * mm },
        outline: null,
      }
    case 'radial-inflow':
      return {
        family,
        feed: 'volute',
        inletRadiusM: 30 * mm,
        inletWidthM: 4 * mm,
        outletTipRadiusM: 15 * mm,
        outletHubRadiusM: 5 * mm,
        outletAngleRad: 40 * deg,
        bladeCount: 11,
        bladeThicknessM: 1.2 * mm,
        clearanceM: 0.4 * mm,
        discThicknessM: 4 * mm,
        hubRadiusM: 4 * mm,
        ...print,
      }
    case 'axial':
      return { family, stages: 3, ...structuredClone(rows) }
    case 'disc-pack':
      return {
        family,
        discs: 10,
        gapWidthM: 0.6 * mm,
        discThicknessM: 1.2 * mm,
        outerRadiusM: 30 * mm,
        innerRadiusM: 11 * mm,
        outletShare: 0.6,
        coneAngleRad: 0,
        clearanceM: 0.5 * mm,
        hubRadiusM: 5 * mm,
        ...print,
      }
    case 'vane-motor':
      return {
        family,
        boreRadiusM: 16 * mm,
        rotorRadiusM: 13.8 * mm,
        eccentricityM: 2.1 * mm,
        lengthM: 18 * mm,
        vanes: 5,
        vaneThicknessM: 1.6 * mm,
        vaneHeightM: 8.7 * mm,
        vaneDensityKgPerM3: 1300,
        inletEndsRad: 125 * deg,
        exhaustOpensRad: 215 * deg,
        clearanceM: 0.1 * mm,
        hubRadiusM: 4 * mm,
        ...print,
      }
    case 'reaction-rotor':
      return {
        family,
        jetRadiusM: 28 * mm,
        bodyRadiusM: 32 * mm,
        bodyHeightM: 10 * mm,
        shrouded: true,
        pivot: 'bearings',
        pointRadiusM: 0.3 * mm,
        sealGapM: 0.1 * mm,
        sealRadiusM: 4 * mm,
        hubRadiusM: 4 * mm,
        ...print,
      }
    case 'wind-stack':
      return {
        family,
        stages: 1,
        ...structuredClone(rows),
        meanRadiusM: 55 * mm,
        bladeHeightM: 34 * mm,
        chordM: 14 * mm,
        bladeCount: 9,
        bladeThicknessM: 1.6 * mm,
        inletAngleRad: 60 * deg,
        outletAngleRad: 32 * deg,
        tipClearanceM: 0.8 * mm,
        hubRadiusM: 12 * mm,
        stackRadiusM: 180 * mm,
        stackHeightM: 360 * mm,
        stackVanes: 12,
        vaneSlantRad: 45 * deg,
      }
    case 'turbine-compressor':
      return {
        family,
        ...structuredClone(bladed),
        outline: null,
        casing: { kind: 'close', clearanceM: 1 * mm },
        impeller: {
          tipRadiusM: 42 * mm,
          eyeRadiusM: 11 * mm,
          tipWidthM: 2 * mm,
          blades: 12,
          backsweepRad: 30 * deg,
          efficiency: 0.5,
          clearanceM: 0.25 * mm,
          stages: 2,
        },
        deliveryDiameterM: 3.5 * mm,
      }
  }
}

const feed = (
  throatDiameterM: number,
  count: number,
  angle: number,
  gapM: number,
  inletBoreM: number,
): TurbineBuild['nozzle'] => ({
  throatDiameterM,
  exitDiameterM: throatDiameterM,
  count,
  inletBoreM,
  angleRad: angle * deg,
  gapM,
  form: { kind: 'round' },
  edge: 'rounded',
  gaugeId: null,
})

/** Feed that suits a family's first machine. */
export function newFeed(family: Family): TurbineBuild['nozzle'] {
  switch (family) {
    case 'tangential-impulse':
      return feed(1.5 * mm, 1, 18, 4 * mm, 6 * mm)
    case 'supersonic-impulse':
      return { ...feed(1.1 * mm, 2, 20, 1 * mm, 6 * mm), exitDiameterM: 1.22 * mm }
    case 'radial-inflow':
      return feed(2.4 * mm, 2, 15, 2 * mm, 8 * mm)
    case 'axial':
      return feed(1 * mm, 12, 25, 2 * mm, 6 * mm)
    case 'disc-pack':
      return feed(1.8 * mm, 2, 10, 1 * mm, 6 * mm)
    case 'vane-motor':
      return feed(4 * mm, 1, 0, 0, 8 * mm)
    case 'reaction-rotor':
      return feed(1.1 * mm, 2, 5, 0, 5 * mm)
    case 'wind-stack':
      return feed(34 * mm, 9, 32, 5 * mm, 40 * mm)
    case 'turbine-compressor':
      return feed(1.2 * mm, 2, 18, 3 * mm, 6 * mm)
  }
}

/** Gauge pressure that a family's first machine is safe at, running free on the small compressor. */
export const newPressure = (family: Family): number =>
  (
    ({
      'radial-inflow': 22e3,
      'disc-pack': 40e3,
      'reaction-rotor': 40e3,
      axial: 60e3,
      'vane-motor': 250e3,
      'supersonic-impulse': 300e3,
      'turbine-compressor': 350e3,
    }) as Partial<Record<Family, number>>
  )[family] ?? 350e3

/** Speed and power to ask of a family's first machine. */
export function newLoad(
  family: Family,
): Pick<Build['load'], 'speedRadPerS' | 'wantedPowerW' | 'label' | 'leastGaugePressurePa'> {
  const load = (label: string, speed: number, wantedPowerW: number, leastGaugePressurePa = 50e3) => ({
    label,
    speedRadPerS: speed * rpm,
    wantedPowerW,
    leastGaugePressurePa,
  })
  switch (family) {
    case 'tangential-impulse':
      return load('spindle', 10_000, 6, 100e3)
    case 'supersonic-impulse':
      return load('spindle', 16_000, 8, 100e3)
    case 'radial-inflow':
      return load('spindle', 18_000, 4)
    case 'axial':
      return load('spindle', 12_000, 4)
    case 'disc-pack':
      return load('spindle', 8_000, 2)
    case 'vane-motor':
      return load('winch', 1_500, 8, 100e3)
    case 'reaction-rotor':
      return load('propeller', 12_000, 3)
    case 'wind-stack':
      return load('small generator', 400, 0.1, 0)
    case 'turbine-compressor':
      return load('impeller', 15_000, 4, 100e3)
  }
}

/** Plain coefficients of a family, as a document holds them. */
export const newCoefficients = (family: Family): Build['coefficients'] =>
  structuredClone(
    family === 'tangential-impulse' ? DEFAULT_COEFFICIENTS : defaultCoefficients(family),
  ) as Build['coefficients']

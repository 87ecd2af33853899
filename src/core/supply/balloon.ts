import { GAS_CONSTANT } from '../air'
import { rootBetween } from '../numerics'
import { fillingExergy } from './energy'

export interface Balloon {
  /** Of the limp, unstretched skin. */
  readonly restRadiusM: number
  readonly skinThicknessM: number
  /** Shear modulus of a fresh skin. */
  readonly shearModulusPa: number
  /**
   * Share of the second constant of a Mooney-Rivlin skin: how much it stiffens when blown far up. About 0.1 (Muller &
   * Strehlow).
   */
  readonly stiffening: number
  readonly blownVolumeM3: number
  /** Times it has been blown up before. */
  readonly uses: number
  /** Share of stiffness lost by each use. */
  readonly wearPerUse: number
}

/** Standard uncertainty of a skin's pressure over itself: balloons of one bag differ so (common practice, estimate). */
export const SKIN_UNCERTAINTY = 0.25

const sphere = (radiusM: number): number => ((4 * Math.PI) / 3) * radiusM ** 3

export const restVolume = (b: Balloon): number => sphere(b.restRadiusM)

/**
 * Gauge pressure in a blown-up skin at a volume, Pa: p = 2 (d/r) mu (1/L - 1/L^7) (1 - k + k L^2), L the stretch.
 * Source: Mooney-Rivlin membrane, Muller & Strehlow, Rubber and Rubber Balloons (2004). Modulus falls by the wear of
 * each use (common practice).
 * Error: 20 to 40 % between balloons of one bag; blow by blow it goes down. Below its rest volume a skin gives nothing.
 */
export function balloonPressure(b: Balloon, volumeM3: number): number {
  const stretch = Math.cbrt(volumeM3 / restVolume(b))
  if (stretch <= 1) return 0
  const mu = b.shearModulusPa * (1 - b.wearPerUse) ** b.uses
  return (
    2 *
    (b.skinThicknessM / b.restRadiusM) *
    mu *
    (1 / stretch - stretch ** -7) *
    (1 - b.stiffening + b.stiffening * stretch * stretch)
  )
}

/** Air in it at room temperature, kg. */
export const balloonMass = (b: Balloon, volumeM3: number, ambientPaAbs: number, temperatureK: number): number =>
  ((balloonPressure(b, volumeM3) + ambientPaAbs) * volumeM3) / (GAS_CONSTANT * temperatureK)

/** Volume that holds a mass at room temperature, m3. */
export function balloonVolume(b: Balloon, massKg: number, ambientPaAbs: number, temperatureK: number): number {
  const most = (massKg * GAS_CONSTANT * temperatureK) / ambientPaAbs
  return rootBetween(
    (v) => balloonMass(b, v, ambientPaAbs, temperatureK) - massKg,
    1e-12,
    most * (1 + 1e-9) + 1e-12,
    1e-10,
  )
}

/**
 * Work stored in the skin by blowing it up from rest, J: the integral of gauge pressure over volume. Simpson on 200
 * steps.
 */
export function skinWork(b: Balloon): number {
  const [from, to] = [restVolume(b), b.blownVolumeM3]
  if (to <= from) return 0
  const n = 200
  const h = (to - from) / n
  let sum = 0
  for (let i = 0; i <= n; i++) sum += (i === 0 || i === n ? 1 : i % 2 ? 4 : 2) * balloonPressure(b, from + i * h)
  return (sum * h) / 3
}

/** Most work a blown-up balloon can give, J: that of its skin and the exergy of the air it squeezes. */
export const balloonEnergy = (b: Balloon, ambientPaAbs: number): number =>
  skinWork(b) +
  fillingExergy({
    volumeM3: b.blownVolumeM3,
    pressurePaAbs: balloonPressure(b, b.blownVolumeM3) + ambientPaAbs,
    ambientPaAbs,
  })

import type { DeliveryPoint } from './compressor'

/** A piston compressor by its cylinder: what its plate may not tell. */
export interface Displacement {
  readonly sweptVolumeM3: number
  /** Strokes that deliver, per second: turns per second for a single-acting pump, times its cylinders. */
  readonly strokesPerS: number
  /** Clearance volume over swept volume. */
  readonly clearanceShare: number
  /** Exponent of the air's re-expansion; 1.25 to 1.35 in a small air-cooled pump (practice). */
  readonly exponent: number
  /** Share lost through rings, valves and by warming at the intake. */
  readonly lossShare: number
}

/**
 * Volumetric efficiency at a pressure ratio: (1 - c (r^(1/n) - 1)) (1 - loss), never below 0. Source: reciprocating
 * compressor, ideal valves.
 */
export const volumetricEfficiency = (d: Displacement, pressureRatio: number): number =>
  Math.max(0, (1 - d.clearanceShare * (pressureRatio ** (1 / d.exponent) - 1)) * (1 - d.lossShare))

/**
 * Delivery points of a compressor from its displacement, up to a gauge pressure; free air at ISO 8778 from intake air
 * of the room. Straight between points: 1 % of the flow.
 */
export function displacementDelivery(
  d: Displacement,
  greatestGaugePa: number,
  ambientPaAbs: number,
  ambientTemperatureK: number,
  points = 9,
): DeliveryPoint[] {
  const free = (ambientPaAbs / 100_000) * (293.15 / ambientTemperatureK)
  return Array.from({ length: points }, (_, i) => {
    const gaugePressurePa = (greatestGaugePa * i) / (points - 1)
    return {
      gaugePressurePa,
      freeAirM3PerS:
        d.sweptVolumeM3 * d.strokesPerS * volumetricEfficiency(d, 1 + gaugePressurePa / ambientPaAbs) * free,
    }
  })
}

/** How long a tank takes to fill, with nothing drawn from it. */
export interface Filling {
  readonly fromGaugePressurePa: number
  readonly toGaugePressurePa: number
  readonly timeS: number
}

/** A small air-cooled pump's usual figures (practice): what gives a filling time its curve. */
const USUAL_PUMP = { clearanceShare: 0.04, exponent: 1.3, lossShare: 0.1 } as const

/**
 * Delivery points of a compressor from the time its tank takes to fill: a pump of usual clearance, its size such that
 * the tank's air is there in that time.
 * Source: mass balance of a tank that stays at room temperature. Error: 10 %; a quick filling leaves the tank warm,
 * which reads as 5 to 15 % more than is delivered (common practice).
 */
export function fillingDelivery(
  filling: Filling,
  tankVolumeM3: number,
  greatestGaugePa: number,
  ambientPaAbs: number,
  ambientTemperatureK: number,
): DeliveryPoint[] {
  const of = (sweptVolumeM3: number) => ({ ...USUAL_PUMP, sweptVolumeM3, strokesPerS: 1 })
  const steps = 200
  const span = filling.toGaugePressurePa - filling.fromGaugePressurePa
  // intake volume that brings the air of each step of pressure, over what of the swept volume is delivered there
  let swept = 0
  for (let i = 0; i < steps; i++) {
    const gauge = filling.fromGaugePressurePa + ((i + 0.5) / steps) * span
    swept +=
      ((span / steps) * tankVolumeM3) /
      ambientPaAbs /
      Math.max(0.02, volumetricEfficiency(of(1), 1 + gauge / ambientPaAbs))
  }
  return displacementDelivery(of(swept / filling.timeS), greatestGaugePa, ambientPaAbs, ambientTemperatureK)
}

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

/** Volumetric efficiency at a pressure ratio: (1 - c (r^(1/n) - 1)) (1 - loss), never below 0. Source: reciprocating compressor, ideal valves. */
export const volumetricEfficiency = (d: Displacement, pressureRatio: number): number => Math.max(0, (1 - d.clearanceShare * (pressureRatio ** (1 / d.exponent) - 1)) * (1 - d.lossShare))

/** Delivery points of a compressor from its displacement, up to a gauge pressure; free air at ISO 8778 from intake air of the room. Straight between points: 1 % of the flow. */
export function displacementDelivery(d: Displacement, greatestGaugePa: number, ambientPaAbs: number, ambientTemperatureK: number, points = 9): DeliveryPoint[] {
  const free = (ambientPaAbs / 100_000) * (293.15 / ambientTemperatureK)
  return Array.from({ length: points }, (_, i) => {
    const gaugePressurePa = (greatestGaugePa * i) / (points - 1)
    return { gaugePressurePa, freeAirM3PerS: d.sweptVolumeM3 * d.strokesPerS * volumetricEfficiency(d, 1 + gaugePressurePa / ambientPaAbs) * free }
  })
}

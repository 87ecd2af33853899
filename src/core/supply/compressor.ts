import { GAS_CONSTANT, STANDARD_ATMOSPHERE_PA, massFlowOfFreeAir } from '../air'
import { rootBetween } from '../numerics'

/** One point of a compressor's delivery: free air (ISO 8778) at a gauge pressure. */
export interface DeliveryPoint {
  readonly gaugePressurePa: number
  readonly freeAirM3PerS: number
}

export interface Compressor {
  /** At least one point, rising pressure. */
  readonly delivery: readonly DeliveryPoint[]
  readonly tankVolumeM3: number
  readonly cutInGaugePressurePa: number
  readonly cutOutGaugePressurePa: number
}

/**
 * Free air delivered at a gauge pressure, m3/s: straight lines between the given points, the end slopes carried on,
 * never below 0.
 */
export function deliveryAt(points: readonly DeliveryPoint[], gaugePressurePa: number): number {
  if (points.length === 1) return points[0].freeAirM3PerS
  let i = 0
  while (i < points.length - 2 && gaugePressurePa > points[i + 1].gaugePressurePa) i++
  const [a, b] = [points[i], points[i + 1]]
  const share = (gaugePressurePa - a.gaugePressurePa) / (b.gaugePressurePa - a.gaugePressurePa)
  return Math.max(0, a.freeAirM3PerS + share * (b.freeAirM3PerS - a.freeAirM3PerS))
}

export interface SustainedSupply {
  /** The pressure that can be held for ever, at most the wanted one. */
  readonly gaugePressurePa: number
  readonly keepsUp: boolean
  readonly demandKgPerS: number
  readonly deliveryKgPerS: number
  /** Share of the time the motor runs, 0..1. */
  readonly duty: number
  /** Seconds from a full tank until the wanted pressure cannot be held; null when it keeps up. */
  readonly secondsFromFull: number | null
}

/**
 * Isothermal fall of the tank from cut-out to the wanted pressure while demand outruns delivery, s. Trapezoid on 60
 * steps of pressure, error below 0.1 %.
 */
function secondsToSag(
  compressor: Compressor,
  wantedGaugePa: number,
  demandKgPerS: number,
  temperatureK: number,
): number {
  const steps = 60
  const from = Math.max(compressor.cutOutGaugePressurePa, wantedGaugePa)
  let seconds = 0
  for (let i = 0; i < steps; i++) {
    const gauge = from - ((i + 0.5) / steps) * (from - wantedGaugePa)
    const short = demandKgPerS - massFlowOfFreeAir(deliveryAt(compressor.delivery, gauge))
    if (short <= 0) return Infinity
    seconds += ((from - wantedGaugePa) / steps) * (compressor.tankVolumeM3 / (GAS_CONSTANT * temperatureK * short))
  }
  return seconds
}

/**
 * Pressure a compressor can hold while a machine draws `demand(absolute pressure)`: where delivery equals what is
 * taken.
 * The demand must rise with pressure. Regulator losses below the wanted pressure are left out.
 * Error: that of the delivery figures, which makers' plates overstate (10-30 %, common practice).
 */
export function sustainedSupply(
  compressor: Compressor,
  wanted: { gaugePressurePa: number; ambientPressurePaAbs: number; temperatureK: number },
  demandKgPerS: (absolutePressurePa: number) => number,
): SustainedSupply {
  const ambient = wanted.ambientPressurePaAbs || STANDARD_ATMOSPHERE_PA
  const surplus = (gauge: number) =>
    massFlowOfFreeAir(deliveryAt(compressor.delivery, gauge)) - demandKgPerS(gauge + ambient)
  const reach = Math.min(wanted.gaugePressurePa, compressor.cutOutGaugePressurePa)
  const wantedDemand = demandKgPerS(reach + ambient)
  const keepsUp = surplus(reach) >= 0
  const gaugePressurePa = keepsUp ? reach : surplus(1) <= 0 ? 0 : rootBetween(surplus, 1, reach, 1e-10)
  const demand = keepsUp ? wantedDemand : demandKgPerS(gaugePressurePa + ambient)
  const delivery = massFlowOfFreeAir(
    deliveryAt(compressor.delivery, keepsUp ? compressor.cutOutGaugePressurePa : gaugePressurePa),
  )
  const sag = keepsUp ? null : secondsToSag(compressor, reach, wantedDemand, wanted.temperatureK)
  return {
    gaugePressurePa,
    keepsUp,
    demandKgPerS: demand,
    deliveryKgPerS: delivery,
    duty: keepsUp ? Math.min(1, demand / Math.max(delivery, 1e-12)) : 1,
    secondsFromFull: sag,
  }
}

import { GAS_CONSTANT, massFlowOfFreeAir } from '../air'
import { deliveryAt, type Compressor } from './compressor'

export interface CompressorCycle {
  /**
   * Seconds with the motor on and off in one cycle; null when it never reaches cut-out, or the machine takes nothing.
   */
  readonly onS: number | null
  readonly offS: number | null
  readonly duty: number
  readonly startsPerHour: number
  /** Tank gauge pressure over two cycles, for a picture. */
  readonly trace: readonly { readonly timeS: number; readonly gaugePressurePa: number; readonly on: boolean }[]
}

const STEPS = 24

/**
 * How the switch cycles a compressor while a machine draws through it: tank between cut-in and cut-out, isothermal.
 * `demandKgPerS` takes the tank's absolute pressure. Trapezoid on 24 steps of pressure, error below 1 %. Source: mass
 * balance.
 */
export function compressorCycle(
  compressor: Compressor,
  ambientPaAbs: number,
  temperatureK: number,
  demandKgPerS: (tankPaAbs: number) => number,
): CompressorCycle {
  const { cutInGaugePressurePa: low, cutOutGaugePressurePa: high, tankVolumeM3 } = compressor
  const massPerPa = tankVolumeM3 / (GAS_CONSTANT * temperatureK)
  const step = (high - low) / STEPS
  const up: number[] = []
  const down: number[] = []
  for (let i = 0; i < STEPS; i++) {
    const gauge = low + (i + 0.5) * step
    const demand = demandKgPerS(gauge + ambientPaAbs)
    const surplus = massFlowOfFreeAir(deliveryAt(compressor.delivery, gauge)) - demand
    if (surplus <= 0) return { onS: null, offS: null, duty: 1, startsPerHour: 0, trace: [] }
    if (demand <= 0) return { onS: null, offS: null, duty: 0, startsPerHour: 0, trace: [] }
    up.push((massPerPa * step) / surplus)
    down.push((massPerPa * step) / demand)
  }
  const sum = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0)
  const [onS, offS] = [sum(up), sum(down)]
  const trace: { timeS: number; gaugePressurePa: number; on: boolean }[] = [
    { timeS: 0, gaugePressurePa: low, on: true },
  ]
  let t = 0
  for (let cycle = 0; cycle < 2; cycle++) {
    for (let i = 0; i < STEPS; i++) trace.push({ timeS: (t += up[i]), gaugePressurePa: low + (i + 1) * step, on: true })
    for (let i = STEPS - 1; i >= 0; i--)
      trace.push({ timeS: (t += down[i]), gaugePressurePa: low + i * step, on: false })
  }
  return { onS, offS, duty: onS / (onS + offS), startsPerHour: 3600 / (onS + offS), trace }
}

/**
 * Seconds to fill a tank from one gauge pressure to another with nothing taken from it, isothermal; Infinity when
 * delivery gives out.
 */
export function fillTime(compressor: Compressor, temperatureK: number, fromGaugePa: number, toGaugePa: number): number {
  const massPerPa = compressor.tankVolumeM3 / (GAS_CONSTANT * temperatureK)
  const step = (toGaugePa - fromGaugePa) / 60
  let seconds = 0
  for (let i = 0; i < 60; i++) {
    const delivered = massFlowOfFreeAir(deliveryAt(compressor.delivery, fromGaugePa + (i + 0.5) * step))
    if (delivered <= 0) return Infinity
    seconds += (massPerPa * step) / delivered
  }
  return seconds
}

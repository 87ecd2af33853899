import { CP, GAMMA, GAS_CONSTANT } from './air'

interface Squeeze {
  readonly fromPaAbs: number
  readonly toPaAbs: number
  readonly temperatureK: number
}

/**
 * Temperature after compression along p v^n = constant, K. n = 1.4 is adiabatic; a small piston pump runs at 1.25 to
 * 1.35 (practice). First law, ideal gas.
 */
export const polytropicOutlet = ({ fromPaAbs, toPaAbs, temperatureK }: Squeeze, exponent: number): number =>
  temperatureK * (toPaAbs / fromPaAbs) ** ((exponent - 1) / exponent)

/** Technical work of steady polytropic compression, J/kg; isothermal at exponent 1. Ideal gas. */
export function polytropicWork({ fromPaAbs, toPaAbs, temperatureK }: Squeeze, exponent: number): number {
  const ratio = toPaAbs / fromPaAbs
  if (Math.abs(exponent - 1) < 1e-9) return GAS_CONSTANT * temperatureK * Math.log(ratio)
  const e = (exponent - 1) / exponent
  return ((GAS_CONSTANT * temperatureK) / e) * (ratio ** e - 1)
}

/** Temperature after adiabatic compression with an isentropic efficiency in (0, 1], K. */
export const adiabaticOutlet = ({ fromPaAbs, toPaAbs, temperatureK }: Squeeze, efficiency: number): number =>
  temperatureK * (1 + ((toPaAbs / fromPaAbs) ** ((GAMMA - 1) / GAMMA) - 1) / efficiency)

/** Work of adiabatic compression with an isentropic efficiency, J/kg. */
export const adiabaticWork = (squeeze: Squeeze, efficiency: number): number =>
  CP * (adiabaticOutlet(squeeze, efficiency) - squeeze.temperatureK)

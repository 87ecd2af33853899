import { isentropicPower } from '../air'
import { fallingSource, type AirInput, type AirSide } from '../prediction'
import { roomDensity } from '../supply'
import { finding, type Finding } from './finding'

/**
 * Most power that a source's air holds at any flow it can keep up, and the gauge pressure there; null for sources that
 * hold a pressure whatever is taken.
 */
export function mostSourcePower(
  { supply, ambient }: AirInput,
  temperatureK: number,
): { readonly powerW: number; readonly gaugePa: number } | null {
  const pa = ambient.absolutePressurePa
  const power = (massFlowKgPerS: number, gaugePa: number) =>
    massFlowKgPerS > 0 && gaugePa > 0
      ? isentropicPower({ massFlowKgPerS, absolutePressurePa: pa + gaugePa, temperatureK, backPressurePaAbs: pa })
      : 0
  const falling = fallingSource(supply, ambient)
  const rho = roomDensity(pa, ambient.temperatureK)
  const steps = 60
  let best = { powerW: 0, gaugePa: 0 }
  const take = (powerW: number, gaugePa: number) => {
    if (powerW > best.powerW) best = { powerW, gaugePa }
  }
  if (!falling) return null
  for (let i = 1; i < steps; i++) {
    const q = (falling.freeFlowM3PerS * i) / steps
    const gauge = falling.pressureGaugePa(q)
    take(power(rho * q, gauge), gauge)
  }
  return best.powerW > 0 ? best : null
}

/** A blower, breath or wind that gives less than this share of its best is far from it. */
const FAR_FROM_BEST = 0.4

/**
 * A machine far from its supply's best point. Only for sources whose pressure falls with what they give: elsewhere
 * taking less is a choice.
 */
export function supplyFindings(input: AirInput, air: AirSide): Finding[] {
  if (!fallingSource(input.supply, input.ambient)) return []
  const best = mostSourcePower(input, air.temperatureK)
  if (!best || !(air.sourcePowerW < FAR_FROM_BEST * best.powerW)) return []
  const gauge = air.sourcePressurePaAbs - input.ambient.absolutePressurePa
  return [
    finding('supply-match', 'fine', {
      takenW: air.sourcePowerW,
      bestW: best.powerW,
      bestGaugePa: best.gaugePa,
      gaugePa: gauge,
      throttled: gauge > best.gaugePa,
    }),
  ]
}

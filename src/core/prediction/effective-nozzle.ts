import { airDensity } from '../air'
import { outletOfForm, outletSection, shapeFactor, type NozzleEdge } from '../flow'
import type { AirInput, NozzleInput } from './input'

/** Speed and expansion near the throat of a choked nozzle at room temperature, for the wall's boundary layer. */
const THROAT_SPEED = 313
const THROAT_TEMPERATURE = 244

/**
 * A nozzle as the flow sees it: each passage a round hole of equal area, the shape's wall taken off the discharge
 * coefficient.
 */
export interface EffectiveNozzle {
  readonly throatDiameterM: number
  readonly exitDiameterM: number
  readonly count: number
  readonly dischargeCoefficient: number
  readonly velocityCoefficient: number
  readonly edge: NozzleEdge
  /** What the form alone costs of the flow: 1 for a round hole. */
  readonly shapeFactor: number
}

export function effectiveNozzle(
  input: Pick<AirInput, 'nozzle' | 'coefficients' | 'ambient' | 'flowShare'>,
  nozzle: NozzleInput = input.nozzle,
  flowShare = input.flowShare ?? 1,
): EffectiveNozzle {
  const section = outletSection(outletOfForm(nozzle.form, nozzle.throatDiameterM))
  const factor =
    nozzle.form.kind === 'round'
      ? 1
      : shapeFactor(section, {
          speedMPerS: THROAT_SPEED,
          densityKgPerM3: airDensity(2 * input.ambient.absolutePressurePa, THROAT_TEMPERATURE),
          temperatureK: THROAT_TEMPERATURE,
        })
  return {
    throatDiameterM: section.equalAreaDiameterM,
    exitDiameterM: (section.equalAreaDiameterM * nozzle.exitDiameterM) / nozzle.throatDiameterM,
    count: nozzle.count * section.passages,
    dischargeCoefficient: input.coefficients.discharge.value * factor * flowShare,
    velocityCoefficient: input.coefficients.velocity.value,
    edge: nozzle.edge ?? 'rounded',
    shapeFactor: factor,
  }
}

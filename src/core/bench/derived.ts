import { GAS_CONSTANT, isentropicPower } from '../air'
import type { NowFigure } from './live'

/** A measured power, and the air that it took. SI; the supply where it enters the machine. */
export interface PowerFromAir {
  readonly power: NowFigure
  readonly speedRadPerS: number
  readonly massFlow: NowFigure
  readonly supplyPaAbs: number
  readonly supplyK: number
  readonly roomPaAbs: number
}

export interface Derived {
  /** Shaft power over the isentropic power of its air from the supply to the room. */
  readonly efficiency: NowFigure
  /** kg of air a joule of shaft work. */
  readonly airPerWork: NowFigure
  /**
   * Work that a litre of bottle at the supply's pressure gives if the power for its air held to the end, J: at most.
   */
  readonly workPerLitre: NowFigure
  /** At 101.325 kPa and 288.15 K before the machine: the same for one machine at any choked pressure. */
  readonly reducedSpeedRadPerS: number
  readonly reducedFlow: NowFigure
  readonly reducedPower: NowFigure
}

/** Sea level of the standard atmosphere (ISO 2533). */
export const REFERENCE = { pressurePa: 101_325, temperatureK: 288.15 } as const

const share = ({ value, standardUncertainty }: NowFigure) => standardUncertainty / Math.abs(value)
const figure = (value: number, relative: number): NowFigure => ({
  value,
  standardUncertainty: Math.abs(value) * relative,
})

/**
 * What a measured power says per air, and put to standard air so that runs at other pressures and temperatures can
 * stand beside it.
 * Reduced quantities by similarity: speed over √θ, flow times √θ over δ, power over δ√θ (Dixon & Hall, Fluid Mechanics
 * and Thermodynamics of Turbomachinery, chapter 2).
 * Valid: supply above the room; comparable only while the nozzle is choked in both and the pressure ratio is near the
 * same, since it changes the work that the air has.
 */
export function derive({ power, speedRadPerS, massFlow, supplyPaAbs, supplyK, roomPaAbs }: PowerFromAir): Derived {
  const of = isentropicPower({
    massFlowKgPerS: massFlow.value,
    absolutePressurePa: supplyPaAbs,
    temperatureK: supplyK,
    backPressurePaAbs: roomPaAbs,
  })
  const both = Math.hypot(share(power), share(massFlow))
  const delta = supplyPaAbs / REFERENCE.pressurePa
  const rootTheta = Math.sqrt(supplyK / REFERENCE.temperatureK)
  const airPerLitre = (1e-3 * (supplyPaAbs - roomPaAbs)) / (GAS_CONSTANT * supplyK)
  return {
    efficiency: figure(power.value / of, both),
    airPerWork: figure(massFlow.value / power.value, both),
    workPerLitre: figure((power.value / massFlow.value) * airPerLitre, both),
    reducedSpeedRadPerS: speedRadPerS / rootTheta,
    reducedFlow: figure((massFlow.value * rootTheta) / delta, share(massFlow)),
    reducedPower: figure(power.value / (delta * rootTheta), share(power)),
  }
}

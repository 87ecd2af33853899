import { cylinderShell } from './vessel'
import {
  CP,
  adiabaticWork,
  airViscosity,
  compressedMoisture,
  polytropicOutlet,
  type Ambient,
  type CompressedMoisture,
} from '../air'

/** A coil of tube in a bath of water, that cools what comes out of the tank. */
export interface CoolingCoil {
  readonly lengthM: number
  readonly boreM: number
  readonly bathTemperatureK: number
}

/**
 * Thermal conductivity of air near 320 K, W/(m K), and its Prandtl number. From memory of handbook tables, within 3 %.
 */
const AIR_CONDUCTIVITY = 0.0276
const AIR_PRANDTL = 0.707

/**
 * Heat transfer coefficient of air inside a tube, W/(m2 K).
 * Source: Gnielinski (1976) above Re 3000 with its own smooth-tube friction; 3.66 laminar, joined straight between 2300
 * and 3000. Error: 10 %.
 */
export function tubeHeatTransfer(massFlowKgPerS: number, boreM: number, temperatureK: number): number {
  const reynolds = (4 * massFlowKgPerS) / (Math.PI * boreM * airViscosity(temperatureK))
  const gnielinski = (re: number) => {
    const f = (0.79 * Math.log(re) - 1.64) ** -2
    return ((f / 8) * (re - 1000) * AIR_PRANDTL) / (1 + 12.7 * Math.sqrt(f / 8) * (AIR_PRANDTL ** (2 / 3) - 1))
  }
  const share = Math.min(1, Math.max(0, (reynolds - 2300) / 700))
  const nusselt = (1 - share) * 3.66 + share * gnielinski(Math.max(reynolds, 3000))
  return (nusselt * AIR_CONDUCTIVITY) / boreM
}

/**
 * Transfer units of a coil: UA over the flow's heat capacity. The bath's side and the wall are taken as no hindrance
 * (water and copper: below 5 %).
 */
export function coilTransferUnits(coil: CoolingCoil, massFlowKgPerS: number, temperatureK: number): number {
  if (massFlowKgPerS <= 0) return Infinity
  return (
    (tubeHeatTransfer(massFlowKgPerS, coil.boreM, temperatureK) * Math.PI * coil.boreM * coil.lengthM) /
    (massFlowKgPerS * CP)
  )
}

/** Temperature behind a coil whose bath keeps its temperature, K: effectiveness 1 - exp(-NTU). */
export const coilOutlet = (coil: CoolingCoil, massFlowKgPerS: number, inletK: number): number => {
  const left = Math.exp(-coilTransferUnits(coil, massFlowKgPerS, (inletK + coil.bathTemperatureK) / 2))
  return coil.bathTemperatureK + (inletK - coil.bathTemperatureK) * left
}

/**
 * Exponent of compression in a small air-cooled piston pump, whose cylinder takes heat away (common practice, 1.25 to
 * 1.35).
 */
export const PUMP_EXPONENT = 1.3

export interface CompressedAirHeat {
  readonly pumpOutletK: number
  readonly tankK: number
  /** Behind the coil; the tank's own where there is none. */
  readonly deliveredK: number
  readonly shaftPowerW: number
  /** Heat given to the room and the bath on the way. */
  readonly rejectedW: number
  readonly moisture: CompressedMoisture
  /** Water that settles in tank and coil, kg/s. */
  readonly waterKgPerS: number
}

/**
 * Conductance of a compressor's tank to the room, W/K: about 10 W/(m2 K) over its shell, radiation included (common
 * practice, a factor of two either way).
 */
export const tankConductance = (volumeM3: number): number => 10 * cylinderShell(volumeM3)

/**
 * Temperatures and water of compressed air on its way from intake to line, at a steady flow.
 * Pump: polytropic at 1.3 for the temperature, isentropic efficiency for the power. Tank: well stirred, losing heat to
 * the room. Coil: NTU. Water: saturation at the coldest place.
 * An estimate: tank within 10 K, water within 10 % while the room's humidity is right.
 */
export function compressedAirHeat(input: {
  readonly ambient: Ambient
  readonly tankPaAbs: number
  readonly massFlowKgPerS: number
  readonly pumpEfficiency: number
  readonly tankVolumeM3: number
  readonly coil: CoolingCoil | null
}): CompressedAirHeat {
  const { ambient, tankPaAbs, massFlowKgPerS: flow, coil } = input
  const squeeze = {
    fromPaAbs: ambient.absolutePressurePa,
    toPaAbs: Math.max(tankPaAbs, ambient.absolutePressurePa),
    temperatureK: ambient.temperatureK,
  }
  const pumpOutletK = polytropicOutlet(squeeze, PUMP_EXPONENT)
  const shaftPowerW = (flow * adiabaticWork(squeeze, 1)) / input.pumpEfficiency
  const ua = tankConductance(input.tankVolumeM3)
  const tankK =
    flow > 0 ? (flow * CP * pumpOutletK + ua * ambient.temperatureK) / (flow * CP + ua) : ambient.temperatureK
  const deliveredK = coil && flow > 0 ? coilOutlet(coil, flow, tankK) : coil ? coil.bathTemperatureK : tankK
  const moisture = compressedMoisture(ambient, squeeze.toPaAbs, Math.min(tankK, deliveredK))
  return {
    pumpOutletK,
    tankK,
    deliveredK,
    shaftPowerW,
    rejectedW: shaftPowerW - flow * CP * (deliveredK - ambient.temperatureK),
    moisture,
    waterKgPerS: flow * moisture.settledRatio,
  }
}

/** Dry air as an ideal gas. R and gamma as fixed for the whole project; cp follows from them. */
export const GAS_CONSTANT = 287.05 // J/(kg K)
export const GAMMA = 1.4
export const CP = (GAMMA * GAS_CONSTANT) / (GAMMA - 1) // 1004.675 J/(kg K)

/**
 * Pressure ratio that goes with a temperature ratio without heat: its power gamma/(gamma - 1), 7/2 for air, by
 * multiplication, since models ask for it many thousand times.
 * A test holds it against the power itself.
 */
export const pressureOfTemperature = (ratio: number): number => ratio * ratio * ratio * Math.sqrt(ratio)

/**
 * ISO 8778 reference conditions for "free air" (20 degC, 100 kPa); dry density, the 65 % humidity of the standard is
 * left out (0.9 % in density).
 */
export const FREE_AIR_DENSITY = 100_000 / (GAS_CONSTANT * 293.15)

export const STANDARD_ATMOSPHERE_PA = 101_325

/** State of the room the machine breathes out into. Pressure absolute. */
export interface Ambient {
  readonly absolutePressurePa: number
  readonly temperatureK: number
  /** 0..1 */
  readonly relativeHumidity: number
}

export const STANDARD_AMBIENT: Ambient = {
  absolutePressurePa: STANDARD_ATMOSPHERE_PA,
  temperatureK: 293.15,
  relativeHumidity: 0.6,
}

/** Density of dry air, kg/m3, by the ideal gas law (error below 0.5 % up to 1 MPa near room temperature). */
export const airDensity = (absolutePressurePa: number, temperatureK: number): number =>
  absolutePressurePa / (GAS_CONSTANT * temperatureK)

/**
 * Dynamic viscosity of air, Pa s.
 * Source: Sutherland (1893) with the constants of the U.S. Standard Atmosphere 1976 (beta 1.458e-6, S 110.4 K).
 * Valid: 170-1900 K, error below 2 %.
 */
export const airViscosity = (temperatureK: number): number => (1.458e-6 * temperatureK ** 1.5) / (temperatureK + 110.4)

/** Mass flow as free air (ISO 8778), m3/s. */
export const freeAirFlow = (massFlowKgPerS: number): number => massFlowKgPerS / FREE_AIR_DENSITY

/** Free air (ISO 8778), m3/s, as mass flow, kg/s. */
export const massFlowOfFreeAir = (freeAirM3PerS: number): number => freeAirM3PerS * FREE_AIR_DENSITY

/**
 * Power a loss-free turbine would take from a flow of air, W: mdot cp T0 (1 - (pa/p0)^((g-1)/g)).
 * Source: first law, ideal gas. Below ambient pressure the answer is 0.
 */
export function isentropicPower(flow: {
  massFlowKgPerS: number
  absolutePressurePa: number
  temperatureK: number
  backPressurePaAbs: number
}): number {
  const ratio = flow.backPressurePaAbs / flow.absolutePressurePa
  if (ratio >= 1) return 0
  return flow.massFlowKgPerS * CP * flow.temperatureK * (1 - ratio ** ((GAMMA - 1) / GAMMA))
}

/**
 * Dew point of air, K, by the Magnus form with Sonntag's (1990) constants over water.
 * Valid: -45..60 degC, error below 0.1 K. Relative humidity 0 < rh <= 1.
 */
export function dewPoint(temperatureK: number, relativeHumidity: number): number {
  const t = temperatureK - 273.15
  const g = Math.log(Math.max(relativeHumidity, 1e-6)) + (17.62 * t) / (243.12 + t)
  return (243.12 * g) / (17.62 - g) + 273.15
}

/**
 * Mass of water over mass of dry air at equal pressure shares: ratio of the molar masses, 18.015268/28.966. ASHRAE
 * Handbook, Fundamentals (2017), ch. 1.
 */
export const WATER_AIR_MASS_RATIO = 0.621945

const ZERO_C = 273.15

/**
 * Pressure of water vapour over a plane surface of water (over ice below 0 degC), Pa.
 * Source: Sonntag (1990), Z. Meteorol. 70, 340, full form (constants from memory, checked against ASHRAE's). Valid:
 * -65..100 degC; error below 0.1 %.
 */
export function saturationPressure(temperatureK: number): number {
  const t = temperatureK
  return Math.exp(
    t >= ZERO_C
      ? -6096.9385 / t + 21.2409642 - 2.711193e-2 * t + 1.673952e-5 * t * t + 2.433502 * Math.log(t)
      : -6024.5282 / t + 29.32707 + 1.0613868e-2 * t - 1.3198825e-5 * t * t - 0.49382577 * Math.log(t),
  )
}

/**
 * Temperature at which vapour of a partial pressure begins to settle, K: over water down to 0 degC, over ice below.
 * Source: the same form, by root; started from the Magnus form. Partial pressure above 0. Error: 1e-6 K.
 */
export function saturationTemperature(vapourPressurePa: number): number {
  const g = Math.log(vapourPressurePa / saturationPressure(ZERO_C))
  let t = ZERO_C + (g >= 0 ? (243.12 * g) / (17.62 - g) : (272.62 * g) / (22.46 - g))
  for (let i = 0; i < 8; i++) {
    const slope = Math.log(saturationPressure(t + 1e-3) / saturationPressure(t)) / 1e-3
    const step = (Math.log(vapourPressurePa) - Math.log(saturationPressure(t))) / slope
    t += step
    if (Math.abs(step) < 1e-7) break
  }
  return t
}

/** Water in air, kg per kg of dry air, from its partial pressure and the total pressure, both absolute. */
export const humidityRatio = (vapourPressurePa: number, absolutePressurePa: number): number =>
  (WATER_AIR_MASS_RATIO * vapourPressurePa) / (absolutePressurePa - vapourPressurePa)

export interface MoistIntake {
  readonly temperatureK: number
  readonly relativeHumidity: number
  readonly absolutePressurePa: number
}

export interface CompressedMoisture {
  /** kg of water per kg of dry air taken in. */
  readonly intakeRatio: number
  /** Temperature at which water begins to settle at the pressure, K. */
  readonly pressureDewPointK: number
  /** kg of water per kg of dry air that stay as vapour at the pressure and temperature; the rest settles. */
  readonly keptRatio: number
  readonly settledRatio: number
  /**
   * Dew point of that air once it has been let down to the room, K: ice can grow on what is colder than this and than 0
   * degC.
   */
  readonly expandedDewPointK: number
}

/**
 * What becomes of the water in air that is compressed and cooled to a temperature.
 * Source: Dalton's law with saturation by Sonntag (1990). Error: 1 % of the water; the enhancement factor of moist air
 * (0.5 % at 1 MPa) is left out.
 */
export function compressedMoisture(
  intake: MoistIntake,
  absolutePressurePa: number,
  temperatureK: number,
): CompressedMoisture {
  const vapour = intake.relativeHumidity * saturationPressure(intake.temperatureK)
  const intakeRatio = humidityRatio(vapour, intake.absolutePressurePa)
  const partial = (vapour * absolutePressurePa) / intake.absolutePressurePa
  const ceiling = saturationPressure(temperatureK)
  const keptRatio =
    ceiling >= absolutePressurePa || partial <= ceiling ? intakeRatio : humidityRatio(ceiling, absolutePressurePa)
  const kept = (keptRatio * intake.absolutePressurePa) / (WATER_AIR_MASS_RATIO + keptRatio)
  return {
    intakeRatio,
    pressureDewPointK: saturationTemperature(Math.max(partial, 1e-3)),
    keptRatio,
    settledRatio: Math.max(0, intakeRatio - keptRatio),
    expandedDewPointK: saturationTemperature(Math.max(kept, 1e-3)),
  }
}

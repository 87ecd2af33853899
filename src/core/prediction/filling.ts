import type { Ambient } from '../air'
import { balloonPressure, roomDensity, type Balloon } from '../supply'
import { balanceCompressor, type Impeller, type TurbineModel } from '../turbine'

export interface Filling {
  readonly timeS: readonly number[]
  readonly volumeM3: readonly number[]
  /** Absolute pressure in the balloon, Pa. */
  readonly pressurePaAbs: readonly number[]
  /** The impeller cannot push further from this volume on; null when it fills it. */
  readonly stopsAtM3: number | null
}

const STEPS = 24

/**
 * A balloon blown up by a turbine-driven impeller: volume against time.
 * Quasi-steady: at each volume turbine and impeller balance against the skin's pressure, and what is delivered fills it
 * at the room's temperature.
 * The greatest pressure comes early (the first stretch of rubber): an impeller that gets past it fills the rest.
 * Source: mass balance; balloon and impeller as their models say.
 */
export function balloonFilling(
  turbine: TurbineModel,
  freeSpeedRadPerS: number,
  impeller: Impeller,
  balloon: Balloon,
  ambient: Ambient,
): Filling {
  const rest = (4 / 3) * Math.PI * balloon.restRadiusM ** 3
  const eye = { pressurePaAbs: ambient.absolutePressurePa, temperatureK: ambient.temperatureK }
  const timeS = [0]
  const volumeM3 = [rest]
  const pressurePaAbs = [ambient.absolutePressurePa]
  const density = roomDensity(ambient.absolutePressurePa, ambient.temperatureK)
  for (let i = 1; i <= STEPS; i++) {
    // closer together where the skin's pressure peaks
    const volume = rest + (Math.max(rest, balloon.blownVolumeM3) - rest) * (i / STEPS) ** 1.6
    const middle = (volume + volumeM3[i - 1]) / 2
    const pressure = ambient.absolutePressurePa + balloonPressure(balloon, middle)
    const found = balanceCompressor(turbine, freeSpeedRadPerS, impeller, eye, {
      kind: 'pressure',
      absolutePressurePa: pressure,
    })
    if (!(found.deliveredKgPerS > 0)) return { timeS, volumeM3, pressurePaAbs, stopsAtM3: volumeM3[i - 1] }
    timeS.push(
      timeS[i - 1] +
        ((volume - volumeM3[i - 1]) * density * (pressure / ambient.absolutePressurePa)) / found.deliveredKgPerS,
    )
    volumeM3.push(volume)
    pressurePaAbs.push(pressure)
  }
  return { timeS, volumeM3, pressurePaAbs, stopsAtM3: null }
}

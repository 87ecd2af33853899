import { GAMMA, GAS_CONSTANT } from '../air'

/** A vessel of air at rest. Pressures absolute. */
interface Filling {
  readonly volumeM3: number
  readonly pressurePaAbs: number
  readonly ambientPaAbs: number
}

/**
 * Most work a filling at room temperature could give, J: p V [ln(p/p0) + p0/p - 1]. Exergy of a closed volume, ideal
 * gas.
 */
export const fillingExergy = ({ volumeM3: v, pressurePaAbs: p, ambientPaAbs: p0 }: Filling): number =>
  p * v * (Math.log(p / p0) + p0 / p - 1)

/**
 * Work of expanding the contents without heat down to ambient, net of pushing the room aside, J; also what an adiabatic
 * tank puts into loss-free jets.
 */
export function expansionWork({ volumeM3: v, pressurePaAbs: p, ambientPaAbs: p0 }: Filling): number {
  const grown = (p / p0) ** (1 / GAMMA)
  return (p * v - p0 * v * grown) / (GAMMA - 1) - p0 * v * (grown - 1)
}

/** Energy a burst is reckoned with, J: (p - p0) V / (g - 1), on the safe side. Source: Brode (1959). */
export const burstEnergy = ({ volumeM3: v, pressurePaAbs: p, ambientPaAbs: p0 }: Filling): number =>
  ((p - p0) * v) / (GAMMA - 1)

/** Mass in a vessel, kg. */
export const fillingMass = (
  { volumeM3, pressurePaAbs }: Pick<Filling, 'volumeM3' | 'pressurePaAbs'>,
  temperatureK: number,
): number => (pressurePaAbs * volumeM3) / (GAS_CONSTANT * temperatureK)

/**
 * Energy of loss-free jets while a tank held at room temperature empties, J: integral of (1 - (p0/p)^k) cp T dm. Closed
 * form.
 */
export function isothermalJetEnergy({ volumeM3: v, pressurePaAbs: p, ambientPaAbs: p0 }: Filling): number {
  const k = (GAMMA - 1) / GAMMA
  return (v / k) * (p - p0 - (p0 ** k * (p ** (1 - k) - p0 ** (1 - k))) / (1 - k))
}

/**
 * Energy of loss-free jets behind an ideal regulator until the tank, held at room temperature, has fallen to its outlet
 * pressure, J. Closed form; 0 when it starts below.
 */
export function regulatedJetEnergy({ volumeM3, pressurePaAbs, ambientPaAbs }: Filling, outletPaAbs: number): number {
  const k = (GAMMA - 1) / GAMMA
  return (volumeM3 / k) * Math.max(0, pressurePaAbs - outletPaAbs) * (1 - (ambientPaAbs / outletPaAbs) ** k)
}

/**
 * Work to fill a vessel from the room's pressure by strokes without heat, each cooled to room temperature before the
 * next, J: integral of cp T ((p/p0)^k - 1) dm. Closed form.
 * A pump that keeps cool needs less, down to the filling's exergy; a real one more.
 */
export function fillingWork({ volumeM3: v, pressurePaAbs: p, ambientPaAbs: p0 }: Filling): number {
  const k = (GAMMA - 1) / GAMMA
  return (v / k) * ((p0 * ((p / p0) ** (1 + k) - 1)) / (1 + k) - (p - p0))
}

/** Where the energy of one filling goes, J. The parts add up to the exergy. */
export interface FillingBalance {
  readonly exergyJ: number
  readonly atNozzleJ: number
  /** Still in the vessel when the machine stops, once it has warmed to the room. */
  readonly leftJ: number
  /** Cooling, throttling, the line. Below 0 where air warmer than the room brought more than exergy counts. */
  readonly lostJ: number
  readonly pumpingJ: number
}

/** Balance of a filling at room temperature after a run-down that gave `atNozzleJ` and left a mass. */
export function fillingBalance(
  filling: Filling,
  roomTemperatureK: number,
  run: { readonly atNozzleJ: number; readonly massLeftKg: number },
): FillingBalance {
  const pressureLeft = Math.max(
    filling.ambientPaAbs,
    (run.massLeftKg * GAS_CONSTANT * roomTemperatureK) / filling.volumeM3,
  )
  const exergyJ = fillingExergy(filling)
  const leftJ = fillingExergy({ ...filling, pressurePaAbs: pressureLeft })
  return {
    exergyJ,
    atNozzleJ: run.atNozzleJ,
    leftJ,
    lostJ: exergyJ - run.atNozzleJ - leftJ,
    pumpingJ: fillingWork(filling),
  }
}

import { said, type Said } from '../../said'
import { mean } from '../../statistics'

/** How far readings are carried from the pressure that they were taken at, as a share of it. */
const CARRIED = 0.1
/**
 * How much less or more than the absolute pressure says torque may change with the gauge pressure, each over itself:
 * a choked nozzle's flow goes with the absolute pressure, its thrust nearly with the gauge's.
 */
const CARRY_UNSURE = 0.15

/** Readings whose pressures lie further apart than this share of their mean are of more than one pressure. */
const ONE_PRESSURE = 0.25

export interface SupplyRange {
  readonly mean: number
  readonly least: number
  readonly most: number
}

/** Settled readings put to one supply pressure, gauge Pa throughout. */
export interface Carried {
  /** As the readings say; null where none says it. */
  readonly pressurePa: SupplyRange | null
  readonly nominalGaugePa: number | null
  /** A torque's factor for the pressure at which it was read. */
  readonly factor: (gaugePa: number | undefined) => number
  /** The same with the law of carrying off by one standard uncertainty. */
  readonly other: (gaugePa: number | undefined) => number
  readonly notes: readonly Said[]
}

/**
 * What torques are put to: the pressure asked for where the readings are within a tenth of it, else their own mean,
 * which is then said. Torque goes with the absolute pressure; where that is off shows in `other`.
 */
export function carriedTo(
  gaugePa: readonly (number | undefined)[],
  askedPa: number | null,
  roomPaAbs: number,
): Carried {
  const known = gaugePa.filter((p): p is number => p !== undefined && p > 0)
  if (known.length === 0)
    return { pressurePa: null, nominalGaugePa: askedPa, factor: () => 1, other: () => 1, notes: [] }
  const pressurePa = { mean: mean(known), least: Math.min(...known), most: Math.max(...known) }
  const near = askedPa !== null && Math.abs(askedPa / pressurePa.mean - 1) <= CARRIED
  const nominal = near ? askedPa : pressurePa.mean
  // a gauge that shows nothing beside a shaft that turns was not read
  const read = (pa: number | undefined): pa is number => pa !== undefined && pa > 0
  const factor = (pa: number | undefined) => (read(pa) ? (nominal + roomPaAbs) / (pa + roomPaAbs) : 1)
  return {
    pressurePa,
    nominalGaugePa: nominal,
    factor,
    other: (pa) => factor(pa) * (read(pa) ? (nominal / pa) ** CARRY_UNSURE : 1),
    notes: [
      ...(askedPa === null || near
        ? []
        : [said('readings-pressure-said', { saidGaugePa: askedPa, recordedGaugePa: pressurePa.mean })]),
      ...(pressurePa.most - pressurePa.least > ONE_PRESSURE * pressurePa.mean
        ? [said('readings-pressure-apart', { leastGaugePa: pressurePa.least, mostGaugePa: pressurePa.most })]
        : []),
    ],
  }
}

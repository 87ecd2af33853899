import * as z from 'zod'
import { BENCH_FAULTS, BENCH_KINDS, type BenchAsked } from '../../core/bench'

const number = (least: number, most: number) => z.coerce.number().min(least).max(most)

/** What the address of the simulated bench may ask for. Limits keep one reader from costing the server much. */
export const benchAddress = z.object({
  kind: z.enum(BENCH_KINDS),
  seed: z.coerce
    .number()
    .int()
    .min(0)
    .max(2 ** 32),
  readingsPerS: number(1, 2000),
  faults: z
    .string()
    .max(200)
    .transform((list) => list.split(',').filter((f) => f !== ''))
    .pipe(z.array(z.enum(BENCH_FAULTS))),
  gaugePressurePa: number(0, 2e6),
  stallTorqueNm: number(1e-6, 1e3),
  freeSpeedRadPerS: number(0.5, 5e4),
  bend: number(-0.4, 0.7).default(0),
  inertiaKgM2: number(1e-9, 1e3),
  perTurn: number(1e-3, 1e5),
  sensorRatio: number(1e-3, 1e3),
  armM: number(1e-3, 10),
  thrustN: number(1e-4, 1e4),
  volumeM3: number(1e-6, 100),
  effectiveAreaM2: number(1e-9, 0.1),
  wrapRad: number(0.1, 100),
  sourceGaugePa: number(0, 5e7),
  discharge: number(0.1, 1),
  edge: z.enum(['sharp', 'rounded']),
  brakeNm: number(0, 1e3),
  coastsFor: number(1, 60),
  go: z.coerce.number().int().min(0).max(1e6).default(0),
  /** When the device was switched on, ms of the page's clock. */
  since: number(0, 1e14),
  /** How many times faster than true its clock runs: 1, and more only to try things out. */
  pace: number(0.1, 200).default(1),
})

export type BenchAddress = z.output<typeof benchAddress>

/**
 * No simulated device stays on for longer, by its own clock: what it would have counted until then has to be gone
 * through.
 */
const LONGEST_S = 4 * 3600

/** What a device's clock shows, s; null where it would have been on for more than four hours. */
export function clockOf({ since, pace }: Pick<BenchAddress, 'since' | 'pace'>, nowMs: number): number | null {
  const shows = Math.max(0, ((nowMs - since) / 1000) * pace)
  return shows > LONGEST_S ? null : shows
}

/** An address's query for a simulated bench. */
export const benchQuery = (asked: BenchAsked, since: number, pace = 1): string => {
  const { faults, ...rest } = asked
  const text = Object.entries({ ...rest, since, pace }).map(([k, v]) => [k, String(v)])
  return new URLSearchParams([...text, ['faults', faults.join(',')]]).toString()
}

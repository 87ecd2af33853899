import type { EngineRunDown } from '../../engine'
import { normalDraw, seededRandom } from '../../statistics'

export interface RunDownNoise {
  readonly stepS: number
  readonly restS: number
  /** Of each speed over itself; share of readings that are half of it, a mark missed. */
  readonly speedShare: number
  readonly missedShare: number
  readonly pressurePa: number
  readonly zeroPa: number
  readonly digitPa: number
  readonly thrustN: number
  /** Zero of the cell, and what it creeps by from start to end, N. */
  readonly zeroN: number
  readonly creepN: number
  /** Time in which air that is warmer than the room's loses all but a third of that while the vessel is shut, s. */
  readonly coolsS?: number
  readonly roomK?: number
  readonly seed: number
}

export interface SimulatedRunDown {
  readonly timeS: number[]
  readonly speedRadPerS: number[]
  readonly gaugePa: number[]
  readonly thrustN: number[]
}

/** A value along a course at a time, straight between its points; the ends beyond. */
function along(times: readonly number[], values: readonly number[], at: number): number {
  if (at <= times[0]) return values[0]
  let [low, high] = [0, times.length - 1]
  if (at >= times[high]) return values[high]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (times[middle] <= at) low = middle
    else high = middle
  }
  const share = (at - times[low]) / Math.max(1e-12, times[high] - times[low])
  return values[low] + share * (values[high] - values[low])
}

/**
 * What logger, gauge and cell write down of a run: rest before and after, noise, a mark missed now and then, digits.
 */
export function simulateRunDown(run: EngineRunDown, roomPaAbs: number, of: RunDownNoise): SimulatedRunDown {
  const random = seededRandom(of.seed)
  const end = of.restS + run.runTimeS + of.restS
  const timeS = Array.from({ length: Math.floor(end / of.stepS) + 1 }, (_, i) => i * of.stepS)
  const turning = (t: number) => t >= 0 && t <= run.runTimeS
  const during = (values: readonly number[], t: number) => (turning(t) ? along(run.timeS, values, t) : 0)
  const startK = run.vesselTemperatureK[0]
  /** Pressure before the opening, over that at it: as its temperature. */
  const shut = (s: number) =>
    s < 0 && of.coolsS && of.roomK ? (of.roomK + (startK - of.roomK) * Math.exp(-s / of.coolsS)) / startK : 1
  const rows = timeS.map((t) => {
    const s = t - of.restS
    const w = during(run.speedRadPerS, s) * (1 + of.speedShare * normalDraw(random))
    const gauge =
      along(run.timeS, run.vesselPaAbs, s) * shut(s) - roomPaAbs + of.zeroPa + of.pressurePa * normalDraw(random)
    return {
      speed: random() < of.missedShare ? w / 2 : w,
      gauge: of.digitPa > 0 ? Math.round(gauge / of.digitPa) * of.digitPa : gauge,
      thrust: during(run.thrustN, s) + of.zeroN + (of.creepN * t) / end + of.thrustN * normalDraw(random),
    }
  })
  return {
    timeS,
    speedRadPerS: rows.map((r) => r.speed),
    gaugePa: rows.map((r) => r.gauge),
    thrustN: rows.map((r) => r.thrust),
  }
}

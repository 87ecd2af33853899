import type { TurbineModel } from '../turbine'
import { rungeKutta } from '../numerics'
import { roomDensity } from '../supply'
import type { AirSide } from './air-side'
import type { PredictionInput } from './input'
import { buildRunDown } from './run-down'

/** What a supply that lasts only so long brings a machine to, from rest, with nothing on its shaft but itself. */
export interface Reach {
  /** Until the supply is spent. */
  readonly lastsS: number
  /** Fastest speed on the way, and when. */
  readonly speedRadPerS: number
  readonly atS: number
  readonly inertiaKgM2: number
}

const [PRESSURES, SPEEDS, STEPS, SAMPLES] = [5, 9, 400, 60] as const

/**
 * Gauge pressure at the nozzle over time, from the first breath or the full vessel; null for supplies that do not end.
 */
function pressureInTime(
  input: PredictionInput,
  air: AirSide,
): { readonly lastsS: number; readonly gaugePa: (timeS: number) => number } | null {
  const { supply, ambient } = input
  const pa = ambient.absolutePressurePa
  const start = air.nozzlePressurePaAbs - pa
  if (supply.kind === 'breath') {
    const flow = air.massFlowKgPerS / roomDensity(pa, ambient.temperatureK)
    return flow > 0 ? { lastsS: supply.lungVolumeM3 / flow, gaugePa: () => start } : null
  }
  const run = buildRunDown(input, { samples: SAMPLES })
  if (!run || run.trace.length < 2) return null
  const { trace } = run
  const step = trace[1].timeS - trace[0].timeS
  return {
    lastsS: run.endTimeS,
    gaugePa: (timeS) => {
      const x = Math.min(trace.length - 1.000001, Math.max(0, timeS / step))
      const i = Math.floor(x)
      return trace[i].nozzlePaAbs + (x - i) * (trace[i + 1].nozzlePaAbs - trace[i].nozzlePaAbs) - pa
    },
  }
}

/**
 * Speed that a supply which lasts seconds brings a machine to, from rest: J dw/dt = T(w, p(t)), torque joined straight
 * in a table over pressure and speed, Runge-Kutta 4.
 * Null where the supply does not end. Valid: nothing else on the shaft; the machine's flow as at its working speed.
 * Error: 2 % of the speed beside the torque's own.
 */
export function reachFromRest(
  input: PredictionInput,
  known: {
    readonly air: AirSide
    readonly freeSpeedRadPerS: number
    readonly inertiaKgM2: number
    readonly flowShare: number
  },
  modelAt: (pressurePaAbs: number, temperatureK: number) => TurbineModel,
): Reach | null {
  if (input.supply.kind !== 'breath' && input.supply.kind !== 'vessel' && input.supply.kind !== 'balloon') return null
  const { air, inertiaKgM2 } = known
  const pa = input.ambient.absolutePressurePa
  const supply = pressureInTime({ ...input, flowShare: known.flowShare }, air)
  const top = 1.1 * known.freeSpeedRadPerS
  if (!supply || !(top > 0)) return null
  // a balloon's pressure may rise on its way
  const most = Math.max(...Array.from({ length: SAMPLES }, (_, i) => supply.gaugePa((supply.lastsS * i) / SAMPLES)))
  const gauges = Array.from({ length: PRESSURES }, (_, i) => (most * (i + 1)) / PRESSURES)
  const table = [0, ...gauges]
    .map((gauge) => (gauge === 0 ? null : modelAt(pa + gauge, air.temperatureK)))
    .map((model) =>
      Array.from({ length: SPEEDS }, (_, j) => (model ? model.at((top * j) / (SPEEDS - 1)).torqueNm : NaN)),
    )
  // with no pressure left only drag is: torque follows it on from the two lowest pressures
  table[0] = table[1].map((low, j) => Math.min(0, 2 * low - table[2][j]))
  const torque = (w: number, timeS: number): number => {
    const x = Math.min(PRESSURES - 1e-6, Math.max(0, (supply.gaugePa(timeS) / most) * PRESSURES))
    const y = Math.min(SPEEDS - 1.000001, Math.max(0, (w / top) * (SPEEDS - 1)))
    const [i, j] = [Math.floor(x), Math.floor(y)]
    const along = (k: number) => table[k][j] + (y - j) * (table[k][j + 1] - table[k][j])
    return along(i) + (x - i) * (along(i + 1) - along(i))
  }
  const h = supply.lastsS / STEPS
  // no step may run past where its own torque has vanished
  const within = (w: number) => Math.max(0, Math.min(top, w))
  const rate = (t: number, w: number) => (w <= 0 ? Math.max(0, torque(0, t)) : torque(w, t)) / inertiaKgM2
  let [w, speedRadPerS, atS] = [0, 0, 0]
  for (let i = 0; i < STEPS; i++) {
    const t = i * h
    w = within(rungeKutta((time, [speed]) => [rate(time, within(speed))], t, [w], h)[0])
    if (w > speedRadPerS) [speedRadPerS, atS] = [w, t + h]
  }
  return { lastsS: supply.lastsS, speedRadPerS: Math.min(speedRadPerS, known.freeSpeedRadPerS), atS, inertiaKgM2 }
}

import { PhysicsError } from '../../errors'
import { middles } from './course'
import { timeRises } from '../time-rises'

/** A machine that empties a vessel, row by row, SI; time rising. What was not recorded is left out. */
export interface RunDownTrace {
  readonly timeS: ArrayLike<number>
  readonly speedRadPerS: ArrayLike<number>
  readonly gaugePa?: ArrayLike<number>
  readonly thrustN?: ArrayLike<number>
}

const LEAST_ROWS = 30
/** Rows below this share are taken for rest. */
export const RESTS = 0.05

export const fault = (code: string, message: string, nextStep: string) => new PhysicsError({ code, message, nextStep })

/** What was recorded of a run, without rows that miss a number. */
export interface Rows {
  readonly time: number[]
  readonly speed: number[]
  readonly gauge: number[] | null
  readonly thrust: number[] | null
}

/** @throws PhysicsError FEW_ROWS, TIME_BACK. */
export function soundRows({ timeS, speedRadPerS, gaugePa, thrustN }: RunDownTrace, scaleFactor = 1): Rows {
  const used = Array.from({ length: timeS.length }, (_, i) => i).filter(
    (i) =>
      Number.isFinite(timeS[i]) &&
      Number.isFinite(speedRadPerS[i]) &&
      (!gaugePa || Number.isFinite(gaugePa[i])) &&
      (!thrustN || Number.isFinite(thrustN[i])),
  )
  if (used.length < LEAST_ROWS)
    throw fault('FEW_ROWS', `The recording has ${used.length} rows.`, `Record at least ${LEAST_ROWS} over the run.`)
  const time = used.map((i) => timeS[i])
  timeRises(time, fault)
  return {
    time,
    speed: used.map((i) => Math.abs(speedRadPerS[i])),
    gauge: gaugePa ? used.map((i) => gaugePa[i]) : null,
    thrust: thrustN ? used.map((i) => scaleFactor * thrustN[i]) : null,
  }
}

/**
 * A rise by this share of all that the pressure fell is another filling: what is left in a vessel warms up by far less.
 */
const FILLED = 0.25
const BACK_AT_REST = 0.15

/** The rows up to where the vessel was filled again, and when that was; all, and null, where it never was. */
export function firstFilling(rows: Rows): readonly [Rows, number | null] {
  if (!rows.gauge) return [rows, null]
  const [speed, gauge] = [middles(rows.speed), middles(rows.gauge)]
  const top = speed.reduce((a, b) => Math.max(a, b), 0)
  const from = speed.findIndex((w) => w > RESTS * top)
  let low = gauge[from]
  const fell = low - gauge.slice(from).reduce((a, b) => Math.min(a, b), Infinity)
  for (let i = from; i < gauge.length; i++) {
    low = Math.min(low, gauge[i])
    if (!(gauge[i] - low > FILLED * fell)) continue
    let end = i
    while (gauge[end] > low + BACK_AT_REST * fell) end--
    const cut = (values: number[]) => values.slice(0, end + 1)
    const { time, thrust } = rows
    return [
      { time: cut(time), speed: cut(rows.speed), gauge: cut(rows.gauge), thrust: thrust && cut(thrust) },
      time[end],
    ]
  }
  return [rows, null]
}

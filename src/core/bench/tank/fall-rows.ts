import { PhysicsError } from '../../errors'
import { linearLeastSquares, median } from '../../statistics'
import { DIGIT_HIDES, digitOf } from '../digit'
import { timeRises } from '../time-rises'
import { oneFall } from './one-fall'
import { shutAt } from './shut'

/** Pressure of a vessel against time, Pa gauge, time rising. */
export interface TankTrace {
  readonly timeS: ArrayLike<number>
  readonly gaugePa: ArrayLike<number>
}

const LEAST_ROWS = 20
/** A pressure must fall by so many times its noise, and by this share, to say anything. */
const FALLS = 15
const LEAST_FALL = 0.005
const fault = (code: string, message: string, nextStep: string) => new PhysicsError({ code, message, nextStep })

/** Scatter of readings from one to the next. */
const noiseOf = (gauge: readonly number[]): number =>
  Math.max(
    median(gauge.slice(2).map((p, i) => Math.abs(p - 2 * gauge[i + 1] + gauge[i]))) / (0.6745 * Math.sqrt(6)),
    1e-6,
  )

/** Rows before the opening that tell how high the pressure was. */
const QUIET_ROWS = 50
/** Where the pressure falls away from a level, as a row; 0 where it falls from the first rows on. */
function leaves(gauge: readonly number[], levelAt: (row: number) => number, noise: number): number {
  let last = 0
  for (let i = 0; i < gauge.length; i++) {
    if (gauge[i] > levelAt(i) - 4 * noise) last = i
    else if (median(gauge.slice(i, i + 5)) < levelAt(i) - 4 * noise && i - last > 4) return last
  }
  return last
}

/** Of the steepest fall: from where on it is that of the opened hole. */
const OPENED = 0.3
/** A slope before the opening is one by so many times its uncertainty. */
const SLOPES = 5

/**
 * Where the hole is opened, as a row; 0 where it was open from the first rows on. Before it the pressure stands, or
 * sinks evenly as what filling has warmed cools down: `warm`.
 */
function opening(time: readonly number[], gauge: readonly number[], noise: number) {
  const quiet = Math.max(5, Math.floor(gauge.length / 100))
  const level = median(gauge.slice(0, quiet))
  const first = leaves(gauge, () => level, noise)
  // of few rows each, that an opening soon after the first is seen; of more, that noise makes none
  for (const wide of [200, 60].map((stretches) => Math.max(5, Math.floor(gauge.length / stretches)))) {
    const opened = wide * steepens(time, gauge, wide)
    if (opened < 2 * wide) continue
    const [t, p] = [time.slice(0, opened), gauge.slice(0, opened)]
    const line = linearLeastSquares(
      t.map((s) => [1, s - t[0]]),
      p,
      p.map(() => 1 / noise ** 2),
      'birge',
    )
    const [start, slope] = line.parameters
    if (-slope > SLOPES * Math.sqrt(line.covariance[1][1]))
      return { first: leaves(gauge, (i) => start + slope * (time[i] - time[0]), noise), warm: true }
  }
  return { first, warm: false }
}

/** After how many stretches of so many rows the pressure falls nearly as steeply as it ever does; below 0 never. */
function steepens(time: readonly number[], gauge: readonly number[], rows: number): number {
  const middles = Array.from({ length: Math.floor(gauge.length / rows) }, (_, k) => ({
    t: median(time.slice(k * rows, (k + 1) * rows)),
    p: median(gauge.slice(k * rows, (k + 1) * rows)),
  }))
  const slopes = middles.slice(1).map(({ t, p }, k) => (p - middles[k].p) / (t - middles[k].t))
  const steepest = Math.min(...slopes)
  return slopes.findIndex((s) => s < OPENED * steepest)
}

/** The rows of one fall, from a vessel at rest on, and what is told of it before anything is fitted. */
export interface Fall {
  readonly time: readonly number[]
  readonly gauge: readonly number[]
  readonly noise: number
  /** One digit of a gauge whose noise does not hide it; else 0. */
  readonly digitPa: number
  /** Row at which the hole is opened; 0 where it was open from the first on. */
  readonly first: number
  /** The pressure sinks before that, as what filling has warmed cools down. */
  readonly warm: boolean
  readonly startPa: number
  readonly fall: number
  /** When it was shut again; null where it was not. */
  readonly shutS: number | null
  /** Until when the vessel was filled, and from when on again; null where the recording does not show it. */
  readonly filling: { readonly untilS: number | null; readonly againS: number | null }
}

/** @throws PhysicsError FEW_ROWS, TIME_BACK, NO_FALL. */
export function fallOf(trace: TankTrace, roomPaAbs: number): Fall {
  const sound = Array.from({ length: trace.timeS.length }, (_, i) => i).filter(
    (i) => Number.isFinite(trace.timeS[i]) && Number.isFinite(trace.gaugePa[i]),
  )
  const whole = { time: sound.map((i) => trace.timeS[i]), gauge: sound.map((i) => trace.gaugePa[i]) }
  timeRises(whole.time, fault)
  const noise = whole.gauge.length > 2 ? noiseOf(whole.gauge) : 0
  const [from, to] = oneFall(whole.gauge, noise)
  const [oneTime, oneGauge] = [whole.time.slice(from, to), whole.gauge.slice(from, to)]
  if (oneTime.length < LEAST_ROWS)
    throw fault('FEW_ROWS', `The recording has ${oneTime.length} rows.`, `Record at least ${LEAST_ROWS} over the fall.`)
  const { first, warm } = opening(oneTime, oneGauge, noise)
  const digit = digitOf(oneGauge)
  const digitPa = noise < DIGIT_HIDES * digit ? digit : 0
  const waits = oneGauge.slice(warm ? Math.max(0, first - QUIET_ROWS) : 0, first)
  const startPa = first >= 5 ? median(waits) : oneGauge[0]
  const shutS = shutAt(oneTime, oneGauge, first, { startPa, roomPaAbs, noisePa: noise, digitPa })
  const kept = shutS === null ? oneTime.length : oneTime.findIndex((t) => t >= shutS)
  const [time, gauge] = [oneTime.slice(0, kept), oneGauge.slice(0, kept)]
  const fall = median(gauge.slice(0, Math.max(3, Math.min(first, QUIET_ROWS)))) - median(gauge.slice(-5))
  const most = gauge.reduce((a, b) => Math.max(a, b), -Infinity)
  if (!(fall > FALLS * noise) || fall < LEAST_FALL * most)
    throw fault(
      'NO_FALL',
      'The pressure in this column does not fall.',
      'Choose the column of the vessel’s pressure; for a leak record until it has fallen by a hundredth.',
    )
  const filling = {
    untilS: from > 0 ? whole.time[from] : null,
    againS: to < whole.time.length ? whole.time[to] : null,
  }
  return { time, gauge, noise, digitPa, first, warm, startPa, fall, shutS, filling }
}

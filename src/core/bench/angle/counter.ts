import { median } from '../../statistics'
import { risingRows } from './clean-time'
import { RepairCount, type RepairedTrace, type SensorScale } from './repair'

/** Widths that counters come in, bits; signed and unsigned ones alike run over by 2 to this. */
const WIDTHS = [8, 10, 12, 14, 15, 16, 20, 24, 31, 32, 40, 48] as const

/** Values of the kept rows; a plain loop, for millions of them. */
export function pick(values: Float64Array, rows: Int32Array): Float64Array {
  const kept = new Float64Array(rows.length)
  for (let i = 0; i < rows.length; i++) kept[i] = values[rows[i]]
  return kept
}

/**
 * How fast a recording counts while it counts, per second: three quarters of its steps are no faster, so that not even
 * a counter that runs over every eighth reading raises it.
 */
function typicalRate(timeS: Float64Array, counts: Float64Array): number {
  const stride = Math.max(1, Math.floor(counts.length / 20_000))
  const rates: number[] = []
  for (let i = 1; i < counts.length; i += stride)
    if (counts[i] !== counts[i - 1]) rates.push(Math.abs(counts[i] - counts[i - 1]) / (timeS[i] - timeS[i - 1]))
  rates.sort((a, b) => a - b)
  return rates[Math.floor(0.75 * (rates.length - 1))] ?? 0
}

interface Jump {
  readonly step: number
  /** Counts at which it ran over; 0 where it was set back. */
  readonly span: number
}

/**
 * What a jump of a counter stands for: running over at a usual width, when that leaves a step like its neighbours';
 * else being set back, with the neighbours' step in its place.
 */
function jumpOf(difference: number, expected: number, plausible: number): Jump {
  let best: Jump | null = null
  for (const bits of WIDTHS) {
    const span = 2 ** bits
    if (span < 2 * plausible) continue
    const step = difference + (difference < 0 ? span : -span)
    if (Math.abs(step) <= plausible && (!best || Math.abs(step - expected) < Math.abs(best.step - expected)))
      best = { step, span }
  }
  return best ?? { step: expected, span: 0 }
}

/**
 * Rotor angle from a running count of lines or marks, up or down, of any width, signed or not.
 * A step larger than anything the recording shows is the counter running over (at 2 to 8-48 bits) or being set back;
 * both are carried on and reported.
 * A counter that runs over more than once between two readings cannot be followed. Error: exact when it runs over; one
 * reading's step where it was set back.
 */
export function angleOfCounts(timeS: Float64Array, counts: Float64Array, scale: SensorScale): RepairedTrace {
  const { rows, repairs } = risingRows(timeS, counts)
  const t = pick(timeS, rows)
  const kept = pick(counts, rows)
  const top = typicalRate(t, kept)
  const [over, reset] = [new RepairCount(), new RepairCount()]
  const travelled = new Float64Array(kept.length)
  const spans = new Set<number>()
  const recent: number[] = []
  for (let i = 1; i < kept.length; i++) {
    const dt = t[i] - t[i - 1]
    const difference = kept[i] - kept[i - 1]
    const plausible = 3.5 * top * dt + 8
    let step = difference
    if (Math.abs(difference) > plausible) {
      const jump = jumpOf(difference, recent.length > 0 ? median(recent) * dt : 0, plausible)
      step = jump.step
      if (jump.span > 0) {
        over.add(t[i])
        spans.add(jump.span)
      } else reset.add(t[i])
    } else {
      recent.push(difference / dt)
      if (recent.length > 9) recent.shift()
    }
    travelled[i] = travelled[i - 1] + step
  }
  const direction = kept.length > 1 && travelled[kept.length - 1] < 0 ? -1 : 1
  const perCount = (direction * 2 * Math.PI * scale.rotorTurnsPerSensorTurn) / scale.countsPerTurn
  return {
    trace: { timeS: t, angleRad: travelled.map((n) => n * perCount) },
    repairs: [
      ...repairs,
      ...over.report('counter wrap', { spans: [...spans].join(', ') }),
      ...reset.report('counter reset'),
    ],
  }
}

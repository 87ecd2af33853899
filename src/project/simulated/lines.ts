import { benchProgram, type BenchAsked, type BenchProgram } from '../../core/bench'
import { seededRandom } from '../../core/statistics'

/** A line that a device sends, and when after it was switched on. */
export interface TimedLine {
  readonly atS: number
  readonly text: string
}

const DROP = { everyS: 7.3, forS: 0.6 } as const
const BAD_SHARE = 1 / 300
const GARBLED = ['{"t":12', 'ÿÿ\u0001x', '{"t":"soon"}', '{"t":99,"angle":', '12,34,56']

/** What a device says first. */
export const headerLine = ({ channels }: BenchProgram, seed: number): string =>
  JSON.stringify({ device: `simulated bench ${seed % 1000}`, channels, clock: 'us' })

/** First row of a go at or after a time. */
function rowAt(timeS: ArrayLike<number>, s: number): number {
  let low = 0
  let high = timeS.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (timeS[middle] < s) low = middle + 1
    else high = middle
  }
  return low
}

/**
 * What a simulated device sends from some time after it was switched on, for ever: go after go of the same machine,
 * each a little different, its counter running on.
 * Lines are missing and garbled as its faults have it. Pure: the seed decides.
 */
export function* benchLines(asked: BenchAsked, fromS: number): Generator<TimedLine> {
  const first = benchProgram(asked)
  const lasts = first.endS + 1 / asked.readingsPerS
  const counter = first.channels.findIndex((c) => c.unit === 'count')
  const drops = asked.faults.includes('drop-outs')
  const bad = asked.faults.includes('bad-lines') ? seededRandom(asked.seed + 99) : null
  const programOf = (go: number) => (go === 0 ? first : benchProgram({ ...asked, go: asked.go + go }))
  /** Row behind the last one of a go: it may last a little longer than the first, whose time it keeps to. */
  const endOf = ({ timeS }: BenchProgram) => rowAt(timeS, first.endS + 1e-9)
  const countedIn = (program: BenchProgram): number =>
    counter < 0 || program.timeS.length === 0 ? 0 : program.columns[counter][Math.max(0, endOf(program) - 1)]
  yield { atS: fromS, text: headerLine(first, asked.seed) }
  const begun = Math.floor(fromS / lasts)
  let counted = 0
  for (let go = 0; counter >= 0 && go < begun; go++) counted += countedIn(programOf(go))
  for (let go = begun; ; go++) {
    const program = programOf(go)
    const base = go * lasts
    const end = endOf(program)
    for (let i = rowAt(program.timeS, fromS - base); i < end; i++) {
      const t = program.timeS[i]
      if (drops && (base + t) % DROP.everyS < DROP.forS && base + t > DROP.everyS) continue
      const reading: Record<string, number> = { t: Math.round((base + t) * 1e6) }
      program.channels.forEach(({ name }, c) => (reading[name] = program.columns[c][i] + (c === counter ? counted : 0)))
      if (bad && bad() < BAD_SHARE) yield { atS: base + t, text: GARBLED[Math.floor(bad() * GARBLED.length)] }
      else yield { atS: base + t, text: JSON.stringify(reading) }
    }
    counted += countedIn(program)
  }
}

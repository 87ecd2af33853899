import { PhysicsError } from '../../errors'

/** Gaps that are looked at, evenly over the recording. */
const LOOKED_AT = 4000
/** Fewer gaps look like whole steps of something by chance. */
const LEAST_GAPS = 20
/** Of a step: by how much a gap may miss a whole number of them. */
const OFF = 0.02
/** Gaps of which the mean tells how fast marks come, and which of all those means counts as their fastest. */
const [RUN, FASTEST] = [10, 0.1] as const
/**
 * Marks that come faster than this share of a step each cannot be counted: one that is missing looks like one that is
 * rounded. Counting marks of known number breaks down between 0.40 and 0.42, held and sweeping.
 */
const COARSE = 0.4

/**
 * A clean signal of one speed has gaps of one length, and of twice that where a mark is missed; of a clock that is too
 * coarse more than this share has another length.
 */
const UNLIKE = 0.08

const sorted = (values: readonly number[]): number[] => [...values].sort((a, b) => a - b)

/**
 * The step, s, that times are written in: all gaps between them are whole numbers of it, and not nearly all of them the
 * same one. 0 where they are not, as of times that are finer than what they tell.
 */
export function stepOfTimes(timeS: ArrayLike<number>): number {
  const every = Math.max(1, Math.floor((timeS.length - 1) / LOOKED_AT))
  const gaps: number[] = []
  for (let i = 1; i < timeS.length; i += every) gaps.push(Math.abs(timeS[i] - timeS[i - 1]))
  const most = Math.max(Math.abs(timeS[0]), Math.abs(timeS[timeS.length - 1]))
  // what numbers of that size cannot tell apart
  const blur = 8 * Number.EPSILON * most
  const known = sorted(gaps.filter((gap) => gap > blur))
  if (gaps.length < LEAST_GAPS || known.length === 0) return 0
  let step = known[0]
  for (let i = 1; i < known.length; i++) {
    const more = known[i] - known[i - 1]
    if (more > blur && more < step) step = more
  }
  const whole = known.map((gap) => Math.round(gap / step))
  if (known.some((gap, i) => Math.abs(gap - step * whole[i]) > OFF * step + blur)) return 0
  if (whole[whole.length >> 1] > 1) return step
  const unlike = whole.filter((n) => n !== 1).length + gaps.length - known.length
  return unlike > UNLIKE * gaps.length ? step : 0
}

/**
 * Refuses times of marks that are written too coarsely to be counted.
 * @throws PhysicsError MARKS_COARSE.
 */
export function fineEnough(timeS: ArrayLike<number>): void {
  const step = stepOfTimes(timeS)
  if (step === 0) return
  const every = RUN * Math.max(1, Math.floor(timeS.length / RUN / LOOKED_AT))
  const means: number[] = []
  for (let i = 0; i + RUN < timeS.length; i += every) {
    const gap = (timeS[i + RUN] - timeS[i]) / RUN
    if (gap >= 0) means.push(gap)
  }
  const fastest = sorted(means)[Math.floor(FASTEST * means.length)]
  if (!(step > COARSE * fastest)) return
  const ms = (seconds: number) => `${String(Number((1e3 * seconds).toPrecision(2)))} ms`
  throw new PhysicsError({
    code: 'MARKS_COARSE',
    message: `The times of the marks go in steps of ${ms(step)}, and ${fastest > 0 ? `a mark came every ${ms(fastest)}` : 'many marks share one'}: which were missed cannot be told, nor how fast it turned.`,
    nextStep: 'Let the device write microseconds, or count the marks and record the count.',
  })
}

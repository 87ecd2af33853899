import { Matrix, inverse } from 'ml-matrix'
import type { BlockTrace } from './decimate'
import type { Phases } from './phases'
import { FACTORS, march, priorsOf, type Drive, type Prior, type Stretch } from './trajectory-march'
import { autocorrelationOf, scatterOf, varianceAt, type Scatter } from './trajectory-scatter'

export interface TrajectoryFit {
  readonly status: 'converged' | 'mostSteps' | 'singular'
  /** T0, k, a, b, c over inertia, the factors on the departures, and what was misread of these. */
  readonly parameters: readonly number[]
  /** Covariance of these. */
  readonly covariance: readonly (readonly number[])[]
  /** Of the residuals, between neighbours; towards 1 where the law does not lie on the recording. */
  readonly autocorrelation: number
  /** Factor by which the covariance was widened for it. */
  readonly widened: number
  /** Speed by the law at each block; NaN outside the stretches. */
  readonly fittedRadPerS: Float64Array
}

/**
 * What is fitted to what: the recording's stretches, the drive, and the places of the parameters that the recording can
 * tell.
 */
interface Problem {
  readonly trace: BlockTrace
  readonly drive: Drive
  readonly priors: readonly Prior[]
  readonly stretches: readonly Stretch[]
  /** Number of parameters of the law, and of all: each stretch has a speed and an angle of its own at its start. */
  readonly law: number
  readonly size: number
  readonly free: readonly number[]
  readonly counts: readonly number[]
}

/** Shortest stretch that tells anything, blocks. */
const LEAST_BLOCKS = 8

/**
 * A part of a recording over which one law is fitted: with the blades driven (or with any other torque on), or
 * coasting.
 */
export interface FitSpan {
  readonly fromS: number
  readonly toS: number
  readonly open: boolean
}

/** `told` are the places among T0, k, a, b, c that these spans can tell. */
function problemOf(
  trace: BlockTrace,
  spans: readonly FitSpan[],
  told: (read: number) => readonly number[],
  blockOf: (timeS: number) => number,
  drive: Drive,
): Problem {
  const priors = priorsOf(drive)
  const law = FACTORS + priors.length
  const stretches = spans
    .map((span) => ({
      from: blockOf(span.fromS),
      to: Math.min(trace.timeS.length, blockOf(span.toS) + 1),
      open: span.open,
    }))
    .filter((s) => s.to - s.from >= LEAST_BLOCKS)
    .map((s, i): Stretch => ({ ...s, at: law + 2 * i }))
  return {
    trace,
    drive,
    priors,
    stretches,
    law,
    size: law + 2 * stretches.length,
    free: [
      ...told(stretches.length),
      ...priors.map((_, i) => FACTORS + i),
      ...stretches.flatMap((s) => [s.at, s.at + 1]),
    ],
    counts: stretches.flatMap((s) => Array.from(trace.count.subarray(s.from, s.to))),
  }
}

/** Normal equations and cost at a set of parameters. */
interface Normal {
  readonly n: readonly Float64Array[]
  readonly right: Float64Array
  readonly cost: number
}

/** What was left at each block, and the speed there, when it was last looked at. */
interface Left {
  readonly residual: Float64Array
  readonly speeds: Float64Array
}

/** `left` is filled anew where `fill`; else its speeds give the weights. */
function normalOf(problem: Problem, at: readonly number[], scatter: Scatter, left: Left, fill: boolean): Normal {
  const { trace, drive, stretches, size } = problem
  const n = Array.from({ length: size }, () => new Float64Array(size))
  const right = new Float64Array(size)
  let cost = 0
  let place = 0
  const change = trace.noiseOn === 'speed' ? changes(size, trace) : null
  for (const s of stretches)
    march(size, trace, s, at, drive, (block, angle, acceleration, speed, marched) => {
      const off = trace.angleRad[block] - angle - 0.5 * acceleration * trace.timeVariance[block]
      const r = change ? change.since(block, s.from, off, marched) : off
      const row = change ? change.row : marched
      if (fill) {
        left.residual[place] = r
        left.speeds[place] = speed
      }
      const weight = trace.count[block] / varianceAt(scatter, left.speeds[place])
      place++
      cost += weight * r * r
      for (let i = 0; i < size; i++) {
        const wr = weight * row[i]
        right[i] += wr * r
        for (let j = 0; j <= i; j++) n[i][j] += wr * row[j]
      }
    })
  problem.priors.forEach((known, i) => {
    const prior = 1 / known.standardUncertainty ** 2
    const off = known.value - at[FACTORS + i]
    n[FACTORS + i][FACTORS + i] += prior
    right[FACTORS + i] += prior * off
    cost += prior * off * off
  })
  return { n, right, cost }
}

/**
 * Of sums of speeds: what is left of the mean speed from one block to the next, and its row, in place of angles; their
 * errors stand each for itself, as those of the angles do not.
 * The first block of a stretch only ties the angle that it starts at.
 */
function changes(size: number, { timeS }: BlockTrace) {
  const row = new Float64Array(size)
  const last = new Float64Array(size)
  let left = 0
  return {
    row,
    since: (block: number, first: number, off: number, marched: Float64Array): number => {
      const span = block === first ? 1 : timeS[block] - timeS[block - 1]
      const r = block === first ? off : (off - left) / span
      for (let i = 0; i < size; i++) {
        row[i] = block === first ? marched[i] : (marched[i] - last[i]) / span
        last[i] = marched[i]
      }
      left = off
      return r
    },
  }
}

/** The step to the least cost, shorter the more it is damped, and the inverse of the normal matrix, by places. */
function solved(free: readonly number[], { n, right }: Normal, damped = 0) {
  const scale = free.map((i) => Math.sqrt(n[i][i]) || 1)
  const m = Matrix.zeros(free.length, free.length)
  free.forEach((i, p) =>
    free.forEach((j, q) =>
      m.set(p, q, ((i >= j ? n[i][j] : n[j][i]) / scale[p] / scale[q]) * (p === q ? 1 + damped : 1)),
    ),
  )
  const inv = inverse(m)
  return {
    step: free.map((_, p) => free.reduce((sum, j, q) => sum + (inv.get(p, q) * right[j]) / scale[p] / scale[q], 0)),
    inv: (p: number, q: number) => inv.get(p, q) / scale[p] / scale[q],
  }
}

const MOST_ROUNDS = 30
/** A share of the cost that is nothing. */
const SETTLED = 1e-6

/** Gauss-Newton from a set of parameters: steps halved until they better the cost, until none does. */
function descended(
  problem: Problem,
  from: { readonly x: readonly number[]; readonly state: Normal },
  cost: (x: readonly number[]) => Normal,
): { readonly x: readonly number[]; readonly state: Normal; readonly settled: boolean } {
  let { x, state } = from
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { step } = solved(problem.free, state)
    let [next, found] = [[...x], state]
    for (let share = 1; share > 1 / 64; share /= 2) {
      next = [...x]
      problem.free.forEach((i, p) => (next[i] += share * step[p]))
      found = cost(next)
      if (found.cost <= state.cost) break
    }
    // where no part of the step betters it, one that keeps off what is hardly told (Levenberg and Marquardt)
    for (let damped = 1e-9; !(found.cost <= state.cost) && damped < 1; damped *= 10) {
      const { step: short } = solved(problem.free, state, damped)
      next = [...x]
      problem.free.forEach((i, p) => (next[i] += short[p]))
      found = cost(next)
    }
    const moved = found.cost <= state.cost ? 1 - found.cost / Math.max(1e-300, state.cost) : 0
    if (moved > 0) [x, state] = [next, found]
    if (moved < SETTLED) return { x, state, settled: true }
  }
  return { x, state, settled: false }
}

/**
 * One law of torque and drag fitted to the angle itself over spin-up and coasting, by Gauss-Newton with halved steps on
 * the integrated motion.
 * Blocks are weighted by their readings and by a scatter of the angle and of the clock (which grows with speed), both
 * found from what is left; the covariance is widened for neighbours that scatter alike (AR(1)).
 * No window, no derivative of a noisy signal, so no bias from either. Error: exact for the law; where the law is not
 * the machine's, the autocorrelation tells.
 * Source: nonlinear least squares with variational equations (text-book); Birge-like scaling by the residuals, JCGM
 * 100.
 */
export function fitTrajectory(
  trace: BlockTrace,
  phases: Phases,
  blockOf: (timeS: number) => number,
  start: Start,
  drive: Drive,
): TrajectoryFit {
  const { spinUp, coast } = phases
  const spans = [{ ...spinUp, open: true }, ...(coast ? [{ ...coast, open: false }] : [])]
  // without coasting drag cannot be told from torque: T0 and k hold both
  const told = (read: number) => (read > 1 ? [0, 1, 2, 3, 4] : [0, 1])
  return fitted(problemOf(trace, spans, told, blockOf, drive), start)
}

const NO_DRIVE: Drive = { factors: [], misread: [], at: () => undefined }

/**
 * Drag alone, a + b w + c w^2 over the inertia, from stretches of coasting; in those that are `open` a torque that does
 * not change with speed stands besides, its share of the inertia in the place of T0 and below nothing where it brakes.
 * Places of the law that are not `told` are held as they start. Otherwise as `fitTrajectory`.
 */
export const fitCoasting = (
  trace: BlockTrace,
  spans: readonly FitSpan[],
  told: readonly number[],
  blockOf: (timeS: number) => number,
  start: Start,
): TrajectoryFit =>
  fitted(
    problemOf(trace, spans, () => told, blockOf, NO_DRIVE),
    start,
  )

/** Where a fit begins: the law over the inertia, and a speed of every block. */
interface Start {
  readonly law: readonly number[]
  readonly speed: Float64Array
}

function fitted(problem: Problem, start: Start): TrajectoryFit {
  const { trace, drive, stretches, free, law, counts } = problem
  const first = [
    ...start.law.slice(0, 5),
    ...problem.priors.map((known) => known.value),
    ...stretches.flatMap(() => [0, 0]),
  ]
  for (const s of stretches) {
    // a smoothed start: the first blocks' own slope
    first[s.at] = start.speed[s.from]
    first[s.at + 1] = trace.angleRad[s.from]
  }
  const left: Left = { residual: new Float64Array(counts.length), speeds: new Float64Array(counts.length) }
  let scatter: Scatter = [1e-4, 0]
  const normal = (at: readonly number[], fill: boolean) => normalOf(problem, at, scatter, left, fill)
  let now: { readonly x: readonly number[]; readonly state: Normal } = { x: first, state: normal(first, true) }
  try {
    // first the law alone with equal scatter, as what is known beforehand says; then all, with each range's own
    let settled = false
    const held = { ...problem, free: free.filter((i) => i < FACTORS || i >= law) }
    for (const asked of [held, problem, problem]) {
      const found = descended(asked, now, (x) => normal(x, false))
      settled = found.settled
      normal(found.x, true)
      scatter = scatterOf(counts, left.residual, left.speeds, free.length)
      now = { x: found.x, state: normal(found.x, false) }
    }
    const { inv } = solved(free, now.state)
    const fittedRadPerS = new Float64Array(trace.timeS.length).fill(NaN)
    for (const s of stretches)
      march(problem.size, trace, s, now.x, drive, (block, _, __, speed) => void (fittedRadPerS[block] = speed))
    const ends = stretches.map((_, i) => stretches.slice(0, i + 1).reduce((sum, s) => sum + s.to - s.from, 0))
    const autocorrelation = autocorrelationOf(counts, left.residual, left.speeds, scatter, ends)
    const rho = Math.min(0.99, Math.max(0, autocorrelation))
    const waves = (1 + rho) / (1 - rho)
    // means of speed share the reading between them: alike by a half at most, and no further than the next
    const widened = trace.noiseOn === 'speed' ? 1 + 2 * rho + Math.max(0, waves - 3) : waves
    const covariance = Array.from({ length: law }, (_, i) =>
      Array.from({ length: law }, (__, j) => {
        const [p, q] = [free.indexOf(i), free.indexOf(j)]
        return p < 0 || q < 0 ? 0 : widened * inv(p, q)
      }),
    )
    const status = settled ? 'converged' : 'mostSteps'
    return { status, parameters: now.x.slice(0, law), covariance, autocorrelation, widened, fittedRadPerS }
  } catch {
    return {
      status: 'singular',
      parameters: now.x.slice(0, law),
      covariance: [],
      autocorrelation: NaN,
      widened: NaN,
      fittedRadPerS: new Float64Array(0),
    }
  }
}

import type { BlockTrace } from '../angle/decimate'
import type { Phases } from './phases'
import { COURSES, type Shape } from './courses'
import { FACTORS, priorsOf, type Drive } from './trajectory-march'
import { autocorrelationOf, scatterOf, varianceAt, type Scatter } from './trajectory-scatter'
import {
  costOf,
  leftOf,
  problemOf,
  solver,
  solvedForEach,
  weightsOf,
  type FitSpan,
  type Left,
  type PriorScale,
  type Problem,
  type Solved,
} from './trajectory-system'

export interface TrajectoryFit {
  readonly status: 'converged' | 'mostSteps' | 'singular'
  /** T0, k, a, b, c, q over inertia, the factors on the departures, what was misread of these, amounts of courses. */
  readonly parameters: readonly number[]
  /** Covariance of these. */
  readonly covariance: readonly (readonly number[])[]
  /** Of the residuals, between neighbours; towards 1 where the law does not lie on the recording. */
  readonly autocorrelation: number
  /** Factor by which the scatter was widened for it. */
  readonly widened: number
  /** Speed by the law at each block; NaN outside the stretches. */
  readonly fittedRadPerS: Float64Array
  /**
   * Logarithm of how likely the recording is by what was known beforehand, but for what all fits of it share (Laplace's
   * method: Kass and Raftery, 1995).
   */
  readonly logEvidence: number
}

const MOST_ROUNDS = 30
/** A share of the cost that is nothing; and where only the scatter is asked for, which is alike all along a valley. */
const SETTLED = 1e-5
const NEARLY = 1e-3

interface Descended {
  readonly x: readonly number[]
  readonly left: Left
  readonly settled: boolean
}

/**
 * Gauss-Newton from a set of parameters: steps halved until they better the cost; where no part of the step does, one
 * that keeps off what is hardly told (Levenberg and Marquardt); until none does.
 */
function descended(
  problem: Problem,
  from: Omit<Descended, 'settled'>,
  weights: Float64Array,
  nothing = SETTLED,
): Descended {
  let { x, left } = from
  let cost = costOf(problem, x, left, weights)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const before = cost
    const tried = (step: readonly number[], share: number): boolean => {
      const next = [...x]
      problem.free.forEach((i, p) => (next[i] += share * step[p]))
      const there = leftOf(problem, next)
      const found = costOf(problem, next, there, weights)
      if (!(found <= cost)) return false
      ;[x, left, cost] = [next, there, found]
      return true
    }
    const by = solver(problem, x, left, weights)
    const { step } = by()
    let better = false
    for (let share = 1; !better && share > 1 / 64; share /= 2) better = tried(step, share)
    for (let damped = 1e-9; !better && damped < 1; damped *= 10) better = tried(by(damped).step, 1)
    // what is left of each block is about one: less of it is better than any sensor
    if (!better || before - cost < nothing * Math.max(before, left.residual.length)) return { x, left, settled: true }
  }
  return { x, left, settled: false }
}

/** Rounds of `begun`, in which no block is surer than so many times the finest. */
const BEGINNINGS = 4
const ROUGHLY = 30

/**
 * Where to descend from: the law put on the measured speeds follows its parameters straight, but for the products of
 * torque and slope with what drove them. These are taken as they were the round before, and all that scatters is found
 * from what a round leaves. From a start that is only near, the descent creeps along a bent valley.
 */
function begun(problem: Problem, first: readonly number[], measured: Float64Array): { x: number[]; scatter: Scatter } {
  const { free, drive, counts } = problem
  const driven = FACTORS + priorsOf(drive).length
  let [at, x] = [[...first], [...first]]
  let scatter: Scatter = [1e-4, 0]
  for (let round = 0; round < BEGINNINGS; round++) {
    const left = leftOf(problem, at, measured)
    const { step } = solver(problem, at, left, weightsOf(problem, left.speeds, scatter, ROUGHLY))()
    const after = left.rows.map((row, n) => left.residual[n] - free.reduce((sum, i, p) => sum + row[i] * step[p], 0))
    scatter = scatterOf(counts, Float64Array.from(after), left.speeds, free.length)
    x = [...at]
    free.forEach((i, p) => (x[i] += step[p]))
    if (driven > FACTORS && !(x[0] > 0)) return { x: [...first], scatter }
    // what was found is a share of the torque that it was found with
    for (let i = FACTORS; i < driven; i++) x[i] = at[i] + ((x[i] - at[i]) * at[0]) / x[0]
    at = x.map((v, i) => (i >= FACTORS && i < driven ? first[i] : v))
  }
  return { x, scatter }
}

/**
 * One law of torque and drag fitted to the angle itself over spin-up and coasting, by Gauss-Newton with halved steps on
 * the integrated motion.
 * Blocks are weighted by their readings and by a scatter of the angle and of the clock (which grows with speed), both
 * found from what is left; the covariance is widened for neighbours that scatter alike (AR(1)).
 * The torque falls in a straight line; with a `shape` it bends, and both it and the drag have courses besides.
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
  shape: Shape | null = null,
  scales: readonly PriorScale[] = [{ shape: 1, fall: 1 }],
): TrajectoryFit[] {
  const { spinUp, coast } = phases
  const spans = [{ ...spinUp, open: true }, ...(coast ? [{ ...coast, open: false }] : [])]
  // without coasting drag cannot be told from torque: T0 and k hold both
  const told = (read: number) => (read > 1 ? [0, 1, 2, 3, 4] : [0, 1])
  return fitted(
    scales.map((scale) => problemOf(trace, spans, told, blockOf, drive, shape, scale)),
    start,
  )
}

/** Nothing that drives the blades changes. */
export const NO_DRIVE: Drive = { factors: [], misread: [], at: () => undefined }

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
): TrajectoryFit => fitted([problemOf(trace, spans, () => told, blockOf, NO_DRIVE)], start)[0]

/** Where a fit begins: the law over the inertia, and a speed of every block. */
interface Start {
  readonly law: readonly number[]
  readonly speed: Float64Array
}

/** Times that the scatter is found anew from what is left. */
const MOST_SCATTERS = 6

/** No other weights by it: within a twentieth, at rest and at the most speed. */
const alike = (a: Scatter, b: Scatter, speed: number): boolean =>
  [0, speed].every((v) => Math.abs(Math.log(varianceAt(a, v) / varianceAt(b, v))) < 0.05)

/** Parameters after a step. */
function stepped({ free }: Problem, x: readonly number[], { step }: Solved): readonly number[] {
  const next = [...x]
  free.forEach((i, p) => (next[i] += step[p]))
  return next
}

const evidenceOf = ({ priors }: Problem, { cost, logDeterminant }: Solved): number =>
  -0.5 * (cost + logDeterminant + priors.reduce((sum, p) => sum + 2 * Math.log(p.standardUncertainty), 0))

/**
 * Fits of problems that differ in nothing but what is known beforehand; the first one, which should leave most open,
 * tells how the recording scatters. All
 * go straight from the likeliest, where the law is laid on the recording anew.
 */
function fitted(problems: readonly Problem[], start: Start): TrajectoryFit[] {
  const [problem] = problems
  const { trace, stretches, free, law, counts } = problem
  const many = problems.length > 1
  const first = [
    ...Array.from({ length: FACTORS }, (_, i) => start.law[i] ?? 0),
    ...priorsOf(problem.drive).map((known) => known.value),
    ...(problem.shaped ? COURSES.map(() => 0) : []),
    // a smoothed start: the first blocks' own slope
    ...stretches.flatMap((s) => [start.speed[s.from], trace.angleRad[s.from]]),
  ]
  try {
    let { x, scatter } = begun(problem, first, start.speed) as { x: readonly number[]; scatter: Scatter }
    let left = leftOf(problem, x)
    let settled = false
    for (let round = 0; round < MOST_SCATTERS; round++) {
      const from = { x, left }
      const found = descended(problem, from, weightsOf(problem, left.speeds, scatter), many ? NEARLY : SETTLED)
      ;({ x, left, settled } = found)
      const before = scatter
      scatter = scatterOf(counts, left.residual, left.speeds, free.length)
      if (settled && alike(before, scatter, Math.max(...left.speeds))) break
    }
    const ends = stretches.map((_, i) => stretches.slice(0, i + 1).reduce((sum, s) => sum + s.to - s.from, 0))
    const autocorrelation = autocorrelationOf(counts, left.residual, left.speeds, scatter, ends)
    const rho = Math.min(0.99, Math.max(0, autocorrelation))
    const waves = (1 + rho) / (1 - rho)
    // means of speed share the reading between them: alike by a half at most, and no further than the next
    const widened = trace.noiseOn === 'speed' ? 1 + 2 * rho + Math.max(0, waves - 3) : waves
    const weights = weightsOf(problem, left.speeds, scatter).map((w) => w / Math.sqrt(widened))
    let each = solvedForEach(problems, x, left, weights)
    if (many) {
      const evidence = problems.map((of, i) => evidenceOf(of, each[i]))
      const best = evidence.indexOf(Math.max(...evidence))
      const near = stepped(problem, x, each[best])
      ;({ x, left, settled } = descended(problems[best], { x: near, left: leftOf(problem, near) }, weights))
      each = solvedForEach(problems, x, left, weights)
    }
    return problems.map((of, variant): TrajectoryFit => {
      const { covariance: known } = each[variant]
      const fittedRadPerS = new Float64Array(trace.timeS.length).fill(NaN)
      stretches.forEach((s, i) => fittedRadPerS.set(left.speeds.subarray(ends[i] - (s.to - s.from), ends[i]), s.from))
      const covariance = Array.from({ length: law }, (_, i) =>
        Array.from({ length: law }, (__, j) => {
          const [p, q] = [free.indexOf(i), free.indexOf(j)]
          return p < 0 || q < 0 ? 0 : known(p, q)
        }),
      )
      return {
        status: settled ? 'converged' : 'mostSteps',
        parameters: (many ? stepped(problem, x, each[variant]) : x).slice(0, law),
        covariance,
        autocorrelation,
        widened,
        fittedRadPerS,
        logEvidence: evidenceOf(of, each[variant]),
      }
    })
  } catch {
    return [
      {
        status: 'singular',
        parameters: first.slice(0, law),
        covariance: [],
        autocorrelation: NaN,
        widened: NaN,
        fittedRadPerS: new Float64Array(0),
        logEvidence: -Infinity,
      },
    ]
  }
}

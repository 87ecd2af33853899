import { Matrix, QrDecomposition } from 'ml-matrix'
import type { BlockTrace } from '../angle/decimate'
import { FACTORS, march, priorsOf, type Drive, type Prior, type Stretch } from './trajectory-march'
import { varianceAt, type Scatter } from './trajectory-scatter'

/**
 * A part of a recording over which one law is fitted: with the blades driven (or with any other torque on), or
 * coasting.
 */
export interface FitSpan {
  readonly fromS: number
  readonly toS: number
  readonly open: boolean
}

/**
 * What is fitted to what: the recording's stretches, the drive, and the places of the parameters that the recording can
 * tell.
 */
export interface Problem {
  readonly trace: BlockTrace
  readonly drive: Drive
  readonly priors: readonly Prior[]
  readonly stretches: readonly Stretch[]
  /** Number of parameters of the law, and of all: each stretch has a speed and an angle of its own at its start. */
  readonly law: number
  readonly size: number
  readonly free: readonly number[]
  /** Readings of each block that is read. */
  readonly counts: readonly number[]
}

/** Shortest stretch that tells anything, blocks. */
const LEAST_BLOCKS = 8

/** `told` are the places among T0, k, a, b, c, q that these spans can tell. */
export function problemOf(
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

/**
 * What is left of the recording at a set of parameters, and how it follows each of them: a row for every block, its
 * residual and the speed there by the law.
 */
export interface Left {
  readonly rows: readonly Float64Array[]
  readonly residual: Float64Array
  readonly speeds: Float64Array
}

/** With `measured` the law is put on these speeds of the blocks, which it then follows straight (see `march`). */
export function leftOf(problem: Problem, at: readonly number[], measured: Float64Array | null = null): Left {
  const { trace, drive, stretches, size, counts } = problem
  const rows: Float64Array[] = []
  const residual = new Float64Array(counts.length)
  const speeds = new Float64Array(counts.length)
  const change = trace.noiseOn === 'speed' ? changes(size, trace) : null
  for (const s of stretches)
    march(size, trace, s, at, drive, measured, (block, angle, acceleration, speed, marched) => {
      const off = trace.angleRad[block] - angle - 0.5 * acceleration * trace.timeVariance[block]
      residual[rows.length] = change ? change.since(block, s.from, off, marched) : off
      speeds[rows.length] = speed
      rows.push(Float64Array.from(change ? change.row : marched))
    })
  return { rows, residual, speeds }
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

/** One over the scatter of each block, which grows with the speed there. */
export const weightsOf = ({ counts }: Problem, speeds: Float64Array, scatter: Scatter): Float64Array =>
  Float64Array.from(counts, (n, i) => Math.sqrt(n / varianceAt(scatter, speeds[i])))

/** How far what is known beforehand lies from a set of parameters, each over its uncertainty. */
const offPriors = ({ priors }: Problem, at: readonly number[]): number[] =>
  priors.map((known, i) => (known.value - at[FACTORS + i]) / known.standardUncertainty)

/** Sum of squares of what is left, each over its scatter, and of what is known beforehand. */
export function costOf(problem: Problem, at: readonly number[], { residual }: Left, weights: Float64Array): number {
  let cost = offPriors(problem, at).reduce((sum, off) => sum + off * off, 0)
  for (let i = 0; i < residual.length; i++) cost += (weights[i] * residual[i]) ** 2
  return cost
}

/** A step of the free parameters, and how they would be known there. */
export interface Solved {
  readonly step: readonly number[]
  /** Covariance between two of the free, by their places among these. */
  readonly covariance: (p: number, q: number) => number
}

/**
 * The step to the least cost, if all went straight; shorter the more it is `damped`. By orthogonal rotations: torque,
 * slope and falls that nobody recorded look so alike that the squares of normal equations lose what tells them apart.
 * Throws where a parameter cannot be told from the rest.
 */
export function solved(
  problem: Problem,
  at: readonly number[],
  { rows, residual }: Left,
  weights: Float64Array,
  damped = 0,
): Solved {
  const { free, priors } = problem
  const [n, p] = [rows.length, free.length]
  const known = offPriors(problem, at)
  const m = Matrix.zeros(n + priors.length + (damped > 0 ? p : 0), p)
  const right = Matrix.zeros(m.rows, 1)
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < p; j++) m.set(i, j, weights[i] * rows[i][free[j]])
    right.set(i, 0, weights[i] * residual[i])
  }
  known.forEach((off, i) => {
    m.set(n + i, free.indexOf(FACTORS + i), 1 / priors[i].standardUncertainty)
    right.set(n + i, 0, off)
  })
  const scale = free.map((_, j) => {
    let square = 0
    for (let i = 0; i < n + priors.length; i++) square += m.get(i, j) ** 2
    return Math.sqrt(square) || 1
  })
  for (let j = 0; j < p; j++) m.mulColumn(j, 1 / scale[j])
  if (damped > 0) for (let j = 0; j < p; j++) m.set(n + priors.length + j, j, Math.sqrt(damped))
  const qr = new QrDecomposition(m)
  const step = qr.solve(right)
  const back = new QrDecomposition(qr.upperTriangularMatrix).solve(Matrix.eye(p))
  return {
    step: scale.map((s, j) => step.get(j, 0) / s),
    covariance: (i, j) => back.getRowVector(i).dot(back.getRowVector(j)) / scale[i] / scale[j],
  }
}

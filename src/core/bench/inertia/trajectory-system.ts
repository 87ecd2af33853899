import { Matrix, QrDecomposition } from 'ml-matrix'
import type { BlockTrace } from '../angle/decimate'
import { COURSES, type Shape } from './courses'
import {
  FACTORS,
  march,
  priorsOf,
  type Drive,
  type Known,
  type Prior,
  type Shaped,
  type Stretch,
} from './trajectory-march'
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
  readonly priors: readonly Known[]
  readonly shaped: Shaped | null
  readonly stretches: readonly Stretch[]
  /** Number of parameters of the law, and of all: each stretch has a speed and an angle of its own at its start. */
  readonly law: number
  readonly size: number
  readonly free: readonly number[]
  /** Readings of each block that is read. */
  readonly counts: readonly number[]
}

/** How far what is known beforehand is stretched: of the shape, and of what drives. */
export interface PriorScale {
  readonly shape: number
  readonly fall: number
}

const scaled = ({ value, standardUncertainty }: Prior, by: number): Prior => ({
  value: by * value,
  standardUncertainty: by * standardUncertainty,
})

/** Place of q, by which the torque of a driven stretch bends. */
export const BEND = 5

/** Shortest stretch that tells anything, blocks. */
const LEAST_BLOCKS = 8

/** `told` are the places among T0, k, a, b, c that these spans can tell; with a shape its bend and courses besides. */
export function problemOf(
  trace: BlockTrace,
  spans: readonly FitSpan[],
  told: (read: number) => readonly number[],
  blockOf: (timeS: number) => number,
  drive: Drive,
  shape: Shape | null = null,
  scale: PriorScale = { shape: 1, fall: 1 },
): Problem {
  const driven = priorsOf(drive).map((p) => ({ ...p, standardUncertainty: scale.fall * p.standardUncertainty }))
  const place = FACTORS + driven.length
  const law = place + (shape ? COURSES.length : 0)
  const stretches = spans
    .map((span) => ({
      from: blockOf(span.fromS),
      to: Math.min(trace.timeS.length, blockOf(span.toS) + 1),
      open: span.open,
    }))
    .filter((s) => s.to - s.from >= LEAST_BLOCKS)
    .map((s, i): Stretch => ({ ...s, at: law + 2 * i }))
  // without coasting drag cannot be told from torque, and has no courses of its own
  const coasts = stretches.some((s) => !s.open)
  const courses = shape
    ? shape.amounts
        .map((amount, i) => ({
          ...scaled(amount, COURSES[i].hidden ? 1 : scale.shape),
          place: place + i,
        }))
        .filter((_, i) => coasts || COURSES[i].drives)
    : []
  const bend = shape ? [{ ...scaled(shape.bend, scale.shape), place: BEND }] : []
  const priors = [...driven, ...bend, ...courses]
  return {
    trace,
    drive,
    priors,
    shaped: shape && { place, referenceRadPerS: shape.referenceRadPerS },
    stretches,
    law,
    size: law + 2 * stretches.length,
    free: [...told(stretches.length), ...priors.map((p) => p.place), ...stretches.flatMap((s) => [s.at, s.at + 1])],
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
  const { trace, drive, shaped, stretches, size, counts } = problem
  const rows: Float64Array[] = []
  const residual = new Float64Array(counts.length)
  const speeds = new Float64Array(counts.length)
  const change = trace.noiseOn === 'speed' ? changes(size, trace) : null
  for (const s of stretches)
    march(size, trace, s, at, drive, measured, shaped, (block, angle, acceleration, speed, marched) => {
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

/** No block is surer than this, rad or rad/s: no sensor is. */
const FINEST = { angle: 1e-4, speed: 1e-3 } as const

/** One over the scatter of each block, which grows with the speed there. */
export function weightsOf(
  { counts, trace }: Problem,
  speeds: Float64Array,
  scatter: Scatter,
  roughly = 1,
): Float64Array {
  const finest = roughly * FINEST[trace.noiseOn ?? 'angle']
  return Float64Array.from(counts, (n, i) => 1 / Math.hypot(Math.sqrt(varianceAt(scatter, speeds[i]) / n), finest))
}

/** How far what is known beforehand lies from a set of parameters, each over its uncertainty. */
const offPriors = ({ priors }: Problem, at: readonly number[]): number[] =>
  priors.map((known) => (known.value - at[known.place]) / known.standardUncertainty)

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
  /** Logarithm of the determinant of the inverse of that covariance. */
  readonly logDeterminant: number
  /** What the step leaves of the cost, if all goes straight. */
  readonly cost: number
}

/** What is left of a recording, as rows of the free parameters and what they are to make up for. */
interface Rows {
  readonly rows: Matrix
  readonly right: Matrix
  /** What no parameter makes up for, squared. */
  readonly rest: number
}

/**
 * The step to the least cost, if all went straight; shorter the more it is `damped`. By orthogonal rotations: torque,
 * slope and falls that nobody recorded look so alike that the squares of normal equations lose what tells them apart.
 * Throws where a parameter cannot be told from the rest.
 */
export const solved = (
  problem: Problem,
  at: readonly number[],
  left: Left,
  weights: Float64Array,
  damped = 0,
): Solved => solvedBy(rowsOf(problem, left, weights), problem, at, damped)

/** The rows of a recording, each over its scatter. */
function rowsOf({ free }: Problem, { rows, residual }: Left, weights: Float64Array): Rows {
  const m = Matrix.zeros(rows.length, free.length)
  const right = Matrix.zeros(rows.length, 1)
  for (let i = 0; i < rows.length; i++) {
    for (let j = 0; j < free.length; j++) m.set(i, j, weights[i] * rows[i][free[j]])
    right.set(i, 0, weights[i] * residual[i])
  }
  return { rows: m, right, rest: 0 }
}

/** The same in as many rows as there are parameters: for what is known beforehand in many ways. */
function condensed({ rows, right, rest }: Rows): Rows {
  const qr = new QrDecomposition(rows)
  const upper = qr.upperTriangularMatrix
  const turned = qr.orthogonalMatrix.transpose().mmul(right)
  const all = right.getColumn(0).reduce((sum, v) => sum + v * v, 0)
  const told = turned.getColumn(0).reduce((sum, v) => sum + v * v, 0)
  return { rows: upper, right: turned, rest: rest + Math.max(0, all - told) }
}

/** For each of problems that differ in what is known beforehand alone, as `solved`. */
export function solvedForEach(
  problems: readonly Problem[],
  at: readonly number[],
  left: Left,
  weights: Float64Array,
): Solved[] {
  const rows = condensed(rowsOf(problems[0], left, weights))
  return problems.map((problem) => solvedBy(rows, problem, at, 0))
}

function solvedBy(
  { rows, right: values, rest }: Rows,
  problem: Problem,
  at: readonly number[],
  damped: number,
): Solved {
  const { free, priors } = problem
  const [n, p] = [rows.rows, free.length]
  const known = offPriors(problem, at)
  const m = Matrix.zeros(n + priors.length + (damped > 0 ? p : 0), p)
  const right = Matrix.zeros(m.rows, 1)
  m.setSubMatrix(rows, 0, 0)
  right.setSubMatrix(values, 0, 0)
  known.forEach((off, i) => {
    m.set(n + i, free.indexOf(priors[i].place), 1 / priors[i].standardUncertainty)
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
  const upper = qr.upperTriangularMatrix
  const back = new QrDecomposition(upper).solve(Matrix.eye(p))
  const after = Matrix.sub(right, m.mmul(step)).getColumn(0)
  return {
    step: scale.map((s, j) => step.get(j, 0) / s),
    covariance: (i, j) => back.getRowVector(i).dot(back.getRowVector(j)) / scale[i] / scale[j],
    logDeterminant: scale.reduce((sum, s, j) => sum + 2 * Math.log(Math.abs(upper.get(j, j)) * s), 0),
    cost: rest + after.slice(0, n + priors.length).reduce((sum, v) => sum + v * v, 0),
  }
}

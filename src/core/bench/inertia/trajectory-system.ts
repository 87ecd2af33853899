import { columnsOf, rotated, triangleInverse, type Columns } from '../../numerics'
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

/**
 * Steps to the least cost, if all went straight; shorter the more they are damped. By orthogonal rotations: torque,
 * slope and falls that nobody recorded look so alike that the squares of normal equations lose what tells them apart.
 * Throws where a parameter cannot be told from the rest.
 */
export function solver(problem: Problem, at: readonly number[], left: Left, weights: Float64Array) {
  const told = condensed(problem, left, weights)
  return (damped = 0): Solved => solvedBy(told, problem, at, damped)
}

/** For each of problems that differ in what is known beforehand alone, the whole step. */
export function solvedForEach(
  problems: readonly Problem[],
  at: readonly number[],
  left: Left,
  weights: Float64Array,
): Solved[] {
  const told = condensed(problems[0], left, weights)
  return problems.map((problem) => solvedBy(told, problem, at, 0))
}

/**
 * The rows of a recording, each over its scatter, in as many as there are free parameters and one: what these are to
 * make up for stands in the last column, and in its last row what none makes up for.
 */
function condensed({ free }: Problem, { rows, residual }: Left, weights: Float64Array): Columns {
  const p = free.length
  const all = columnsOf(Math.max(rows.length, p + 1), p + 1)
  rows.forEach((row, i) => {
    for (let j = 0; j < p; j++) all.values[j * all.rows + i] = weights[i] * row[free[j]]
    all.values[p * all.rows + i] = weights[i] * residual[i]
  })
  rotated(all)
  const told = columnsOf(p + 1, p + 1)
  for (let j = 0; j <= p; j++) told.values.set(all.values.subarray(j * all.rows, j * all.rows + p + 1), j * told.rows)
  return told
}

function solvedBy(told: Columns, problem: Problem, at: readonly number[], damped: number): Solved {
  const { free, priors } = problem
  const p = free.length
  const n = told.rows + priors.length
  const m = columnsOf(n + (damped > 0 ? p : 0), p + 1)
  const { values, rows } = m
  for (let j = 0; j <= p; j++) values.set(told.values.subarray(j * told.rows, (j + 1) * told.rows), j * rows)
  offPriors(problem, at).forEach((off, i) => {
    values[free.indexOf(priors[i].place) * rows + told.rows + i] = 1 / priors[i].standardUncertainty
    values[p * rows + told.rows + i] = off
  })
  const scale = free.map((_, j) => Math.hypot(...values.subarray(j * rows, j * rows + n)) || 1)
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < n; i++) values[j * rows + i] /= scale[j]
    if (damped > 0) values[j * rows + n + j] = Math.sqrt(damped)
  }
  rotated(m)
  const back = triangleInverse(m, p)
  const along = (i: number, of: (k: number) => number) => {
    let sum = 0
    for (let k = i; k < p; k++) sum += back[i * p + k] * of(k)
    return sum
  }
  const scaled = free.map((_, i) => along(i, (k) => values[p * rows + k]))
  const square = (of: readonly number[]) => of.reduce((sum, v) => sum + v * v, 0)
  return {
    step: scaled.map((s, j) => s / scale[j]),
    covariance: (i, j) => along(Math.max(i, j), (k) => back[Math.min(i, j) * p + k]) / scale[i] / scale[j],
    logDeterminant: scale.reduce((sum, s, j) => sum + 2 * Math.log(Math.abs(values[j * rows + j]) * s), 0),
    // a step that is kept short costs by its length, which is none of the recording's
    cost: values[p * rows + p] ** 2 - damped * square(scaled),
  }
}

import type { Measured } from '../../statistics'
import { shapeFor, type Shape } from './courses'
import { lawOf, shiftOf } from './law-of-motion'
import { fallOf, type Driven, type PressureFall } from './pressure-drive'
import { dragFreeSpeedOf, dragOf, fallAt, freeSpeedOf, shaftTorqueOf, tooLittle, type TorqueLaw } from './torque-law'
import type { TrajectoryFit } from './trajectory-fit'
import { FACTORS, type Drive } from './trajectory-march'
import type { PriorScale } from './trajectory-system'

/** Whether a law is a machine's: torque at rest, and less of it until it is gone. */
function falls(law: TorqueLaw): boolean {
  const free = freeSpeedOf(law)
  return free > 0 && dragFreeSpeedOf(law) > 0 && fallAt((w) => shaftTorqueOf(law, w), free) > 0
}

/** The law that a recording tells, and how it was come by. */
export interface ChosenLaw {
  readonly law: TorqueLaw
  readonly motion: TrajectoryFit
  readonly fall: PressureFall
}

/** How crooked a machine may be, over the usual, and how far a supply may fall unseen; the widest of all first. */
const CROOKED = [1, 0.3, 0.05] as const
const FALLS = [3, 1, 0.25] as const

/**
 * Evidence counts by this power: courses of a few shapes are near to a machine's and a supply's, and none is its own
 * (Miller and Dunson, 2019, coarsened posterior). With
 * this, simulated machines of other shapes lie within what is told.
 */
const COARSE = 0.75

/** One for each of `a` and `b`, such that neighbours differ in one of them. */
const pairs = (a: readonly number[], b: readonly number[]): PriorScale[] =>
  a.flatMap((shape, i) => (i % 2 ? [...b].reverse() : b).map((fall) => ({ shape, fall })))

/** A mean of laws, each by its weight, and as unsure as each is and as they differ. */
function meanOf(laws: readonly TorqueLaw[], weights: readonly number[]): TorqueLaw {
  const parameters = laws[0].parameters.map((_, i) => laws.reduce((sum, l, n) => sum + weights[n] * l.parameters[i], 0))
  const off = laws.map((l) => l.parameters.map((p, i) => p - parameters[i]))
  return {
    ...laws[0],
    parameters,
    covariance: parameters.map((_, i) =>
      parameters.map((__, j) =>
        laws.reduce((sum, l, n) => sum + weights[n] * (l.covariance[i][j] + off[n][i] * off[n][j]), 0),
      ),
    ),
  }
}

type Fit = (
  drive: Drive,
  law: readonly number[],
  shape: Shape,
  scales: readonly PriorScale[],
) => readonly TrajectoryFit[]

/** Place of how the speed follows the pressure, where a column tells the pressure. */
const FOLLOWS = FACTORS + 1
/** Where what is known beforehand is narrowed to less than this share, it is seen whether the fit may be believed. */
const NARROWED = 0.7
/** Logarithm of how many times likelier what was known beforehand may be than a fit's own normal law has it. */
const LIKELIER = 3
/** Logarithm of how many times less likely what was known beforehand may be and still count: a thousand times. */
const POSSIBLE = 7

/**
 * Whether a fit believes too much of how the speed follows the pressure: together with what the gauge may have misread
 * that can be likely in one narrow place and hardly less so in a wide one, and a fit sees nothing but the place that it
 * found. By its own normal law it says how likely the recording is with what was known beforehand; `held` is the fit
 * with that, which says how likely it is.
 */
function believesTooMuch(motion: TrajectoryFit, held: TrajectoryFit, { drive }: Driven): boolean {
  const { value, standardUncertainty } = drive.factors[1]
  const u = Math.sqrt(motion.covariance[FOLLOWS][FOLLOWS])
  const off = (motion.parameters[FOLLOWS] - value) / u
  const bySelf = motion.logEvidence + Math.log(standardUncertainty / u) - 0.5 * off * off
  const likely = held.logEvidence > motion.logEvidence - POSSIBLE
  return held.status !== 'singular' && likely && held.logEvidence - bySelf > LIKELIER
}

/**
 * Torque and drag of any shape that a machine's may have, and what drove the blades, each as likely as it is beforehand
 * (`courses`, `pressure-drive`): how far one can be told from the other is in the covariance. How crooked the machine
 * is, and how far its supply falls, is weighed by how likely the recording is with it: that which explains it with least
 * counts most (Bayes' law with normal priors and their widths unknown: Gelman and others, Bayesian Data Analysis, 14.8,
 * 7.4). `first` is a first estimate from windows; `fit` lays laws on the recording, one for each scale.
 * @throws PhysicsError TOO_LITTLE_DATA where torque does not fall with speed.
 */
export function chooseLaw(fit: Fit, first: TorqueLaw, driven: Driven, inertia: Measured): ChosenLaw {
  const over = first.parameters.map((v) => v / inertia.value)
  const shape = shapeFor(first.referenceRadPerS, over[0], dragOf(first, first.referenceRadPerS / 2) / inertia.value)
  const scales = pairs(CROOKED, driven.changed === null ? FALLS : [1])
  const laid = (by: Driven) => {
    const motions = fit(by.drive, over, shape, scales)
    const most = Math.max(...motions.map((m) => m.logEvidence))
    const likely = motions.map((m) => Math.exp(COARSE * (m.logEvidence - most)))
    const all = likely.reduce((sum, v) => sum + v, 0)
    const weights = likely.map((v) => v / all)
    const best = weights.indexOf(Math.max(...weights))
    return { by, motions, weights, best, motion: motions[best] }
  }
  let found = laid(driven)
  const { unasked } = driven
  if (unasked && found.motion.status !== 'singular') {
    const { motion, best } = found
    const narrow =
      Math.sqrt(motion.covariance[FOLLOWS][FOLLOWS]) < NARROWED * driven.drive.factors[1].standardUncertainty
    if (narrow && believesTooMuch(motion, fit(unasked.drive, motion.parameters, shape, [scales[best]])[0], driven))
      found = laid({ ...driven, ...unasked })
  }
  const { by, motions, weights, best, motion } = found
  const other =
    by.other && motion.status !== 'singular' ? fit(by.other, motion.parameters, shape, [scales[best]])[0] : null
  const off = shiftOf(motion, other, by)
  const law = meanOf(
    motions.map((m) => lawOf(m, off, by, inertia.value, first)),
    weights,
  )
  if (!falls(law)) throw tooLittle('Torque does not fall with speed in this stretch.')
  return { law, motion, fall: fallOf(by, motion, other) }
}

import { PhysicsError } from '../../errors'
import { linearLeastSquares, mean, median, varianceOf, type Measured } from '../../statistics'
import { blockAverage } from '../angle/decimate'
import { drawnTrace } from '../angle/drawn-trace'
import { motionsIn, type LocalMotion } from '../inertia/local-fit'
import { blockAt, roughSpeed } from '../inertia/phases'
import type { AngleTrace, Repair } from '../angle/repair'
import { fitCoasting, type TrajectoryFit } from '../inertia/trajectory-fit'
import { findCoasts, type Coast } from './coasts'
import { coastNotes } from './notes'
import { shapeAt, shapeOf } from './shapes'
import type { CoastReduction, CoastRig, CoastSettings, DragLaw } from './types'

const [BLOCKS, FIT_BLOCKS, WINDOWS] = [4000, 900, 14] as const
/** Fewest windows that a coasting must give to be read. */
const LEAST_WINDOWS = 4
/**
 * Grease and belts do not drag alike twice: no drag is said to be known better than by this share. Our own estimate.
 */
export const REPEATS = 0.003
/** Friction may be greater by half just before it stands; below the lowest speed that was read, nobody saw it. */
const HIDDEN = 0.25
/** A braked coasting slows at least so many times as fast as a free one. */
const BRAKED = 1.1

const refused = (message: string, nextStep: string) => new PhysicsError({ code: 'TOO_LITTLE_DATA', message, nextStep })

export function dragAt({ parameters: [a, b, c], shape }: DragLaw, w: number): number {
  const parabola = a + b * w + c * w * w
  if (!shape) return parabola
  return Math.max(0, (shape.stands ? parabola : 0) + shapeAt(shape, shape.torqueNm, w))
}
/** Standard uncertainty of the drag at a speed; of the recording alone, without what all runs on the rig share. */
export const dragUncertainty = ({ covariance, shape }: DragLaw, w: number): number =>
  Math.hypot(
    Math.sqrt(Math.max(0, varianceOf([1, w, w * w], covariance))),
    shape ? shapeAt(shape, shape.apartNm, w) : 0,
  )

/**
 * Which coastings were braked: those that slow faster over the speeds that all of them share, parted where the step
 * between two of them is greatest.
 */
function brakedOf(motions: readonly (readonly LocalMotion[])[]): boolean[] {
  const low = Math.max(...motions.map((all) => Math.min(...all.map((m) => m.speedRadPerS))))
  const high = Math.min(...motions.map((all) => Math.max(...all.map((m) => m.speedRadPerS))))
  const slowing = motions.map((all) => {
    const shared = all.filter((m) => m.speedRadPerS >= low && m.speedRadPerS <= high)
    return shared.length > 0 ? -mean(shared.map((m) => m.accelerationRadPerS2)) : NaN
  })
  const order = [...slowing].sort((a, b) => a - b)
  const steps = order.slice(1).map((v, i) => v / order[i])
  const widest = Math.max(...steps)
  if (!(widest > BRAKED))
    throw refused(
      'No coasting slows clearly faster than another, so none can be told to be the braked one.',
      'Record one coasting without and one with the known torque, over the same speeds; the torque should be at least a quarter of the drag.',
    )
  const limit = order[steps.indexOf(widest) + 1]
  return slowing.map((v) => v >= limit)
}

/** The law over the inertia, and what brakes: place 0 is minus the brake's torque over the inertia. */
interface Found {
  readonly motion: TrajectoryFit
  readonly parameters: readonly number[]
  readonly covariance: readonly (readonly number[])[]
}

/**
 * Terms of the drag that come out driving are dropped, the worst first; the covariance stays that of the full fit, as
 * dropping one does not make the others better known.
 */
function fitDrag(fit: (told: readonly number[]) => TrajectoryFit, braked: boolean, topRadPerS: number): Found {
  let told = [...(braked ? [0] : []), 2, 3, 4]
  let full: TrajectoryFit | null = null
  for (;;) {
    const motion = fit(told)
    if (motion.status === 'singular')
      throw refused(
        'No law of drag could be laid on this coasting.',
        'Record more of it: from the highest speed until it has slowed by half at least.',
      )
    full ??= motion
    const worst = told
      .filter((i) => i >= 2)
      .map((i) => ({ i, effect: motion.parameters[i] * topRadPerS ** (i - 2) }))
      .sort((p, q) => p.effect - q.effect)[0]
    if (!worst || worst.effect >= 0) return { motion, parameters: motion.parameters, covariance: full.covariance }
    told = told.filter((i) => i !== worst.i)
  }
}

/** The mean of laws that were fitted each by itself. */
function meanOf(found: readonly Found[]): Found {
  const n = found.length
  const sum = (of: (f: Found) => number) => found.reduce((total, f) => total + of(f), 0)
  const worst = found.reduce((a, b) => (a.motion.autocorrelation > b.motion.autocorrelation ? a : b)).motion
  return {
    motion: {
      ...worst,
      fittedRadPerS: worst.fittedRadPerS.map(
        (_, i) => found.map((f) => f.motion.fittedRadPerS[i]).find(Number.isFinite) ?? NaN,
      ),
    },
    parameters: found[0].parameters.map((_, i) => sum((f) => f.parameters[i]) / n),
    covariance: found[0].covariance.map((row, i) => row.map((_, j) => sum((f) => f.covariance[i][j]) / n ** 2)),
  }
}

/**
 * How far the free coastings stand apart from one law, as a share of it; nothing where they agree within their scatter.
 */
function apart(motions: readonly (readonly LocalMotion[])[], law: readonly number[]): number {
  if (motions.length < 2) return 0
  const each = motions.map((all) => {
    const rows = all.map((m) => [law[2] + law[3] * m.speedRadPerS + law[4] * m.speedRadPerS ** 2])
    const slowing = all.map((m) => -m.accelerationRadPerS2)
    const fit = linearLeastSquares(
      rows,
      slowing,
      all.map((m) => 1 / Math.max(1e-9, m.accelerationUncertainty) ** 2),
      'birge',
    )
    return { ratio: fit.parameters[0], variance: fit.covariance[0][0] }
  })
  const middle = mean(each.map((e) => e.ratio))
  const chi =
    each.reduce((sum, e) => sum + (e.ratio - middle) ** 2 / (e.variance + REPEATS ** 2), 0) / (each.length - 1)
  const spread = Math.sqrt(each.reduce((sum, e) => sum + (e.ratio - middle) ** 2, 0) / (each.length - 1) / each.length)
  return chi > 4 ? spread : 0
}

/**
 * Drag over speed from coasting down, of one stretch or of several in one recording; with a known torque on in some of
 * them, the inertia too.
 * Law: J dw/dt = -(a + b w + c w^2) - M, M the known torque where it is on; fitted to the angle itself by
 * `fitCoasting`. J from the rig, or M over what M slows. Beside it, or in its place, laws of other shapes: `shapeOf`.
 * Valid: the air is shut and the line empty, the belt does not slip, at least about 100 readings a coasting. Error: its
 * own 95 % band, in which the truth lay in 93 to 97 % of simulated runs.
 * Source: retardation method (text-book of electrical machines); JCGM 100 for the uncertainty.
 * @throws PhysicsError TOO_LITTLE_DATA when nothing coasts, or none of the coastings is braked where one should be.
 */
export function reduceCoast(
  input: { readonly trace: AngleTrace; readonly repairs: readonly Repair[] },
  rig: CoastRig,
  settings: CoastSettings = {},
): CoastReduction {
  if (input.trace.timeS.length < 50)
    throw refused(
      `Only ${input.trace.timeS.length} usable readings.`,
      'Check that the right columns are mapped; a coasting needs about a hundred readings.',
    )
  const trace = blockAverage(input.trace, BLOCKS)
  const speed = roughSpeed(trace, Math.max(2, Math.round(trace.timeS.length / 800)))
  const spans = settings.coast ? [byHand(settings.coast, (t) => speed[blockAt(trace, t)])] : findCoasts(trace, speed)
  const read = spans
    .map((span) => ({ span, motions: motionsIn(trace, speed, span, WINDOWS) }))
    .filter(({ motions }) => motions.length >= LEAST_WINDOWS)
  if (read.length === 0)
    throw refused(
      'Nothing in the recording coasts: the speed never falls by itself by more than a seventh.',
      'Record on with the air shut until it has slowed by half at least; set where it coasts by hand if the finder missed it.',
    )
  if (rig.brake && read.length < 2)
    throw refused(
      'Only one coasting was found, and a known torque needs one without it and one with it.',
      'Record both one after the other, or take the torque off the rig and give the inertia.',
    )
  const braked = rig.brake ? brakedOf(read.map((r) => r.motions)) : read.map(() => false)
  const topRadPerS = Math.max(...read.map(({ span }) => span.fromRadPerS))
  const leastRadPerS = Math.min(...read.map(({ motions }) => Math.min(...motions.map((m) => m.speedRadPerS))))
  const first = firstLaw(read, braked)
  const coarse = blockAverage(input.trace, FIT_BLOCKS * Math.min(3, read.length))
  const coarseSpeed = roughSpeed(coarse, 1)
  const fitOf = (of: readonly (Coast & { readonly open: boolean })[]) =>
    fitDrag(
      (told) =>
        fitCoasting(coarse, of, told, (t) => blockAt(coarse, t), {
          law: first.map((v, i) => (told.includes(i) ? v : 0)),
          speed: coarseSpeed,
        }),
      rig.brake !== null,
      topRadPerS,
    )
  const all = read.map(({ span }, i) => ({ ...span, open: braked[i] }))
  const joint = fitOf(all)
  const spread = apart(
    read.filter((_, i) => !braked[i]).map((r) => r.motions),
    joint.parameters,
  )
  // where they differ no one law lies on all of them: each has its own, and the mean is told
  const found = spread > 0 && !rig.brake ? meanOf(all.map((span) => fitOf([span]))) : joint
  const unlike = rig.brake ? Math.SQRT2 * REPEATS * halfDrag(found, topRadPerS) : 0
  const inertia = inertiaOf(found, rig, unlike)
  const points = read.flatMap(({ motions }, coast) =>
    motions.map((m) => ({
      coast,
      speedRadPerS: m.speedRadPerS,
      torqueNm: -inertia.value * m.accelerationRadPerS2,
      uncertaintyNm: inertia.value * m.accelerationUncertainty,
    })),
  )
  const law: DragLaw = {
    ...lawOf(found, inertia.value, rig.brake !== null, Math.hypot(spread, unlike / (found.parameters[0] || 1))),
    shape: shapeOf(
      points.filter((p) => !braked[p.coast]),
      topRadPerS,
    ),
  }
  const shared = rig.brake
    ? rig.brake.standardUncertaintyNm / rig.brake.torqueNm
    : rig.inertiaKgM2.standardUncertainty / rig.inertiaKgM2.value
  const measured = (value: number, own: number, unit: string): Measured => ({
    value,
    standardUncertainty: Math.hypot(own, shared * value, REPEATS * value),
    unit,
  })
  const rest = dragAt(law, 0)
  const [top, uTop] = [dragAt(law, topRadPerS), dragUncertainty(law, topRadPerS)]
  const drawn = drawnTrace(trace, speed, coarse.timeS, found.motion.fittedRadPerS)
  const reduction = {
    coasts: read.map(({ span }, i) => ({ ...span, braked: braked[i] })),
    law,
    sharedRelativeUncertainty: shared,
    topRadPerS,
    leastRadPerS,
    topDrag: measured(top, uTop, 'N·m'),
    topPower: measured(top * topRadPerS, uTop * topRadPerS, 'W'),
    restDrag: measured(rest, Math.hypot(dragUncertainty(law, 0), (HIDDEN * rest * leastRadPerS) / topRadPerS), 'N·m'),
    inertia,
    stated: { ...rig.inertiaKgM2, unit: 'kg·m²' },
    points,
    ...drawn,
    autocorrelation: found.motion.autocorrelation,
    repairs: input.repairs,
  }
  return { ...reduction, notes: coastNotes(reduction, rig, spread) }
}

const byHand = (span: { readonly fromS: number; readonly toS: number }, speedAt: (timeS: number) => number): Coast => ({
  ...span,
  fromRadPerS: speedAt(span.fromS) || 0,
  toRadPerS: speedAt(span.toS) || 0,
})

/** Where the fit begins: straight from the windows, over the inertia. */
function firstLaw(read: readonly { readonly motions: readonly LocalMotion[] }[], braked: readonly boolean[]): number[] {
  const any = braked.some(Boolean)
  const all = read.flatMap(({ motions }, i) => motions.map((m) => ({ m, on: braked[i] ? 1 : 0 })))
  const fit = linearLeastSquares(
    all.map(({ m, on }) => [...(any ? [on] : []), 1, m.speedRadPerS ** 2]),
    all.map(({ m }) => -m.accelerationRadPerS2),
    all.map(({ m }) => 1 / Math.max(1e-9, m.accelerationUncertainty) ** 2),
    'residual',
  )
  const typical = median(all.map(({ m }) => -m.accelerationRadPerS2))
  if (fit.status !== 'fitted') return [any ? -typical : 0, 0, typical, 0, 0]
  const [m, a, c] = any ? fit.parameters : [0, ...fit.parameters]
  return [-m, 0, a, 0, c]
}

/**
 * Drag over the inertia at half of the highest speed: as far as it is not the same with the brake on and off, it is
 * taken for the brake's.
 */
const halfDrag = ({ parameters: [, , a, b, c] }: Found, topRadPerS: number): number =>
  a + (b * topRadPerS) / 2 + (c * topRadPerS * topRadPerS) / 4

/** The rig's, or what the brake's known torque slows. */
function inertiaOf({ parameters, covariance }: Found, { brake, inertiaKgM2 }: CoastRig, unlike: number): Measured {
  if (!brake) return { ...inertiaKgM2, unit: 'kg·m²' }
  const slows = -parameters[0]
  if (!(slows > 0))
    throw refused(
      'The known torque slows nothing.',
      'Check that it was on in the faster coasting and that its size is right.',
    )
  const value = brake.torqueNm / slows
  const own = Math.hypot(Math.sqrt(covariance[0][0]), unlike) / slows
  return {
    value,
    standardUncertainty: value * Math.hypot(brake.standardUncertaintyNm / brake.torqueNm, own),
    unit: 'kg·m²',
  }
}

/**
 * The law in torques: where the inertia follows from the brake, its own scatter is in the covariance; what a rig shares
 * is not.
 */
function lawOf(
  { parameters, covariance }: Found,
  inertia: number,
  byBrake: boolean,
  spread: number,
): Omit<DragLaw, 'shape'> {
  const drag = [2, 3, 4].map((i) => inertia * parameters[i])
  // by how each place of the fit moves each term
  const slope = (term: number, place: number) =>
    place === term + 2 ? inertia : place === 0 && byBrake ? -drag[term] / parameters[0] : 0
  const places = [0, 2, 3, 4]
  return {
    parameters: drag as unknown as DragLaw['parameters'],
    covariance: [0, 1, 2].map((i) =>
      [0, 1, 2].map(
        (j) =>
          drag[i] * drag[j] * spread ** 2 +
          places.reduce(
            (sum, p) => sum + places.reduce((of, q) => of + slope(i, p) * slope(j, q) * covariance[p][q], 0),
            0,
          ),
      ),
    ),
  }
}

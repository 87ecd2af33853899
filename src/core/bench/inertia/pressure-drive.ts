import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { GAMMA, STANDARD_AMBIENT } from '../../air'
import { linearLeastSquares, type Measured } from '../../statistics'
import type { Bend } from './torque-law'
import type { Phases } from './phases'
import type { TrajectoryFit } from './trajectory-fit'
import { FACTORS, type Drive } from './trajectory-march'

/** Supply pressure recorded along with the rotor, gauge. */
export interface PressureTrace {
  readonly timeS: Float64Array
  readonly gaugePa: Float64Array
}

/** How the pressure went during the spin-up, over the pressure that the figures hold for. */
export interface PressureFall {
  /** Read from a column, or looked for in the shape of the motion. */
  readonly from: 'column' | 'motion'
  readonly nominalGaugePa: number | null
  /** Fall over the spin-up as a share of the nominal pressure; without a column that of the torque. */
  readonly share: Measured
  /** How far from no fall at all by the motion alone, over what it leaves unknown; none with a column. */
  readonly sigmas: number
}

/**
 * How torque follows the pressure: near to straight for choked jets (thrust 0.94, flow 0.77 of the gauge pressure's own
 * change at 3.5 bar); estimate for all others.
 */
const TORQUE_PER_PRESSURE = { value: 0.95, standardUncertainty: 0.15 } as const

const ROOM_PA = STANDARD_AMBIENT.absolutePressurePa
const KAPPA = (GAMMA - 1) / GAMMA

/** Change of a jet's speed with the gauge pressure behind it, each over itself: 0.5 of a weak jet, less of a strong one. */
export function jetSpeedFollows(gaugePa: number): number {
  const left = (ROOM_PA / (ROOM_PA + gaugePa)) ** KAPPA
  return ((KAPPA / 2) * left * gaugePa) / ((1 - left) * (ROOM_PA + gaugePa))
}

/**
 * How the speed at which torque vanishes follows the pressure: as the speed of the jet, no better known than by this,
 * which holds rotors that keep their speed as well as those that follow the pressure by its root.
 */
const SPEED_UNSURE = 0.15
/** As good as known, for a fit. */
const KNOWN = 1e-3
/** The same where nobody recorded the pressure: the fall is then only as well known as the motion tells it. */
const UNSEEN_UNSURE = 0.25
/** Where no pressure is known: a jet of some bar. */
const SOME_PA = 350e3

/** As much of the slope of the torque as of the torque at rest: the speed at which it vanishes stays. */
const BOTH = { onTorque: 1, onSlope: 1 } as const
/** The slope alone, the other way: the speed at which torque vanishes follows. */
const SPEED = { onTorque: 0, onSlope: -1 } as const

/**
 * Without a column: the torque may have fallen by so much on the way (one sigma), straight as a tank empties, or
 * settling at these rates as a supply goes over to what it can keep up; twice as quick each, so that any between is
 * the sum of its neighbours.
 */
const SETTLING = [2, 4, 8, 16, 32, 64] as const
const UNSEEN_FALLS = [0.03, 0.03, 0.02, 0.02, 0.02, 0.01, 0.01]

/** How well these courses tell how far it fell, over the fall: as simulated falls of other shapes show. */
const FALL_UNSURE = 0.1

/** Falls that nobody saw, and how the speed at which torque vanishes follows them. */
const unseen = (speedFollows: number, place: (timeS: number) => number): Drive => ({
  factors: UNSEEN_FALLS.map((standardUncertainty) => ({
    value: 0,
    standardUncertainty,
    onTorque: 1,
    onSlope: 1 - speedFollows / TORQUE_PER_PRESSURE.value,
  })),
  misread: [],
  at: (timeS, out) => falls(place(timeS), out),
})

/** Courses of a fall from start (0) to shut (1), negative, each to -1. */
function falls(x: number, out: Float64Array): void {
  out[0] = -x
  for (let i = 0; i < SETTLING.length; i++) out[i + 1] = -(Math.expm1(-SETTLING[i] * x) / Math.expm1(-SETTLING[i]))
}

export interface Driven {
  readonly drive: Drive
  /** The same with one standard uncertainty more in what the motion is not asked; null where it is asked for all. */
  readonly other: Drive | null
  /** With a column: how the speed follows is not asked of the motion, should what it tells of that be no good. */
  readonly unasked: { readonly drive: Drive; readonly other: Drive } | null
  readonly nominalGaugePa: number | null
  /** Change of the pressure over the spin-up, over nominal; null without a column. */
  readonly changed: number | null
}

/**
 * Degree of the polynomial that a recorded pressure is taken by: a supply that sags or settles, not its gauge's noise.
 */
const DEGREE = 7

/** Legendre polynomials of a place in [0, 1], degrees 0 to DEGREE. */
function legendre(x: number, out: Float64Array | number[], from = 0): void {
  const z = 2 * x - 1
  let [before, now] = [1, z]
  out[from] = 1
  for (let n = 1; n <= DEGREE; n++) {
    out[from + n] = now
    ;[before, now] = [now, ((2 * n + 1) * z * now - n * before) / (n + 1)]
  }
}

/**
 * A smooth course through a recorded pressure, and how well its terms are known: scatter about it, widened for readings
 * that scatter alike, as the lower triangle L of their covariance L L'.
 */
function smoothPressure(
  { timeS, gaugePa }: PressureTrace,
  span: { readonly fromS: number; readonly toS: number },
): { readonly terms: readonly number[]; readonly errors: readonly (readonly number[])[] } | null {
  const rows: number[][] = []
  const values: number[] = []
  const inside = timeS.reduce((n, t) => n + (t >= span.fromS && t <= span.toS ? 1 : 0), 0)
  const group = Math.max(1, Math.ceil(inside / 4000))
  let [n, sumT, sumP] = [0, 0, 0]
  for (let i = 0; i < timeS.length; i++) {
    if (timeS[i] < span.fromS || timeS[i] > span.toS || !Number.isFinite(gaugePa[i])) continue
    n++
    sumT += timeS[i]
    sumP += gaugePa[i]
    if (n < group) continue
    const row = new Array<number>(DEGREE + 1)
    legendre((sumT / n - span.fromS) / (span.toS - span.fromS), row)
    rows.push(row)
    values.push(sumP / n)
    ;[n, sumT, sumP] = [0, 0, 0]
  }
  if (rows.length < 4 * (DEGREE + 1)) return null
  const fit = linearLeastSquares(
    rows,
    values,
    rows.map(() => 1),
    'residual',
  )
  if (fit.status !== 'fitted') return null
  const left = rows.map((row, i) => values[i] - row.reduce((sum, v, j) => sum + v * fit.parameters[j], 0))
  const square = left.reduce((sum, r) => sum + r * r, 0)
  const rho =
    square > 0 ? Math.min(0.98, Math.max(0, left.slice(1).reduce((sum, r, i) => sum + r * left[i], 0) / square)) : 0
  // a gauge without any noise knows its terms to 1e-9 of the first
  const least = (1e-9 * fit.parameters[0]) ** 2
  const known = fit.covariance.map((_, i) =>
    fit.covariance.map((__, j) => fit.covariance[Math.max(i, j)][Math.min(i, j)] + (i === j ? least : 0)),
  )
  return {
    terms: fit.parameters,
    errors: new CholeskyDecomposition(new Matrix(known)).lowerTriangularMatrix
      .mul(Math.sqrt((1 + rho) / (1 - rho)))
      .to2DArray(),
  }
}

/** How far torque is carried from the recorded pressure to the set one, as a share. */
const CARRIED = 0.1

/**
 * What drove the blades: the pressure column where there is one, else a fall from start to shut that is looked for.
 * `opensS` is when the air was let on.
 */
export function driveOf(
  pressure: PressureTrace | null,
  phases: Phases,
  opensS: number,
  nominal: number | undefined,
): Driven {
  const [fromS, toS] = [opensS, phases.spinUp.toS]
  const place = (timeS: number) => Math.min(1, Math.max(0, (timeS - fromS) / (toS - fromS)))
  const smooth = pressure && smoothPressure(pressure, { fromS, toS })
  const terms = new Float64Array(DEGREE + 1)
  const course = (x: number) => {
    legendre(x, terms)
    return terms.reduce((sum, v, i) => sum + v * (smooth?.terms[i] ?? 0), 0)
  }
  const start = smooth ? course(0) : 0
  if (!smooth || !(start > 0))
    return {
      drive: unseen(jetSpeedFollows(SOME_PA), place),
      other: unseen(jetSpeedFollows(SOME_PA) + UNSEEN_UNSURE, place),
      unasked: null,
      nominalGaugePa: null,
      changed: null,
    }
  // a column far from the set pressure is of another run, unit or place, and torque cannot be carried so far: its own
  // start is then the nominal
  const nominalGaugePa = nominal !== undefined && Math.abs(nominal / start - 1) <= CARRIED ? nominal : start
  // what the gauge's noise leaves unknown of each term
  const misread = smooth.terms.map(() => ({ value: 0, standardUncertainty: 1 }))
  const at = (timeS: number, out: Float64Array) => {
    legendre(place(timeS), terms)
    out[0] = -1
    for (let i = 0; i <= DEGREE; i++) {
      out[0] += (terms[i] * smooth.terms[i]) / nominalGaugePa
      out[i + 2] = 0
      for (let j = i; j <= DEGREE; j++) out[i + 2] += (terms[j] * smooth.errors[j][i]) / nominalGaugePa
    }
    out[1] = out[0]
  }
  const following = (value: number, standardUncertainty: number): Drive => ({
    factors: [
      { ...TORQUE_PER_PRESSURE, ...BOTH },
      { value, standardUncertainty, ...SPEED },
    ],
    misread,
    at,
  })
  const follows = jetSpeedFollows(nominalGaugePa)
  return {
    drive: following(follows, SPEED_UNSURE),
    other: null,
    unasked: { drive: following(follows, KNOWN), other: following(follows + SPEED_UNSURE, KNOWN) },
    nominalGaugePa,
    changed: (course(1) - start) / nominalGaugePa,
  }
}

/**
 * How the law's slope at the start becomes that at the shut, which holds for the speed that was reached: the factor on
 * it, and its derivative by each of the falls. A speed that nobody saw at the start's pressure is not carried back to
 * it: how far it fell cannot be told from the motion.
 */
export function slopeAtShut({ factors }: Drive, fallen: readonly number[]): { factor: number; byFall: number } {
  const keeps = factors[0].onSlope
  const fall = fallen.reduce((sum, f) => sum + f, 0)
  return { factor: (1 - keeps * fall) / (1 - fall), byFall: (1 - keeps) / (1 - fall) ** 2 }
}

/** Whether a fall that nobody recorded is plain in the motion. */
export const fellUnseen = ({ from, share, sigmas }: PressureFall): boolean =>
  from === 'motion' && sigmas > 3 && share.value > 0.003

/** A recorded pressure that changed by more than this share of the set one moved. */
const MOVED = 0.003
export const movedSeen = ({ from, share }: PressureFall): boolean => from === 'column' && Math.abs(share.value) > MOVED

/** Torque is no straight line where it bends by this share, beyond doubt. */
const BENT = { share: 0.005, sigmas: 3 } as const
/** Whether it bends is told where this share of the torque at rest would be seen, one sigma. */
const TOLD = 0.015

/**
 * How torque lies over the speed, as the law tells it; where a supply fell unseen, what is told of a bend hangs on how
 * far it fell.
 */
export function lineShape(
  fall: PressureFall,
  { share, standardUncertainty: u }: Bend,
): 'straight' | 'bent' | 'moved' | 'untold' {
  if (Math.abs(share) > BENT.share && Math.abs(share) > BENT.sigmas * u) return 'bent'
  if (fellUnseen(fall)) return 'moved'
  return u > TOLD ? 'untold' : 'straight'
}

/**
 * What the fit makes of the pressure's way. `other` is the fit where what the motion cannot tell is one standard
 * uncertainty off: how far the torque fell hangs on it.
 */
export function fallOf(
  { nominalGaugePa, changed }: Driven,
  motion: TrajectoryFit,
  other: TrajectoryFit | null,
): PressureFall {
  if (changed !== null)
    return { from: 'column', nominalGaugePa, share: { value: -changed, standardUncertainty: 0, unit: '' }, sigmas: 0 }
  if (motion.status === 'singular')
    return { from: 'motion', nominalGaugePa: null, share: { value: 0, standardUncertainty: 0, unit: '' }, sigmas: 0 }
  // every course falls by its whole factor: the fall is their sum
  const places = UNSEEN_FALLS.map((_, i) => FACTORS + i)
  const sum = ({ parameters }: TrajectoryFit) => places.reduce((all, i) => all + parameters[i], 0)
  const variance = places.reduce((all, i) => all + places.reduce((row, j) => row + motion.covariance[i][j], 0), 0)
  const alone = Math.sqrt(Math.max(0, variance))
  const off = other && other.status !== 'singular' ? sum(other) - sum(motion) : 0
  return {
    from: 'motion',
    nominalGaugePa: null,
    share: {
      value: sum(motion),
      standardUncertainty: Math.hypot(alone, off, FALL_UNSURE * sum(motion)),
      unit: '',
    },
    sigmas: alone > 0 ? sum(motion) / alone : 0,
  }
}

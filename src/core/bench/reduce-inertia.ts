import { PhysicsError } from '../errors'
import { maximise } from '../numerics'
import { COVERAGE_95, linearLeastSquares, median, varianceOf, type LinearFit, type Measured } from '../statistics'
import { blockAverage, type BlockTrace } from './decimate'
import { equalSpeedWindows, localMotion, type LocalMotion } from './local-fit'
import { blockAt, findPhases, roughSpeed, type Phases } from './phases'
import { effectiveInertia, type InertiaRig } from './rig'
import type { AngleTrace, Repair } from './repair'

export interface InertiaSettings {
  /** Where the rotor spun up and coasted, when the maker knows better than the finder. */
  readonly spinUp?: { readonly fromS: number; readonly toS: number }
  readonly coast?: { readonly fromS: number; readonly toS: number } | null
}

/** One window of the recording turned into torque. Blade torque has the drag found in coasting added back; shaft torque has not. */
export interface TorquePoint {
  readonly timeS: number
  readonly speedRadPerS: number
  readonly bladeTorqueNm: number
  readonly shaftTorqueNm: number
  /** Standard uncertainty of the torque from the scatter of the recording, N m. */
  readonly torqueUncertaintyNm: number
}

/** Torque law found: blade torque T0 - k w, drag a + b w + c w^2. Covariance in the order T0, k, a, b, c. */
export interface TorqueLaw {
  readonly parameters: readonly [number, number, number, number, number]
  readonly covariance: readonly (readonly number[])[]
}

export interface TorqueCurve {
  readonly speedRadPerS: readonly number[]
  readonly bladeTorqueNm: readonly number[]
  readonly shaftTorqueNm: readonly number[]
  readonly bladePowerW: readonly number[]
  readonly shaftPowerW: readonly number[]
  /** Half-width of the 95 % band. */
  readonly torqueBandNm: readonly number[]
  readonly powerBandW: readonly number[]
}

export interface PeakPower {
  readonly power: Measured
  readonly speedRadPerS: number
}

export interface InertiaReduction {
  readonly phases: Phases
  readonly effectiveInertia: Measured
  readonly points: readonly TorquePoint[]
  readonly coastPoints: readonly { readonly speedRadPerS: number; readonly dragNm: number; readonly uncertaintyNm: number }[]
  readonly law: TorqueLaw
  readonly stallTorque: Measured
  /** Where blade torque would vanish with no drag at all. */
  readonly dragFreeSpeed: Measured
  /** Where the rotor runs with nothing but its own and the rig's drag. */
  readonly freeSpeed: Measured
  /** On the blades, drag added back; no further than the free speed that was reached, beyond which the line is not measured. */
  readonly peakBladePower: PeakPower
  /** At the shaft: what is left after the drag found in coasting. */
  readonly peakShaftPower: PeakPower
  readonly curve: TorqueCurve
  /** For drawing: speed read in short steps, the law integrated over it, and what is left. */
  readonly trace: { readonly timeS: readonly number[]; readonly speedRadPerS: readonly number[]; readonly fittedRadPerS: readonly (number | null)[] }
  readonly residualRadPerS: number
  /** Curvature of torque against speed over its uncertainty; beyond 3 the line is not straight. */
  readonly curvatureSigmas: number
  readonly dragMeasured: boolean
  readonly repairs: readonly Repair[]
  readonly notes: readonly string[]
}

/** Clock and pressure of a workshop bench drift: no speed is known better than this, whatever the scatter says. Estimate (common practice). */
const SPEED_SCALE = 0.001
const BLOCKS = 4000
const WINDOWS = 28

function motions(trace: BlockTrace, speed: Float64Array, span: { fromS: number; toS: number }, windows: number): LocalMotion[] {
  const from = blockAt(trace, span.fromS)
  const to = Math.min(trace.timeS.length, blockAt(trace, span.toS) + 1)
  if (to - from < 12) return []
  const cut = equalSpeedWindows(speed, { from, to, windows, least: 8 })
  const found = cut.map(([a, b]) => localMotion(trace, a, b)).filter((m): m is LocalMotion => m !== null && m.speedRadPerS > 0)
  const typical = median(found.map((m) => m.scatterRad))
  return found.map((m) => pooled(m, typical))
}

/** Scatter of one short window is itself uncertain: half of its variance is taken from the typical window; 0.3 % of the slope stands for the cubic's own error. */
function pooled(m: LocalMotion, typicalScatterRad: number): LocalMotion {
  const ratio = m.scatterRad > 0 ? typicalScatterRad / m.scatterRad : 1
  const widen = Math.sqrt(0.5 * (1 + ratio * ratio))
  return { ...m, accelerationUncertainty: Math.hypot(m.accelerationUncertainty * widen, 0.003 * m.accelerationRadPerS2), speedUncertainty: m.speedUncertainty * widen }
}

interface Rows {
  rows: number[][]
  y: number[]
  weights: number[]
}

function lawRows(spin: readonly LocalMotion[], coast: readonly LocalMotion[], inertia: number): Rows {
  const result: Rows = { rows: [], y: [], weights: [] }
  const add = (m: LocalMotion, row: number[], y: number) => {
    result.rows.push(row)
    result.y.push(y)
    result.weights.push(1 / (inertia * Math.max(m.accelerationUncertainty, 1e-9)) ** 2)
  }
  for (const m of spin) add(m, [1, -m.speedRadPerS, -1, -m.speedRadPerS, -(m.speedRadPerS ** 2)], inertia * m.accelerationRadPerS2)
  for (const m of coast) add(m, [0, 0, 1, m.speedRadPerS, m.speedRadPerS ** 2], -inertia * m.accelerationRadPerS2)
  return result
}

/**
 * Fits the columns asked for, the others held at 0; drag terms that come out negative are dropped one by one (drag cannot drive).
 * The covariance stays that of the full fit: dropping a term because of its sign does not make the others better known.
 */
function fitLaw(data: Rows, withDrag: boolean): { law: TorqueLaw; fit: LinearFit } {
  let columns = withDrag ? [0, 1, 2, 3, 4] : [0, 1]
  let full: TorqueLaw | null = null
  for (;;) {
    const fit = linearLeastSquares(data.rows.map((row) => columns.map((c) => row[c])), data.y, data.weights, 'birge')
    if (fit.status !== 'fitted') throw tooLittle('The torque line could not be fitted.')
    const negative = columns.map((c, i) => ({ c, value: fit.parameters[i] * (c === 4 ? 1e6 : c === 3 ? 1e3 : 1) })).filter(({ c, value }) => c >= 2 && value < 0)
    const law = spread(fit, columns)
    full ??= law
    if (negative.length === 0) return { fit, law: { parameters: law.parameters, covariance: full.covariance } }
    const worst = negative.sort((p, q) => p.value - q.value)[0].c
    columns = columns.filter((c) => c !== worst)
  }
}

function spread(fit: LinearFit, columns: readonly number[]): TorqueLaw {
  const at = (c: number) => columns.indexOf(c)
  const parameters = [0, 1, 2, 3, 4].map((c) => (at(c) < 0 ? 0 : fit.parameters[at(c)])) as unknown as TorqueLaw['parameters']
  const covariance = [0, 1, 2, 3, 4].map((c) => [0, 1, 2, 3, 4].map((d) => (at(c) < 0 || at(d) < 0 ? 0 : fit.covariance[at(c)][at(d)])))
  return { parameters, covariance }
}

export const bladeTorqueOf = ({ parameters: [t0, k] }: TorqueLaw, w: number): number => t0 - k * w
export const dragOf = ({ parameters: [, , a, b, c] }: TorqueLaw, w: number): number => a + b * w + c * w * w
export const shaftTorqueOf = (law: TorqueLaw, w: number): number => bladeTorqueOf(law, w) - dragOf(law, w)

const bladeGradient = (w: number) => [1, -w, 0, 0, 0]
const shaftGradient = (w: number) => [1, -w, -1, -w, -w * w]

/** Statistical and inertia uncertainty together; inertia scales every torque alike. */
const torqueUncertainty = (law: TorqueLaw, gradient: number[], torque: number, inertia: Measured): number =>
  Math.sqrt(varianceOf(gradient, law.covariance) + (torque * (inertia.standardUncertainty / inertia.value)) ** 2)

function freeSpeedOf(law: TorqueLaw): number {
  const [t0, k, a, b, c] = law.parameters
  const slope = k + b
  const rest = t0 - a
  return c > 0 ? (-slope + Math.sqrt(slope * slope + 4 * c * rest)) / (2 * c) : rest / slope
}

function peakOf(law: TorqueLaw, torque: (w: number) => number, gradient: (w: number) => number[], most: number, inertia: Measured): PeakPower {
  const w = maximise((x) => x * torque(x), 0, most)
  const value = w * torque(w)
  return { power: { value, standardUncertainty: w * torqueUncertainty(law, gradient(w), torque(w), inertia), unit: 'W' }, speedRadPerS: w }
}

function curveOf(law: TorqueLaw, most: number, inertia: Measured): TorqueCurve {
  const speeds = Array.from({ length: 61 }, (_, i) => (i / 60) * most)
  const blade = speeds.map((w) => bladeTorqueOf(law, w))
  const shaft = speeds.map((w) => shaftTorqueOf(law, w))
  const band = speeds.map((w, i) => COVERAGE_95 * torqueUncertainty(law, shaftGradient(w), shaft[i], inertia))
  return {
    speedRadPerS: speeds,
    bladeTorqueNm: blade,
    shaftTorqueNm: shaft,
    bladePowerW: speeds.map((w, i) => w * blade[i]),
    shaftPowerW: speeds.map((w, i) => w * shaft[i]),
    torqueBandNm: band,
    powerBandW: speeds.map((w, i) => w * band[i]),
  }
}

/** Speed by the law from the start of the spin-up, carried through the coasting, at the given times. Runge-Kutta 4, steps below 20 ms. */
function integrateLaw(law: TorqueLaw, inertia: number, start: { timeS: number; speedRadPerS: number }, phases: Phases, shutS: number, timesS: readonly number[]): (number | null)[] {
  const endS = phases.coast ? phases.coast.toS : phases.spinUp.toS
  const rate = (t: number, w: number) => ((t < shutS ? bladeTorqueOf(law, w) : 0) - (w > 0 ? dragOf(law, w) : 0)) / inertia
  let t = start.timeS
  let w = start.speedRadPerS
  return timesS.map((to) => {
    if (to < start.timeS || to > endS) return null
    while (t < to) {
      const h = Math.min(0.02, to - t, t < shutS ? Math.max(1e-6, shutS - t) : Infinity)
      const k1 = rate(t, w)
      const k2 = rate(t + h / 2, w + (h / 2) * k1)
      const k3 = rate(t + h / 2, w + (h / 2) * k2)
      const k4 = rate(t + h * 0.999999, w + h * k3)
      w = Math.max(0, w + (h / 6) * (k1 + 2 * k2 + 2 * k3 + k4))
      t += h
    }
    return w
  })
}

/** The moment the air was shut, mended once from what the fit leaves in early coasting: the finder places it to a few blocks only. */
function fittedTrace(law: TorqueLaw, inertia: number, start: { timeS: number; speedRadPerS: number }, phases: Phases, timesS: readonly number[], read: readonly number[]): (number | null)[] {
  const { coast } = phases
  if (!coast) return integrateLaw(law, inertia, start, phases, Infinity, timesS)
  const shutS = 0.5 * (phases.spinUp.toS + coast.fromS)
  const first = integrateLaw(law, inertia, start, phases, shutS, timesS)
  const early = timesS.flatMap((t, i) => (first[i] !== null && t > coast.fromS && t < coast.fromS + 0.2 * (coast.toS - coast.fromS) ? [{ left: read[i] - first[i], speed: read[i] }] : []))
  const top = read.reduce((a, b) => Math.max(a, b), 0)
  const kick = bladeTorqueOf(law, top) / inertia
  if (early.length === 0 || !(kick > 0)) return first
  // A delay d of the shut-off lifts speed by d * kick at once; while coasting the lift shrinks as drag does.
  const shift = early.reduce((sum, e) => sum + (e.left * dragOf(law, top)) / Math.max(1e-12, dragOf(law, e.speed) * kick), 0) / early.length
  const most = coast.fromS - phases.spinUp.toS
  return integrateLaw(law, inertia, start, phases, shutS + Math.max(-most, Math.min(most, shift)), timesS)
}

const tooLittle = (message: string) =>
  new PhysicsError({
    code: 'TOO_LITTLE_DATA',
    message,
    nextStep: 'Check that the right columns are mapped and that the recording holds a spin-up from rest; set its start and end by hand if the finder missed it.',
  })

function notesFor(result: { dragMeasured: boolean; curvatureSigmas: number; reducedChiSquare: number; rig: InertiaRig; inertia: Measured }): string[] {
  const notes: string[] = []
  if (!result.dragMeasured) notes.push('No coasting was found, so drag is unknown: blade torque is shown equal to shaft torque and is too low by the drag. Record until the rotor has slowed with the air shut.')
  if (Math.abs(result.curvatureSigmas) > 3) notes.push('Torque does not fall in a straight line: the pressure may have sagged during the run, or the rotor pumps air. The peak from the line is less sure than its band says.')
  if (result.reducedChiSquare > 9) notes.push('Readings scatter more than the recording allows: look at what the fit leaves for a slipping belt, a loose sensor or an unsteady supply.')
  const share = result.rig.rotorInertiaKgM2.value / result.inertia.value
  if (share > 0.3) notes.push('More than 30 % of the inertia is the rotor itself, which is known less well than a flywheel: use a heavier wheel.')
  if (result.rig.flywheelInertiaKgM2.standardUncertainty === 0) notes.push('The rig states no uncertainty of its flywheel: the bands hold only the scatter of the recording.')
  return notes
}

/** Curvature of blade torque against speed in units of its uncertainty. */
function curvature(spin: readonly LocalMotion[], law: TorqueLaw, inertia: number): number {
  const top = Math.max(...spin.map((m) => m.speedRadPerS))
  const fit = linearLeastSquares(
    spin.map((m) => [1, m.speedRadPerS / top, (m.speedRadPerS / top) ** 2]),
    spin.map((m) => inertia * m.accelerationRadPerS2 + dragOf(law, m.speedRadPerS)),
    spin.map((m) => 1 / (inertia * m.accelerationUncertainty) ** 2),
    'birge',
  )
  return fit.status === 'fitted' && fit.degreesOfFreedom > 3 ? fit.parameters[2] / Math.sqrt(fit.covariance[2][2]) : 0
}

/**
 * Torque and power against speed from the spin-up of a flywheel, with drag from its coasting.
 * Method: angle averaged in blocks; cubic local fits in windows of equal speed step give speed and acceleration; T = J dw/dt;
 * one weighted fit of T0 - k w - (a + b w + c w^2) to spin-up and of the drag to the coasting; JCGM 100 linear propagation.
 * Valid: at least about 200 readings over the spin-up, torque nearly straight in speed, rig without slip.
 * Error: torque line within 2 % and peak power within 3 % on recordings of known truth; bands are 95 %.
 * @throws PhysicsError TOO_LITTLE_DATA when no spin-up can be found.
 */
export function reduceInertia(input: { trace: AngleTrace; repairs: readonly Repair[] }, rig: InertiaRig, settings: InertiaSettings = {}): InertiaReduction {
  if (input.trace.timeS.length < 50) throw tooLittle(`Only ${input.trace.timeS.length} usable readings.`)
  const trace = blockAverage(input.trace, BLOCKS)
  const speed = roughSpeed(trace, Math.max(2, Math.round(trace.timeS.length / 800)))
  const found = findPhases(trace, speed)
  const phases: Phases = { spinUp: settings.spinUp ?? found.spinUp, coast: settings.coast === undefined ? found.coast : settings.coast }
  const inertia = effectiveInertia(rig)
  const spin = motions(trace, speed, phases.spinUp, WINDOWS)
  if (spin.length < 4) throw tooLittle('Fewer than four stretches of spin-up could be read.')
  const coast = phases.coast ? motions(trace, speed, phases.coast, 14) : []
  const dragMeasured = coast.length >= 4
  const { law, fit } = fitLaw(lawRows(spin, dragMeasured ? coast : [], inertia.value), dragMeasured)
  const [t0, k] = law.parameters
  if (!(t0 > 0 && k > 0)) throw tooLittle('Torque does not fall with speed in this stretch.')
  const freeSpeed = freeSpeedOf(law)
  const stall = Math.sqrt(law.covariance[0][0] + (t0 * (inertia.standardUncertainty / inertia.value)) ** 2)
  const dragFree = t0 / k
  const slopeAtFree = k + law.parameters[3] + 2 * law.parameters[4] * freeSpeed
  const freeScatter = Math.sqrt(varianceOf(shaftGradient(freeSpeed), law.covariance)) / slopeAtFree
  const points = spin.map((m) => {
    const shaftTorqueNm = inertia.value * m.accelerationRadPerS2
    return { timeS: m.timeS, speedRadPerS: m.speedRadPerS, shaftTorqueNm, bladeTorqueNm: shaftTorqueNm + dragOf(law, m.speedRadPerS), torqueUncertaintyNm: inertia.value * m.accelerationUncertainty }
  })
  const stride = Math.max(1, Math.floor(trace.timeS.length / 700))
  const shown = Array.from({ length: Math.floor(trace.timeS.length / stride) }, (_, i) => i * stride)
  const timesS = shown.map((i) => trace.timeS[i])
  const fitted = fittedTrace(law, inertia.value, spin[0], phases, timesS, shown.map((i) => speed[i]))
  const left = shown.map((i, j) => (fitted[j] === null ? NaN : speed[i] - fitted[j])).filter(Number.isFinite)
  const curvatureSigmas = curvature(spin, law, inertia.value)
  return {
    phases,
    effectiveInertia: inertia,
    points,
    coastPoints: coast.map((m) => ({ speedRadPerS: m.speedRadPerS, dragNm: -inertia.value * m.accelerationRadPerS2, uncertaintyNm: inertia.value * m.accelerationUncertainty })),
    law,
    stallTorque: { value: t0, standardUncertainty: stall, unit: 'N·m' },
    dragFreeSpeed: { value: dragFree, standardUncertainty: dragFree * Math.sqrt(varianceOf([1 / t0, -1 / k, 0, 0, 0], law.covariance)), unit: 'rad/s' },
    freeSpeed: { value: freeSpeed, standardUncertainty: Math.hypot(freeScatter, SPEED_SCALE * freeSpeed), unit: 'rad/s' },
    peakBladePower: peakOf(law, (w) => bladeTorqueOf(law, w), bladeGradient, Math.min(dragFree, freeSpeed), inertia),
    peakShaftPower: peakOf(law, (w) => shaftTorqueOf(law, w), shaftGradient, freeSpeed, inertia),
    curve: curveOf(law, freeSpeed, inertia),
    trace: { timeS: timesS, speedRadPerS: shown.map((i) => speed[i]), fittedRadPerS: fitted },
    residualRadPerS: Math.sqrt(left.reduce((s, r) => s + r * r, 0) / Math.max(1, left.length)),
    curvatureSigmas,
    dragMeasured,
    repairs: input.repairs,
    notes: notesFor({ dragMeasured, curvatureSigmas, reducedChiSquare: fit.reducedChiSquare, rig, inertia }),
  }
}

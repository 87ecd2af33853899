import { mean, type Measured } from '../../statistics'
import { blockAverage } from '../angle/decimate'
import { drawnTrace, type DrawnTrace } from '../angle/drawn-trace'
import { motionsIn, type LocalMotion } from './local-fit'
import { blockAt, findPhases, roughSpeed, type Phases } from './phases'
import { effectiveInertia, type InertiaRig } from './rig'
import type { AngleTrace, Repair } from '../angle/repair'
import { driveOf, type PressureFall, type PressureTrace } from './pressure-drive'
import type { Drive } from './trajectory-march'
import type { PriorScale } from './trajectory-system'
import { chooseLaw } from './choose-law'
import type { Shape } from './courses'
import { fitTrajectory } from './trajectory-fit'
import { reductionNotes } from './reduction-notes'
import type { Said } from '../../said'
import {
  type Bend,
  type TorqueLaw,
  bendOf,
  lawRows,
  fitLaw,
  bladeTorqueOf,
  dragOf,
  shaftTorqueOf,
  bladeGradient,
  shaftGradient,
  dragFreeScatterOf,
  dragFreeSpeedOf,
  freeScatterOf,
  freeSpeedOf,
  peakOf,
  curveOf,
  type TorqueCurve,
  type PeakPower,
  tooLittle,
} from './torque-law'

export interface InertiaSettings {
  /** Where the rotor spun up and coasted, when the maker knows better than the finder. */
  readonly spinUp?: { readonly fromS: number; readonly toS: number }
  readonly coast?: { readonly fromS: number; readonly toS: number } | null
  /**
   * Pressure that the figures are to hold for, gauge; that at the start of the spin-up where left out. Of weight only
   * with a pressure column.
   */
  readonly nominalGaugePressurePa?: number
}

/**
 * One window of the recording turned into torque. Blade torque has the drag found in coasting added back; shaft torque
 * has not.
 */
export interface TorquePoint {
  readonly timeS: number
  readonly speedRadPerS: number
  readonly bladeTorqueNm: number
  readonly shaftTorqueNm: number
  /** Standard uncertainty of the torque from the scatter of the recording, N m. */
  readonly torqueUncertaintyNm: number
}

export interface InertiaReduction extends DrawnTrace {
  readonly phases: Phases
  readonly effectiveInertia: Measured
  /** Share of every torque and power by which all runs on one rig are wrong alike: its inertia. */
  readonly sharedRelativeUncertainty: number
  readonly points: readonly TorquePoint[]
  readonly coastPoints: readonly {
    readonly speedRadPerS: number
    readonly dragNm: number
    readonly uncertaintyNm: number
  }[]
  readonly law: TorqueLaw
  readonly stallTorque: Measured
  /** Where blade torque would vanish with no drag at all. */
  readonly dragFreeSpeed: Measured
  /** Where the rotor runs with nothing but its own and the rig's drag. */
  readonly freeSpeed: Measured
  /**
   * On the blades, drag added back; no further than the free speed that was reached, beyond which the line is not
   * measured.
   */
  readonly peakBladePower: PeakPower
  /** At the shaft: what is left after the drag found in coasting. */
  readonly peakShaftPower: PeakPower
  readonly curve: TorqueCurve
  /** How far torque on the blades bends from a straight line. */
  readonly bend: Bend
  readonly dragMeasured: boolean
  readonly pressure: PressureFall
  /** How much alike neighbouring residuals are, 0 to 1: near 1 the law does not lie on the recording. */
  readonly autocorrelation: number
  readonly repairs: readonly Repair[]
  readonly notes: readonly Said[]
}

/** A crystal clock: no speed is known better than this, whatever the scatter says. */
export const CLOCK_SCALE = 1e-5
const BLOCKS = 4000
/** For the fit of the motion: an average of an angle loses nothing that the fit could use. */
const FIT_BLOCKS = 900
const WINDOWS = 28

/**
 * The moment the air was let on: the first window's motion carried back to rest, no further than a tenth of the
 * spin-up.
 */
function openedAt(first: LocalMotion, { spinUp }: Phases): number {
  const back =
    first.accelerationRadPerS2 > 0 ? first.timeS - first.speedRadPerS / first.accelerationRadPerS2 : spinUp.fromS
  return Math.min(spinUp.fromS, Math.max(spinUp.fromS - 0.1 * (spinUp.toS - spinUp.fromS), back))
}

/**
 * How far the torque read in a window strays from that in those beside it, the law's own course taken off, over what the
 * recording allows: mean square. What goes on smoothly, as with a pressure that moves, is none of it.
 */
const straysOf = (points: readonly TorquePoint[], law: TorqueLaw): number => {
  const off = points.map((p) => p.shaftTorqueNm - shaftTorqueOf(law, p.speedRadPerS))
  const squares = points.slice(2).map((after, i) => {
    const [before, here] = [points[i], points[i + 1]]
    const share = (here.timeS - before.timeS) / (after.timeS - before.timeS)
    const beside = (1 - share) * off[i] + share * off[i + 2]
    const unsure = Math.hypot(
      here.torqueUncertaintyNm,
      (1 - share) * before.torqueUncertaintyNm,
      share * after.torqueUncertaintyNm,
    )
    return ((off[i + 1] - beside) / Math.max(1e-12, unsure)) ** 2
  })
  return mean(squares)
}

/**
 * Torque and power against speed from the spin-up of a flywheel, with drag from its coasting.
 * Method: angle averaged in blocks; cubic local fits in windows of equal speed step give speed and acceleration; T = J
 * dw/dt;
 * one fit of the motion by torque T0 - k w - q w^2 and drag a + b w + c w^2, each with courses of other shapes as far as
 * machines have them; JCGM 100 linear propagation.
 * Valid: at least about 200 readings over the spin-up, rig without slip.
 * Error: torque line within 2 % and peak power within 3 % on recordings of known truth; bands are 95 %.
 * @throws PhysicsError TOO_LITTLE_DATA when no spin-up can be found.
 */
export function reduceInertia(
  input: { trace: AngleTrace; repairs: readonly Repair[]; pressure?: PressureTrace | null },
  rig: InertiaRig,
  settings: InertiaSettings = {},
): InertiaReduction {
  if (input.trace.timeS.length < 50) throw tooLittle(`Only ${input.trace.timeS.length} usable readings.`)
  const trace = blockAverage(input.trace, BLOCKS)
  const speed = roughSpeed(trace, Math.max(2, Math.round(trace.timeS.length / 800)))
  const found = findPhases(trace, speed)
  const phases: Phases = {
    spinUp: settings.spinUp ?? found.spinUp,
    coast: settings.coast === undefined ? found.coast : settings.coast,
  }
  const inertia = effectiveInertia(rig)
  const spin = motionsIn(trace, speed, phases.spinUp, WINDOWS)
  if (spin.length < 4) throw tooLittle('Fewer than four stretches of spin-up could be read.')
  const coast = phases.coast ? motionsIn(trace, speed, phases.coast, 14) : []
  const dragMeasured = coast.length >= 4
  const windows = lawRows(spin, dragMeasured ? coast : [], inertia.value)
  const { law: first } = fitLaw(windows, dragMeasured)
  const driven = driveOf(input.pressure ?? null, phases, openedAt(spin[0], phases), settings.nominalGaugePressurePa)
  const coarse = blockAverage(input.trace, FIT_BLOCKS)
  const roughly = roughSpeed(coarse, 1)
  const fitOf = (drive: Drive, law: readonly number[], shape: Shape, scales: readonly PriorScale[]) =>
    fitTrajectory(
      coarse,
      dragMeasured ? phases : { ...phases, coast: null },
      (timeS) => blockAt(coarse, timeS),
      { law, speed: roughly },
      drive,
      shape,
      scales,
    )
  const { motion, fall, law } = chooseLaw(fitOf, first, driven, inertia)
  const bend = bendOf(law, Math.max(...spin.map((m) => m.speedRadPerS)))
  const t0 = law.parameters[0]
  const freeSpeed = freeSpeedOf(law)
  const stall = Math.sqrt(law.covariance[0][0] + (t0 * (inertia.standardUncertainty / inertia.value)) ** 2)
  const dragFree = dragFreeSpeedOf(law)
  const points = spin.map((m) => {
    const shaftTorqueNm = inertia.value * m.accelerationRadPerS2
    return {
      timeS: m.timeS,
      speedRadPerS: m.speedRadPerS,
      shaftTorqueNm,
      bladeTorqueNm: shaftTorqueNm + dragOf(law, m.speedRadPerS),
      torqueUncertaintyNm: inertia.value * m.accelerationUncertainty,
    }
  })
  const peakShaftPower = peakOf(law, (w) => shaftTorqueOf(law, w), shaftGradient, freeSpeed, inertia)
  const drawn = drawnTrace(trace, speed, coarse.timeS, motion.fittedRadPerS)
  return {
    phases,
    effectiveInertia: inertia,
    sharedRelativeUncertainty: inertia.standardUncertainty / inertia.value,
    points,
    coastPoints: coast.map((m) => ({
      speedRadPerS: m.speedRadPerS,
      dragNm: -inertia.value * m.accelerationRadPerS2,
      uncertaintyNm: inertia.value * m.accelerationUncertainty,
    })),
    law,
    stallTorque: { value: t0, standardUncertainty: stall, unit: 'N·m' },
    dragFreeSpeed: {
      value: dragFree,
      standardUncertainty: dragFreeScatterOf(law, dragFree),
      unit: 'rad/s',
    },
    freeSpeed: {
      value: freeSpeed,
      standardUncertainty: Math.hypot(freeScatterOf(law, freeSpeed), CLOCK_SCALE * freeSpeed),
      unit: 'rad/s',
    },
    peakBladePower: peakOf(law, (w) => bladeTorqueOf(law, w), bladeGradient, Math.min(dragFree, freeSpeed), inertia),
    peakShaftPower,
    curve: curveOf(law, freeSpeed, inertia),
    ...drawn,
    bend,
    dragMeasured,
    pressure: fall,
    autocorrelation: motion.autocorrelation,
    repairs: input.repairs,
    notes: reductionNotes({
      dragMeasured,
      bend,
      rig,
      inertia,
      fall,
      motion,
      strays: straysOf(points, law),
      peak: peakShaftPower.power,
      asked: settings.nominalGaugePressurePa,
    }),
  }
}

import { RPM as rpm } from '../../units/rotation'
import { maximise, rootBetween } from '../../numerics'
import { normalDraw, seededRandom } from '../../statistics'
import { angleOfPulses, angleOfSpeed } from '../angle/angle-trace'
import { angleOfCounts } from '../angle/counter'
import { CLOCK_SCALE, reduceInertia, type InertiaReduction } from './reduce-inertia'
import type { InertiaRig } from './rig'
import { otherDrag, otherTorque } from '../other-shapes'
import { tally, type TallyRow } from '../tally'
import { dragOf, encoderCounts, pulseTimes, simulateSpinUp, type SpinUpTruth } from './simulate-inertia'

/** What goes wrong, or not, in a set of simulated runs. */
export const CAMPAIGN_CONDITIONS = [
  'steady',
  'sagging, with column',
  'sagging, no column',
  'inertia to 1 %',
  'few counts',
  '1 % missed',
  '1 % double',
  'speed with noise',
  'bent',
  'bent, with column',
  'drag of another shape',
  'torque of another shape',
  'both, shut early',
] as const
export type CampaignCondition = (typeof CAMPAIGN_CONDITIONS)[number]

export const CAMPAIGN_FIGURES = ['stallTorque', 'peakShaftPower', 'peakBladePower', 'peakSpeed', 'freeSpeed'] as const
export type CampaignFigure = (typeof CAMPAIGN_FIGURES)[number]

export type CampaignRow = TallyRow<CampaignCondition, CampaignFigure>

/** Truth of one repeat: machines differ from run to run, so that no single case is tuned to. */
function drawTruth(random: () => number): SpinUpTruth {
  const between = (low: number, high: number) => low + (high - low) * random()
  return {
    stallTorqueNm: between(0.012, 0.03),
    dragFreeSpeedRadPerS: between(15_000, 26_000) * rpm,
    drag: [between(2e-4, 6e-4), between(0.5e-7, 3e-7), between(0.3e-10, 1.5e-10)],
    effectiveInertiaKgM2: between(1.5e-5, 2.5e-5),
    openS: 1,
    shutS: 12,
    endS: 28,
  }
}

function trueFigures(t: SpinUpTruth): Record<CampaignFigure, number> {
  const drag = dragOf(t)
  const { bend = 0, stallTorqueNm, dragFreeSpeedRadPerS, torqueShape } = t
  const blades = (w: number) => {
    const x = w / dragFreeSpeedRadPerS
    if (torqueShape) return stallTorqueNm * torqueShape(x)
    return stallTorqueNm * (1 - (1 - bend) * x - bend * x * x)
  }
  const shaft = (w: number) => blades(w) - drag(w)
  const freeSpeed = rootBetween(shaft, 0, dragFreeSpeedRadPerS)
  const peak = (torque: (w: number) => number) => {
    const best = maximise((w) => w * torque(w), 0, freeSpeed)
    return best * torque(best)
  }
  const peakSpeed = maximise((w) => w * shaft(w), 0, freeSpeed)
  return { stallTorque: stallTorqueNm, freeSpeed, peakSpeed, peakShaftPower: peak(shaft), peakBladePower: peak(blades) }
}

/** One simulated run under a condition, reduced as a maker's would be. Null where it is refused. */
export function campaignRun(
  condition: CampaignCondition,
  seed: number,
): { readonly reduction: InertiaReduction | null; readonly truth: Record<CampaignFigure, number> } {
  const random = seededRandom(seed * 7919 + 13)
  // without a column only what no fall of the pressure looks like is known to be a bend
  const bend = condition === 'bent' ? 0.15 + 0.45 * random() : condition.startsWith('bent') ? 0.9 * random() - 0.35 : 0
  const drawn: SpinUpTruth = { ...drawTruth(random), bend }
  const both = condition === 'both, shut early'
  const truth: SpinUpTruth = {
    ...drawn,
    ...(both || condition === 'drag of another shape' ? { dragNm: otherDrag(random, drawn.dragFreeSpeedRadPerS) } : {}),
    ...(both || condition === 'torque of another shape' ? { torqueShape: otherTorque(random) } : {}),
    ...(both ? { shutS: 5 + 3 * random() } : {}),
  }
  const nominal = truth.effectiveInertiaKgM2
  const unsure = condition === 'inertia to 1 %' ? 0.01 : 0
  const real: SpinUpTruth = { ...truth, effectiveInertiaKgM2: nominal * (1 + unsure * normalDraw(random)) }
  const sag = condition.startsWith('sagging') || condition === 'bent, with column' ? 0.01 + 0.03 * random() : 0
  // straight, or fast at first as a supply settles towards what it can keep up
  const settling = random() < 0.5 ? 1 + 3 * random() : 0
  const course = (x: number) => (settling > 0 ? Math.expm1(-settling * x) / Math.expm1(-settling) : x)
  const pressure = (t: number) =>
    350e3 * (1 - sag * course(Math.min(1, Math.max(0, (t - real.openS) / (real.shutS - real.openS)))))
  const stepS = 0.001
  // how torque and speed follow the pressure differs from machine to machine
  const follows = { torque: 0.95 + 0.1 * normalDraw(random), speed: 0.22 + 0.12 * normalDraw(random) }
  const motion = simulateSpinUp(
    { ...real, speedShare: follows.speed },
    stepS,
    (t) => 1 + follows.torque * (pressure(t) / 350e3 - 1),
  )
  // the logger's clock is a little fast or slow, as the reduction takes it to be
  const clock = 1 + CLOCK_SCALE * normalDraw(random)
  const rig = (countsPerTurn: number, sensorOn: 'rotor' | 'flywheel'): InertiaRig => ({
    flywheelInertiaKgM2: { value: nominal, standardUncertainty: unsure * nominal },
    rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
    speedRatio: 1,
    countsPerTurn,
    sensorOn,
  })
  const column = condition.endsWith('with column')
  // what nobody recorded is read as it was: torque at rest at the start's pressure, speed at that of the shut
  const fallen = column ? 0 : follows.torque * (1 - pressure(real.shutS) / 350e3)
  const figures = trueFigures({
    ...truth,
    dragFreeSpeedRadPerS: (truth.dragFreeSpeedRadPerS * (1 - fallen)) / (1 - (1 - follows.speed) * fallen),
  })
  try {
    if (condition === '1 % missed' || condition === '1 % double') {
      const marks = pulseTimes(motion, {
        perTurn: 1,
        tickS: 4e-6,
        jitterS: 20e-6,
        missedShare: condition === '1 % missed' ? 0.01 : 0,
        doubledShare: condition === '1 % double' ? 0.01 : 0,
        seed: seed + 5,
      })
      return {
        truth: figures,
        reduction: reduceInertia(
          angleOfPulses(
            marks.map((t) => t * clock),
            { countsPerTurn: 1, rotorTurnsPerSensorTurn: 1 },
          ),
          rig(1, 'rotor'),
        ),
      }
    }
    if (condition === 'speed with noise') {
      const rows = motion.timeS.map((_, i) => i).filter((i) => i % 10 === 0)
      const noise = 0.003 * truth.dragFreeSpeedRadPerS
      return {
        truth: figures,
        reduction: reduceInertia(
          angleOfSpeed(
            Float64Array.from(rows, (i) => motion.timeS[i] * clock),
            Float64Array.from(rows, (i) => motion.speedRadPerS[i] / clock + noise * normalDraw(random)),
            1,
          ),
          rig(1, 'rotor'),
        ),
      }
    }
    const perTurn = condition === 'few counts' ? 4 : 80
    const counts = encoderCounts(motion.angleRad, motion.speedRadPerS, {
      countsPerRad: perTurn / (2 * Math.PI),
      timeJitterS: 5e-5,
      seed: seed + 3,
    })
    const timeS = motion.timeS.map((t) => t * clock)
    const traced = angleOfCounts(timeS, counts, { countsPerTurn: perTurn, rotorTurnsPerSensorTurn: 1 })
    const recorded = column
      ? { timeS, gaugePa: motion.timeS.map((t) => pressure(t) * (1 + 0.002 * normalDraw(random))) }
      : null
    return {
      truth: figures,
      reduction: reduceInertia(
        { ...traced, pressure: recorded },
        rig(perTurn, 'rotor'),
        column ? { nominalGaugePressurePa: 350e3 } : {},
      ),
    }
  } catch {
    return { truth: figures, reduction: null }
  }
}

/** Many runs under one condition, tallied. */
export const campaign = (condition: CampaignCondition, repeats: number, firstSeed = 0): CampaignRow[] =>
  tally(condition, CAMPAIGN_FIGURES, repeats, (i) => {
    const { reduction: r, truth } = campaignRun(condition, firstSeed + i)
    return {
      truth,
      found: r && {
        stallTorque: r.stallTorque,
        freeSpeed: r.freeSpeed,
        peakSpeed: {
          value: r.peakShaftPower.speedRadPerS,
          standardUncertainty: r.peakShaftPower.speedUncertaintyRadPerS,
        },
        peakShaftPower: r.peakShaftPower.power,
        peakBladePower: r.peakBladePower.power,
      },
    }
  })

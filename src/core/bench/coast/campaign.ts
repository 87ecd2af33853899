import { normalDraw, seededRandom } from '../../statistics'
import { RPM as rpm } from '../../units/rotation'
import { angleOfPulses, angleOfSpeed } from '../angle/angle-trace'
import { angleOfCounts } from '../angle/counter'
import { encoderCounts, pulseTimes } from '../inertia/simulate-inertia'
import { otherDrag } from '../other-shapes'
import { tally, type TallyRow } from '../tally'
import { REPEATS, dragAt, dragUncertainty, reduceCoast } from './reduce-coast'
import type { CoastReduction, CoastRig } from './types'
import { simulateCoasts, type CoastTruth } from './simulate-coast'

export const COAST_CONDITIONS = [
  'from its top on',
  'spun up before',
  'a mark a turn',
  '1 % missed',
  '1 % double',
  'speed with noise',
  'inertia to 2 %',
  'short',
  'brake on in one',
  'drag of another shape',
] as const
export type CoastCondition = (typeof COAST_CONDITIONS)[number]
export const COAST_FIGURES = ['topDrag', 'middleDrag', 'restDrag', 'inertia'] as const
export type CoastFigure = (typeof COAST_FIGURES)[number]

const FULL_SHARE = 0.03

/** Machines differ from run to run, so that no single case is tuned to. */
function drawTruth(condition: CoastCondition, random: () => number): CoastTruth {
  const between = (low: number, high: number) => low + (high - low) * random()
  const drag = [between(2e-4, 6e-4), between(0.5e-7, 3e-7), between(0.3e-10, 1.5e-10)] as const
  const braked = condition === 'brake on in one'
  const inertiaKgM2 = between(0.4e-5, 2.5e-5)
  const brakeNm = braked ? between(0.3, 1.2) * drag[0] : 0
  const topRadPerS = between(8_000, 24_000) * rpm
  return {
    inertiaKgM2,
    drag,
    brakeNm,
    topRadPerS,
    coasts: braked ? 2 : 1,
    endsAtShare: condition === 'short' ? 0.6 : random() < 0.5 ? FULL_SHARE : between(0.1, 0.3),
    offBy: [REPEATS * normalDraw(random), REPEATS * normalDraw(random)],
    spinsUp: condition === 'spun up before' || braked,
    ...(condition === 'drag of another shape' ? { dragNm: otherDrag(random, topRadPerS) } : {}),
  }
}

/** One simulated recording under a condition, reduced as a maker's would be. Null where it is refused. */
export function coastRun(
  condition: CoastCondition,
  seed: number,
): { readonly reduction: CoastReduction | null; readonly truth: Record<CoastFigure, number> } {
  const random = seededRandom(seed * 6089 + 29)
  const truth = drawTruth(condition, random)
  const unsure = condition === 'inertia to 2 %' ? 0.02 : 0
  const brakeUnsure = condition === 'brake on in one' ? 0.01 : 0
  const motion = simulateCoasts(
    {
      ...truth,
      inertiaKgM2: truth.inertiaKgM2 * (1 + unsure * normalDraw(random)),
      brakeNm: truth.brakeNm * (1 + brakeUnsure * normalDraw(random)),
    },
    0.002,
  )
  const byMark = condition === 'a mark a turn' || condition === '1 % missed' || condition === '1 % double'
  const scale = { countsPerTurn: byMark ? 1 : 400, rotorTurnsPerSensorTurn: 1 }
  const seen = byMark
    ? angleOfPulses(
        pulseTimes(motion, {
          perTurn: 1,
          tickS: 4e-6,
          jitterS: 2e-5,
          missedShare: condition === '1 % missed' ? 0.01 : 0,
          doubledShare: condition === '1 % double' ? 0.01 : 0,
          seed: seed + 1,
        }),
        scale,
      )
    : condition === 'speed with noise'
      ? angleOfSpeed(
          motion.timeS,
          motion.speedRadPerS.map((w) => w + 0.003 * truth.topRadPerS * normalDraw(random)),
          1,
        )
      : angleOfCounts(
          motion.timeS,
          encoderCounts(motion.angleRad, motion.speedRadPerS, {
            countsPerRad: 400 / (2 * Math.PI),
            timeJitterS: 2e-5,
            seed: seed + 1,
          }),
          scale,
        )
  const rig: CoastRig = {
    inertiaKgM2: {
      value: truth.inertiaKgM2,
      standardUncertainty: (condition === 'brake on in one' ? 0.1 : unsure) * truth.inertiaKgM2,
    },
    brake: truth.brakeNm > 0 ? { torqueNm: truth.brakeNm, standardUncertaintyNm: brakeUnsure * truth.brakeNm } : null,
  }
  try {
    const reduction = reduceCoast(seen, rig)
    const [a, b, c] = truth.drag
    const of = truth.dragNm ?? ((w: number) => a + b * w + c * w * w)
    return {
      reduction,
      truth: {
        topDrag: of(reduction.topRadPerS),
        middleDrag: of(middleOf(reduction)),
        restDrag: of(0),
        inertia: truth.inertiaKgM2,
      },
    }
  } catch {
    return { reduction: null, truth: { topDrag: 1, middleDrag: 1, restDrag: 1, inertia: 1 } }
  }
}

const middleOf = ({ topRadPerS, leastRadPerS }: CoastReduction): number => (topRadPerS + leastRadPerS) / 2

/**
 * Many simulated recordings under one condition: how often each 95 % interval holds the truth. The inertia counts only
 * where it is found.
 */
export function coastCampaign(condition: CoastCondition, repeats: number): TallyRow<CoastCondition, CoastFigure>[] {
  const figures = condition === 'brake on in one' ? COAST_FIGURES : COAST_FIGURES.slice(0, 3)
  return tally(condition, figures, repeats, (i) => {
    const { reduction: r, truth } = coastRun(condition, i)
    if (!r) return { found: null, truth }
    const w = middleOf(r)
    const middle = dragAt(r.law, w)
    return {
      found: {
        topDrag: r.topDrag,
        middleDrag: {
          value: middle,
          standardUncertainty: Math.hypot(
            dragUncertainty(r.law, w),
            r.sharedRelativeUncertainty * middle,
            REPEATS * middle,
          ),
        },
        restDrag: r.restDrag,
        inertia: r.inertia,
      },
      truth,
    }
  })
}

import { normalDraw, seededRandom } from '../../statistics'
import { tally } from '../tally'
import { reduceThrust, type ThrustReduction } from './reduce-thrust'
import { wallConductance } from '../../supply'
import { bottleEnds, simulateStand, trueThrust, type PushTruth } from './simulate-thrust'
import { vesselPush } from './simulate-vessel'

/** What is wrong, or not, with the stand in a set of simulated runs. */
export const THRUST_CONDITIONS = [
  'bottle',
  'regulated',
  'rings',
  'drifts',
  'wind',
  'span to 1 %',
  'a vessel’s own',
  'short',
  'ten rows a second',
  'twenty rows a second',
] as const
export type ThrustCondition = (typeof THRUST_CONDITIONS)[number]
/** As amplifiers of load cells read by themselves. */
const RATES: Partial<Record<ThrustCondition, number>> = { 'ten rows a second': 10, 'twenty rows a second': 20 }
export const THRUST_FIGURES = ['thrust', 'impulse', 'runTime'] as const

/**
 * A vessel, emptied by the gas itself and not by a closed form, through a valve that takes its time; or through a neck
 * so wide that its push lasts a few turns of the stand's ring.
 */
function vesselOf(between: (low: number, high: number) => number, short: boolean) {
  const volumeM3 = between(0.3e-3, 2e-3)
  return vesselPush({
    paAbs: 101_325 + between(2e5, 8e5),
    volumeM3,
    throatM2: short ? between(12e-3, 22e-3) * volumeM3 : between(2e-6, 9e-6),
    opensInS: between(0.005, 0.04),
    wallWPerK: between(0.5, 2) * wallConductance(volumeM3),
  })
}

/** One simulated run, reduced as a maker's would be; null where it is refused. */
export function thrustRun(
  condition: ThrustCondition,
  seed: number,
): { reduction: ThrustReduction | null; truth: ReturnType<typeof trueThrust> } {
  const random = seededRandom(seed * 7919 + 29)
  const between = (low: number, high: number) => low + (high - low) * random()
  const short = condition === 'short'
  const own = condition === 'a vessel’s own' || short ? vesselOf(between, short) : null
  const a = own ? own.truth.thrust : between(4, 40)
  const bottle = condition === 'regulated' ? false : condition === 'bottle' || random() < 0.6
  const closed: PushTruth = bottle
    ? { kind: 'bottle', aN: a, bN: a * between(0.12, 0.3), tauS: between(0.25, 1.2) }
    : { kind: 'regulated', forceN: a, opensInS: between(0.01, 0.05), lastsS: between(2, 6), endShare: between(0.94, 1) }
  const rings = condition === 'rings' || short || random() < 0.5
  const openS = between(1.5, 3)
  const lasts = own ? own.truth.runTime : closed.kind === 'bottle' ? bottleEnds(closed) : closed.lastsS
  const size = 0.001 * a
  const unsure = condition === 'span to 1 %' ? 0.01 : 0
  const truth = own ? own.truth : trueThrust(closed)
  try {
    const trace = simulateStand({
      push: own ? own.push : closed,
      openS,
      endS: openS + lasts + between(2, 5),
      stepS: RATES[condition] ? 1 / RATES[condition] : 1 / between(60, 160),
      ring: rings
        ? { frequencyHz: between(8, 18), dampingRatio: between(0.03, 0.15) }
        : { frequencyHz: 90, dampingRatio: 0.3 },
      offsetN: between(-0.05, 0.05) * a,
      driftNPerS: (condition === 'drifts' ? between(-1, 1) : between(-0.1, 0.1)) * size,
      noiseN: between(0.5, 2) * size,
      windN: condition === 'wind' ? between(1, 3) * size : 0,
      windS: between(0.1, 0.5),
      resolutionN: random() < 0.5 ? size : 0,
      span: unsure * normalDraw(random),
      seed: seed + 3,
    })
    return { truth, reduction: reduceThrust(trace, { spanRelativeUncertainty: unsure }) }
  } catch {
    return { truth, reduction: null }
  }
}

/** Many runs under one condition, tallied. */
export const thrustCampaign = (condition: ThrustCondition, repeats: number, firstSeed = 0) =>
  tally(condition, THRUST_FIGURES, repeats, (i) => {
    const { reduction: found, truth } = thrustRun(condition, firstSeed + i)
    return { found, truth }
  })

import {
  BENCH_FAULTS,
  benchProgram,
  hiddenArea,
  hiddenBottleRun,
  hiddenMachine,
  hiddenPush,
  hiddenRegulator,
} from '../src/core/bench'
import type { BenchAsked, BenchFault, CoastReduction, DroopReduction, ThrustReduction } from '../src/core/bench'
import { tally } from '../src/core/bench/tally'
import { trueThrust } from '../src/core/bench/thrust'
import { circleArea } from '../src/core/flow'
import { rootBetween } from '../src/core/numerics'
import { normalDraw, seededRandom } from '../src/core/statistics'
import type { Rig } from '../src/project/document'
import type { MeasuredRun } from '../src/project/measuring'
import { printed } from './reduction'
import { asked, figure, marks, measured, rigs, speeds } from '../src/project/simulated/testing'

const DAYS: readonly (readonly [string, readonly BenchFault[]])[] = [
  ['good', []],
  ['usual', ['sag', 'noise', 'drop-outs', 'drift']],
  ['bad', BENCH_FAULTS.filter((f) => f !== 'patch' && f !== 'link')],
]

type Truth = readonly (readonly [figure: string, value: number])[]

/** Drag of the simulated rotor, as `programs.ts` gives it. */
const dragOf = (of: BenchAsked, w: number): number => {
  const { stallTorqueNm, freeSpeedRadPerS } = hiddenMachine(of)
  const share = w / freeSpeedRadPerS
  return stallTorqueNm * (0.02 + 0.01 * share + 0.015 * share ** 2)
}

/** A line of torque, bent as the machine's is, less a drag: at rest, where it is nothing, and its best power. */
function atShaft(of: BenchAsked, drag: (w: number) => number): Truth {
  const { stallTorqueNm, freeSpeedRadPerS, bend } = hiddenMachine(of)
  const torque = (w: number) => {
    const x = w / freeSpeedRadPerS
    return stallTorqueNm * (1 - (1 - bend) * x - bend * x * x) - drag(w)
  }
  // drag only takes away: at rest something is left over, at the speed that is free of drag nothing
  const free = rootBetween(torque, 0, 1.01 * freeSpeedRadPerS)
  let best = 0
  for (let i = 0; i <= 20_000; i++) {
    const w = (freeSpeedRadPerS * i) / 20_000
    best = Math.max(best, w * torque(w))
  }
  return [
    // on the blades, drag put back
    ['stallTorqueNm', stallTorqueNm],
    ['freeSpeedRadPerS', free],
    ['bestPowerW', best],
  ]
}

const turning = (of: BenchAsked): Truth => atShaft(of, (w) => dragOf(of, w))
const held = (of: BenchAsked): Truth => atShaft(of, () => 0)
const coasting = (of: BenchAsked, run: MeasuredRun): Truth => [
  ['coastDragNm', dragOf(of, (run.detail as CoastReduction).topRadPerS)],
  ['coastRestNm', dragOf(of, 0)],
]
const kept = (of: BenchAsked, run: MeasuredRun): Truth => {
  const { regulator, springForceN } = hiddenRegulator(of)
  const [ad, as] = [circleArea(regulator.sensingDiameterM), circleArea(regulator.seatDiameterM)]
  return [['closedGaugePa', (springForceN - (run.detail as DroopReduction).sourceGaugePa * as) / (ad - as)]]
}
const pushed = (of: BenchAsked, run: MeasuredRun): Truth => {
  const { push, span } = hiddenPush(of)
  const { thrust, impulse, runTime } = trueThrust(push)
  const { forceN, opensInS, lastsS, endShare } = push
  const { steady } = run.detail as ThrustReduction
  // of a supply that runs down thrust is that of the opening, and it pushes until a twentieth is left
  return [
    ['thrust', (steady ? thrust : forceN) * (1 + span)],
    ['impulse', impulse * (1 + span)],
    ['runTime', steady ? runTime : lastsS - (0.05 * opensInS) / endShare],
  ]
}
const bottle = (of: BenchAsked): Truth => {
  const { rows, airKg } = hiddenBottleRun(of)
  const turning = rows.filter((r) => r.speedRadPerS > 0)
  const stepS = rows[1].t - rows[0].t
  const turns = turning.reduce((sum, r) => sum + r.speedRadPerS, 0) * (stepS / (2 * Math.PI))
  return [
    ['bottleTimeS', turning.length * stepS],
    ['bottlePeakRadPerS', Math.max(...rows.map((r) => r.speedRadPerS))],
    ['bottleTurns', turns],
    ['bottleAirKg', airKg],
  ]
}
/** What the simulated generator loses by friction, known to its maker within a tenth. */
const withFriction = (of: BenchAsked): Rig => {
  const torqueNm = 0.05 * of.stallTorqueNm
  const off = 0.1 * torqueNm * normalDraw(seededRandom(of.seed + 5))
  const known = { torqueNm: torqueNm + off, torqueStandardUncertaintyNm: 0.1 * torqueNm, perSpeedNms: 0 }
  return { ...rigs.generator, friction: known } as Rig
}
const coast = (more: Partial<Rig>) => ({ ...rigs.coast, ...more }) as Rig

/** Of the droop's rig as it begins. */
const GAUGE = { zeroPa: 1000, span: 0.01 } as const
const SHAFT = ['stallTorqueNm', 'freeSpeedRadPerS', 'bestPowerW'] as const
const BOTTLE = ['bottleTimeS', 'bottlePeakRadPerS', 'bottleTurns', 'bottleAirKg'] as const
/** What a rig's own scale does not touch. */
const UNSCALED: readonly string[] = ['freeSpeedRadPerS', 'runTime', 'bottleTimeS', 'bottlePeakRadPerS', 'bottleTurns']
const DRAG = ['coastDragNm', 'coastRestNm'] as const

const BENCHES: readonly (readonly [
  name: string,
  rig: Rig,
  figures: readonly string[],
  truth: (of: BenchAsked, run: MeasuredRun) => Truth,
  /** The rig as it is known once the machine is. */
  known?: (of: BenchAsked) => Rig,
])[] = [
  ['flywheel, counts', rigs.inertia, SHAFT, turning],
  ['flywheel, speed', speeds, SHAFT, turning],
  ['flywheel, marks', marks, SHAFT, turning],
  ['coasting, counts', coast({ signal: 'count', countsPerTurn: 360 }), DRAG, coasting],
  ['coasting, speed', coast({ signal: 'speed' }), DRAG, coasting],
  ['coasting, marks', coast({}), DRAG, coasting],
  ['brake', rigs.brake, SHAFT, held],
  ['rope', rigs.rope, SHAFT, held],
  ['generator', rigs.generator, SHAFT, held, withFriction],
  ['thrust', rigs.thrust, ['thrust', 'impulse', 'runTime'], pushed],
  ['whole bottle', rigs['run-down'], BOTTLE, bottle],
  ['droop', rigs.droop, ['closedGaugePa'], kept],
  ['tank', rigs['tank-decay'], ['effectiveAreaM2'], (of) => [['effectiveAreaM2', hiddenArea(of)]]],
]

const run = (
  rig: Rig,
  of: BenchAsked,
  truthOf: (of: BenchAsked, run: MeasuredRun) => Truth,
  figures: readonly string[],
) => {
  try {
    const found = measured(rig, of, benchProgram(of).endS)
    // a rig is off by what it says that it may be, by the same share on all that it scales
    const off = normalDraw(seededRandom(of.seed + 3))
    const rigOff = (id: string, value: number) =>
      id === 'closedGaugePa'
        ? value + off * Math.hypot(GAUGE.zeroPa, GAUGE.span * value)
        : value * (UNSCALED.includes(id) ? 1 : 1 + off * found.sharedRelativeUncertainty)
    return {
      found: Object.fromEntries(figures.map((id) => [id, figure(found, id)])),
      truth: Object.fromEntries(truthOf(of, found).map(([id, value]) => [id, rigOff(id, value)])),
    }
  } catch (error) {
    console.log(`seed ${of.seed}: ${(error as Error).message}`)
    return { found: null, truth: {} }
  }
}

/**
 * Goes at the simulated bench, recorded as its lines come and reduced with no more help than the page gives: how often
 * each 95 % interval holds the hidden truth. Gives how many were refused.
 */
export const liveTable = (repeats: number, only = ''): number =>
  printed(
    BENCHES.filter(([name]) => name.includes(only)).flatMap(([name, rig, figures, truthOf, known]) =>
      DAYS.map(
        ([day, faults]) =>
          () =>
            tally(`${name}, ${day} day`, figures, repeats, (i) => {
              const of = asked(rig, 1000 + 17 * i, faults)
              return run(known?.(of) ?? rig, of, truthOf, figures)
            }),
      ),
    ),
  )

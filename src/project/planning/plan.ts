import { effectiveInertia } from '../../core/bench'
import { timeToSpeed } from '../../core/gates'
import { MOST_REPEATS, repeatsFor } from '../../core/statistics'
import { methodOf } from '../measuring'
import { inertiaRig } from '../measuring/inertia/rig'
import type { MachinePredicted, Room } from '../machines/contract'
import { kindOf } from '../machines/registry'
import type { Build, Rig } from '../validation/schema'
import type { Plan, PlanStep } from './schema'
import { stopSpeed } from './stop-speed'

/** What a plan is asked for. */
export interface PlanWanted {
  /** Pressure that the machine is to be tested at in the end. */
  readonly gaugePressurePa: number
  readonly steps: number
  /**
   * Lower steps are as telling as the top one, and are repeated as often; else they are only the way up, run once each.
   */
  readonly everyStep: boolean
  /** The least difference between two versions that is to be seen, as a share of the figure. */
  readonly differenceShare: number
  /** Spread from run to run as a share: of runs that were made, or null for what is usual. */
  readonly spreadShare: number | null
}

/** Repeats of one print on one rig scatter about so much. Common practice, no source; an estimate. */
export const USUAL_SPREAD = 0.03

export type Planned = Omit<Plan, 'id' | 'name' | 'buildId' | 'rigId' | 'createdAt' | 'notes'> & {
  /** What is expected at each step, in the order of the steps. */
  readonly expected: readonly StepExpected[]
  /** The supply holds the top pressure only for a while. */
  readonly lasts: boolean
}

export interface StepExpected {
  readonly predicted: MachinePredicted
  readonly state: 'fine' | 'watch' | 'do not run'
}

/** A pressure that can be set by hand: whole tens of kilopascals, whole ones below 20. */
const settable = (pa: number) => (pa < 20e3 ? Math.max(1e3, Math.round(pa / 1e3) * 1e3) : Math.round(pa / 10e3) * 10e3)

const ORDER = ['fine', 'watch', 'do not run'] as const
const worst = (states: readonly (typeof ORDER)[number][]) => ORDER[Math.max(0, ...states.map((s) => ORDER.indexOf(s)))]

/** How a step at one pressure is expected to go. */
export function expectedAt(build: Build, rig: Rig, room: Room, gaugePressurePa: number): StepExpected {
  const predicted = kindOf(build).predict(build, room, gaugePressurePa)
  const { findings } = methodOf(rig.kind).hazards(rig, build, predicted)
  return { predicted, state: worst([predicted.review.state, ...findings.map((f) => f.state)]) }
}

/**
 * So long the valve is open on a rig: until a wheel has its speed, through all loads of a brake, while a push lasts.
 * Estimates.
 */
function openFor(rig: Rig, build: Build, { figures, overSpeed }: MachinePredicted): number {
  if (rig.kind === 'brake' || rig.kind === 'generator' || rig.kind === 'rope') return 50
  if (rig.kind === 'thrust') return Math.max(3, figures.find((f) => f.id === 'runTime')?.value ?? 15)
  if (rig.kind !== 'inertia') return 30
  const torque = overSpeed?.lines.find((l) => l.id === 'torque')
  const curve =
    overSpeed && torque ? overSpeed.over.map((speedRadPerS, i) => ({ speedRadPerS, torqueNm: torque.values[i] })) : []
  const rise = timeToSpeed(curve, effectiveInertia(inertiaRig(rig, build)).value)
  // to nine tenths of the free speed, and as long again for the flat end of the line
  return rise === null ? 30 : Math.min(600, Math.max(3, 2 * rise))
}

/**
 * Plans runs of a build on a rig: pressures in even steps up to the wanted one, no higher than its margins and its
 * supply allow; at each the speed at which to stop; repeats by the power of the test.
 * A pressure at which the margins say “do not run” is never planned; where even the lowest is, one step at the lowest
 * that is not is sought. Null where there is none.
 */
export function planRuns(build: Build, rig: Rig, room: Room, wanted: PlanWanted): Planned | null {
  const own = kindOf(build).predict(build, room)
  const able = own.air.sustained ? Math.max(own.air.supplyGaugePressurePa, 0) : Infinity
  const lasts = !(own.air.sustained && !own.air.sustained.keepsUp)
  let limitedBy: Plan['limitedBy'] = 'wanted'
  let top = wanted.gaugePressurePa
  if (able > 0 && able < 0.97 * top) {
    top = able
    limitedBy = 'supply'
  }
  const safe = (pa: number) => expectedAt(build, rig, room, pa).state !== 'do not run'
  if (!safe(settable(top))) {
    // the highest that is no “do not run”, by halving
    let [low, high] = [0, top]
    for (let i = 0; i < 12; i++) {
      const middle = 0.5 * (low + high)
      if (safe(middle)) low = middle
      else high = middle
    }
    if (low < 0.02 * top) return null
    top = Math.max(1e3, low - 5e3)
    limitedBy = 'margins'
  }
  const pressures = [
    ...new Set(Array.from({ length: wanted.steps }, (_, i) => settable((top * (i + 1)) / wanted.steps))),
  ].filter((pa) => pa <= top + 5e3)
  const expected = pressures.map((pa) => expectedAt(build, rig, room, pa))
  const spreadShare = wanted.spreadShare ?? USUAL_SPREAD
  const repeats = Math.min(MOST_REPEATS, repeatsFor(wanted.differenceShare / spreadShare))
  let stoppedBy: Plan['stoppedBy'] = null
  const steps = pressures.map((gaugePressurePa, i): PlanStep => {
    const stop = kindOf(build).turning ? stopSpeed(expected[i].predicted, rig, build) : null
    stoppedBy = stop?.by ?? stoppedBy
    return {
      id: `step-${i + 1}`,
      gaugePressurePa,
      stopAtRadPerS: stop?.speedRadPerS ?? null,
      openS: Math.round(openFor(rig, build, expected[i].predicted)),
      repeats: wanted.everyStep || i === pressures.length - 1 ? repeats : 1,
    }
  })
  return {
    steps,
    differenceShare: wanted.differenceShare,
    spreadShare,
    spreadFrom: wanted.spreadShare === null ? 'assumed' : 'runs',
    limitedBy,
    stoppedBy,
    expected,
    lasts,
  }
}

/** How many runs a plan asks for. */
export const runsAsked = ({ steps }: Pick<Plan, 'steps'>): number => steps.reduce((sum, s) => sum + s.repeats, 0)

import { effectiveInertia } from '../../core/bench'
import { timeToSpeed } from '../../core/gates'
import { MOST_REPEATS, repeatsFor } from '../../core/statistics'
import { methodOf } from '../measuring'
import { inertiaRig } from '../measuring/inertia/rig'
import type { Finding } from '../../core/gates'
import type { Hazard } from '../document/hazards'
import { LIMITS } from '../document/limits'
import type { MachineFigure, MachinePredicted, Room } from '../machines/contract'
import { kindOf } from '../machines/registry'
import type { Build, Rig } from '../validation/schema'
import type { Plan, PlanStep } from './schema'
import { stopPressure, type StopPressure } from './stop-pressure'
import { stopSpeed } from './stop-speed'

/** What a plan is asked for. */
export interface PlanWanted {
  /** Pressure that the machine is to be tested at in the end; null for what its own supply gives. */
  readonly gaugePressurePa: number | null
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
  /** What was wanted in the end, Pa gauge. */
  readonly wantedGaugePressurePa: number
  /** The supply holds the top pressure only for a while. */
  readonly lasts: boolean
}

/** As plain data, since an engine's takes long and comes from a worker. */
export interface StepExpected {
  readonly figures: readonly MachineFigure[]
  /** What can hurt, of the machine and of the rig. */
  readonly hazards: readonly Hazard[]
  readonly findings: readonly Finding[]
  readonly state: 'fine' | 'watch' | 'do not run'
  /** Above it the valve is shut, whatever turns. */
  readonly stop: StopPressure
}

/** A pressure that can be set by hand: whole tens of kilopascals, whole ones below 20, tenths below 2. */
const stepOf = (pa: number): number => (pa < 2e3 ? 100 : pa < 20e3 ? 1e3 : 10e3)
const settable = (pa: number): number => Math.round(pa / stepOf(pa)) * stepOf(pa)

/** Supplies whose pressure nobody sets. */
const GIVES_ITS_OWN: readonly Build['supply']['kind'][] = ['blower', 'breath', 'wind', 'balloon']

const ORDER = ['fine', 'watch', 'do not run'] as const
const worst = (states: readonly (typeof ORDER)[number][]) => ORDER[Math.max(0, ...states.map((s) => ORDER.indexOf(s)))]

interface Step {
  readonly predicted: MachinePredicted
  readonly expected: StepExpected
}

function stepAt(build: Build, rig: Rig, room: Room, gaugePressurePa: number): Step {
  const predicted = kindOf(build).predict(build, room, gaugePressurePa)
  const ofRig = methodOf(rig.kind).hazards(rig, build, predicted)
  const findings = [...ofRig.findings, ...predicted.review.findings]
  const expected = {
    figures: predicted.figures,
    hazards: [...predicted.hazards, ...ofRig.shown],
    findings,
    state: worst(findings.map((f) => f.state)),
    stop: stopPressure(build, rig, gaugePressurePa),
  }
  return { predicted, expected }
}

/**
 * How a step at one pressure is expected to go.
 * @throws PhysicsError where its figures allow none.
 */
export const expectedAt = (build: Build, rig: Rig, room: Room, gaugePressurePa: number): StepExpected =>
  stepAt(build, rig, room, gaugePressurePa).expected

/**
 * So long the valve is open on a rig: until a wheel has its speed, through all loads of a brake, while a push lasts.
 * Estimates.
 */
function openFor(rig: Rig, build: Build, { figures, overSpeed }: MachinePredicted): number {
  if (rig.kind === 'brake' || rig.kind === 'generator' || rig.kind === 'rope') return 50
  if (rig.kind === 'thrust') {
    const [impulse, thrust] = ['impulse', 'thrust'].map((id) => figures.find((f) => f.id === id)?.value ?? 0)
    // thrust falls as a vessel empties: a push lasts some three times what the impulse would at its greatest
    return impulse > 0 && thrust > 0 ? Math.max(3, (3 * impulse) / thrust) : 15
  }
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
 * supply allow; at each the speed and the pressure at which to stop; repeats by the power of the test.
 * A pressure at which the margins say “do not run” is never planned; where even the lowest is, one step at the lowest
 * that is not is sought. Null where there is none, or where the supply gives too little to be set in steps.
 */
export function planRuns(build: Build, rig: Rig, room: Room, wanted: PlanWanted): Planned | null {
  const own = kindOf(build).predict(build, room)
  const able = own.air.sustained || GIVES_ITS_OWN.includes(build.supply.kind) ? own.air.supplyGaugePressurePa : Infinity
  const lasts = !(own.air.sustained && !own.air.sustained.keepsUp)
  let limitedBy: Plan['limitedBy'] = 'wanted'
  const wantedGaugePressurePa = wanted.gaugePressurePa ?? own.air.supplyGaugePressurePa
  let top = wantedGaugePressurePa
  if (able > 0 && able < 0.97 * top) {
    top = able
    limitedBy = 'supply'
  }
  if (settable(top) < LIMITS.supplyGaugePressurePa[0]) return null
  const safe = (pa: number) => expectedAt(build, rig, room, pa).state !== 'do not run'
  if (!safe(settable(top))) {
    // the highest that is no “do not run”, by halving, as near as it can be set
    let [low, high] = [0, top]
    while (high - low > 0.005 * top) {
      const middle = 0.5 * (low + high)
      if (safe(middle)) low = middle
      else high = middle
    }
    if (low < 0.02 * top) return null
    // set to whole steps it comes no higher than that
    top = low - stepOf(low) / 2
    limitedBy = 'margins'
  }
  const pressures = [
    ...new Set(Array.from({ length: wanted.steps }, (_, i) => settable((top * (i + 1)) / wanted.steps))),
  ].filter((pa) => pa >= LIMITS.supplyGaugePressurePa[0])
  const found = pressures.map((pa) => stepAt(build, rig, room, pa))
  const spreadShare = wanted.spreadShare ?? USUAL_SPREAD
  const repeats = Math.min(MOST_REPEATS, repeatsFor(wanted.differenceShare / spreadShare))
  let stoppedBy: Plan['stoppedBy'] = null
  const turns = kindOf(build).turning !== undefined && methodOf(rig.kind).live?.readsSpeed !== false
  const steps = pressures.map((gaugePressurePa, i): PlanStep => {
    const stop = turns ? stopSpeed(found[i].predicted, rig, build) : null
    stoppedBy = stop?.by ?? stoppedBy
    return {
      id: `step-${i + 1}`,
      gaugePressurePa,
      stopAtRadPerS: stop?.speedRadPerS ?? null,
      openS: Math.round(openFor(rig, build, found[i].predicted)),
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
    expected: found.map((s) => s.expected),
    wantedGaugePressurePa,
    lasts,
  }
}

/** How many runs a plan asks for. */
export const runsAsked = ({ steps }: Pick<Plan, 'steps'>): number => steps.reduce((sum, s) => sum + s.repeats, 0)

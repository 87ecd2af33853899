import type { InertiaReduction } from '../../core/bench'
import { PhysicsError } from '../../core/errors'
import { measuredFindings, possibleRun, type Finding, type ReadAs } from '../../core/gates'
import { givenTemperature, predict, type Prediction } from '../../core/prediction'
import { workingRadius } from '../../core/machines'
import {
  airInput,
  atSteadyPressure,
  predictionInput,
  type Project,
  type Rig,
  type Run,
  type TurbineBuild,
} from '../document'

/** The prediction of a build at the pressure and in the room of a run; null where its figures allow none. */
export function predictionOfRun(build: TurbineBuild, run: Pick<Run, 'ambient' | 'gaugePressurePa'>): Prediction | null {
  try {
    return predict(
      atSteadyPressure(
        predictionInput(build, run.ambient),
        run.gaugePressurePa,
        givenTemperature(airInput(build, run.ambient).supply, run.ambient),
      ),
    )
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}

/** How a rig's recording was read. */
export const readAs = (rig: Rig, run: Pick<Run, 'mapping'>): ReadAs =>
  rig.signal === 'speed'
    ? { signal: 'speed', unit: run.mapping?.signalUnit ?? '', speedRatio: rig.speedRatio, sensorOn: rig.sensorOn }
    : { signal: rig.signal, countsPerTurn: rig.countsPerTurn, speedRatio: rig.speedRatio, sensorOn: rig.sensorOn }

export interface JudgedRun {
  readonly findings: readonly Finding[]
  readonly possible: boolean
}

const UNJUDGED: JudgedRun = { findings: [], possible: true }

/** A reduced run held against what its air can give at all; nothing is said where there is no prediction. */
export function judgeRun(
  build: TurbineBuild,
  rig: Rig,
  run: Run,
  reduction: InertiaReduction,
  prediction: Prediction | null = predictionOfRun(build, run),
): JudgedRun {
  if (!prediction) return UNJUDGED
  const pa = run.ambient.absolutePressurePa
  const { point, nozzle, summary, air } = prediction
  const flow = Math.max(point.massFlowKgPerS, air.massFlowKgPerS)
  const perKg =
    point.massFlowKgPerS > 0
      ? point.ledger.isentropicPowerW / point.massFlowKgPerS
      : nozzle.massFlowKgPerS > 0
        ? nozzle.isentropicPowerW / nozzle.massFlowKgPerS
        : 0
  // the flow is predicted: as much more as a throat half a tenth wider would pass
  const airPowerW = 1.1 * perKg * flow
  const [, , a, b, c] = reduction.law.parameters
  const half = reduction.freeSpeed.value / 2
  const drag = (ledger: typeof point.ledger) =>
    ledger.ventilationW + ledger.discFrictionW + ledger.rubbingW + ledger.bearingW
  const middle = prediction.curve[Math.floor(prediction.curve.length / 2)]
  const impulse = ['tangential-impulse', 'supersonic-impulse', 'turbine-compressor'].includes(build.machine.family)
  const findings = measuredFindings(
    {
      peakPower: reduction.peakShaftPower.power,
      stallTorque: reduction.stallTorque,
      freeSpeed: reduction.freeSpeed,
      dragNm: reduction.dragMeasured ? a + b * half + c * half * half : null,
    },
    {
      airPowerW,
      spoutingSpeedMPerS: Math.sqrt(2 * perKg) || Infinity,
      radiusM: workingRadius(build.machine),
      thrustN: impulse && air.nozzlePressurePaAbs > pa ? 1.1 * nozzle.thrustN : null,
      predicted: {
        freeSpeedRadPerS: summary.freeSpeedRadPerS,
        stallTorqueNm: summary.stallTorqueNm,
        dragNm: middle && middle.speedRadPerS > 0 ? drag(middle.ledger) / middle.speedRadPerS : 0,
      },
    },
    readAs(rig, run),
  )
  return { findings, possible: possibleRun(findings) }
}

/** Verdicts by the reduction they are of, kept while build, run and rig are the same objects. */
const kept = new WeakMap<InertiaReduction, { readonly of: readonly unknown[]; readonly judged: JudgedRun }>()

/** The rig of a run, and the run judged; what cannot be judged counts as possible. */
export function judgeIn(
  project: Pick<Project, 'rigs'>,
  build: TurbineBuild,
  run: Run,
  reduction: InertiaReduction,
): JudgedRun {
  const rig = project.rigs.find((r) => r.id === run.rigId)
  if (!rig) return UNJUDGED
  const of = [build, run, rig]
  const known = kept.get(reduction)
  if (known && known.of.every((x, i) => x === of[i])) return known.judged
  const judged = judgeRun(build, rig, run, reduction)
  kept.set(reduction, { of, judged })
  return judged
}

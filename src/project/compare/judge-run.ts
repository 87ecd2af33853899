import { PhysicsError } from '../../core/errors'
import { finding, possibleRun, type Finding, type ReadAs } from '../../core/gates'
import { kindOf, type MachinePredicted, type RunConditions } from '../machines'
import { mainMeasurement, mainRig, type MeasuredRun } from '../measuring'
import type { Build, FlywheelRig, Measurement, Project, Rig, Run } from '../validation/schema'

/** The prediction of a build at the pressure and in the room of a run; null where its figures allow none. */
export function predictionOfRun(build: Build, run: RunConditions): MachinePredicted | null {
  try {
    return kindOf(build).predict(build, { ambient: run.ambient }, run.gaugePressurePa)
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}

/** How a rig's recording was read. */
export const readAs = (rig: FlywheelRig, { mapping }: Pick<Measurement, 'mapping'>): ReadAs =>
  rig.signal === 'speed'
    ? {
        signal: 'speed',
        unit: mapping?.kind === 'table' ? (mapping.columns.signal?.unit ?? '') : '',
        speedRatio: rig.speedRatio,
        sensorOn: rig.sensorOn,
      }
    : { signal: rig.signal, countsPerTurn: rig.countsPerTurn, speedRatio: rig.speedRatio, sensorOn: rig.sensorOn }

export interface JudgedRun {
  readonly findings: readonly Finding[]
  readonly possible: boolean
}

const UNJUDGED: JudgedRun = { findings: [], possible: true }

/** A gauge is read, and a pressure set, within so much of the absolute pressure. Our own estimate. */
const READ_SHARE = 0.05
/** Weather and height between the room as it is said to be and the one that a sensor felt. */
const ROOM_SHARE = 0.9

/**
 * A pressure that lies by the room's above what the run was said to be at and never comes below the room's: the mark of
 * a sensor that reads absolute.
 */
function pressureFindings(run: Run, { pressurePa }: MeasuredRun): readonly Finding[] {
  if (!pressurePa) return []
  const { gaugePressurePa: saidGaugePa, ambient } = run
  const roomPa = ambient.absolutePressurePa
  const asAbsolute = [pressurePa.mean, pressurePa.most].find(
    (pa) => Math.abs(pa - roomPa - saidGaugePa) <= READ_SHARE * (saidGaugePa + roomPa),
  )
  if (asAbsolute === undefined || pressurePa.least < ROOM_SHARE * roomPa) return []
  return [finding('reads-absolute', 'watch', { saidGaugePa, readPa: asAbsolute, roomPa })]
}

/**
 * A measured run held against what its air can give at all; nothing is said where there is no prediction, or where its
 * kind knows no limit.
 */
export function judgeRun(
  build: Build,
  rig: Rig,
  run: Run,
  measured: MeasuredRun,
  predicted: MachinePredicted | null = predictionOfRun(build, run),
): JudgedRun {
  const { judge } = kindOf(build)
  const pressure = pressureFindings(run, measured)
  if (!predicted || !judge) return { findings: pressure, possible: true }
  const read = rig.kind === 'inertia' ? readAs(rig, mainMeasurement(run)) : null
  const findings = judge(build, run, measured, read, predicted)
  return { findings: [...findings, ...pressure], possible: possibleRun(findings) }
}

/** Verdicts by the result they are of, kept while build, run and rig are the same objects. */
const kept = new WeakMap<MeasuredRun, { readonly of: readonly unknown[]; readonly judged: JudgedRun }>()

/** A run judged on its own rig; what cannot be judged counts as possible. */
export function judgeIn(project: Pick<Project, 'rigs'>, build: Build, run: Run, measured: MeasuredRun): JudgedRun {
  const rig = mainRig(project, run)
  if (!rig) return UNJUDGED
  const of = [build, run, rig]
  const known = kept.get(measured)
  if (known && known.of.every((x, i) => x === of[i])) return known.judged
  const judged = judgeRun(build, rig, run, measured)
  kept.set(measured, { of, judged })
  return judged
}

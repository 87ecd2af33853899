import type { Measurement, Project, Rig, Run } from '../validation/schema'
import type { Dialect } from '../recording/dialect'
import type { Conditions } from './contract'
import { methodOf } from './registry'

/** The measurement that a run is known by: its first. */
export const mainMeasurement = (run: Pick<Run, 'measurements'>): Measurement => run.measurements[0]

/** Whether anything was recorded in a run. */
export const isRecorded = (run: Pick<Run, 'measurements'>): boolean =>
  run.measurements.some((m) => m.recordingId !== null)

/** The rig of a run's first measurement; undefined where it is not in the project. */
export const mainRig = (project: Pick<Project, 'rigs'>, run: Pick<Run, 'measurements'>): Rig | undefined =>
  project.rigs.find((r) => r.id === mainMeasurement(run).rigId)

/**
 * All that a measurement's result follows from. Its key names the result: a change of recording, mapping, rig, machine
 * or settings makes another one, so none goes stale.
 */
export interface MeasurementInputs {
  readonly key: string
  /** How the recording is read: with its bytes, all that the result follows from. */
  readonly reading: string
  readonly recordingKey: string
  readonly recordingId: string
  /** How a table is written, where the maker corrected the guess. */
  readonly dialect: Dialect | null
  readonly conditions: Conditions
}

/** By which a recording is known to whoever keeps it once it is read. */
export const recordingKey = (projectId: string, recordingId: string): string => `${projectId}/${recordingId}`

/**
 * What a measurement follows from; null while its recording, rig or mapping is missing, or its method does not measure
 * this machine.
 */
export function measurementInputs(project: Project, run: Run, measurement: Measurement): MeasurementInputs | null {
  const rig = project.rigs.find((r) => r.id === measurement.rigId)
  const build = project.builds.find((b) => b.id === run.buildId)
  const { recordingId } = measurement
  if (!rig || !build || !recordingId) return null
  const method = methodOf(measurement.method)
  const conditions = method.accepts(build) ? method.conditions(run, measurement, rig, build) : null
  if (!conditions) return null
  const name = recordingKey(project.id, recordingId)
  const dialect = measurement.mapping?.kind === 'table' ? measurement.mapping.dialect : null
  const reading = JSON.stringify({ dialect, conditions })
  return { key: `${name}/${reading}`, reading, recordingKey: name, recordingId, dialect, conditions }
}

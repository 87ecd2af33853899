import type { Build, Project, Recording } from '../validation/schema'

/**
 * Takes builds out with their runs, plans and readings by hand; versions made from them hang on their parents from then
 * on. Recordings stay until they are let go of.
 */
export function removeBuilds(
  project: Pick<Project, 'builds' | 'runs' | 'plans' | 'handReadings'>,
  ids: ReadonlySet<string>,
): void {
  const parentOf = (id: string | null): string | null => {
    let at = id
    for (let i = 0; at !== null && ids.has(at) && i <= project.builds.length; i++)
      at = project.builds.find((b) => b.id === at)?.parentId ?? null
    return at
  }
  for (const build of project.builds) if (!ids.has(build.id)) build.parentId = parentOf(build.parentId)
  project.runs = project.runs.filter((r) => !ids.has(r.buildId))
  project.plans = project.plans.filter((p) => !ids.has(p.buildId))
  project.handReadings = project.handReadings.filter((h) => !ids.has(h.buildId))
  project.builds = project.builds.filter((b) => !ids.has(b.id))
}

/** Takes a machine out with all its builds and their runs. */
export function removeMachine(
  project: Pick<Project, 'machines' | 'builds' | 'runs' | 'plans' | 'handReadings'>,
  machineId: string,
): void {
  removeBuilds(
    project,
    new Set(project.builds.filter((b: Pick<Build, 'id' | 'machineId'>) => b.machineId === machineId).map((b) => b.id)),
  )
  project.machines = project.machines.filter((m) => m.id !== machineId)
}

/** Recordings that no run speaks of any more. */
export const unusedRecordings = ({ recordings, runs }: Pick<Project, 'recordings' | 'runs'>): Recording[] =>
  recordings.filter(
    (rec) =>
      !runs.some(
        (r) => r.measurements.some((m) => m.recordingId === rec.id) || r.marks.some((m) => m.photoId === rec.id),
      ),
  )

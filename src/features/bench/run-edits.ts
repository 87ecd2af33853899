import type { Draft } from 'immer'
import type { Acknowledgement, Build, Measurement, Project, Rig, Run } from '../../project/document'
import { METHOD_IDS, mainRig, methodOf } from '../../project/measuring'
import type { ProjectStore } from '../../store'
import { freshId } from '../shared'

/**
 * The rig that a new run of a build starts from: the one last used on this build, else on its machine, else in the
 * project; and why.
 */
export function rigFor(
  project: Pick<Project, 'rigs' | 'runs' | 'builds'>,
  build: Pick<Build, 'id' | 'machineId'>,
): { readonly rig: Rig | null; readonly why: string } {
  const lastOf = (ids: ReadonlySet<string>) => {
    const last = [...project.runs].reverse().find((run) => ids.has(run.buildId))
    return last && mainRig(project, last)
  }
  const own = lastOf(new Set([build.id]))
  if (own) return { rig: own, why: 'used last on this build' }
  const machine = lastOf(new Set(project.builds.filter((b) => b.machineId === build.machineId).map((b) => b.id)))
  if (machine) return { rig: machine, why: 'used last on this machine' }
  const any = lastOf(new Set(project.builds.map((b) => b.id))) ?? project.rigs[0]
  return any
    ? { rig: any, why: 'used last in this project, on another machine: look whether it suits' }
    : { rig: null, why: 'a first rig; set it to what stands on your bench' }
}

/**
 * Rigs that a build can be measured on: other machines’ rigs cannot read it, and a way of measuring that has none yet
 * brings its first.
 */
export function suitingRigs(rigs: readonly Rig[], build: Build): Rig[] {
  const own = rigs.filter((r) => methodOf(r.kind).accepts(build))
  const without = METHOD_IDS.filter((id) => methodOf(id).accepts(build) && !own.some((r) => r.kind === id))
  return [...own, ...without.map((id) => methodOf(id).newRig(freshId('rig')))]
}

/** A measurement on a rig, with nothing recorded yet. */
const newMeasurement = (rig: Rig): Measurement =>
  ({
    id: freshId('m'),
    rigId: rig.id,
    recordingId: null,
    mapping: null,
    ...methodOf(rig.kind).freshSettings(),
  }) as Measurement

/** A run that begins now, with one measurement on a rig. */
export const newRun = (
  project: Project,
  build: Build,
  rig: Rig,
  gaugePressurePa: number,
  cautions: Acknowledgement,
): Run => ({
  id: freshId('run'),
  buildId: build.id,
  name: `${build.name}, run ${project.runs.filter((r) => r.buildId === build.id).length + 1}`,
  takenAt: new Date().toISOString(),
  gaugePressurePa,
  ambient: project.ambient,
  measurements: [newMeasurement(rig)],
  cautions,
  planned: null,
  marks: [],
  notes: '',
})

/**
 * Starts a run: only with the cautions acknowledged, which are kept in it. A rig that the project does not have yet is
 * added.
 */
export function startRun(
  store: ProjectStore,
  project: Project,
  build: Build,
  rig: Rig,
  gaugePressurePa: number,
  cautions: Acknowledgement,
): string | null {
  const run = { ...newRun(project, build, rig, gaugePressurePa, cautions), takenAt: cautions.at }
  const result = store.change(`run of ${build.name}`, (p) => {
    if (!p.rigs.some((r) => r.id === rig.id)) p.rigs.push(rig)
    p.runs.push(run)
    const own = p.builds.find((b) => b.id === build.id)
    if (own) own.made = true
  })
  return result.ok ? run.id : null
}

export type EditRun = (label: string, recipe: (run: Draft<Run>) => void, key?: string) => void
export type EditRig = (label: string, recipe: (rig: Draft<Rig>) => void, key?: string) => void

/** Changes one entry of a list of the project by its id. */
const editIn =
  <T extends { id: string }>(list: (p: Draft<Project>) => T[]) =>
  (store: ProjectStore, id: string) =>
  (label: string, recipe: (entry: T) => void, key?: string): void =>
    void store.change(
      label,
      (p) => {
        const entry = list(p).find((x) => x.id === id)
        if (entry) recipe(entry)
      },
      key ? `${id}:${key}` : null,
    )

export const editRun: (store: ProjectStore, runId: string) => EditRun = editIn((p) => p.runs)
export const editRig: (store: ProjectStore, rigId: string) => EditRig = editIn((p) => p.rigs)

export type EditMeasurement = (label: string, recipe: (measurement: Draft<Measurement>) => void, key?: string) => void

/** Changes one measurement of a run. */
export const editMeasurement =
  (store: ProjectStore, runId: string, measurementId: string): EditMeasurement =>
  (label, recipe, key) =>
    editRun(store, runId)(
      label,
      (run) => {
        const own = run.measurements.find((m) => m.id === measurementId)
        if (own) recipe(own)
      },
      key && `${measurementId}:${key}`,
    )

/** Another measurement of a run; a rig that the project does not have yet is added. Returns its id. */
export function addMeasurement(store: ProjectStore, run: Run, rig: Rig): string {
  const fresh = newMeasurement(rig)
  store.change('another recording', (p) => {
    if (!p.rigs.some((r) => r.id === rig.id)) p.rigs.push(rig)
    p.runs.find((r) => r.id === run.id)?.measurements.push(fresh)
  })
  return fresh.id
}

/** Takes a measurement out of a run that has others. */
export const removeMeasurement = (store: ProjectStore, runId: string, measurementId: string): void =>
  editRun(store, runId)('measurement removed', (run) => {
    if (run.measurements.length > 1) run.measurements = run.measurements.filter((m) => m.id !== measurementId)
  })

/** Gives the spans of a measurement back to the finder. */
export const findAgain = (store: ProjectStore, runId: string, measurementId: string): void =>
  editMeasurement(
    store,
    runId,
    measurementId,
  )('spans found again', (m) => void Object.assign(m, methodOf(m.method).freshSettings()))

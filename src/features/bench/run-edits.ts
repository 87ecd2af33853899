import type { Draft } from 'immer'
import type { Acknowledgement, Build, Project, Rig, Run } from '../../project/document'
import type { ProjectStore } from '../../store'
import { freshId } from '../shared'

/** A rig to begin with: a steel wheel read by a line encoder. */
export const usualRig = (): Rig => ({
  id: freshId('rig'),
  name: 'Flywheel rig',
  kind: 'inertia',
  flywheel: { kind: 'dimensions', outerRadiusM: 0.04, innerRadiusM: 0.004, widthM: 0.012, materialId: 'steel' },
  flywheelRelativeUncertainty: 0.01,
  speedRatio: 0.3,
  countsPerTurn: 400,
  sensorOn: 'flywheel',
  signal: 'count',
  notes: '',
})

/** The rig that a new run of a build starts from: the one last used on this build, else on its machine, else in the project; and why. */
export function rigFor(
  project: Pick<Project, 'rigs' | 'runs' | 'builds'>,
  build: Pick<Build, 'id' | 'machineId'>,
): { readonly rig: Rig | null; readonly why: string } {
  const lastOf = (ids: ReadonlySet<string>) =>
    project.rigs.find((r) => r.id === [...project.runs].reverse().find((run) => ids.has(run.buildId))?.rigId)
  const own = lastOf(new Set([build.id]))
  if (own) return { rig: own, why: 'used last on this build' }
  const machine = lastOf(new Set(project.builds.filter((b) => b.machineId === build.machineId).map((b) => b.id)))
  if (machine) return { rig: machine, why: 'used last on this machine' }
  const any = lastOf(new Set(project.builds.map((b) => b.id))) ?? project.rigs[0]
  return any
    ? { rig: any, why: 'used last in this project, on another machine: look whether it suits' }
    : { rig: null, why: 'a first rig; set it to what stands on your bench' }
}

/** Starts a run: only with the cautions acknowledged, which are kept in it. A rig that the project does not have yet is added. */
export function startRun(
  store: ProjectStore,
  project: Project,
  build: Build,
  rig: Rig,
  gaugePressurePa: number,
  cautions: Acknowledgement,
): string | null {
  const id = freshId('run')
  const count = project.runs.filter((r) => r.buildId === build.id).length
  const run: Run = {
    id,
    buildId: build.id,
    rigId: rig.id,
    recordingId: null,
    name: `${build.name}, run ${count + 1}`,
    takenAt: cautions.at,
    gaugePressurePa,
    ambient: project.ambient,
    mapping: null,
    settings: { spinUp: null, coast: null },
    cautions,
    notes: '',
  }
  const result = store.change(`run of ${build.name}`, (p) => {
    if (!p.rigs.some((r) => r.id === rig.id)) p.rigs.push(rig)
    p.runs.push(run)
    const own = p.builds.find((b) => b.id === build.id)
    if (own) own.made = true
  })
  return result.ok ? id : null
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

/** Gives the spans of a run back to the finder. */
export const findAgain = (store: ProjectStore, runId: string): void =>
  editRun(store, runId)('spans found again', (run) => void (run.settings = { spinUp: null, coast: null }))

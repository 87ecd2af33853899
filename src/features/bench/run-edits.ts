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

/** Starts a run: only with the cautions acknowledged, which are kept in it. A project without a rig gets the usual one. */
export function startRun(store: ProjectStore, project: Project, build: Build, gaugePressurePa: number, cautions: Acknowledgement): string | null {
  const id = freshId('run')
  const rig = project.rigs[0] ?? usualRig()
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
    if (p.rigs.length === 0) p.rigs.push(rig)
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

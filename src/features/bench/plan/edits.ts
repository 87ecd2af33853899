import { recordingKind } from '../../../project/measuring'
import type { Acknowledgement, Build, Project, Rig, Run } from '../../../project/document'
import type { Mark, MarkKind, Plan, Planned, PlanStep } from '../../../project/planning'
import type { ProjectStore } from '../../../store'
import { freshId } from '../../shared'
import { newRun, editRun } from '../run-edits'

/** Keeps a plan. Its id, or null where it was refused. */
export function keepPlan(
  store: ProjectStore,
  build: Build,
  rig: Rig,
  { expected: _e, lasts: _l, wantedGaugePressurePa: _w, ...planned }: Planned,
  count: number,
): string | null {
  const id = freshId('plan')
  const result = store.change(`plan for ${build.name}`, (p) => {
    if (!p.rigs.some((r) => r.id === rig.id)) p.rigs.push(rig)
    p.plans.push({
      ...planned,
      id,
      name: `${build.name}, plan ${count + 1}`,
      buildId: build.id,
      rigId: rig.id,
      createdAt: new Date().toISOString(),
      notes: '',
    })
  })
  return result.ok ? id : null
}

const mark = (kind: MarkKind, text = '', photoId: string | null = null): Mark => ({
  id: freshId('mark'),
  at: new Date().toISOString(),
  kind,
  text,
  photoId,
})

/** Begins a run of a plan's step: the valve is opened now. */
export function startStep(
  store: ProjectStore,
  project: Project,
  plan: Plan,
  step: PlanStep,
  cautions: Acknowledgement,
): string | null {
  const build = project.builds.find((b) => b.id === plan.buildId)
  const rig = project.rigs.find((r) => r.id === plan.rigId)
  if (!build || !rig) return null
  const nth = runsOfStep(project.runs, plan, step).length + 1
  const run: Run = {
    ...newRun(project, build, rig, step.gaugePressurePa, cautions),
    name: `${plan.name}: ${Math.round(step.gaugePressurePa / 1000)} kPa, ${nth}`.slice(0, 120),
    planned: { planId: plan.id, stepId: step.id },
    marks: [mark('start')],
  }
  const result = store.change(`${run.name} started`, (p) => {
    p.runs.push(run)
    const own = p.builds.find((b) => b.id === build.id)
    if (own) own.made = true
  })
  return result.ok ? run.id : null
}

/** Marks something in a run, with the time. */
export const addMark = (store: ProjectStore, runId: string, kind: MarkKind, text = ''): void =>
  editRun(store, runId)(`${kind} marked`, (r) => void r.marks.push(mark(kind, text)))

/** Largest picture that is kept, bytes: a phone's own are smaller. */
const MOST_PHOTO = 16 * 1024 * 1024

/** Keeps a picture with a run. What is wrong with it, or null. */
export async function addPhoto(store: ProjectStore, runId: string, file: File): Promise<string | null> {
  if (file.size > MOST_PHOTO)
    return `“${file.name}” has ${Math.round(file.size / 1e6)} MB; up to 16 are kept. Take a smaller one.`
  const bytes = new Uint8Array(await file.arrayBuffer())
  if (recordingKind(bytes) !== 'photo') return `“${file.name}” is no JPEG, PNG or WebP. Save it as one of these.`
  const id = freshId('rec')
  await store.addRecording(id, bytes)
  const result = store.change('photo', (p) => {
    p.recordings.push({
      id,
      fileName: file.name.slice(-200) || 'photo.jpg',
      byteLength: bytes.length,
      kind: 'photo',
      addedAt: new Date().toISOString(),
    })
    p.runs.find((r) => r.id === runId)?.marks.push(mark('photo', '', id))
  })
  return result.ok ? null : result.faults[0].message
}

export const runsOfStep = (runs: readonly Run[], plan: Pick<Plan, 'id'>, step: Pick<PlanStep, 'id'>): Run[] =>
  runs.filter((r) => r.planned?.planId === plan.id && r.planned.stepId === step.id)

/** Begun at the card and not stopped yet. */
export const isRunning = (run: Pick<Run, 'marks'>): boolean =>
  run.marks.some((m) => m.kind === 'start') && !run.marks.some((m) => m.kind === 'stop')

/** Where a plan stands: the run that is under way, else the next step that has too few; null when all is done. */
export function nextOf(
  plan: Plan,
  runs: readonly Run[],
): { readonly step: PlanStep; readonly running: Run | null; readonly done: number } | null {
  for (const step of plan.steps) {
    const running = runsOfStep(runs, plan, step).find(isRunning)
    if (running) return { step, running, done: runsOfStep(runs, plan, step).length - 1 }
  }
  const step = plan.steps.find((s) => runsOfStep(runs, plan, s).length < s.repeats)
  return step ? { step, running: null, done: runsOfStep(runs, plan, step).length } : null
}

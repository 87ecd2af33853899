import { liveQuery, type Subscription } from 'dexie'
import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer'
import type { ProjectBundle } from '../project/archive'
import type { Fault, Project } from '../project/document'
import type * as Checks from '../project/validation'
import type { KettleDb, ProjectRow } from './db'
import { clearHistory, recordStep, stepsAround } from './history'
import { deleteRecordings, loadRecording, saveRecording } from './recordings'

enablePatches()

type Validation = typeof Checks

export interface StoreState {
  readonly status: 'opening' | 'open' | 'failed'
  readonly project: Project | null
  readonly undoLabel: string | null
  readonly redoLabel: string | null
  /** True while a change is on its way to the disk. */
  readonly saving: boolean
  /** What went wrong last, in words for the maker; null when all is well. */
  readonly problem: string | null
}

export type ChangeResult = { readonly ok: true } | { readonly ok: false; readonly faults: readonly Fault[] }

const CLOSED: StoreState = {
  status: 'opening',
  project: null,
  undoLabel: null,
  redoLabel: null,
  saving: false,
  problem: null,
}
const CURRENT = 'current-project'

/**
 * The open project in memory, its steps of undo and their way to the disk.
 * A change is in memory at once and on disk a moment later; a change from another tab comes in through the database.
 * Writes carry patches, so two tabs that change different things both keep theirs.
 */
export class ProjectStore {
  private state: StoreState = CLOSED
  private revision = -1
  /** Counts the times another tab's work was merged in: what was computed before that must be applied as patches. */
  private generation = 0
  private pending = 0
  private queue: Promise<unknown> = Promise.resolve()
  private readonly listeners = new Set<() => void>()
  private watching: Subscription | null = null
  /** The checks, loaded when the first project is opened and not before. */
  private checks: Validation | null = null

  constructor(
    readonly db: KettleDb,
    private readonly now: () => number = Date.now,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): StoreState => this.state

  private set(next: Partial<StoreState>): void {
    this.state = { ...this.state, ...next }
    for (const listener of this.listeners) listener()
  }

  /** Opens the project used last; `fallback` gives one when there is none yet. */
  async openLast(fallback: () => Promise<ProjectBundle>): Promise<void> {
    try {
      const current = await this.db.settings.get(CURRENT)
      const row =
        (current && (await this.db.projects.get(current.value))) ?? (await this.db.projects.toCollection().first())
      if (row) await this.open(row.id)
      else await this.add(await fallback())
    } catch (error) {
      this.set({ status: 'failed', problem: `The project could not be opened: ${(error as Error).message}` })
    }
  }

  private async loadChecks(): Promise<Validation> {
    this.checks ??= await import('../project/validation')
    return this.checks
  }

  async open(projectId: string): Promise<void> {
    const { parseProject } = await this.loadChecks()
    await this.settled()
    const row = await this.db.projects.get(projectId)
    if (!row) return this.set({ problem: 'That project is no longer in this browser.' })
    const parsed = parseProject(row.document)
    if (!parsed.ok)
      return this.set({
        status: this.state.project ? 'open' : 'failed',
        problem: `“${row.name}” was not opened and is unchanged. ${parsed.message}`,
      })
    this.watching?.unsubscribe()
    await this.db.settings.put({ key: CURRENT, value: projectId })
    await this.take(row, parsed.project)
    this.watching = liveQuery(() => this.db.projects.get(projectId)).subscribe({
      next: (fresh) => void this.fromElsewhere(fresh),
      error: (error: Error) => this.set({ problem: error.message }),
    })
  }

  private async take(row: ProjectRow, project: Project): Promise<void> {
    const { undo, redo } = await stepsAround(this.db, row)
    if (this.pending > 0) return
    this.revision = row.revision
    this.set({ status: 'open', project, undoLabel: undo?.label ?? null, redoLabel: redo?.label ?? null })
  }

  /** Another tab wrote: take its state, unless own changes are on their way (they merge when written). */
  private async fromElsewhere(row: ProjectRow | undefined): Promise<void> {
    if (!row || row.id !== this.state.project?.id || row.revision <= this.revision || this.pending > 0) return
    const parsed = (await this.loadChecks()).parseProject(row.document)
    if (parsed.ok) await this.take(row, parsed.project)
    else this.set({ problem: `Another tab saved this project in a form this one cannot read: ${parsed.message}` })
  }

  /**
   * Changes the project. Refused, with faults, when the result would not be a valid document; nothing is then changed.
   * Changes with the same `key` in quick succession become one step of undo.
   */
  change(label: string, recipe: (draft: Draft<Project>) => void, key: string | null = null): ChangeResult {
    const project = this.state.project
    if (!project || !this.checks) return { ok: false, faults: [{ path: '(whole)', message: 'no project is open' }] }
    const [next, patches, inverse] = produceWithPatches(project, recipe)
    if (patches.length === 0) return { ok: true }
    const faults = faultsAfter(this.checks, next, patches)
    if (faults.length > 0) return { ok: false, faults }
    this.set({ project: next, undoLabel: label, redoLabel: null })
    const { generation } = this
    void this.enqueue(async () => {
      const step = { label, key, patches, inverse, at: this.now() }
      await this.write(
        project.id,
        (row, stored) => ({
          document:
            row.revision === this.revision && generation === this.generation ? next : applyPatches(stored, patches),
        }),
        (row) => recordStep(this.db, row, step),
      )
    })
    return { ok: true }
  }

  readonly undo = (): Promise<void> => this.step('undo')
  readonly redo = (): Promise<void> => this.step('redo')

  private step(way: 'undo' | 'redo'): Promise<void> {
    const projectId = this.state.project?.id
    if (!projectId) return Promise.resolve()
    return this.enqueue(async () => {
      const row = await this.db.projects.get(projectId)
      if (!row) return
      const { undo, redo } = await stepsAround(this.db, row)
      const entry = way === 'undo' ? undo : redo
      if (!entry) return
      await this.write(
        projectId,
        (_, stored) => ({ document: applyPatches(stored, way === 'undo' ? entry.inverse : entry.patches) }),
        () => Promise.resolve(way === 'undo' ? row.cursor - 1 : entry.seq),
      )
    })
  }

  /** Reads the row, makes the new document, checks it, and writes both document and cursor in one transaction. */
  private async write(
    projectId: string,
    make: (row: ProjectRow, stored: Project) => { document: Project },
    cursor: (row: ProjectRow) => Promise<number>,
  ): Promise<void> {
    const row = await this.db.transaction('rw', this.db.projects, this.db.history, async () => {
      const stored = await this.db.projects.get(projectId)
      if (!stored) throw new Error('the project is no longer in this browser')
      const { document } = make(stored, stored.document as Project)
      const fresh: ProjectRow = {
        ...stored,
        document,
        name: document.name,
        revision: stored.revision + 1,
        cursor: await cursor(stored),
        updatedAt: this.now(),
      }
      await this.db.projects.put(fresh)
      return fresh
    })
    const merged = row.revision !== this.revision + 1
    if (merged) this.generation++
    if (this.pending === 1 || merged) this.set({ project: row.document as Project })
    this.revision = row.revision
    const { undo, redo } = await stepsAround(this.db, row)
    if (this.pending === 1) this.set({ undoLabel: undo?.label ?? null, redoLabel: redo?.label ?? null })
  }

  private enqueue(work: () => Promise<void>): Promise<void> {
    this.pending++
    if (!this.state.saving) this.set({ saving: true })
    const done = this.queue
      .then(work)
      .catch((error: Error) =>
        this.set({
          problem: `The last change could not be kept: ${error.message}. Export the project now and reload.`,
        }),
      )
      .finally(() => {
        this.pending--
        if (this.pending === 0) this.set({ saving: false })
      })
    this.queue = done
    return done
  }

  /** Resolves when all changes made so far are on disk. */
  readonly settled = async (): Promise<void> => {
    while (this.pending > 0) await this.queue
  }

  /** Adds a whole project and opens it. A project of the same id gets a new one, so nothing is overwritten. */
  async add(bundle: ProjectBundle): Promise<void> {
    const taken = await this.db.projects.get(bundle.project.id)
    const id = taken ? `${bundle.project.id.slice(0, 40)}-${this.now().toString(36)}` : bundle.project.id
    const project = { ...bundle.project, id, name: taken ? `${bundle.project.name} (copy)` : bundle.project.name }
    await this.db.transaction('rw', this.db.projects, this.db.history, this.db.chunks, async () => {
      await clearHistory(this.db, id)
      for (const [recordingId, bytes] of bundle.recordings) await saveRecording(this.db, id, recordingId, bytes)
      await this.db.projects.put({
        id,
        name: project.name,
        document: project,
        revision: 1,
        cursor: 0,
        updatedAt: this.now(),
      })
    })
    await this.open(id)
  }

  /** Keeps raw bytes first, then lets the document speak of them: a recording in the document is always there. */
  async addRecording(recordingId: string, bytes: Uint8Array): Promise<void> {
    const projectId = this.state.project?.id
    if (projectId) await saveRecording(this.db, projectId, recordingId, bytes)
  }

  recordingBytes(recordingId: string): Promise<Uint8Array | null> {
    const projectId = this.state.project?.id
    return projectId ? loadRecording(this.db, projectId, recordingId) : Promise.resolve(null)
  }

  /** The open project with all its recordings, for export. */
  async bundle(): Promise<ProjectBundle> {
    await this.settled()
    const project = this.state.project
    if (!project) throw new Error('No project is open.')
    const recordings = new Map<string, Uint8Array>()
    for (const { id } of project.recordings) {
      const bytes = await this.recordingBytes(id)
      if (bytes) recordings.set(id, bytes)
    }
    return { project, recordings }
  }

  /** Takes a whole project out of this browser, with its history and recordings, and hands it back so that it can be put in again. The open one gives way to another, or to none. */
  async remove(projectId: string): Promise<ProjectBundle | null> {
    await this.settled()
    const row = await this.db.projects.get(projectId)
    if (!row) return null
    const { parseProject } = await this.loadChecks()
    const parsed = parseProject(row.document)
    const recordings = new Map<string, Uint8Array>()
    if (parsed.ok)
      for (const { id } of parsed.project.recordings) {
        const bytes = await loadRecording(this.db, projectId, id)
        if (bytes) recordings.set(id, bytes)
      }
    if (this.state.project?.id === projectId) {
      this.watching?.unsubscribe()
      this.watching = null
      const other = (await this.projects()).find((p) => p.id !== projectId)
      if (other) await this.open(other.id)
      else this.set({ status: 'failed', project: null, undoLabel: null, redoLabel: null })
    }
    await this.db.transaction('rw', this.db.projects, this.db.history, this.db.chunks, async () => {
      await clearHistory(this.db, projectId)
      await deleteRecordings(this.db, projectId)
      await this.db.projects.delete(projectId)
    })
    return parsed.ok ? { project: parsed.project, recordings } : null
  }

  projects(): Promise<{ id: string; name: string; updatedAt: number }[]> {
    return this.db.projects.toArray((rows) =>
      rows.map(({ id, name, updatedAt }) => ({ id, name, updatedAt })).sort((a, b) => b.updatedAt - a.updatedAt),
    )
  }

  readonly tell = (problem: string | null): void => this.set({ problem })
  close(): void {
    this.watching?.unsubscribe()
    this.watching = null
  }
}

/** Faults of the document after a change. Where a change stays inside one build's fields, only that build is checked. */
function faultsAfter(
  { buildSchema, faultsOf, projectSchema }: Validation,
  next: Project,
  patches: readonly Patch[],
): Fault[] {
  const inside = patches.every(
    (p) =>
      p.path[0] === 'builds' &&
      p.path.length > 2 &&
      p.path[2] !== 'id' &&
      p.path[2] !== 'parentId' &&
      p.path[2] !== 'machineId',
  )
  if (!inside) {
    const parsed = projectSchema.safeParse(next)
    return parsed.success ? [] : faultsOf(parsed.error)
  }
  const touched = new Set(patches.map((p) => Number(p.path[1])))
  return [...touched].flatMap((i) => {
    const parsed = buildSchema.safeParse(next.builds[i])
    return parsed.success ? [] : faultsOf(parsed.error)
  })
}

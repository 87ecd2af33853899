import { liveQuery, type Subscription } from 'dexie'
import { produce, type Draft } from 'immer'
import type { ProjectBundle } from '../project/archive'
import type { Project } from '../project/document'
import { editsBetween } from '../project/edits'
import { copiesOf } from './copies'
import type { CopyRow, KettleDb, ProjectRow } from './db'
import { LiveShelf } from './live'
import { KeptResults } from './kept-results'
import { stepsAround } from './history'
import { loadRecording } from './recordings'
import { bringUp, listProjects, putBack, putIn, readRaw, takeOut, type Listed, type RawRow } from './shelf'
import { CLOSED, type ChangeResult, type StoreState } from './state'
import { storageWords } from './storage-words'
import { WriteQueue } from './write-queue'
import type { Validation, Written } from './writing'

const CURRENT = 'current-project'

/**
 * The open project in memory, its steps of undo and their way to the disk.
 * A change is in memory at once and on disk a moment later; a change from another window comes in through the database.
 * What is written are edits by id, checked with the whole document inside the write: windows that change different
 * things both keep theirs,
 * and a change that does not fit what another window did is held back, never lost.
 */
export class ProjectStore {
  private state: StoreState = CLOSED
  private readonly queue: WriteQueue
  /** What came in from another window while own changes were on their way. */
  private waiting: { readonly row: ProjectRow | undefined } | null = null
  private readonly listeners = new Set<() => void>()
  private readonly openers = new Set<() => void>()
  private watching: Subscription | null = null
  /** The checks, loaded when the first project is opened and not before. */
  private checks: Validation | null = null
  private readonly known = new WeakSet<object>()

  /** Recordings that come in from a device. */
  readonly live: LiveShelf
  readonly results: KeptResults

  constructor(
    readonly db: KettleDb,
    private readonly now: () => number = Date.now,
    program = '',
  ) {
    this.live = new LiveShelf(db, now)
    this.results = new KeptResults(`${db.name}-results`, program, now)
    this.queue = new WriteQueue({
      state: this.snapshot,
      set: (next) => this.set(next),
      writer: async () => ({ db, checks: await this.loadChecks(), known: this.known, now }),
      drained: (last) => this.drained(last),
    })
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): StoreState => this.state

  /** Calls back before a project is opened: what was known by the ids of the one before holds no longer. */
  readonly onOpening = (listener: () => void): (() => void) => {
    this.openers.add(listener)
    return () => this.openers.delete(listener)
  }

  private set(next: Partial<StoreState>): void {
    this.state = { ...this.state, ...next }
    for (const listener of this.listeners) listener()
  }

  private async loadChecks(): Promise<Validation> {
    this.checks ??= await import('../project/validation')
    return this.checks
  }

  /** Opens the project used last; `fallback` gives one when there is none yet, and when this browser stores nothing. */
  async openLast(fallback: () => Promise<ProjectBundle>): Promise<void> {
    let row: ProjectRow | undefined
    try {
      const current = await this.db.settings.get(CURRENT)
      row = (current && (await this.db.projects.get(current.value))) ?? (await this.db.projects.toCollection().first())
    } catch (error) {
      return this.openInMemory(fallback, error)
    }
    try {
      if (row) await this.open(row.id)
      else await this.add(await fallback(), { onlyIfEmpty: true })
    } catch (error) {
      this.set({ status: 'failed', problem: `The project could not be opened: ${(error as Error).message}` })
    }
  }

  /** Without a database the page still works; what is made can be exported. */
  private async openInMemory(fallback: () => Promise<ProjectBundle>, why: unknown): Promise<void> {
    try {
      const { project, recordings } = await fallback()
      await this.loadChecks()
      for (const [id, bytes] of recordings) this.queue.unwritten.set(id, bytes)
      this.queue.from(project)
      this.set({ status: 'open', project, unsaved: { code: 'storage', why: storageWords(why) } })
    } catch (error) {
      this.set({ status: 'failed', problem: `The project could not be opened: ${(error as Error).message}` })
    }
  }

  async open(projectId: string): Promise<void> {
    await this.settled()
    if (this.state.unsaved && this.state.project?.id !== projectId)
      return this.set({
        problem:
          'Another project can be opened once this one is saved. To leave it as it is, export it and load the page anew.',
      })
    const row = await this.db.projects.get(projectId)
    if (!row) return this.set({ problem: 'That project is no longer in this browser.' })
    const { parseProject, markKnown } = await this.loadChecks()
    const parsed = parseProject(row.document)
    if (!parsed.ok)
      return this.set({
        status: this.state.project ? 'open' : 'failed',
        unopened: { id: row.id, name: row.name, message: parsed.message },
      })
    markKnown(parsed.project, this.known)
    const upToDate = await this.broughtUp(row, parsed.project)
    this.watching?.unsubscribe()
    this.waiting = null
    await this.db.settings.put({ key: CURRENT, value: projectId })
    for (const opener of this.openers) opener()
    this.set({ held: [], unsaved: null, unopened: null, outdated: false })
    await this.take(upToDate, parsed.project)
    this.watching = liveQuery(() => this.db.projects.get(projectId)).subscribe({
      next: (fresh) => void this.fromElsewhere(fresh),
      error: (error: Error) => this.set({ problem: error.message }),
    })
  }

  private broughtUp(row: ProjectRow, project: Project): Promise<ProjectRow> {
    const version = (row.document as { schemaVersion: number }).schemaVersion
    return version === project.schemaVersion
      ? Promise.resolve(row)
      : bringUp(this.db, row, project, version, this.now())
  }

  private async take(row: ProjectRow, project: Project): Promise<void> {
    this.queue.from(project, row.revision)
    this.set({ status: 'open', project })
    await this.refreshLabels(row)
  }

  private async refreshLabels(row: Pick<ProjectRow, 'id' | 'cursor'>): Promise<void> {
    const version = (await this.loadChecks()).PROJECT_VERSION
    const { undo, redo } = await stepsAround(this.db, row, version)
    if (!this.queue.busy && row.id === this.state.project?.id)
      this.set({ undoLabel: undo?.label ?? null, redoLabel: redo?.label ?? null })
  }

  /** Another window wrote: take its state, unless own changes are on their way (they merge when written). */
  private async fromElsewhere(row: ProjectRow | undefined): Promise<void> {
    if (this.queue.busy) {
      this.waiting = { row }
      return
    }
    if (!row) return this.state.project ? this.set({ unsaved: { code: 'gone' } }) : undefined
    if (row.id !== this.state.project?.id || row.revision <= (this.queue.revision ?? row.revision)) return
    const { parseProject, markKnown, PROJECT_VERSION } = await this.loadChecks()
    const version = (row.document as { schemaVersion?: number } | null)?.schemaVersion ?? 0
    if (version > PROJECT_VERSION) return this.set({ outdated: true })
    const parsed = parseProject(row.document)
    if (!parsed.ok)
      return this.set({
        problem: `Another window saved this project in a form this one cannot read: ${parsed.message}`,
      })
    markKnown(parsed.project, this.known)
    await this.take(row, parsed.project)
  }

  /**
   * Changes the project. Refused, with faults, when the result would not be a valid document; nothing is then changed.
   * Changes with the same `key` in quick succession become one step of undo.
   */
  change(
    label: string,
    recipe: (draft: Draft<Project>) => Draft<Project> | void,
    key: string | null = null,
  ): ChangeResult {
    const { project } = this.state
    if (!project || !this.checks) return { ok: false, faults: [{ path: '(whole)', message: 'no project is open' }] }
    if (this.state.outdated)
      return {
        ok: false,
        faults: [{ path: '(whole)', message: 'a newer Grey Kettle has this project: load the page anew' }],
      }
    const next = produce(project, recipe)
    const edits = editsBetween(project, next)
    if (edits.length === 0) return { ok: true }
    const faults = this.checks.projectFaults(next, this.known)
    if (faults.length > 0) return { ok: false, faults }
    // in its place before anyone hears of it: who changes something more in answer comes after it
    this.queue.add({ kind: 'change', step: { label, key, edits, at: this.now() }, force: false })
    this.set({ project: next, undoLabel: label, redoLabel: null })
    void this.queue.work()
    return { ok: true }
  }

  readonly undo = (): Promise<void> => this.step('undo')
  readonly redo = (): Promise<void> => this.step('redo')

  private step(kind: 'undo' | 'redo'): Promise<void> {
    return this.state.project ? this.queue.push({ kind }) : Promise.resolve()
  }

  /** Puts a change that was held back onto what stands now, over what another window did in the same place. */
  readonly applyHeld = (id: number): Promise<void> => {
    const change = this.state.held.find((h) => h.id === id)
    if (!change) return Promise.resolve()
    this.letGo(id)
    return this.queue.force({ label: change.label, key: null, edits: change.edits, at: this.now() })
  }
  readonly letGo = (id: number): void => this.set({ held: this.state.held.filter((h) => h.id !== id) })

  /** Tries again at once what could not be written. */
  readonly retry = (): Promise<void> => (this.queue.inMemory ? this.putBack() : this.queue.work())

  /** Writes a project that is gone from the store down again, as it stands on this page. */
  readonly putBack = async (): Promise<void> => {
    const { project } = this.state
    if (!project) return
    try {
      if (!this.db.isOpen()) await this.db.open()
      this.queue.clear()
      await putBack(this.db, project, (this.queue.revision ?? 0) + 1, this.queue.unwritten, this.now())
      this.queue.unwritten.clear()
      await this.open(project.id)
    } catch (error) {
      this.set({ unsaved: { code: 'storage', why: storageWords(error) } })
    }
  }

  /** After a write: what came in from elsewhere meanwhile, and the labels of what can be undone. */
  private async drained(last: Written | null): Promise<void> {
    const { waiting } = this
    this.waiting = null
    if (waiting) await this.fromElsewhere(waiting.row)
    if (last?.outcome === 'kept') await this.refreshLabels(last.row)
    else if (last && this.state.project) await this.labelsAnew(this.state.project.id)
  }

  private async labelsAnew(projectId: string): Promise<void> {
    const row = await this.db.projects.get(projectId)
    if (row) await this.refreshLabels(row)
  }

  /** Resolves when all changes made so far are on disk, or held in memory because the storage does not take them. */
  readonly settled = (): Promise<void> => this.queue.settled()

  /** Adds a whole project and opens it. A project of the same id gets a new one, so nothing is overwritten. */
  async add(bundle: ProjectBundle, { onlyIfEmpty = false } = {}): Promise<void> {
    const { projectFaults } = await this.loadChecks()
    const faults = projectFaults(bundle.project, this.known)
    if (faults.length > 0) throw new Error(`${faults[0].path}: ${faults[0].message}`)
    const id = await putIn(this.db, bundle, this.now(), onlyIfEmpty)
    await this.open(id)
  }

  /**
   * Keeps raw bytes first, then lets the document speak of them. What the storage does not take stays in memory, and is
   * tried again.
   */
  addRecording(recordingId: string, bytes: Uint8Array): Promise<void> {
    this.queue.unwritten.set(recordingId, bytes)
    return this.queue.push({ kind: 'recording', recordingId, bytes })
  }

  async recordingBytes(recordingId: string): Promise<Uint8Array | null> {
    const projectId = this.state.project?.id
    const inMemory = this.queue.unwritten.get(recordingId)
    if (inMemory || !projectId) return inMemory ?? null
    return loadRecording(this.db, projectId, recordingId)
  }

  /**
   * The open project with all its recordings, for export: as it stands on the page, whether or not it could be saved.
   */
  async bundle(): Promise<ProjectBundle> {
    await this.settled()
    const { project } = this.state
    if (!project) throw new Error('No project is open.')
    const recordings = new Map<string, Uint8Array>()
    for (const { id } of project.recordings) {
      // a database that is gone must not keep the document from its maker
      const bytes = await this.recordingBytes(id).catch(() => null)
      if (bytes) recordings.set(id, bytes)
    }
    return { project, recordings }
  }

  /** A project as it lies, unread. Null when it is not there. */
  raw(projectId: string): Promise<RawRow | null> {
    return readRaw(this.db, projectId)
  }

  /** The daily copies of a project, the newest first. */
  copies(projectId: string): Promise<CopyRow[]> {
    return copiesOf(this.db, projectId)
  }

  /**
   * Takes a whole project out of this browser, with its history, copies and recordings, and hands it back so that it
   * can be put in again. The open one gives way to another, or to none.
   */
  async remove(projectId: string): Promise<ProjectBundle | null> {
    await this.settled()
    const raw = await this.raw(projectId)
    if (!raw) return null
    const { parseProject } = await this.loadChecks()
    const parsed = parseProject(raw.document)
    if (this.state.project?.id === projectId) {
      this.close()
      this.queue.clear()
      this.set({ unsaved: null, held: [] })
      const other = (await this.projects()).find((p) => p.id !== projectId)
      if (other) await this.open(other.id)
      else this.set({ status: 'failed', project: null, undoLabel: null, redoLabel: null })
    }
    await takeOut(this.db, projectId)
    await this.results.forget(projectId)
    if (this.state.unopened?.id === projectId) this.set({ unopened: null })
    return parsed.ok ? { project: parsed.project, recordings: raw.recordings } : null
  }

  projects(): Promise<Listed[]> {
    return listProjects(this.db)
  }

  readonly tell = (problem: string | null): void =>
    this.set(problem === null ? { problem, unopened: null } : { problem })
  close(): void {
    this.queue.rest()
    this.watching?.unsubscribe()
    this.watching = null
  }
}

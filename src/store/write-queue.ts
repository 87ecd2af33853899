import type { Project } from '../project/document'
import { applyEdits } from '../project/edits'
import type { Step } from './history'
import { saveRecording } from './recordings'
import type { StoreState } from './state'
import { storageWords } from './storage-words'
import { writeStep, writeUndo, type Base, type Writer, type Written } from './writing'

/** Something to be written. */
type Job =
  | { readonly kind: 'change'; readonly step: Step; readonly force: boolean }
  | { readonly kind: 'undo' | 'redo' }
  | { readonly kind: 'recording'; readonly recordingId: string; readonly bytes: Uint8Array }

/** Revision of a project that was never on a disk. */
const IN_MEMORY = -1
/** How long after a failed write the next is tried, ms. */
const RETRY_MS = 5000

/** What the queue asks of its store. */
interface Host {
  readonly state: () => StoreState
  readonly set: (next: Partial<StoreState>) => void
  readonly writer: () => Promise<Writer>
  /** All is written that could be; `last` is what the last change came to. */
  readonly drained: (last: Written | null) => Promise<void>
}

/**
 * The way of the open project to the disk: what waits to be written, one after the other, and what this page last saw
 * there. What the storage does not take waits in memory and is tried again.
 */
export class WriteQueue {
  private base: Base | null = null
  private readonly jobs: Job[] = []
  private working: Promise<void> | null = null
  private again: ReturnType<typeof setTimeout> | null = null
  private heldCount = 0
  /** Bytes that are not on the disk yet. */
  readonly unwritten = new Map<string, Uint8Array>()

  constructor(private readonly host: Host) {}

  /** True while something waits to be written. */
  get busy(): boolean {
    return this.jobs.length > 0
  }

  /** The revision that this page last saw on the disk; null before a project is open. */
  get revision(): number | null {
    return this.base?.revision ?? null
  }

  /** True for a project that was never on a disk. */
  get inMemory(): boolean {
    return this.base?.revision === IN_MEMORY
  }

  /** Goes on from a project as it stands on the disk; without a revision, from one that is on none. */
  from(project: Project, revision = IN_MEMORY): void {
    this.base = { project, revision }
  }

  /** Puts something behind what waits, to be written with the next `work`. */
  add(job: Job): void {
    this.jobs.push(job)
  }

  push(job: Job): Promise<void> {
    this.add(job)
    return this.work()
  }

  /** Lets go of what waits. */
  clear(): void {
    this.jobs.length = 0
  }

  /** Tries no more by itself. */
  rest(): void {
    if (this.again) clearTimeout(this.again)
    this.again = null
  }

  /** Does what is waiting; stops where the storage fails, and tries again later. */
  work(): Promise<void> {
    this.rest()
    if (!this.host.state().saving) this.host.set({ saving: true })
    this.working ??= this.drain().finally(() => {
      this.working = null
      const { unsaved, outdated } = this.host.state()
      // what was asked for while the last of it ended
      if (this.busy && !unsaved && !outdated) void this.work()
    })
    return this.working
  }

  /** Resolves when all that was asked for is on disk, or held in memory because the storage does not take it. */
  async settled(): Promise<void> {
    while (this.working) await this.working
  }

  private async drain(): Promise<void> {
    const { host } = this
    let last: Written | null = null
    try {
      while (this.jobs.length > 0) {
        const written = await this.run(this.jobs[0])
        if (written?.outcome === 'newer') return host.set({ outdated: true, unsaved: { code: 'outdated' } })
        if (written?.outcome === 'gone') return host.set({ unsaved: { code: 'gone' } })
        last = this.settle(this.jobs.shift() as Job, written) ?? last
      }
      host.set({ unsaved: this.unwritten.size > 0 || this.inMemory ? host.state().unsaved : null })
    } catch (error) {
      host.set({ unsaved: { code: 'storage', why: storageWords(error) } })
      this.again = setTimeout(() => void this.work(), RETRY_MS)
      if (typeof this.again === 'object' && 'unref' in this.again) this.again.unref()
    } finally {
      host.set({ saving: false })
    }
    await host.drained(last)
  }

  private async run(job: Job): Promise<Written | null> {
    const { project } = this.host.state()
    if (!project || !this.base) return null
    const writer = await this.host.writer()
    if (job.kind === 'recording') {
      await saveRecording(writer.db, project.id, job.recordingId, job.bytes)
      this.unwritten.delete(job.recordingId)
      return null
    }
    return job.kind === 'change'
      ? writeStep(writer, project.id, this.base, job.step, job.force)
      : writeUndo(writer, project.id, this.base, job.kind)
  }

  /** Takes over what a write came to. */
  private settle(job: Job, written: Written | null): Written | null {
    if (!written || !('base' in written)) return written
    this.base = written.base
    if (written.outcome === 'held') {
      const label = job.kind === 'change' ? job.step.label : job.kind
      const edits = job.kind === 'change' ? job.step.edits : []
      const held = { id: ++this.heldCount, label, edits, why: written.why }
      this.host.set({ held: [...this.host.state().held, held] })
    }
    const asExpected = written.outcome === 'kept' && !written.merged && job.kind === 'change'
    if (!asExpected) this.replay()
    return written
  }

  /** The page's state anew: what is on the disk, and on it what is still on its way. */
  private replay(): void {
    if (!this.base) return
    const project = this.jobs.reduce((at, job) => {
      if (job.kind !== 'change') return at
      const applied = applyEdits(at, job.step.edits, { force: job.force })
      return applied.ok ? applied.project : at
    }, this.base.project)
    this.host.set({ project })
  }

  /** Puts a change in and shows it at once, on what is on the disk. */
  force(step: Step): Promise<void> {
    this.jobs.push({ kind: 'change', step, force: true })
    this.replay()
    return this.work()
  }
}

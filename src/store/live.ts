import { storageWords } from './storage-words'
import type { KettleDb, LiveRow } from './db'

/** Bytes wait no longer than this for the disk, so that a killed page loses less than a second. */
export const FLUSH_MS = 400

export type LiveStart = Pick<LiveRow, 'projectId' | 'recordingId' | 'runId' | 'measurementId' | 'fileName'>

/**
 * Writes a recording down while it comes in: a piece every 400 ms, each with what is known of the recording, in one
 * transaction.
 * Bytes that the storage does not take stay in memory and go with the next piece.
 */
export class LiveWriter {
  private waiting: Uint8Array[] = []
  private index = 0
  private writing: Promise<void> | null = null
  private timer: ReturnType<typeof setTimeout> | null = null
  private row: LiveRow
  /** Why the last piece was not taken; null when all is well. */
  problem: string | null = null

  constructor(
    private readonly db: KettleDb,
    start: LiveStart,
    private readonly now: () => number,
  ) {
    this.row = { ...start, startedAt: now(), lastAt: now(), byteLength: 0, mapping: null }
  }

  get byteLength(): number {
    return this.row.byteLength + this.waiting.reduce((sum, piece) => sum + piece.length, 0)
  }

  /** What its columns are, once the device has said. */
  map(mapping: LiveRow['mapping']): void {
    this.row = { ...this.row, mapping }
  }

  append(bytes: Uint8Array): void {
    this.waiting.push(bytes)
    if (this.timer || this.writing) return
    this.timer = setTimeout(() => {
      this.timer = null
      void this.flush()
    }, FLUSH_MS)
  }

  /** Writes what waits. */
  flush(): Promise<void> {
    this.writing ??= this.write().finally(() => {
      this.writing = null
      if (this.waiting.length > 0 && !this.timer)
        this.timer = setTimeout(() => {
          this.timer = null
          void this.flush()
        }, FLUSH_MS)
    })
    return this.writing
  }

  private async write(): Promise<void> {
    // more comes in while this is written
    const pieces = [...this.waiting]
    const length = pieces.reduce((sum, piece) => sum + piece.length, 0)
    if (length === 0) return
    const bytes = new Uint8Array(length)
    let at = 0
    for (const piece of pieces) {
      bytes.set(piece, at)
      at += piece.length
    }
    const row = { ...this.row, byteLength: this.row.byteLength + length, lastAt: this.now() }
    const { projectId, recordingId } = row
    try {
      await this.db.transaction('rw', this.db.chunks, this.db.live, async () => {
        await this.db.chunks.put({ projectId, recordingId, index: this.index, bytes })
        await this.db.live.put(row)
      })
      this.index++
      this.row = { ...this.row, byteLength: row.byteLength, lastAt: row.lastAt }
      this.waiting = this.waiting.slice(pieces.length)
      this.problem = null
    } catch (error) {
      this.problem = storageWords(error)
    }
  }

  /** Writes the rest, and tells how long the recording is. @throws where the storage does not take it. */
  async close(): Promise<number> {
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
    await this.writing
    await this.flush()
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
    if (this.waiting.length > 0) throw new Error(this.problem ?? 'The last readings were not stored.')
    return this.row.byteLength
  }
}

/** Recordings that came in and are in no run yet. */
export class LiveShelf {
  constructor(
    private readonly db: KettleDb,
    private readonly now: () => number,
  ) {}

  begin(start: LiveStart): LiveWriter {
    return new LiveWriter(this.db, start, this.now)
  }

  /** Those that were cut off: begun, in no run, and no page is at them. */
  async cutOff(projectId: string): Promise<readonly LiveRow[]> {
    const rows = await this.db.live.where('projectId').equals(projectId).toArray()
    const held = new Set(await heldLocks())
    return rows.filter((row) => !held.has(liveLock(row.recordingId)))
  }

  /** Its bytes belong to a run from now on. */
  settle(recordingId: string): Promise<void> {
    return this.db.live.delete(recordingId)
  }

  /** Takes it out with all its bytes. */
  letGo({ projectId, recordingId }: Pick<LiveRow, 'projectId' | 'recordingId'>): Promise<void> {
    return this.db.transaction('rw', this.db.chunks, this.db.live, async () => {
      const all = await this.db.chunks.where('projectId').equals(projectId).primaryKeys()
      await this.db.chunks.bulkDelete(all.filter(([, id]) => id === recordingId))
      await this.db.live.delete(recordingId)
    })
  }
}

/** The lock that a page holds while it records. */
export const liveLock = (recordingId: string): string => `grey-kettle-live-${recordingId}`

async function heldLocks(): Promise<string[]> {
  if (typeof navigator === 'undefined' || !('locks' in navigator)) return []
  const { held = [] } = await navigator.locks.query()
  return held.flatMap(({ name }) => (name ? [name] : []))
}

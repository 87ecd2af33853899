import Dexie, { type EntityTable, type Table } from 'dexie'
import type { TableMapping } from '../project/document'
import type { Edit } from '../project/edits'

/**
 * A project as it lies in the browser. `document` is unknown until parsed: an older or newer application may have
 * written it.
 */
export interface ProjectRow {
  id: string
  name: string
  document: unknown
  revision: number
  /** Sequence number of the last change in force; smaller than the newest after an undo. */
  cursor: number
  updatedAt: number
}

/**
 * One change that can be taken back: its edits lead forward, their inverse back. It belongs to the document version
 * that it was made on.
 */
export interface HistoryRow {
  projectId: string
  seq: number
  version: number
  label: string
  key: string | null
  edits: Edit[]
  at: number
}

/** A piece of a recording's raw bytes. Pieces are kept small so that a crash loses little. */
export interface ChunkRow {
  projectId: string
  recordingId: string
  index: number
  bytes: Uint8Array
}

/** A project's document as it stood before the first change of a day, or before it was brought up to a new version. */
export interface CopyRow {
  projectId: string
  /** The day, and what it was taken before where that was no ordinary change: 2026-11-26, 2026-11-26 v3. */
  mark: string
  at: number
  document: unknown
}

/**
 * A recording that is coming in from a device, or was when its page ended: its bytes are in `chunks`, no run holds it
 * yet.
 */
export interface LiveRow {
  recordingId: string
  projectId: string
  runId: string
  measurementId: string
  fileName: string
  startedAt: number
  lastAt: number
  byteLength: number
  /** What its columns are; null before the device has said. */
  mapping: TableMapping | null
}

export interface SettingRow {
  key: string
  value: string
}

export class KettleDb extends Dexie {
  projects!: EntityTable<ProjectRow, 'id'>
  history!: Table<HistoryRow, [string, number]>
  chunks!: Table<ChunkRow, [string, string, number]>
  copies!: Table<CopyRow, [string, string]>
  settings!: EntityTable<SettingRow, 'key'>
  live!: EntityTable<LiveRow, 'recordingId'>

  constructor(name = 'grey-kettle') {
    super(name)
    this.version(1).stores({
      projects: 'id',
      history: '[projectId+seq]',
      chunks: '[projectId+recordingId+index], projectId',
      settings: 'key',
    })
    // steps of the first form told their place by position and belonged to no document version: they cannot be taken
    // back safely
    this.version(2)
      .stores({ copies: '[projectId+mark], projectId' })
      .upgrade(async (tx) => {
        await tx.table('history').clear()
        await tx
          .table('projects')
          .toCollection()
          .modify((row: ProjectRow) => void (row.cursor = 0))
      })
    this.version(3).stores({ live: 'recordingId, projectId' })
  }
}

import Dexie, { type EntityTable, type Table } from 'dexie'
import type { Patch } from 'immer'

/** A project as it lies in the browser. `document` is unknown until parsed: an older or newer application may have written it. */
export interface ProjectRow {
  id: string
  name: string
  document: unknown
  revision: number
  /** Sequence number of the last change in force; smaller than the newest after an undo. */
  cursor: number
  updatedAt: number
}

/** One change that can be taken back. Patches lead forward, inverse patches back. */
export interface HistoryRow {
  projectId: string
  seq: number
  label: string
  key: string | null
  patches: Patch[]
  inverse: Patch[]
  at: number
}

/** A piece of a recording's raw bytes. Pieces are kept small so that a crash loses little. */
export interface ChunkRow {
  projectId: string
  recordingId: string
  index: number
  bytes: Uint8Array
}

export interface SettingRow {
  key: string
  value: string
}

export class KettleDb extends Dexie {
  projects!: EntityTable<ProjectRow, 'id'>
  history!: Table<HistoryRow, [string, number]>
  chunks!: Table<ChunkRow, [string, string, number]>
  settings!: EntityTable<SettingRow, 'key'>

  constructor(name = 'grey-kettle') {
    super(name)
    this.version(1).stores({
      projects: 'id',
      history: '[projectId+seq]',
      chunks: '[projectId+recordingId+index], projectId',
      settings: 'key',
    })
  }
}

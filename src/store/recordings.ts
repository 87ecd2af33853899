import type { KettleDb } from './db'
import Dexie from 'dexie'

export const CHUNK_BYTES = 1024 * 1024

/** Writes a recording's bytes in pieces. Call inside a transaction over `chunks` where it must be all or nothing. */
export async function saveRecording(
  db: KettleDb,
  projectId: string,
  recordingId: string,
  bytes: Uint8Array,
): Promise<void> {
  const rows = []
  for (let index = 0; index * CHUNK_BYTES < bytes.length; index++)
    rows.push({ projectId, recordingId, index, bytes: bytes.slice(index * CHUNK_BYTES, (index + 1) * CHUNK_BYTES) })
  await db.chunks.bulkPut(rows)
}

/** A recording's bytes as they came; null when there is none. */
export async function loadRecording(db: KettleDb, projectId: string, recordingId: string): Promise<Uint8Array | null> {
  const rows = await db.chunks
    .where('[projectId+recordingId+index]')
    .between([projectId, recordingId, Dexie.minKey], [projectId, recordingId, Dexie.maxKey])
    .toArray()
  if (rows.length === 0) return null
  const bytes = new Uint8Array(rows.reduce((sum, row) => sum + row.bytes.length, 0))
  let at = 0
  for (const row of rows) {
    bytes.set(row.bytes, at)
    at += row.bytes.length
  }
  return bytes
}

/** All recordings of a project, taken out. */
export async function deleteRecordings(db: KettleDb, projectId: string): Promise<void> {
  await db.chunks.where('projectId').equals(projectId).delete()
}

/** Ids of all recordings of a project of which anything is kept. */
export async function recordingIds(db: KettleDb, projectId: string): Promise<string[]> {
  const keys = await db.chunks.where('projectId').equals(projectId).primaryKeys()
  return [...new Set(keys.map(([, recordingId]) => recordingId))]
}

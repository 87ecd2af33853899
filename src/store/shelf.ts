import type { ProjectBundle } from '../project/archive'
import type { Project } from '../project/document'
import { keepCopy } from './copies'
import type { KettleDb, ProjectRow } from './db'
import { clearHistory } from './history'
import { deleteRecordings, loadRecording, recordingIds, saveRecording } from './recordings'

/** A project as it lies, unread: its document and whatever recordings there are. */
export interface RawRow {
  readonly name: string
  readonly document: unknown
  readonly recordings: Map<string, Uint8Array>
}

export interface Listed {
  readonly id: string
  readonly name: string
  readonly updatedAt: number
}

/** All projects, the one changed last first. */
export const listProjects = async (db: KettleDb): Promise<Listed[]> =>
  (await db.projects.toArray())
    .map(({ id, name, updatedAt }) => ({ id, name, updatedAt }))
    .sort((a, b) => b.updatedAt - a.updatedAt)

export async function readRaw(db: KettleDb, projectId: string): Promise<RawRow | null> {
  const row = await db.projects.get(projectId)
  if (!row) return null
  const recordings = new Map<string, Uint8Array>()
  for (const id of await recordingIds(db, projectId)) {
    const bytes = await loadRecording(db, projectId, id)
    if (bytes) recordings.set(id, bytes)
  }
  return { name: row.name, document: row.document, recordings }
}

/**
 * Puts a whole project in, all of it or nothing, and gives its id. One whose id is taken gets a new one, so nothing is
 * overwritten.
 * `onlyIfEmpty`: where another window has put something in meanwhile, that one's id comes back and nothing is written.
 */
export const putIn = (db: KettleDb, bundle: ProjectBundle, now: number, onlyIfEmpty: boolean): Promise<string> =>
  db.transaction('rw', db.projects, db.history, db.chunks, async () => {
    const there = onlyIfEmpty ? await db.projects.toCollection().first() : undefined
    if (there) return there.id
    const taken = await db.projects.get(bundle.project.id)
    const id = taken ? `${bundle.project.id.slice(0, 40)}-${now.toString(36)}` : bundle.project.id
    const name = taken ? `${bundle.project.name.slice(0, 112)} (copy)` : bundle.project.name
    await clearHistory(db, id)
    for (const [recordingId, bytes] of bundle.recordings) await saveRecording(db, id, recordingId, bytes)
    const document = { ...bundle.project, id, name }
    await db.projects.put({ id, name, document, revision: 1, cursor: 0, updatedAt: now })
    return id
  })

/** Writes a project down again that is gone, as it stands in memory, with the recordings that are only there. */
export const putBack = (
  db: KettleDb,
  project: Project,
  revision: number,
  recordings: ReadonlyMap<string, Uint8Array>,
  now: number,
) =>
  db.transaction('rw', db.projects, db.history, db.chunks, async () => {
    await clearHistory(db, project.id)
    for (const [id, bytes] of recordings) await saveRecording(db, project.id, id, bytes)
    const { id, name } = project
    await db.projects.put({ id, name, document: project, revision, cursor: 0, updatedAt: now })
  })

/** Takes a project out with its history, copies and recordings. */
export const takeOut = (db: KettleDb, projectId: string): Promise<void> =>
  db.transaction('rw', [db.projects, db.history, db.chunks, db.copies, db.live], async () => {
    await clearHistory(db, projectId)
    await deleteRecordings(db, projectId)
    await db.live.where('projectId').equals(projectId).delete()
    await db.copies.where('projectId').equals(projectId).delete()
    await db.projects.delete(projectId)
  })

/**
 * Writes a document of an older version down as the present one, keeps a copy of what it was, and lets its steps of
 * undo go: they belong to the old form.
 */
export const bringUp = (
  db: KettleDb,
  row: ProjectRow,
  project: Project,
  version: number,
  now: number,
): Promise<ProjectRow> =>
  db.transaction('rw', db.projects, db.history, db.copies, async () => {
    await keepCopy(db, row, now, `v${version}`)
    await clearHistory(db, row.id)
    const fresh = { ...row, document: project, revision: row.revision + 1, cursor: 0 }
    await db.projects.put(fresh)
    return fresh
  })

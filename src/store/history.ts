import Dexie from 'dexie'
import { joinEdits, type Edit } from '../project/edits'
import type { HistoryRow, KettleDb, ProjectRow } from './db'

/** Changes of one field within this time count as one step of undo. */
export const MERGE_MS = 1500
const KEPT_STEPS = 300

/** A change on its way: what it is called, the field it belongs to, what it does. */
export interface Step {
  readonly label: string
  readonly key: string | null
  readonly edits: readonly Edit[]
  readonly at: number
}

/**
 * Adds a step after the cursor, dropping what had been undone; merges it into the last one when both are of one field.
 * Returns the new cursor.
 */
export async function recordStep(
  db: KettleDb,
  row: ProjectRow,
  { edits, ...step }: Step,
  version: number,
): Promise<number> {
  await db.history.where('[projectId+seq]').between([row.id, row.cursor], [row.id, Dexie.maxKey], false, true).delete()
  const last = await db.history.get([row.id, row.cursor])
  if (last?.version === version && step.key !== null && last.key === step.key && step.at - last.at < MERGE_MS) {
    await db.history.put({ ...last, edits: joinEdits(last.edits, edits), at: step.at })
    return row.cursor
  }
  const seq = row.cursor + 1
  await db.history.put({ projectId: row.id, seq, version, ...step, edits: [...edits] })
  await db.history
    .where('[projectId+seq]')
    .between([row.id, Dexie.minKey], [row.id, seq - KEPT_STEPS], true, true)
    .delete()
  return seq
}

/**
 * The step that undo would take back and the one redo would bring again; steps of another document version are none.
 */
export async function stepsAround(
  db: KettleDb,
  row: Pick<ProjectRow, 'id' | 'cursor'>,
  version: number,
): Promise<{ undo: HistoryRow | undefined; redo: HistoryRow | undefined }> {
  const [undo, redo] = await Promise.all([
    db.history.get([row.id, row.cursor]),
    db.history.get([row.id, row.cursor + 1]),
  ])
  const own = (step: HistoryRow | undefined) => (step?.version === version ? step : undefined)
  return { undo: own(undo), redo: own(redo) }
}

export const clearHistory = (db: KettleDb, projectId: string) =>
  db.history.where('[projectId+seq]').between([projectId, Dexie.minKey], [projectId, Dexie.maxKey]).delete()

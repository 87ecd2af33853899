import Dexie from 'dexie'
import type { Patch } from 'immer'
import type { HistoryRow, KettleDb, ProjectRow } from './db'

/** Changes of one field within this time count as one step of undo. */
export const MERGE_MS = 1500
const KEPT_STEPS = 300

const range = (db: KettleDb, projectId: string) =>
  db.history.where('[projectId+seq]').between([projectId, Dexie.minKey], [projectId, Dexie.maxKey])

/** Adds a step after the cursor, dropping what had been undone; merges it into the last one when both are of one field. Returns the new cursor. */
export async function recordStep(
  db: KettleDb,
  row: ProjectRow,
  step: { label: string; key: string | null; patches: Patch[]; inverse: Patch[]; at: number },
): Promise<number> {
  await db.history.where('[projectId+seq]').between([row.id, row.cursor], [row.id, Dexie.maxKey], false, true).delete()
  const last = await db.history.get([row.id, row.cursor])
  if (last && step.key !== null && last.key === step.key && step.at - last.at < MERGE_MS) {
    await db.history.put({
      ...last,
      patches: [...last.patches, ...step.patches],
      inverse: [...step.inverse, ...last.inverse],
      at: step.at,
    })
    return row.cursor
  }
  const seq = row.cursor + 1
  await db.history.put({ projectId: row.id, seq, ...step })
  await db.history
    .where('[projectId+seq]')
    .between([row.id, Dexie.minKey], [row.id, seq - KEPT_STEPS], true, true)
    .delete()
  return seq
}

/** The step that undo would take back and the one redo would bring again. */
export async function stepsAround(
  db: KettleDb,
  row: Pick<ProjectRow, 'id' | 'cursor'>,
): Promise<{ undo: HistoryRow | undefined; redo: HistoryRow | undefined }> {
  const [undo, redo] = await Promise.all([
    db.history.get([row.id, row.cursor]),
    db.history.get([row.id, row.cursor + 1]),
  ])
  return { undo, redo }
}

export const clearHistory = (db: KettleDb, projectId: string) => range(db, projectId).delete()

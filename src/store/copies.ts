import type { CopyRow, KettleDb, ProjectRow } from './db'

const KEPT_COPIES = 5

const dayOf = (at: number): string => {
  const d = new Date(at)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}`
}

/**
 * Keeps the document as it stands, once a day (`before` names another occasion), and lets the oldest copies go. Call
 * inside a transaction over `copies`.
 */
export async function keepCopy(db: KettleDb, row: ProjectRow, at: number, before = ''): Promise<void> {
  const mark = `${dayOf(at)}${before ? ` ${before}` : ''}`
  if (await db.copies.get([row.id, mark])) return
  await db.copies.put({ projectId: row.id, mark, at, document: row.document })
  const all = await copiesOf(db, row.id)
  await db.copies.bulkDelete(all.slice(KEPT_COPIES).map((c) => [c.projectId, c.mark] as [string, string]))
}

/** The copies of a project, the newest first. */
export const copiesOf = async (db: KettleDb, projectId: string): Promise<CopyRow[]> =>
  (await db.copies.where('projectId').equals(projectId).toArray()).sort((a, b) => b.at - a.at)

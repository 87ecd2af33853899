import { applyEdits, editsBetween, inverseOf, type Conflict } from '../project/edits'
import type { Fault, Project } from '../project/document'
import type * as Checks from '../project/validation'
import { keepCopy } from './copies'
import type { KettleDb, ProjectRow } from './db'
import { recordStep, stepsAround, type Step } from './history'

export type Validation = typeof Checks

/** What this page last saw on the disk. */
export interface Base {
  readonly project: Project
  readonly revision: number
}

/** Why a change was not written: another hand was in the same place, or both together are no valid project. */
export type HeldWhy =
  | { readonly code: 'conflict'; readonly conflict: Conflict }
  | { readonly code: 'invalid'; readonly faults: readonly Fault[] }

export type Written =
  | { readonly outcome: 'kept'; readonly base: Base; readonly row: ProjectRow; readonly merged: boolean }
  | { readonly outcome: 'held'; readonly base: Base; readonly why: HeldWhy }
  /** The project is not in the database any more. */
  | { readonly outcome: 'gone' }
  /** A newer application has written it. */
  | { readonly outcome: 'newer' }
  /** There was nothing to do. */
  | { readonly outcome: 'nothing' }

export interface Writer {
  readonly db: KettleDb
  readonly checks: Validation
  readonly known: Checks.Known
  readonly now: () => number
}

/**
 * The stored project: the one in memory when nobody else wrote, otherwise read anew. Null for one that a newer
 * application wrote.
 */
function standing({ checks }: Writer, row: ProjectRow, base: Base): Project | null {
  if (row.revision === base.revision) return base.project
  const version = (row.document as { schemaVersion?: unknown } | null)?.schemaVersion
  if (typeof version === 'number' && version > checks.PROJECT_VERSION) return null
  const parsed = checks.parseProject(row.document)
  if (!parsed.ok) throw new Error(`what another window wrote cannot be read: ${parsed.message}`)
  return parsed.project
}

/**
 * Reads, changes, checks the whole and writes, in one transaction: nothing invalid reaches the disk, whatever other
 * windows wrote meanwhile.
 * Throws only where the storage itself fails.
 */
async function transact(
  writer: Writer,
  projectId: string,
  base: Base,
  make: (
    row: ProjectRow,
    stored: Project,
  ) => Promise<{ readonly applied: ReturnType<typeof applyEdits>; readonly cursor: () => Promise<number> } | null>,
): Promise<Written> {
  const { db, checks, known, now } = writer
  return db.transaction('rw', db.projects, db.history, db.copies, async (): Promise<Written> => {
    const row = await db.projects.get(projectId)
    if (!row) return { outcome: 'gone' }
    const stored = standing(writer, row, base)
    if (!stored) return { outcome: 'newer' }
    const seen = { project: stored, revision: row.revision }
    const made = await make(row, stored)
    if (!made) return { outcome: 'nothing' }
    const { applied, cursor } = made
    if (!applied.ok) return { outcome: 'held', base: seen, why: { code: 'conflict', conflict: applied.conflict } }
    const { project } = applied
    const faults = checks.projectFaults(project, known)
    if (faults.length > 0) return { outcome: 'held', base: seen, why: { code: 'invalid', faults } }
    await keepCopy(db, row, now())
    const fresh: ProjectRow = {
      ...row,
      document: project,
      name: project.name,
      revision: row.revision + 1,
      cursor: await cursor(),
      updatedAt: now(),
    }
    await db.projects.put(fresh)
    return {
      outcome: 'kept',
      base: { project, revision: fresh.revision },
      row: fresh,
      merged: row.revision !== base.revision,
    }
  })
}

/**
 * Writes one change as a step of its own. What the step remembers is what it did to the stored project, which may not
 * be the one it was made on: a change before it may have been held back.
 */
export const writeStep = (
  writer: Writer,
  projectId: string,
  base: Base,
  step: Step,
  force: boolean,
): Promise<Written> =>
  transact(writer, projectId, base, (row, stored) => {
    const applied = applyEdits(stored, step.edits, { force })
    const edits = applied.ok ? editsBetween(stored, applied.project) : step.edits
    return Promise.resolve({
      applied,
      cursor: () => recordStep(writer.db, row, { ...step, edits }, writer.checks.PROJECT_VERSION),
    })
  })

/** Takes the last step back, or brings the next one again. */
export const writeUndo = (writer: Writer, projectId: string, base: Base, way: 'undo' | 'redo'): Promise<Written> =>
  transact(writer, projectId, base, async (row, stored) => {
    const entry = (await stepsAround(writer.db, row, writer.checks.PROJECT_VERSION))[way]
    if (!entry) return null
    return {
      applied: applyEdits(stored, way === 'undo' ? inverseOf(entry.edits) : entry.edits),
      cursor: () => Promise.resolve(way === 'undo' ? row.cursor - 1 : entry.seq),
    }
  })

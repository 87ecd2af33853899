import Dexie, { type Table } from 'dexie'
import { withTimeout } from 'es-toolkit'

interface Row {
  key: string
  /** What made it. */
  program: string
  projectId: string
  usedAt: number
  result: unknown
}

/** Results are some 60 kB, of sounds half a megabyte. */
const MOST = 300
/** A storage that does not answer, held by another window, is not waited for: it is made anew. */
const PATIENCE_MS = 1000

/**
 * What was made of recordings, from one visit to the next: the same recording, read the same way by the same program,
 * gives the same. Nothing here is truth: it stands in a database of its own, and whatever fails is made anew. `program`
 * names all that takes part in making results; where it is empty nothing is kept.
 */
export class KeptResults {
  private readonly rows: Table<Row, string>
  private readonly db: Dexie
  private swept: Promise<unknown> | null = null

  constructor(
    name: string,
    private readonly program: string,
    private readonly now: () => number = Date.now,
    private readonly most = MOST,
  ) {
    this.db = new Dexie(name)
    this.db.version(1).stores({ results: 'key, projectId, usedAt, program' })
    this.rows = this.db.table('results')
  }

  /** What was kept by that key, by this very program; null when there is none. */
  async find(key: string): Promise<unknown> {
    if (!this.program) return null
    try {
      const row = await withTimeout(() => this.rows.get(key), PATIENCE_MS)
      if (row?.program !== this.program) return null
      void this.rows.update(key, { usedAt: this.now() }).catch(() => undefined)
      return row.result
    } catch {
      return null
    }
  }

  /** Keeps a result; what an earlier program made goes, and what was used longest ago where there are too many. */
  async keep(projectId: string, key: string, result: unknown): Promise<void> {
    if (!this.program) return
    const { program } = this
    try {
      this.swept ??= this.rows.where('program').notEqual(program).delete()
      await this.swept
      await this.rows.put({ key, program, projectId, usedAt: this.now(), result })
      const over = (await this.rows.count()) - this.most
      if (over > 0) await this.rows.bulkDelete(await this.rows.orderBy('usedAt').limit(over).primaryKeys())
    } catch {
      // a full or closed storage: it is made anew next time
    }
  }

  /** Takes all results of a project out. */
  async forget(projectId: string): Promise<void> {
    try {
      if (this.program) await this.rows.where('projectId').equals(projectId).delete()
    } catch {
      // nothing could be kept there either
    }
  }
}

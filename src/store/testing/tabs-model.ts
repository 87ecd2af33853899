import 'fake-indexeddb/auto'
import { isEqual as equal } from 'es-toolkit'
import { emptyProject, newBuild, type Project } from '../../project/document'
import { parseProject } from '../../project/validation'
import { KettleDb } from '../db'
import { ProjectStore } from '../project-store'
import { nozzled } from '../../project/document/testing'

/**
 * What a maker may do in one of several windows. Builds are chosen by a number, taken round among those that the window
 * shows.
 */
export type Act =
  | { readonly kind: 'rename' | 'notes'; readonly tab: number; readonly build: number; readonly to: string }
  | { readonly kind: 'throat' | 'bore'; readonly tab: number; readonly build: number; readonly mm: number }
  | { readonly kind: 'remove'; readonly tab: number; readonly build: number }
  | { readonly kind: 'add' | 'undo' | 'redo' | 'reload'; readonly tab: number }
  | { readonly kind: 'project'; readonly tab: number; readonly to: string }
  /** Waits until all windows have written and heard of it. */
  | { readonly kind: 'rest' }

export interface Verdict {
  readonly acts: number
  readonly kept: number
  readonly held: number
  readonly refused: number
  /** What went wrong, in words; empty when all is well. */
  readonly faults: readonly string[]
}

type Change = (p: Project) => Project
let made = 0

const start = (): Project => {
  const own = (id: string) => ({ id, machineId: 'm', name: id, createdAt: '2026-01-01T00:00:00.000Z' })
  return {
    ...emptyProject({ id: 'p', name: 'Windows' }),
    machines: [{ id: 'm', name: 'Top', purpose: '' }],
    builds: ['b0', 'b1', 'b2', 'b3'].map((id) => newBuild(own(id))),
  }
}

const onBuild =
  (id: string, change: (b: Project['builds'][number]) => Project['builds'][number]): Change =>
  (p) => ({ ...p, builds: p.builds.map((b) => (b.id === id ? change(b) : b)) })

/** What an act means for a plain document: written without the store's edits, so that it can judge them. */
function meaning(act: Act, seen: Project, label: string): Change | null {
  if (act.kind === 'add')
    return (p) => ({
      ...p,
      builds: [
        ...p.builds,
        {
          ...seen.builds[0],
          ...newBuild({ id: label, machineId: 'm', name: label, createdAt: '2026-01-01T00:00:00.000Z' }),
        },
      ],
    })
  if (act.kind === 'project') return (p) => ({ ...p, notes: act.to })
  if (!('build' in act) || seen.builds.length === 0) return null
  const { id } = seen.builds[act.build % seen.builds.length]
  if (act.kind === 'remove') return (p) => ({ ...p, builds: p.builds.filter((b) => b.id !== id) })
  if (act.kind === 'rename') return onBuild(id, (b) => ({ ...b, name: act.to }))
  if (act.kind === 'notes') return onBuild(id, (b) => ({ ...b, notes: act.to }))
  if (act.kind !== 'bore' && act.kind !== 'throat') return null
  const mm = act.mm / 1000
  if (act.kind === 'bore') return onBuild(id, (b) => nozzled(b, { inletBoreM: mm }))
  return onBuild(id, (b) => nozzled(b, { throatDiameterM: mm, exitDiameterM: mm }))
}

/**
 * Plays acts in several windows over one database, and holds the outcome against an in-memory document that is always
 * right:
 * each act is either in it, in the order in which the database took it, or was refused at once, or is held back in its
 * window.
 */
export async function playTabs(acts: readonly Act[], tabs: number): Promise<Verdict> {
  const dbName = `tabs-${++made}`
  let clock = 1_000_000
  const now = () => (clock += 10_000)
  const changes = new Map<string, Change>()
  const model = { documents: [start()], cursor: 0 }
  const faults: string[] = []
  let kept = 0
  let held = 0
  let refused = 0

  /**
   * Follows what the database takes: a step that is created moves the model on, a cursor that moves alone is an undo or
   * redo.
   */
  const watched = () => {
    const db = new KettleDb(dbName)
    let created: string | null = null
    db.history.hook('creating', (_key, row) => void (created = row.label))
    db.projects.hook('updating', (mods, _key, row) => {
      const cursor = (mods as { cursor?: number }).cursor ?? row.cursor
      if (created !== null) {
        const change = changes.get(created)
        model.documents = [
          ...model.documents.slice(0, row.cursor + 1),
          change ? change(model.documents[row.cursor]) : model.documents[row.cursor],
        ]
        if (!change) faults.push(`a step nobody made: ${created}`)
        changes.delete(created)
        kept++
      } else if (Math.abs(cursor - row.cursor) > 1) faults.push(`the cursor jumped from ${row.cursor} to ${cursor}`)
      model.cursor = cursor
      created = null
    })
    return db
  }
  const openTab = async (first: boolean): Promise<ProjectStore> => {
    const store = new ProjectStore(watched(), now)
    await store.openLast(() =>
      first ? Promise.resolve({ project: start(), recordings: new Map() }) : Promise.reject(new Error('nothing there')),
    )
    return store
  }
  const stores = [await openTab(true)]
  while (stores.length < tabs) stores.push(await openTab(false))

  const stored = async () => (await stores[0].db.projects.get('p'))?.document
  const rest = async () => {
    for (const store of stores) await store.settled()
    const document = await stored()
    for (let i = 0; i < 300 && !stores.every((s) => equal(s.snapshot().project, document)); i++)
      await new Promise((r) => setTimeout(r, 2))
    stores.forEach((s, i) => {
      if (!equal(s.snapshot().project, document)) faults.push(`window ${i} does not show what is stored`)
      for (const change of s.snapshot().held) {
        held++
        if (!changes.delete(change.label) && change.label !== 'undo' && change.label !== 'redo')
          faults.push(`held though it was kept: ${change.label}`)
        s.letGo(change.id)
      }
      if (s.snapshot().problem) faults.push(`window ${i}: ${s.snapshot().problem}`)
    })
    const parsed = parseProject(document)
    if (!parsed.ok) faults.push(`what is stored cannot be opened: ${parsed.message}`)
    if (!equal(document, model.documents[model.cursor])) faults.push('what is stored is not what the acts come to')
    if (changes.size > 0) faults.push(`lost without a word: ${[...changes.keys()].join(', ')}`)
    changes.clear()
  }

  for (const [i, act] of acts.entries()) {
    if (act.kind === 'rest') {
      await rest()
      continue
    }
    const store = stores[act.tab % tabs]
    const seen = store.snapshot().project
    if (!seen) continue
    if (act.kind === 'undo' || act.kind === 'redo') void store[act.kind]()
    else if (act.kind === 'reload') {
      await rest()
      store.close()
      stores[act.tab % tabs] = await openTab(false)
    } else {
      const label = `act-${i}`
      const change = meaning(act, seen, label)
      if (!change) continue
      const next = change(seen)
      changes.set(label, change)
      const result = store.change(label, () => next as never)
      if (!result.ok) refused++
      if (!result.ok || equal(next, seen)) changes.delete(label)
    }
    // some acts follow at once, some after a breath of the database
    if (i % 3 === 0) await new Promise((r) => setTimeout(r, 0))
  }
  await rest()
  for (const store of stores) store.close()
  return { acts: acts.length, kept, held, refused, faults: [...new Set(faults)] }
}

/** @jest-environment node */
import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { readFileSync } from 'node:fs'
import { emptyProject, newBuild, type Project } from '../project/document'
import { parseProject } from '../project/validation'
import { KettleDb } from './db'
import { ProjectStore } from './project-store'

let named = 0
let clock = Date.UTC(2026, 10, 20, 9)
const now = () => clock
const small = (): Project => {
  const own = { id: 'b0', machineId: 'm', name: 'First print', createdAt: '2026-01-01T00:00:00.000Z' }
  return {
    ...emptyProject({ id: 'p', name: 'Kept' }),
    machines: [{ id: 'm', name: 'Top', purpose: '' }],
    builds: [newBuild(own)],
  }
}
const fresh = async (project = small()) => {
  const db = new KettleDb(`faults-${++named}`)
  const store = new ProjectStore(db, now)
  await store.openLast(() => Promise.resolve({ project, recordings: new Map() }))
  return { db, store }
}
const rename = (store: ProjectStore, to: string) => store.change(`name ${to}`, (p) => void (p.name = to))
const stored = async (db: KettleDb, id = 'p') => (await db.projects.get(id))?.document as Project
/** A storage that takes nothing until it is let go. */
const full = (db: KettleDb) => {
  const refuse = () => {
    throw Object.assign(new Error('The quota has been exceeded.'), { name: 'QuotaExceededError' })
  }
  db.projects.hook('updating', refuse)
  db.chunks.hook('creating', refuse)
  return () => {
    db.projects.hook('updating').unsubscribe(refuse)
    db.chunks.hook('creating').unsubscribe(refuse)
  }
}

/** What a closed store still had under way ends before the database's stand-in is taken down. */
afterEach(() => new Promise((r) => setTimeout(r, 50)))

describe('storage full', () => {
  test('it is said at once, the work stays in memory in its order, can be exported, and is written when there is room', async () => {
    const { db, store } = await fresh()
    const makeRoom = full(db)
    rename(store, 'One')
    rename(store, 'Two')
    await store.settled()
    expect(store.snapshot()).toMatchObject({
      saving: false,
      unsaved: { code: 'storage', why: expect.stringMatching(/full/) as string },
    })
    expect((await stored(db)).name).toBe('Kept')
    expect((await store.bundle()).project.name).toBe('Two')
    makeRoom()
    await store.retry()
    expect(store.snapshot().unsaved).toBeNull()
    expect((await stored(db)).name).toBe('Two')
    await store.undo()
    expect(store.snapshot().project?.name).toBe('One')
    store.close()
  })

  test('a recording that does not fit is kept and goes out with the export; another project is not opened over it', async () => {
    const { db, store } = await fresh()
    await store.add({ project: emptyProject({ id: 'other', name: 'Other' }), recordings: new Map() })
    const makeRoom = full(db)
    const bytes = Uint8Array.from([1, 2, 3])
    await store.addRecording('rec', bytes)
    store.change(
      'recording',
      (p) =>
        void p.recordings.push({
          id: 'rec',
          fileName: 'a.csv',
          byteLength: 3,
          kind: 'table',
          addedAt: '2026-01-01T00:00:00.000Z',
        }),
    )
    await store.settled()
    expect(store.snapshot().unsaved).not.toBeNull()
    expect((await store.bundle()).recordings.get('rec')).toEqual(bytes)
    await store.open('p')
    expect(store.snapshot()).toMatchObject({
      project: { id: 'other' },
      problem: expect.stringMatching(/once this one is saved/) as string,
    })
    makeRoom()
    await store.retry()
    const again = new ProjectStore(db, now)
    await again.openLast(() => Promise.reject(new Error('not needed')))
    expect(Buffer.compare(Buffer.from((await again.recordingBytes('rec')) ?? []), Buffer.from(bytes))).toBe(0)
    store.close()
    again.close()
  })
})

describe('database gone', () => {
  test('removed in another window: what stands here stays, is said, and can be put back', async () => {
    const { db, store } = await fresh()
    const other = new ProjectStore(new KettleDb(db.name), now)
    await other.openLast(() => Promise.reject(new Error('not needed')))
    rename(store, 'Mine')
    await store.settled()
    await other.remove('p')
    for (let i = 0; i < 100 && !store.snapshot().unsaved; i++) await new Promise((r) => setTimeout(r, 10))
    expect(store.snapshot()).toMatchObject({ unsaved: { code: 'gone' }, project: { name: 'Mine' } })
    rename(store, 'Still typed')
    await store.settled()
    expect((await store.bundle()).project.name).toBe('Still typed')
    await store.putBack()
    expect(store.snapshot().unsaved).toBeNull()
    expect((await stored(db)).name).toBe('Still typed')
    store.close()
    other.close()
  })

  test('no database at all: the page works in memory and says so', async () => {
    const db = new KettleDb(`faults-${++named}`)
    const away = jest.spyOn(db.settings, 'get').mockRejectedValue(new Dexie.MissingAPIError('IndexedDB API missing'))
    const store = new ProjectStore(db, now)
    await store.openLast(() => Promise.resolve({ project: small(), recordings: new Map([['r', Uint8Array.of(7)]]) }))
    expect(store.snapshot()).toMatchObject({ status: 'open', unsaved: { code: 'storage' } })
    expect(await store.recordingBytes('r')).toEqual(Uint8Array.of(7))
    rename(store, 'Typed meanwhile')
    away.mockRestore()
    await store.retry()
    expect(store.snapshot()).toMatchObject({ unsaved: null, project: { name: 'Typed meanwhile' } })
    expect((await stored(db)).name).toBe('Typed meanwhile')
    expect(Buffer.from((await store.recordingBytes('r')) ?? [])).toEqual(Buffer.from([7]))
    store.close()
  })

  test('a recording that comes to be on the disk does not say that its project, in memory alone, is saved', async () => {
    const db = new KettleDb(`faults-${++named}`)
    const away = jest.spyOn(db.settings, 'get').mockRejectedValue(new Dexie.MissingAPIError('IndexedDB API missing'))
    const store = new ProjectStore(db, now)
    await store.openLast(() => Promise.resolve({ project: small(), recordings: new Map() }))
    away.mockRestore()
    await store.addRecording('r', Uint8Array.of(7))
    await store.settled()
    expect(await db.chunks.count()).toBe(1)
    expect(store.snapshot()).toMatchObject({ saving: false, unsaved: { code: 'storage' } })
    store.close()
  })
})

describe('documents of another version', () => {
  const fixture = (version: number) =>
    JSON.parse(readFileSync(`src/project/fixtures/v${version}/heron-window.json`, 'utf8')) as Project

  test.each([1, 2, 3])(
    'version %p is brought up at once, its steps of undo go, a copy of it stays',
    async (version) => {
      const db = new KettleDb(`faults-${++named}`)
      const document = fixture(version)
      await db.projects.put({ id: document.id, name: document.name, document, revision: 4, cursor: 1, updatedAt: 1 })
      await db.history.put({
        projectId: document.id,
        seq: 1,
        version,
        label: 'old',
        key: null,
        edits: [{ kind: 'set', of: null, path: ['shaft'], before: 1, after: 2 }],
        at: 1,
      })
      const store = new ProjectStore(db, now)
      await store.openLast(() => Promise.reject(new Error('not needed')))
      expect(store.snapshot()).toMatchObject({ status: 'open', undoLabel: null, unopened: null })
      const row = await stored(db, document.id)
      expect(row.schemaVersion).toBe(store.snapshot().project?.schemaVersion)
      expect(parseProject(row).ok).toBe(true)
      expect(await db.history.count()).toBe(0)
      const [copy] = await store.copies(document.id)
      expect([copy.document, copy.mark]).toEqual([document, expect.stringMatching(new RegExp(`v${version}$`))])
      await store.undo()
      expect(store.snapshot().status).toBe('open')
      store.close()
    },
  )

  test('steps of an older form in the database are cleared when it is opened, whatever they were', async () => {
    const name = `faults-${++named}`
    const old = new Dexie(name)
    old.version(1).stores({
      projects: 'id',
      history: '[projectId+seq]',
      chunks: '[projectId+recordingId+index], projectId',
      settings: 'key',
    })
    await old.table('projects').put({ id: 'p', name: 'Kept', document: small(), revision: 3, cursor: 2, updatedAt: 1 })
    await old.table('history').put({
      projectId: 'p',
      seq: 2,
      label: 'x',
      key: null,
      patches: [{ op: 'replace', path: ['builds', 0, 'shaft'], value: {} }],
      inverse: [],
      at: 1,
    })
    old.close()
    const store = new ProjectStore(new KettleDb(name), now)
    await store.openLast(() => Promise.reject(new Error('not needed')))
    expect(store.snapshot()).toMatchObject({ status: 'open', undoLabel: null, redoLabel: null })
    rename(store, 'Goes on')
    await store.settled()
    await store.undo()
    expect(store.snapshot().project?.name).toBe('Kept')
    store.close()
  })

  test('a newer application writes while this window is open: it says so, writes nothing over it, and its last change is there to export', async () => {
    const { db, store } = await fresh()
    const row = await db.projects.get('p')
    if (!row) throw new Error('no row')
    const newer = { ...(row.document as Project), schemaVersion: 99 }
    rename(store, 'Typed in the old one')
    await db.projects.put({ ...row, document: newer, revision: row.revision + 5 })
    await store.settled()
    for (let i = 0; i < 100 && !store.snapshot().outdated; i++) await new Promise((r) => setTimeout(r, 10))
    expect(store.snapshot().outdated).toBe(true)
    expect(rename(store, 'More').ok).toBe(false)
    expect((await stored(db)).schemaVersion).toBe(99)
    store.close()
  })
})

describe('copies by themselves', () => {
  test('one before the first change of each day, the last five; one is brought back as a step', async () => {
    const { db, store } = await fresh()
    for (let day = 0; day < 8; day++) {
      rename(store, `day ${day}`)
      rename(store, `day ${day}, later`)
      await store.settled()
      clock += 24 * 3600_000
    }
    const copies = await store.copies('p')
    expect(copies.map((c) => (c.document as Project).name)).toEqual(
      ['day 6, later', 'day 5, later', 'day 4, later', 'day 3, later', 'day 2, later'].slice(0, 5),
    )
    expect(await db.copies.count()).toBe(5)
    const back = copies[4].document as Project
    expect(store.change('back', () => back as never).ok).toBe(true)
    await store.settled()
    expect((await stored(db)).name).toBe('day 2, later')
    await store.undo()
    expect((await stored(db)).name).toBe('day 7, later')
    store.close()
  })
})

test('two first visits at once make one project', async () => {
  const name = `faults-${++named}`
  const stores = [1, 2].map(() => new ProjectStore(new KettleDb(name), now))
  await Promise.all(stores.map((s) => s.openLast(() => Promise.resolve({ project: small(), recordings: new Map() }))))
  expect((await stores[0].projects()).map((p) => p.id)).toEqual(['p'])
  expect(stores.map((s) => s.snapshot().project?.id)).toEqual(['p', 'p'])
  stores.forEach((s) => s.close())
})

test('a project that cannot be opened is handed out as it lies, and what is put in is checked first', async () => {
  const { db, store } = await fresh()
  await db.projects.put({
    id: 'bad',
    name: 'Bad',
    document: { schemaVersion: 4, what: 'ever' },
    revision: 1,
    cursor: 0,
    updatedAt: 1,
  })
  await db.chunks.put({ projectId: 'bad', recordingId: 'r1', index: 0, bytes: Uint8Array.of(1, 2) })
  await store.open('bad')
  expect(store.snapshot()).toMatchObject({ status: 'open', project: { id: 'p' }, unopened: { id: 'bad', name: 'Bad' } })
  expect(await store.raw('bad')).toEqual({
    name: 'Bad',
    document: { schemaVersion: 4, what: 'ever' },
    recordings: new Map([['r1', Uint8Array.of(1, 2)]]),
  })
  await expect(
    store.add({
      project: { ...small(), builds: [{ ...small().builds[0], machineId: 'gone' }] },
      recordings: new Map(),
    }),
  ).rejects.toThrow(/machine gone/)
  expect(await db.projects.count()).toBe(2)
  store.close()
})

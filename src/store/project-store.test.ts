/** @jest-environment node */
import { fed } from '../project/document/testing'
import 'fake-indexeddb/auto'
import { keptDemo } from '../project/demo/kept-demo'
import { emptyProject } from '../project/document'
import { KettleDb } from './db'
import { MERGE_MS } from './history'
import { ProjectStore } from './project-store'

let named = 0
let clock = 1_000_000
const now = () => clock
const fresh = async (bundle = keptDemo()) => {
  const db = new KettleDb(`test-${++named}`)
  const store = new ProjectStore(db, now)
  await store.openLast(() => Promise.resolve(bundle))
  return { db, store }
}
const name = (store: ProjectStore) => store.snapshot().project?.name
const rename = (store: ProjectStore, to: string, key: string | null = null) =>
  store.change(`name ${to}`, (p) => void (p.name = to), key)

/** Waits until a condition holds, for what comes in through the database. */
async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 200 && !holds(); i++) await new Promise((r) => setTimeout(r, 10))
  expect(holds()).toBe(true)
}

beforeEach(() => {
  clock += 100_000
})

test('the first visit opens the fallback and keeps it; the next one opens what was kept', async () => {
  const { db, store } = await fresh()
  expect(store.snapshot().status).toBe('open')
  rename(store, 'Changed')
  await store.settled()
  store.close()
  const again = new ProjectStore(db, now)
  await again.openLast(() => Promise.reject(new Error('not needed')))
  expect(name(again)).toBe('Changed')
  again.close()
})

test('while an own change is on its way, what another window writes does not push it out of sight; both are kept', async () => {
  const { db, store } = await fresh()
  const other = new ProjectStore(db, now)
  await other.openLast(() => Promise.reject(new Error('not needed')))
  other.change('note', (p) => void (p.machines[0].purpose = 'from the other window'))
  await other.settled()
  const names: (string | undefined)[] = []
  const leave = store.subscribe(() => void names.push(name(store)))
  rename(store, 'Mine')
  await store.settled()
  await until(() => store.snapshot().project?.machines[0].purpose === 'from the other window')
  leave()
  expect(new Set(names)).toEqual(new Set(['Mine']))
  expect(name(store)).toBe('Mine')
  store.close()
  other.close()
})

test('who changes something more in answer to a change comes after it, on the page and on the disk', async () => {
  const { db, store } = await fresh()
  const leave = store.subscribe(() => {
    if (name(store) === 'One') rename(store, 'Two')
  })
  rename(store, 'One')
  leave()
  await store.settled()
  expect([name(store), store.snapshot().held]).toEqual(['Two', []])
  store.close()
  const again = new ProjectStore(db, now)
  await again.openLast(() => Promise.reject(new Error('not needed')))
  expect([name(again), again.snapshot().undoLabel]).toEqual(['Two', 'name Two'])
  await again.undo()
  expect(name(again)).toBe('One')
  again.close()
})

test('undo and redo, also after a reload; a new change drops what was undone', async () => {
  const { db, store } = await fresh()
  rename(store, 'One')
  rename(store, 'Two')
  await store.settled()
  await store.undo()
  expect([name(store), store.snapshot().redoLabel]).toEqual(['One', 'name Two'])
  store.close()
  const again = new ProjectStore(db, now)
  await again.openLast(() => Promise.reject(new Error('not needed')))
  await again.redo()
  expect(name(again)).toBe('Two')
  await again.undo()
  await again.undo()
  expect([name(again), again.snapshot().undoLabel]).toEqual(['Heron window', null])
  rename(again, 'Three')
  await again.settled()
  expect(again.snapshot().redoLabel).toBeNull()
  again.close()
})

test('quick changes of one field are one step of undo; slow ones are not', async () => {
  const { store } = await fresh()
  for (const letter of ['a', 'ab', 'abc']) rename(store, letter, 'name')
  await store.settled()
  await store.undo()
  expect(name(store)).toBe('Heron window')
  rename(store, 'x', 'name')
  await store.settled()
  clock += MERGE_MS + 1
  rename(store, 'xy', 'name')
  await store.settled()
  await store.undo()
  expect(name(store)).toBe('x')
  store.close()
})

test('a change that would make the document invalid is refused with its place, and nothing changes', async () => {
  const { store } = await fresh()
  const before = store.snapshot().project
  const result = store.change('throat', (p) => void (fed(p.builds[0]).machine.nozzle.throatDiameterM = 5e-3))
  expect(result.ok ? [] : result.faults.map((f) => f.path)).toEqual(['builds[0].machine.nozzle.exitDiameterM'])
  expect(store.change('run', (p) => void (p.runs[0].buildId = 'gone')).ok).toBe(false)
  expect(store.snapshot().project).toBe(before)
  store.close()
})

test('two tabs: a change in one comes into the other; changes of different things in both are both kept', async () => {
  const { db, store } = await fresh()
  const other = new ProjectStore(new KettleDb(db.name), now)
  await other.openLast(() => Promise.reject(new Error('not needed')))
  rename(store, 'From the first tab')
  await store.settled()
  await until(() => name(other) === 'From the first tab')
  rename(store, 'Both')
  other.change('notes', (p) => void (p.notes = 'also kept'))
  await Promise.all([store.settled(), other.settled()])
  await until(() => store.snapshot().project?.notes === 'also kept' && name(other) === 'Both')
  store.close()
  other.close()
})

test('recordings are kept in pieces and come back byte for byte', async () => {
  const { db, store } = await fresh()
  const bytes = Uint8Array.from({ length: 2_500_000 }, (_, i) => i % 251)
  await store.addRecording('big', bytes)
  expect(
    await db.chunks
      .where('projectId')
      .equals('heron-window')
      .filter((c) => c.recordingId === 'big')
      .count(),
  ).toBe(3)
  expect(Buffer.compare(Buffer.from((await store.recordingBytes('big')) ?? []), Buffer.from(bytes))).toBe(0)
  expect(await store.recordingBytes('none')).toBeNull()
  store.close()
})

test('a second copy of a project gets a name and id of its own; both stay', async () => {
  const { store } = await fresh()
  await store.add(keptDemo())
  const list = await store.projects()
  expect(list.map((p) => p.name).sort()).toEqual(['Heron window', 'Heron window (copy)'])
  const bundle = await store.bundle()
  expect(bundle.recordings.size).toBe(keptDemo().recordings.size)
  store.close()
})

test('a project of a newer application is not opened, and its row stays as it was', async () => {
  const { db, store } = await fresh()
  const row = {
    id: 'future',
    name: 'Future',
    document: { schemaVersion: 99, secret: 1 },
    revision: 7,
    cursor: 0,
    updatedAt: 1,
  }
  await db.projects.put(row)
  await store.open('future')
  expect(store.snapshot().unopened).toMatchObject({ id: 'future', message: expect.stringMatching(/newer/) as string })
  expect(name(store)).toBe('Heron window')
  expect(await db.projects.get('future')).toEqual(row)
  store.close()
})

test('a fallback that cannot be read is said in words', async () => {
  const store = new ProjectStore(new KettleDb(`test-${++named}`), now)
  await store.openLast(() => Promise.reject(new Error('no disk')))
  expect(store.snapshot()).toMatchObject({ status: 'failed', problem: expect.stringContaining('no disk') as string })
  await store.add({ project: emptyProject({ id: 'e', name: 'Empty' }), recordings: new Map() })
  expect(store.snapshot().status).toBe('open')
  store.close()
})

test('the history is bounded: old steps fall away, the newest three hundred stay', async () => {
  const { db, store } = await fresh()
  for (let i = 0; i < 320; i++) rename(store, `n${i}`)
  await store.settled()
  expect(await db.history.count()).toBeLessThanOrEqual(300)
  await store.undo()
  expect(name(store)).toBe('n318')
  store.close()
}, 60_000)

test('switching projects and back keeps each one’s own undo', async () => {
  const { store } = await fresh()
  rename(store, 'First changed')
  await store.add({ project: emptyProject({ id: 'second', name: 'Second' }), recordings: new Map() })
  expect([name(store), store.snapshot().undoLabel]).toEqual(['Second', null])
  rename(store, 'Second changed')
  await store.settled()
  await store.open('heron-window')
  expect(store.snapshot().undoLabel).toBe('name First changed')
  await store.undo()
  expect(name(store)).toBe('Heron window')
  store.close()
})

test('a change without effect makes no step; a put-away problem is gone', async () => {
  const { store } = await fresh()
  expect(rename(store, 'Heron window').ok).toBe(true)
  await store.settled()
  expect(store.snapshot().undoLabel).toBeNull()
  store.tell('something')
  expect(store.snapshot().problem).toBe('something')
  store.tell(null)
  expect(store.snapshot().problem).toBeNull()
  store.close()
})

test('opening what is not there says so and leaves the open project', async () => {
  const { store } = await fresh()
  await store.open('nowhere')
  expect(store.snapshot().problem).toMatch(/no longer in this browser/)
  expect(name(store)).toBe('Heron window')
  store.close()
})

test('a project is removed with its history and recordings, another is opened in its place, and what came back can be put in again', async () => {
  const { db, store } = await fresh()
  await store.add({ project: emptyProject({ id: 'other', name: 'Other' }), recordings: new Map() })
  await store.open('heron-window')
  const id = store.snapshot().project?.id ?? ''
  rename(store, 'Changed')
  const bundle = await store.remove(id)
  expect(name(store)).toBe('Other')
  expect([await db.projects.count(), await db.history.count(), await db.chunks.count()]).toEqual([1, 0, 0])
  expect(bundle?.project.name).toBe('Changed')
  if (!bundle) throw new Error('nothing came back')
  await store.add(bundle)
  expect(name(store)).toBe('Changed')
  expect((await store.bundle()).recordings.size).toBe(bundle.project.recordings.length)
  store.close()
})

test('with the last project gone, none is open and the store says so', async () => {
  const { store } = await fresh({ project: emptyProject({ id: 'only', name: 'Only' }), recordings: new Map() })
  await store.remove('only')
  expect(store.snapshot()).toMatchObject({ status: 'failed', project: null })
})

/** @jest-environment node */
import 'fake-indexeddb/auto'
import { FLUSH_MS } from './live'
import { KettleDb } from './db'
import { ProjectStore } from './project-store'
import { emptyProject } from '../project/document'
import { loadRecording } from './recordings'

const START = { projectId: 'p', recordingId: 'r', runId: 'run', measurementId: 'm', fileName: 'run 1.ndjson' }
const bytes = (text: string) => new TextEncoder().encode(text)
const text = (b: Uint8Array | null) => (b ? new TextDecoder().decode(b) : null)
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))
let count = 0
const fresh = () => new KettleDb(`live-${count++}`)

test('pieces are on the disk within half a second of coming, in their order, while more comes in', async () => {
  const db = fresh()
  const store = new ProjectStore(db)
  const writer = store.live.begin(START)
  for (let i = 0; i < 6; i++) {
    writer.append(bytes(`line ${i}\n`))
    await wait(40)
  }
  await wait(FLUSH_MS + 150)
  // nobody closed it: this is what a killed page leaves behind
  expect(text(await loadRecording(db, 'p', 'r'))).toBe('line 0\nline 1\nline 2\nline 3\nline 4\nline 5\n')
  const [row] = await store.live.cutOff('p')
  expect(row).toMatchObject({ ...START, byteLength: 42, mapping: null })
  writer.append(bytes('line 6\n'))
  expect(await writer.close()).toBe(49)
  expect(text(await loadRecording(db, 'p', 'r'))).toMatch(/line 6\n$/)
})

test('what the storage does not take stays in memory and goes with the next piece', async () => {
  const db = fresh()
  const writer = new ProjectStore(db).live.begin(START)
  const full = jest.spyOn(db.chunks, 'put').mockRejectedValueOnce(new DOMException('full', 'QuotaExceededError'))
  writer.append(bytes('one\n'))
  await writer.flush()
  expect(writer.problem).not.toBeNull()
  expect(writer.byteLength).toBe(4)
  full.mockRestore()
  writer.append(bytes('two\n'))
  expect(await writer.close()).toBe(8)
  expect(writer.problem).toBeNull()
  expect(text(await loadRecording(db, 'p', 'r'))).toBe('one\ntwo\n')
})

test('what comes in while a piece is being written is not lost', async () => {
  const db = fresh()
  const writer = new ProjectStore(db).live.begin(START)
  writer.append(bytes('one\n'))
  const writing = writer.flush()
  writer.append(bytes('two\n'))
  await writing
  writer.append(bytes('three\n'))
  expect(await writer.close()).toBe(14)
  expect(text(await loadRecording(db, 'p', 'r'))).toBe('one\ntwo\nthree\n')
})

test('closing says where the last of it could not be stored', async () => {
  const db = fresh()
  const writer = new ProjectStore(db).live.begin(START)
  jest.spyOn(db.chunks, 'put').mockRejectedValue(new DOMException('full', 'QuotaExceededError'))
  writer.append(bytes('one\n'))
  await expect(writer.close()).rejects.toThrow()
  jest.restoreAllMocks()
})

test('taken into a run it is no longer offered, its bytes stay; thrown away nothing of it is left, others stay', async () => {
  const db = fresh()
  const store = new ProjectStore(db)
  for (const recordingId of ['a', 'b']) {
    const writer = store.live.begin({ ...START, recordingId })
    writer.append(bytes(recordingId))
    await writer.close()
  }
  await store.live.settle('a')
  expect((await store.live.cutOff('p')).map((r) => r.recordingId)).toEqual(['b'])
  await store.live.letGo({ projectId: 'p', recordingId: 'b' })
  expect(await store.live.cutOff('p')).toEqual([])
  expect(text(await loadRecording(db, 'p', 'a'))).toBe('a')
  expect(await loadRecording(db, 'p', 'b')).toBeNull()
})

test('one that another page is recording is not offered', async () => {
  const db = fresh()
  const store = new ProjectStore(db)
  const writer = store.live.begin(START)
  writer.append(bytes('x'))
  await writer.close()
  const locks = { query: () => Promise.resolve({ held: [{ name: 'grey-kettle-live-r' }] }) }
  Object.defineProperty(globalThis, 'navigator', { value: { locks }, configurable: true })
  expect(await store.live.cutOff('p')).toEqual([])
  Reflect.deleteProperty(globalThis, 'navigator')
  expect(await store.live.cutOff('p')).toHaveLength(1)
})

test('a project that is taken out takes its cut-off recordings with it', async () => {
  const db = fresh()
  const store = new ProjectStore(db)
  await store.add({ project: emptyProject({ id: 'p', name: 'P' }), recordings: new Map() })
  const writer = store.live.begin(START)
  writer.append(bytes('x'))
  await writer.close()
  await store.remove('p')
  expect(await db.live.count()).toBe(0)
  expect(await db.chunks.count()).toBe(0)
})

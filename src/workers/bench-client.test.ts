import { keptDemo } from '../project/demo/kept-demo'
import { newShelf, previewRecording, traceOfRecording } from './bench-client'
import { BenchHere } from './testing/bench-here'

const WHEEL = keptDemo().project.rigs[0]

beforeAll(() => void Object.assign(globalThis, { Worker: BenchHere }))

const bytesOf = (text: string) => new TextEncoder().encode(text)
const rising = (rows: number) =>
  bytesOf(['t_s,rpm', ...Array.from({ length: rows }, (_, i) => `${(i / 100).toFixed(2)},${100 + i}`)].join('\n'))

/** Rows of a recording by that name, and how often its bytes were fetched. */
async function rowsOf(key: string, bytes: Uint8Array) {
  let loads = 0
  const { trace } = await traceOfRecording({ key, dialect: null, time: 't_s', column: 'rpm', rate: false }, () => {
    loads++
    return Promise.resolve(bytes)
  })
  return { rows: trace.values.length, loads }
}

test('the bytes of a recording cross once, with its first rows or with the first question', async () => {
  expect(await rowsOf('a', rising(50))).toEqual({ rows: 50, loads: 1 })
  expect(await rowsOf('a', rising(50))).toEqual({ rows: 50, loads: 0 })
  await previewRecording({ key: 'b', bytes: rising(30), rig: WHEEL, dialect: null })
  expect(await rowsOf('b', rising(30))).toEqual({ rows: 30, loads: 0 })
})

test('what the worker had to put away it is given again', async () => {
  await rowsOf('early', rising(40))
  for (const other of '123456') await rowsOf(`other ${other}`, rising(20))
  expect(await rowsOf('early', rising(40))).toEqual({ rows: 40, loads: 1 })
})

test('a name stands for other bytes on a new shelf, of a recording as of its first rows', async () => {
  await rowsOf('a', rising(50))
  newShelf()
  expect(await rowsOf('a', rising(60))).toEqual({ rows: 60, loads: 1 })
  newShelf()
  const preview = await previewRecording({ key: 'a', bytes: rising(70), rig: WHEEL, dialect: null })
  expect(preview).toMatchObject({ rows: 70 })
  expect(await rowsOf('a', rising(80))).toEqual({ rows: 70, loads: 0 })
})

test('a recording that cannot be read says so, and is asked for again', async () => {
  await expect(rowsOf('broken', new Uint8Array())).rejects.toMatchObject({ fault: { code: 'INPUT' } })
  expect(await rowsOf('broken', rising(20))).toEqual({ rows: 20, loads: 1 })
})

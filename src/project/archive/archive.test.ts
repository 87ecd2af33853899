import { readFileSync } from 'node:fs'
import { strToU8, zipSync, unzipSync, strFromU8 } from 'fflate'
import { makeDemo } from '../demo'
import { openArchive, packArchive, packRaw } from '.'
import { noteWords } from '../../words'

const demo = makeDemo()
const refused = (bytes: Uint8Array) => {
  const opened = openArchive(bytes)
  return opened.ok ? 'accepted' : opened.message
}

test('a project goes out and comes back the same, recordings byte for byte', () => {
  const opened = openArchive(packArchive(demo))
  if (!opened.ok) throw new Error(opened.message)
  expect(opened.bundle.project).toEqual(demo.project)
  for (const [id, bytes] of demo.recordings)
    expect(Buffer.compare(opened.bundle.recordings.get(id) ?? new Uint8Array(), bytes)).toBe(0)
})

test('the shipped demo is what the code makes, to the byte of every file in it', () => {
  const shipped = unzipSync(new Uint8Array(readFileSync('public/demo/heron-window.zip')))
  const made = unzipSync(packArchive(demo))
  expect(Object.keys(shipped).sort()).toEqual(Object.keys(made).sort())
  for (const name of Object.keys(made))
    expect(Buffer.compare(Buffer.from(shipped[name]), Buffer.from(made[name]))).toBe(0)
})

test('the archive carries its JSON Schema', () => {
  const files = unzipSync(packArchive(demo))
  expect(JSON.parse(strFromU8(files['project.schema.json']))).toMatchObject({
    type: 'object',
    properties: { builds: { type: 'array' } },
  })
})

test('a recording that is not at hand is listed and does not keep the rest; read back, its run says so', () => {
  const [first, ...rest] = demo.project.recordings
  const recordings = new Map([...demo.recordings].filter(([id]) => id !== first.id))
  const packed = packArchive({ project: demo.project, recordings })
  expect(strFromU8(unzipSync(packed)['missing-recordings.txt'])).toContain(first.fileName)
  const opened = openArchive(packed)
  if (!opened.ok) throw new Error(opened.message)
  expect([...opened.bundle.recordings.keys()].sort()).toEqual(rest.map((r) => r.id).sort())
  expect(opened.notes.map(noteWords).join()).toContain(first.fileName)
})

test('a sound goes out under a name that players know, and comes back; one that an older archive named otherwise does too', () => {
  const [first, ...rest] = demo.project.recordings
  const wav = new Uint8Array([...strToU8('RIFF'), 4, 0, 0, 0, ...strToU8('WAVE')])
  const project = {
    ...demo.project,
    recordings: [{ ...first, kind: 'sound' as const, byteLength: wav.length }, ...rest],
  }
  const recordings = new Map([...demo.recordings, [first.id, wav]])
  const packed = unzipSync(packArchive({ project, recordings }))
  expect(Object.keys(packed)).toContain(`recordings/${first.id}.wav`)
  expect(Object.keys(packed)).toContain(`recordings/${rest[0].id}.csv`)
  const { [`recordings/${first.id}.wav`]: sound, ...others } = packed
  for (const files of [packed, { ...others, [`recordings/${first.id}.csv`]: sound }]) {
    const opened = openArchive(zipSync(files))
    if (!opened.ok) throw new Error(opened.message)
    expect(opened.bundle.recordings.get(first.id)).toEqual(wav)
    expect(opened.notes).toEqual([])
  }
  const raw = unzipSync(packRaw({ document: {}, recordings: new Map([['s', wav]]) }))
  expect(Object.keys(raw)).toContain('recordings/s.wav')
})

test('recordings that nothing speaks of are named, at most five of them; folders and what is used are not', () => {
  const files = unzipSync(packArchive(demo))
  const noted = (...more: string[]) => {
    const opened = openArchive(
      zipSync({ ...files, ...Object.fromEntries(more.map((f) => [`recordings/${f}`, strToU8('x')])) }),
    )
    return opened.ok ? opened.notes : null
  }
  const own = noted()!
  expect(own.filter((n) => n.code === 'archive-not-used')).toEqual([])
  expect(noted('a.csv', 'more/')).toEqual([
    { code: 'archive-not-used', values: { names: 'recordings/a.csv', more: 0 } },
  ])
  expect(noted('1', '2', '3', '4', '5', '6', '7')).toEqual([
    { code: 'archive-not-used', values: { names: [1, 2, 3, 4, 5].map((n) => `recordings/${n}`).join(', '), more: 2 } },
  ])
})

test('a project that cannot be opened is packed as it lies', () => {
  const document = { schemaVersion: 99, secret: [1, 2] }
  const files = unzipSync(packRaw({ document, recordings: new Map([['a/../b', strToU8('x')]]) }))
  expect(JSON.parse(strFromU8(files['project.json']))).toEqual(document)
  expect(Object.keys(files).sort()).toEqual(['project.json', 'recordings/a____b.csv'])
  expect(
    JSON.parse(strFromU8(unzipSync(packRaw({ document: undefined, recordings: new Map() }))['project.json'])),
  ).toBeNull()
})

describe('what is refused', () => {
  /** A small archive whose list says that a recording unpacks to so much. */
  const claiming = (bytes: number): Uint8Array => {
    const zip = zipSync({ 'project.json': strToU8('{}'), 'recordings/a.csv': strToU8('x'.repeat(50)) }, { level: 6 })
    const view = new DataView(zip.buffer, zip.byteOffset)
    for (let i = 0; i < zip.length - 4; i++)
      if (view.getUint32(i, true) === 0x02014b50 && zip[i + 46] === 'r'.charCodeAt(0))
        view.setUint32(i + 24, bytes, true)
    return zip
  }
  test('what would unpack to more than 1 GB, by its own list, before anything is unpacked', () => {
    expect(refused(claiming(1024 ** 3))).toMatch(/more than 1 GB/)
    expect(refused(claiming(50))).not.toMatch(/more than 1 GB/)
  })
  const document = (p: unknown) => ({ 'project.json': strToU8(JSON.stringify(p)) })
  test.each<[string, () => Uint8Array, RegExp]>([
    ['no ZIP at all', () => strToU8('hello'), /not a project archive/],
    ['a damaged ZIP', () => strToU8('PK\x03\x04 and nothing more'), /damaged|no project\.json/],
    ['a foreign ZIP', () => zipSync({ 'a.txt': strToU8('x') }), /no project\.json/],
    ['broken JSON', () => zipSync({ 'project.json': strToU8('{') }), /not valid JSON/],
    ['a newer project', () => zipSync(document({ schemaVersion: 99 })), /newer/],
    [
      'a recording changed outside',
      () =>
        zipSync({
          ...document(demo.project),
          ...Object.fromEntries([...demo.recordings.keys()].map((id) => [`recordings/${id}.csv`, strToU8('x')])),
        }),
      /changed outside/,
    ],
  ])('%s', (_, make, reason) => expect(refused(make())).toMatch(reason))
})

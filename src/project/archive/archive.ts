import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import * as z from 'zod'
import { recordingKind } from '../measuring/recordings'
import { parseProject, projectSchema, type Project, type Recording } from '../validation'
import { said, type Said } from '../../core/said'

/** A project with the raw bytes of its recordings, by recording id. */
export interface ProjectBundle {
  readonly project: Project
  readonly recordings: ReadonlyMap<string, Uint8Array>
}

/** A project as it lies in a store or an archive: nobody has judged its document. */
export interface RawProject {
  readonly document: unknown
  readonly recordings: ReadonlyMap<string, Uint8Array>
}

export type OpenedArchive =
  | { readonly ok: true; readonly bundle: ProjectBundle; readonly notes: readonly Said[] }
  | { readonly ok: false; readonly message: string }

export const MAX_ARCHIVE_BYTES = 512 * 1024 * 1024
export const MAX_UNPACKED_BYTES = 1024 * 1024 * 1024
/** A document of ten thousand runs has about 20 MB. */
const MAX_DOCUMENT_BYTES = 64 * 1024 * 1024
const MISSING_PATH = 'missing-recordings.txt'
/** Endings that a recording keeps from its own file; what has another is a table. */
const OWN_ENDING = /\.(ndjson|jpg|jpeg|png|webp)$/i
/** A recording as it came: rows of numbers, a device's lines, sound, or a picture. */
const recordingPath = ({ id, kind, fileName }: Pick<Recording, 'id' | 'kind' | 'fileName'>) =>
  `recordings/${id}.${kind === 'sound' ? 'wav' : (OWN_ENDING.exec(fileName)?.[1].toLowerCase() ?? (kind === 'photo' ? 'jpg' : 'csv'))}`
/** Entries carry one fixed time, so that the same project always gives the same bytes. */
const ENTRY_TIME = new Date(2000, 0, 1, 12)

/**
 * Packs a project and its recordings: `project.json`, its JSON Schema, and one file per recording as it came. Takes
 * time with size: in the browser it runs in a worker.
 */
export function packArchive({ project, recordings }: ProjectBundle): Uint8Array {
  const files: Zippable = {
    'project.json': strToU8(`${JSON.stringify(project, null, 1)}\n`),
    'project.schema.json': strToU8(`${JSON.stringify(z.toJSONSchema(projectSchema, { io: 'input' }), null, 1)}\n`),
  }
  const missing = project.recordings.filter(({ id }) => !recordings.has(id))
  for (const recording of project.recordings) {
    const bytes = recordings.get(recording.id)
    if (bytes) files[recordingPath(recording)] = bytes
  }
  if (missing.length > 0)
    files[MISSING_PATH] = strToU8(
      `Recordings that the project names and the browser no longer had:\n${missing.map((r) => `${recordingPath(r)}  ${r.fileName}, ${r.byteLength} bytes`).join('\n')}\n`,
    )
  return zipSync(files, { mtime: ENTRY_TIME, level: 6 })
}

/** Packs a project that cannot be opened, as it lies: its document unread, and every recording that is there. */
export function packRaw({ document, recordings }: RawProject): Uint8Array {
  const files: Zippable = { 'project.json': strToU8(`${JSON.stringify(document, null, 1) ?? 'null'}\n`) }
  for (const [id, bytes] of recordings)
    files[recordingPath({ id: id.replace(/[^\w-]/g, '_'), kind: recordingKind(bytes), fileName: '' })] = bytes
  return zipSync(files, { mtime: ENTRY_TIME, level: 6 })
}

const refuse = (message: string): OpenedArchive => ({ ok: false, message })

function unpack(bytes: Uint8Array): Record<string, Uint8Array> {
  let total = 0
  return unzipSync(bytes, {
    filter: (entry) => {
      total += entry.originalSize
      if (entry.name === 'project.json' && entry.originalSize > MAX_DOCUMENT_BYTES) throw new RangeError('too large')
      if (total > MAX_UNPACKED_BYTES) throw new RangeError('too large')
      return entry.name === 'project.json' || entry.name.startsWith('recordings/')
    },
  })
}

/** Opens an archive. All of it is checked before any of it is handed on. */
export function openArchive(bytes: Uint8Array): OpenedArchive {
  if (bytes.length > MAX_ARCHIVE_BYTES)
    return refuse(
      `The file is larger than ${MAX_ARCHIVE_BYTES / 1024 / 1024} MB; a project of that size cannot be opened here.`,
    )
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    return refuse(
      'This is not a project archive: a ZIP file exported by Grey Kettle is expected. To bring in a recording, use Bench.',
    )
  let files: Record<string, Uint8Array>
  try {
    files = unpack(bytes)
  } catch (error) {
    return refuse(
      error instanceof RangeError
        ? 'The archive would unpack to more than 1 GB (or its project.json to more than 64 MB) and was not opened.'
        : 'The ZIP file is damaged and could not be unpacked. Export it again, or fetch a fresh copy.',
    )
  }
  const document = files['project.json']
  if (!document) return refuse('The ZIP file holds no project.json, so it is not a project of Grey Kettle.')
  let value: unknown
  try {
    value = JSON.parse(strFromU8(document))
  } catch {
    return refuse('project.json in this archive is not valid JSON; the archive may have been edited or cut short.')
  }
  const parsed = parseProject(value)
  if (!parsed.ok) return refuse(parsed.message)
  const notes: Said[] = []
  const recordings = new Map<string, Uint8Array>()
  const used = new Set<string>()
  for (const { id, kind, fileName, byteLength } of parsed.project.recordings) {
    // archives named every recording so once, sound too
    const path = [
      recordingPath({ id, kind, fileName }),
      recordingPath({ id, kind, fileName: '' }),
      recordingPath({ id, kind: 'table', fileName: '' }),
    ].find((p) => files[p])
    const content = path === undefined ? undefined : files[path]
    if (!content) {
      notes.push(said('archive-recording-missing', { fileName }))
      continue
    }
    if (content.length !== byteLength)
      return refuse(
        `The recording ${fileName} has ${content.length} bytes; the project says ${byteLength}. It was changed outside.`,
      )
    recordings.set(id, content)
    if (path !== undefined) used.add(path)
  }
  const extra = Object.keys(files).filter((f) => f !== 'project.json' && !used.has(f) && !f.endsWith('/'))
  if (extra.length > 0)
    notes.push(said('archive-not-used', { names: extra.slice(0, 5).join(', '), more: Math.max(0, extra.length - 5) }))
  return { ok: true, bundle: { project: parsed.project, recordings }, notes }
}

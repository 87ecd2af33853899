import type { OpenedArchive, ProjectBundle, RawProject } from '../project/archive'
import type { ArchiveReply, ArchiveRequest } from './archive-handler'
import { JobClient, type JobOptions } from './job-client'

/** A gigabyte of recordings takes its time; what takes longer than this does not end. */
const ARCHIVE_DEADLINE_MS = 120_000

const client = new JobClient<ArchiveRequest, ArchiveReply>(
  () => new Worker(new URL('./archive.worker.ts', import.meta.url), { type: 'module' }),
)

const packed = async (request: ArchiveRequest): Promise<Uint8Array> => {
  const reply = await client.run(request, { deadlineMs: ARCHIVE_DEADLINE_MS })
  if (reply.kind !== 'packed') throw new Error('unexpected reply')
  return reply.bytes
}

/** A project as a ZIP, packed off the page's thread. */
export const packProject = (bundle: ProjectBundle): Promise<Uint8Array> => packed({ kind: 'pack', bundle })

/** A project that cannot be opened, as a ZIP of what lies there. */
export const packRawProject = (raw: RawProject): Promise<Uint8Array> => packed({ kind: 'pack-raw', raw })

/** A ZIP opened and checked off the page's thread. */
export const openProject = async (bytes: Uint8Array, options: JobOptions = {}): Promise<OpenedArchive> => {
  const reply = await client.run({ kind: 'open', bytes }, { deadlineMs: ARCHIVE_DEADLINE_MS, ...options })
  if (reply.kind !== 'opened') throw new Error('unexpected reply')
  return reply.opened
}

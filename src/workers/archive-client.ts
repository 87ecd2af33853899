import type { OpenedArchive, ProjectBundle } from '../project/archive'
import type { ArchiveReply, ArchiveRequest } from './archive-handler'
import { JobClient } from './job-client'

const client = new JobClient<ArchiveRequest, ArchiveReply>(
  () => new Worker(new URL('./archive.worker.ts', import.meta.url), { type: 'module' }),
)

/** A project as a ZIP, packed off the page's thread. */
export const packProject = async (bundle: ProjectBundle): Promise<Uint8Array> => {
  const reply = await client.run({ kind: 'pack', bundle })
  if (reply.kind !== 'pack') throw new Error('unexpected reply')
  return reply.bytes
}

/** A ZIP opened and checked off the page's thread. */
export const openProject = async (bytes: Uint8Array): Promise<OpenedArchive> => {
  const reply = await client.run({ kind: 'open', bytes })
  if (reply.kind !== 'open') throw new Error('unexpected reply')
  return reply.opened
}

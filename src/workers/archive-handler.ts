import { openArchive, packArchive, type OpenedArchive, type ProjectBundle } from '../project/archive'

export type ArchiveRequest =
  { readonly kind: 'pack'; readonly bundle: ProjectBundle } | { readonly kind: 'open'; readonly bytes: Uint8Array }
export type ArchiveReply =
  { readonly kind: 'pack'; readonly bytes: Uint8Array } | { readonly kind: 'open'; readonly opened: OpenedArchive }

/** Packing and opening of project archives. */
export const handleArchive = (request: ArchiveRequest): ArchiveReply =>
  request.kind === 'pack'
    ? { kind: 'pack', bytes: packArchive(request.bundle) }
    : { kind: 'open', opened: openArchive(request.bytes) }

import {
  openArchive,
  packArchive,
  packRaw,
  type OpenedArchive,
  type ProjectBundle,
  type RawProject,
} from '../project/archive'

export type ArchiveRequest =
  | { readonly kind: 'pack'; readonly bundle: ProjectBundle }
  | { readonly kind: 'pack-raw'; readonly raw: RawProject }
  | { readonly kind: 'open'; readonly bytes: Uint8Array }
export type ArchiveReply =
  { readonly kind: 'packed'; readonly bytes: Uint8Array } | { readonly kind: 'opened'; readonly opened: OpenedArchive }

/** Packing and opening of project archives. */
export function handleArchive(request: ArchiveRequest): ArchiveReply {
  switch (request.kind) {
    case 'pack':
      return { kind: 'packed', bytes: packArchive(request.bundle) }
    case 'pack-raw':
      return { kind: 'packed', bytes: packRaw(request.raw) }
    case 'open':
      return { kind: 'opened', opened: openArchive(request.bytes) }
  }
}

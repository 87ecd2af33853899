import type { Recording } from '../../validation/schema'
import { isWav } from './sound'

export * from './sound'

/** JPEG, PNG and WebP begin so. */
const PICTURES = [
  [0xff, 0xd8, 0xff],
  [0x89, 0x50, 0x4e, 0x47],
] as const
const isPicture = (bytes: Uint8Array): boolean =>
  PICTURES.some((head) => head.every((b, i) => bytes[i] === b)) ||
  (bytes.length > 12 && [0x57, 0x45, 0x42, 0x50].every((b, i) => bytes[8 + i] === b))

/** What a file is, by its first bytes: its name may say anything. */
export const recordingKind = (bytes: Uint8Array): Recording['kind'] =>
  isWav(bytes) ? 'sound' : isPicture(bytes) ? 'photo' : 'table'

import type { Recording } from '../../validation/schema'
import { isWav } from './sound'

export * from './sound'

/** What a file is, by its first bytes: its name may say anything. */
export const recordingKind = (bytes: Uint8Array): Recording['kind'] => (isWav(bytes) ? 'sound' : 'table')

import { readFileSync, statSync, writeFileSync } from 'node:fs'
import { badInput } from './fault'

const MOST_BYTES = 512 * 1024 * 1024

const REASONS: Readonly<Record<string, string>> = {
  ENOENT: 'does not exist',
  EACCES: 'may not be read or written by you',
  EPERM: 'may not be read or written by you',
  EISDIR: 'is a folder; a file is expected',
  ENOTDIR: 'lies in something that is no folder',
  ENOSPC: 'could not be written: the disk is full',
  EROFS: 'could not be written: the disk is read-only',
  ENAMETOOLONG: 'has too long a name',
}

/** What the operating system answered, in words. */
export function systemWords(error: unknown): string {
  const { code, message } = error as { code?: string; message?: string }
  return REASONS[code ?? ''] ?? `could not be used: ${(message ?? String(error)).split('\n')[0]}`
}

/** Bytes of a file that an input names; `at` is where it is named. */
export function readBytes(path: string, at: string): Uint8Array {
  try {
    const { size } = statSync(path)
    if (size > MOST_BYTES) throw badInput(at, `${path} is larger than ${MOST_BYTES / 1024 / 1024} MB`)
    return readFileSync(path)
  } catch (error) {
    if ((error as { code?: string }).code === undefined) throw error
    throw badInput(at, `${path} ${systemWords(error)}`)
  }
}

/** A JSON value out of text that may begin with a byte order mark. */
export function parseJson(text: string, at: string, named = ''): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    throw badInput(at, `${named}${named ? ' is ' : ''}not valid JSON: ${(error as Error).message}`)
  }
}

export const readJson = (path: string, at: string): unknown =>
  parseJson(new TextDecoder().decode(readBytes(path, at)), at, path)

export function writeOut(path: string, content: string | Uint8Array): void {
  try {
    writeFileSync(path, content)
  } catch (error) {
    const missing = (error as { code?: string }).code === 'ENOENT'
    throw badInput('--out', missing ? `the folder of ${path} does not exist` : `${path} ${systemWords(error)}`)
  }
}

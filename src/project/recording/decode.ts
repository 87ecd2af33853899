import { said, type Said } from '../../core/said'

export type Decoded =
  | { readonly ok: true; readonly text: string; readonly notes: readonly Said[] }
  | { readonly ok: false; readonly message: string }

/** Bytes of a file as text: UTF-8 or UTF-16 with a mark, else UTF-8, else Windows-1252. What is no text is refused. */
export function decodeText(bytes: Uint8Array): Decoded {
  if (bytes.length === 0) return { ok: false, message: 'The file is empty. Export the recording again.' }
  if (bytes[0] === 0xff && bytes[1] === 0xfe)
    return { ok: true, text: new TextDecoder('utf-16le').decode(bytes), notes: [] }
  const head = bytes.subarray(0, 8192)
  let control = 0
  for (const b of head) if (b === 0 || (b < 32 && b !== 9 && b !== 10 && b !== 13)) control++
  if (control > 0.002 * head.length)
    return {
      ok: false,
      message:
        'This is not a text table: it holds bytes that no text has. Export the recording as CSV and bring that in.',
    }
  try {
    return { ok: true, text: new TextDecoder('utf-8', { fatal: true, ignoreBOM: false }).decode(bytes), notes: [] }
  } catch {
    return {
      ok: true,
      text: new TextDecoder('windows-1252').decode(bytes),
      notes: [said('table-not-utf8')],
    }
  }
}

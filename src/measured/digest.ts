/**
 * Hash of a recording's bytes, in hexadecimal; null where the browser has none to give (a page that came over a network
 * without encryption).
 */
export async function digestOf(bytes: Uint8Array): Promise<string | null> {
  const { subtle } = globalThis.crypto
  if (!(subtle as SubtleCrypto | undefined)) return null
  const hash = new Uint8Array(await subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>))
  return Array.from(hash, (b) => b.toString(16).padStart(2, '0')).join('')
}

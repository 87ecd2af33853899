/** For tests: a WAV of one channel of 16 bits as the second of two, the first silent. Its header takes 44 bytes. */
export function secondOfTwo(wav: Uint8Array): Uint8Array {
  const samples = wav.slice(44)
  const both = new Uint8Array(44 + 2 * samples.length)
  both.set(wav.subarray(0, 44))
  const view = new DataView(both.buffer)
  view.setUint32(4, both.length - 8, true)
  view.setUint16(22, 2, true)
  view.setUint32(28, 2 * view.getUint32(28, true), true)
  view.setUint16(32, 4, true)
  view.setUint32(40, 2 * samples.length, true)
  for (let i = 0; i < samples.length; i += 2) both.set(samples.subarray(i, i + 2), 44 + 2 * i + 2)
  return both
}

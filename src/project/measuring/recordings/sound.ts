/** Sound as it was recorded: one array of samples from -1 to 1 for each channel. */
export interface Sound {
  readonly sampleRateHz: number
  readonly channels: readonly Float32Array[]
}

export type ReadSound = { readonly ok: true; readonly sound: Sound } | { readonly ok: false; readonly message: string }

const wrong = (message: string): ReadSound => ({ ok: false, message })

/** Whether bytes begin as a WAV file does. */
export const isWav = (bytes: Uint8Array): boolean =>
  bytes.length >= 12 && ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 12) === 'WAVE'

const ascii = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to))

const PCM = 1
const FLOAT = 3
const EXTENSIBLE = 0xfffe

/** Longest sound that is read, samples of all channels: ten minutes of two at 48 kHz. */
const MOST_SAMPLES = 2 * 48_000 * 600

interface Format {
  readonly code: number
  readonly channels: number
  readonly sampleRateHz: number
  readonly bits: number
}

function formatOf(view: DataView, at: number, length: number): Format | null {
  if (length < 16) return null
  const code = view.getUint16(at, true)
  return {
    // the extensible form keeps the true code as the first two bytes of its own id
    code: code === EXTENSIBLE && length >= 26 ? view.getUint16(at + 24, true) : code,
    channels: view.getUint16(at + 2, true),
    sampleRateHz: view.getUint32(at + 4, true),
    bits: view.getUint16(at + 14, true),
  }
}

/** One sample as a number from -1 to 1. */
function sampleReader({ code, bits }: Format): ((view: DataView, at: number) => number) | null {
  if (code === FLOAT && bits === 32) return (v, at) => v.getFloat32(at, true)
  if (code === FLOAT && bits === 64) return (v, at) => v.getFloat64(at, true)
  if (code !== PCM) return null
  if (bits === 8) return (v, at) => (v.getUint8(at) - 128) / 128
  if (bits === 16) return (v, at) => v.getInt16(at, true) / 32_768
  if (bits === 24) return (v, at) => (v.getUint16(at, true) + v.getInt8(at + 2) * 65_536) / 8_388_608
  if (bits === 32) return (v, at) => v.getInt32(at, true) / 2_147_483_648
  return null
}

/**
 * Reads a WAV file: PCM of 8, 16, 24 or 32 bits, or float of 32 or 64, any number of channels. A last frame that was
 * cut off is left out.
 * Source: Multimedia Programming Interface and Data Specifications 1.0 (1991), RIFF and WAVE (layout from memory).
 */
export function readWav(bytes: Uint8Array): ReadSound {
  if (!isWav(bytes)) return wrong('It does not begin as a WAV file does.')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let format: Format | null = null
  let at = 12
  while (at + 8 <= bytes.length) {
    const name = ascii(bytes, at, at + 4)
    const stated = view.getUint32(at + 4, true)
    const length = Math.min(stated, bytes.length - at - 8)
    if (name === 'fmt ') format = formatOf(view, at + 8, length)
    if (name === 'data')
      return format ? samplesOf(view, at + 8, length, format) : wrong('Its sound stands before its format.')
    // chunks stand on even bytes
    at += 8 + length + (length % 2)
  }
  return wrong('There is no sound in it.')
}

function samplesOf(view: DataView, from: number, length: number, format: Format): ReadSound {
  const { channels, sampleRateHz, bits } = format
  const read = sampleReader(format)
  if (!read || channels < 1 || channels > 32)
    return wrong(`Its samples are of ${bits} bits in code ${format.code}, ${channels} channels: save it as plain PCM.`)
  if (sampleRateHz < 1000 || sampleRateHz > 768_000) return wrong(`A sample rate of ${sampleRateHz} Hz cannot be.`)
  const width = bits / 8
  const frames = Math.floor(length / (width * channels))
  if (frames < 1) return wrong('There is no sound in it.')
  if (frames * channels > MOST_SAMPLES)
    return wrong('It is longer than ten minutes of two channels at 48 kHz: cut it to the run.')
  const out = Array.from({ length: channels }, () => new Float32Array(frames))
  for (let i = 0; i < frames; i++)
    for (let c = 0; c < channels; c++) out[c][i] = read(view, from + (i * channels + c) * width)
  return { ok: true, sound: { sampleRateHz, channels: out } }
}

/**
 * The channel, counted from 1, whose samples swing most about their mean: a recorder with one microphone leaves the
 * other silent. The first of those that are alike.
 */
export function loudestChannel({ channels }: Sound): number {
  let [loudest, most] = [1, 0]
  channels.forEach((samples, c) => {
    let [sum, squares] = [0, 0]
    for (const x of samples) {
      sum += x
      squares += x * x
    }
    const swing = squares / samples.length - (sum / samples.length) ** 2
    // not by a hair, which rounding would decide
    if (swing > 1.001 * most) [loudest, most] = [c + 1, swing]
  })
  return loudest
}

/**
 * 16-bit samples of one channel as a WAV. Layout: Multimedia Programming Interface and Data Specifications 1.0 (1991).
 */
export function writeWav(samples: Float32Array, sampleRateHz: number): Uint8Array {
  const bytes = new Uint8Array(44 + 2 * samples.length)
  const view = new DataView(bytes.buffer)
  const text = (at: number, s: string) => [...s].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)))
  text(0, 'RIFF')
  view.setUint32(4, 36 + 2 * samples.length, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, sampleRateHz, true)
  view.setUint32(28, 2 * sampleRateHz, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  text(36, 'data')
  view.setUint32(40, 2 * samples.length, true)
  samples.forEach((v, i) => view.setInt16(44 + 2 * i, Math.round(32_767 * Math.max(-1, Math.min(1, v))), true))
  return bytes
}

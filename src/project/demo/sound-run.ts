import { simulateTone } from '../../core/bench'
import type { Measurement, Rig } from '../document'

/** A phone on the bench beside the window. */
export const PHONE: Rig = {
  id: 'phone-window',
  name: 'Phone beside the outlet',
  notes: 'Recorded as WAV; the small compressor hums next to it.',
  kind: 'sound',
  blades: 12,
  fromRadPerS: 150,
  toRadPerS: 3000,
}

const RATE = 16_000

/** 16-bit samples of one channel as a WAV. Layout: Multimedia Programming Interface and Data Specifications 1.0 (1991). */
function wavOf(samples: Float32Array): Uint8Array {
  const bytes = new Uint8Array(44 + 2 * samples.length)
  const view = new DataView(bytes.buffer)
  const text = (at: number, s: string) => [...s].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)))
  text(0, 'RIFF')
  view.setUint32(4, 36 + 2 * samples.length, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, RATE, true)
  view.setUint32(28, 2 * RATE, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  text(36, 'data')
  view.setUint32(40, 2 * samples.length, true)
  samples.forEach((v, i) => view.setInt16(44 + 2 * i, Math.round(32_767 * Math.max(-1, Math.min(1, v))), true))
  return bytes
}

/** The spindle heard while its rotor alone spins up, under a compressor that hums louder than it sings. Made up. */
export function soundRun(buildId: string): { measurement: Measurement; fileName: string; bytes: Uint8Array } {
  const samples = simulateTone({
    blades: 12,
    speedAt: (t) => 1600 * (1 - 0.8 * Math.exp(-t / 1.1)),
    seconds: 4,
    sampleRateHz: RATE,
    harmonics: [0.7, 0.5, 0.2],
    noise: 0.6,
    hum: { mainsHz: 50, harmonics: [1.2, 1.6, 0.8, 0.5, 0.3] },
    seed: 81,
  })
  return {
    fileName: `${buildId}-phone.wav`,
    bytes: wavOf(samples),
    measurement: {
      id: 'm5',
      rigId: PHONE.id,
      recordingId: `rec-${buildId}-phone`,
      mapping: { kind: 'sound', channel: 1 },
      method: 'sound',
      settings: {},
    },
  }
}

import { simulateTone } from '../../core/bench'
import type { Measurement, Rig } from '../document'
import { writeWav } from '../measuring/recordings/sound'

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
    bytes: writeWav(samples, RATE),
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

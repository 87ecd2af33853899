import { mean, normalDraw, seededRandom } from '../../statistics'
import { tally } from '../tally'
import { reduceTone } from './reduce-tone'

/** A sound of passing blades, with what else a workshop makes of noise. */
export interface SoundTruth {
  readonly blades: number
  /** Speed over time, rad/s. */
  readonly speedAt: (timeS: number) => number
  readonly seconds: number
  readonly sampleRateHz: number
  /** Loudness of the tone and its harmonics. */
  readonly harmonics: readonly number[]
  readonly noise: number
  /** A compressor's motor: mains frequency, and loudness of its harmonics from the first on. */
  readonly hum: { readonly mainsHz: number; readonly harmonics: readonly number[] } | null
  /** A wall that gives the sound back so much later, and so much of it. */
  readonly echo?: { readonly laterS: number; readonly share: number }
  readonly seed: number
}

/** Samples of such a sound. */
export function simulateTone(t: SoundTruth): Float32Array {
  const random = seededRandom(t.seed)
  const n = Math.floor(t.seconds * t.sampleRateHz)
  const out = new Float32Array(n)
  const dt = 1 / t.sampleRateHz
  let phase = 2 * Math.PI * random()
  for (let i = 0; i < n; i++) {
    let v = t.noise * normalDraw(random)
    t.harmonics.forEach((a, k) => (v += a * Math.sin((k + 1) * phase)))
    t.hum?.harmonics.forEach((a, k) => (v += a * Math.sin(2 * Math.PI * (k + 1) * (t.hum?.mainsHz ?? 0) * i * dt)))
    out[i] = 0.1 * v
    phase += t.blades * t.speedAt((i + 0.5) * dt) * dt
  }
  if (!t.echo) return out
  const later = Math.round(t.echo.laterS * t.sampleRateHz)
  // what comes back a second time is too faint to matter
  return out.map((v, i) => v + (i < later ? 0 : (t.echo?.share ?? 0) * out[i - later]))
}

/** A speed on a regulator goes up and down by so much. */
const WANDERS = 0.006

export const TONE_CONDITIONS = [
  'held',
  'weak fundamental',
  'hum',
  'deep in noise',
  'sweeps',
  'slows',
  'slows in a room',
  'wanders in a room',
] as const
export type ToneCondition = (typeof TONE_CONDITIONS)[number]
export const TONE_FIGURES = ['speed', 'greatest'] as const

/** One simulated sound, reduced as a maker's would be; null where it is refused. */
export function toneRun(condition: ToneCondition, seed: number) {
  const random = seededRandom(seed * 3571 + 5)
  const between = (low: number, high: number) => low + (high - low) * random()
  const blades = 5 + Math.floor(random() * 16)
  // the blades' tone from 400 Hz to 6 kHz
  const top = (2 * Math.PI * Math.exp(between(Math.log(500), Math.log(6000)))) / blades
  const tau = between(0.6, 1.5)
  const seconds = 3
  const speedAt = (t: number) =>
    condition === 'sweeps'
      ? top * (1 - 0.75 * Math.exp(-t / tau))
      : condition === 'slows' || condition === 'slows in a room'
        ? top * Math.exp(-t / (3 * tau))
        : condition === 'wanders in a room'
          ? top * (1 + WANDERS * Math.sin(t / tau))
          : top
  const inRoom = condition.endsWith('in a room')
  const loudness = () =>
    inRoom
      ? [between(0.2, 1), between(0.1, 0.8), between(0.03, 0.5), between(0.02, 0.3)]
      : condition === 'weak fundamental'
        ? [0.12, 1, 0.4, 0.5]
        : [1, 0.5, 0.25, 0.1]
  const clock = 2e-5 * normalDraw(random)
  const samples = simulateTone({
    blades,
    speedAt: (t) => speedAt(t) * (1 + clock),
    seconds,
    sampleRateHz: 44_100,
    harmonics: loudness(),
    noise: condition === 'deep in noise' ? between(3, 5) : between(0.5, 1.5),
    hum: condition === 'hum' ? { mainsHz: random() < 0.5 ? 50 : 60, harmonics: [2, 3, 1.5, 1, 0.6, 0.8] } : null,
    ...(inRoom ? { echo: { laterS: between(0.01, 0.05), share: between(0.3, 0.7) } } : {}),
    seed: seed + 2,
  })
  try {
    const found = reduceTone(samples, 44_100, {
      blades,
      fromRadPerS: 0.15 * top,
      toRadPerS: 2.6 * top,
      clockRelativeUncertainty: 2e-5,
    })
    // a speed that moves is told for the last frame that is heard
    const last = speedAt(found.track.timeS.findLast((_, f) => Number.isFinite(found.track.speedRadPerS[f])) ?? 0)
    const course = Array.from({ length: 1001 }, (_, i) => speedAt((i * seconds) / 1000))
    return { found, truth: { speed: found.steady ? mean(course) : last, greatest: Math.max(...course) } }
  } catch {
    return { found: null, truth: { speed: top, greatest: top } }
  }
}

/** Many sounds under one condition, tallied. */
export const toneCampaign = (condition: ToneCondition, repeats: number, firstSeed = 0) =>
  tally(condition, TONE_FIGURES, repeats, (i) => toneRun(condition, firstSeed + i))

import { mean, median } from '../../statistics'
import type { Spectrogram } from './spectrogram'

/** A tone with its harmonics through the frames of a sound. */
export interface Track {
  /** Hz, one a frame. */
  readonly frequencyHz: readonly number[]
  /** How far it stands over the noise in each frame: the score of its harmonics less what lies between them. */
  readonly score: readonly number[]
}

const HARMONICS = 5
/** From one candidate to the next, as a ratio less one; how many of them a tone may move from frame to frame. */
const STEP = 0.004
const MOST_STEPS = 14
/** What a step costs, of a score. */
const STEP_COST = 0.06
/** A line over the noise counts up to this much: a hum however loud is one line. */
const MOST_LINE = 5

/** How far a frame stands over the noise at a frequency. */
const lines = (frame: Float32Array, binHz: number) => (hz: number) => {
  const x = hz / binHz
  const i = Math.floor(x)
  if (i + 1 >= frame.length) return 0
  return Math.min(MOST_LINE, frame[i] + (x - i) * (frame[i + 1] - frame[i]))
}

/**
 * By how much a track's odd harmonics stand over what lies beside them, over all frames: next to nothing where it is
 * half of the tone, whose own harmonics are its even ones.
 */
function oddLines({ frames, binHz }: Spectrogram, { frequencyHz }: Track): number {
  const over = frames.map((frame, f) => {
    const at = lines(frame, binHz)
    const hz = frequencyHz[f]
    return [1, 3, 5].reduce((sum, k) => sum + at(k * hz) - 0.5 * (at((k - 0.5) * hz) + at((k + 0.5) * hz)), 0)
  })
  return mean(over)
}
/** Less than that is half of a tone: over noise alone, which a path has chosen, up to 0.9 were met; of tones from 1.6 on. */
const LEAST_ODD = 1.2

/**
 * Score of every candidate in a frame: its harmonics, less what stands halfway between them (so that neither half nor
 * twice of a tone wins). Camacho and Harris (2008) use the same thought.
 */
function scores(frame: Float32Array, binHz: number, candidates: readonly number[]): Float32Array {
  const at = lines(frame, binHz)
  return Float32Array.from(candidates, (hz) => {
    let sum = 0
    for (let k = 1; k <= HARMONICS; k++) {
      const weight = 1 / Math.sqrt(k)
      sum += weight * at(k * hz) - weight * at((k - 0.5) * hz)
    }
    return sum
  })
}

/** The path through all frames whose scores less its steps are most. Viterbi (1967). */
function bestPath(all: readonly Float32Array[], count: number): number[] {
  let reached = Float64Array.from(all[0])
  const from: Int16Array[] = []
  for (let f = 1; f < all.length; f++) {
    const next = new Float64Array(count)
    const back = new Int16Array(count)
    for (let c = 0; c < count; c++) {
      let best = -Infinity
      for (let d = Math.max(0, c - MOST_STEPS); d <= Math.min(count - 1, c + MOST_STEPS); d++) {
        const value = reached[d] - STEP_COST * Math.abs(c - d)
        if (value > best) [best, back[c]] = [value, d]
      }
      next[c] = best + all[f][c]
    }
    reached = next
    from.push(back)
  }
  const path = [reached.indexOf(Math.max(...reached))]
  for (let f = from.length - 1; f >= 0; f--) path.unshift(from[f][path[0]])
  return path
}

/** What stands still all the while, in each bin: the median over time. */
const standing = (frames: readonly Float32Array[]): Float32Array =>
  Float32Array.from({ length: frames[0].length }, (_, i) => median(frames.map((f) => f[i])))

const MAINS = [50, 60] as const
/** Lines of a motor on the mains stand this near to their harmonics, as a share and Hz. */
const MAINS_NEAR = 0.004
const MAINS_TO = 1200
/** A line of a hum stands so far over the noise all the while. */
const HUMS = 2.5

/** Frames without what hums: lines that stand still at multiples of a mains frequency, where that comb is there. */
export function withoutHum({ frames, binHz, timeS }: Spectrogram): Spectrogram {
  const still = standing(frames)
  const strong = (hz: number) => {
    const reach = Math.max(1, Math.round((MAINS_NEAR * hz) / binHz))
    const middle = Math.round(hz / binHz)
    return Math.max(...still.subarray(Math.max(0, middle - reach), middle + reach + 1))
  }
  // the comb whose lines stand out most, as far as no two of them in a row are missing
  const combs = MAINS.map((mains) => {
    const lines: number[] = []
    for (let k = 1; k * mains < MAINS_TO && (k < 3 || strong((k - 1) * mains) > HUMS || strong(k * mains) > HUMS); k++)
      if (strong(k * mains) > HUMS) lines.push(k * mains)
    const between = lines.reduce((sum, hz) => sum + Math.min(MOST_LINE, strong(hz - mains / 2)), 0)
    return { lines, score: lines.reduce((sum, hz) => sum + Math.min(MOST_LINE, strong(hz)), 0) - between }
  })
  const { lines } = combs.reduce((a, b) => (b.score > a.score ? b : a))
  if (lines.length < 3) return { frames, binHz, timeS }
  const quiet = frames.map((f) => Float32Array.from(f))
  for (const hz of lines) {
    // a loud line spreads further in the window's own spectrum
    const reach = Math.round((MAINS_NEAR * hz) / binHz) + Math.min(9, 3 + Math.round(0.7 * strong(hz)))
    const middle = Math.round(hz / binHz)
    for (const f of quiet) f.fill(0, Math.max(0, middle - reach), middle + reach + 1)
  }
  return { frames: quiet, binHz, timeS }
}

/** A tone must move by so much for what stands still to be taken away. */
const MOVES = 0.1
/**
 * What is left of a held tone once what stands still is taken away hops between it and its octaves: it is one of them
 * for more than so large a share of the frames, and an octave away for this share. A tone that moves meets a whistle's
 * for a moment.
 */
const [LEFT_OF_IT, AWAY, OCTAVE] = [0.6, 0.15, 0.06] as const

/** Whether a track is another one that now and then is taken for its octave. */
export function hopsAbout(moving: Track, plain: Track): boolean {
  const hops = moving.frequencyHz.map((hz, f) => Math.log2(hz / plain.frequencyHz[f]))
  const near = hops.filter((hop) => Math.abs(hop - Math.round(hop)) < Math.log2(1 + OCTAVE)).map(Math.round)
  return near.length > LEFT_OF_IT * hops.length && near.filter((n) => n !== 0).length > AWAY * hops.length
}

/**
 * The tone with harmonics that can be followed best between two frequencies.
 * First with all that is heard; then with what stands still taken away: a tone that moves then wins over a hum or a
 * whistle that does not.
 */
export function followTone(s: Spectrogram, fromHz: number, toHz: number): Track {
  const count = Math.max(2, Math.ceil(Math.log(toHz / fromHz) / Math.log(1 + STEP)) + 1)
  const candidates = Array.from({ length: count }, (_, i) => fromHz * (1 + STEP) ** i)
  const follow = (frames: readonly Float32Array[]): Track => {
    const all = frames.map((f) => scores(f, s.binHz, candidates))
    const path = bestPath(all, count)
    return { frequencyHz: path.map((c) => candidates[c]), score: path.map((c, f) => all[f][c]) }
  }
  const plain = follow(s.frames)
  const still = standing(s.frames)
  const moving = follow(s.frames.map((f) => f.map((v, i) => Math.max(0, v - 1.5 * Math.max(0, still[i] - 1.2)))))
  const span = (t: Track) => Math.max(...t.frequencyHz) / Math.min(...t.frequencyHz) - 1
  const middle = (t: Track) => median(t.score)
  const other = span(moving) > MOVES && !hopsAbout(moving, plain)
  const found = other && middle(moving) > 0.55 * middle(plain) ? moving : plain
  if (2 * Math.max(...found.frequencyHz) > toHz || oddLines(s, found) > LEAST_ODD) return found
  const frequencyHz = found.frequencyHz.map((hz) => 2 * hz)
  return { frequencyHz, score: s.frames.map((frame, f) => scores(frame, s.binHz, [frequencyHz[f]])[0]) }
}

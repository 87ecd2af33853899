import { PhysicsError } from '../../errors'
import { said, type Said } from '../../said'
import { COVERAGE_95, mean, median, studentT95, type Measured } from '../../statistics'
import { endsOf } from './ends'
import { frameLength, hann, spectrogram, type Spectrogram } from './spectrogram'
import { followTone, withoutHum } from './track'

export interface ToneRig {
  /** Blades, vanes or arms that pass an outlet in a turn. */
  readonly blades: number
  /** Speeds between which the rotor turns, rad/s. */
  readonly fromRadPerS: number
  readonly toRadPerS: number
  /** Standard uncertainty of the recorder's clock over itself. */
  readonly clockRelativeUncertainty: number
}

/** Another tone that could be the blades'. */
export interface ToneRival {
  readonly speedRadPerS: number
  readonly score: number
}

export interface ToneReduction {
  /** Speed held, over the frames that agree; of a speed that moves the last that was heard. */
  readonly speed: Measured
  readonly steady: boolean
  readonly greatest: Measured
  readonly track: {
    readonly timeS: readonly number[]
    /** NaN where the tone is lost in the noise. */
    readonly speedRadPerS: readonly number[]
    readonly standardUncertainty: readonly number[]
  }
  /** From 0 to 1: how clearly the tone stands over noise and rivals. */
  readonly confidence: number
  readonly rivals: readonly ToneRival[]
  readonly picture: Spectrogram
  readonly sharedRelativeUncertainty: number
  readonly notes: readonly Said[]
}

const fault = (code: string, message: string, nextStep: string) => new PhysicsError({ code, message, nextStep })
/**
 * What the best path through nothing but noise scores, on average; a tone below LOST over a few frames is lost, one
 * below FOUND over all of them is none. Tried on noise of known make: 1.75, and 3.8 for a tone of a fifth of the noise.
 */
const NOISE = 1.75
const LOST = 2.1
const FOUND = 2.6
/** A tone of less is none: of those that were right in a room with an echo none had less than twice as much. */
const LEAST_CONFIDENCE = 0.12
const noTone = () =>
  fault(
    'NO_TONE',
    'No tone with harmonics stands out of the noise between these speeds.',
    'Hold the microphone beside the outlet, a hand’s breadth off the jet, and look whether blades and range are right.',
  )
/** A speed that keeps within this share is held; it wanders where it scatters by so many times what a frame does. */
const [HELD, WANDERS] = [0.02, 3] as const
const HARMONICS = 4
/** A phone's clock is good to so much. Common practice, no source. */
export const PHONE_CLOCK = 2e-5

/** Power of a tone with harmonics in a windowed frame, frequency moving evenly through it. */
function chirpPower(frame: Float64Array, rate: number, hz: number, hzPerS: number, harmonics: number): number {
  const middle = frame.length / 2
  let total = 0
  for (let k = 1; k <= harmonics; k++) {
    if (k * hz > 0.45 * rate) break
    // the phase is a square in time: its step turns evenly, so that three turns of a pointer stand for all sines
    const turn = (2 * Math.PI * k) / rate
    const bend = (turn * hzPerS) / rate
    const phase = -turn * middle * (hz - (0.5 * hzPerS * middle) / rate)
    const step = turn * hz - bend * (middle - 0.5)
    let [zr, zi, dr, di] = [Math.cos(phase), -Math.sin(phase), Math.cos(step), -Math.sin(step)]
    const [er, ei] = [Math.cos(bend), -Math.sin(bend)]
    let [re, im] = [0, 0]
    for (let i = 0; i < frame.length; i++) {
      re += frame[i] * zr
      im += frame[i] * zi
      const nr = zr * dr - zi * di
      zi = zr * di + zi * dr
      zr = nr
      const mr = dr * er - di * ei
      di = dr * ei + di * er
      dr = mr
    }
    total += re * re + im * im
  }
  return total
}

/** How fast a tone moves at a frame, Hz/s: a line through what is heard three frames to either side. */
function slopeOf(hz: readonly (number | null)[], timeS: readonly number[], f: number): number {
  const rows: [number, number][] = []
  for (let k = Math.max(0, f - 3); k <= Math.min(hz.length - 1, f + 3); k++) {
    const v = hz[k]
    if (v !== null) rows.push([timeS[k], v])
  }
  if (rows.length < 2) return 0
  const [t, v] = [mean(rows.map((r) => r[0])), mean(rows.map((r) => r[1]))]
  return rows.reduce((s, r) => s + (r[0] - t) * (r[1] - v), 0) / rows.reduce((s, r) => s + (r[0] - t) ** 2, 0)
}

/**
 * Frequency in the middle of a frame, sought near a first one with its change held: the greatest power of tone and
 * harmonics.
 */
export function refine(frame: Float64Array, rate: number, hz: number, hzPerS: number, widthHz: number): number {
  const at = (f: number) => chirpPower(frame, rate, f, hzPerS, HARMONICS)
  // golden section between the neighbours of the best of five, until a parabola of the logarithm tells the rest
  const tries = [-1, -0.5, 0, 0.5, 1].map((k) => hz + k * widthHz)
  const powers = tries.map(at)
  const best = powers.indexOf(Math.max(...powers))
  const [below, over] = [Math.max(0, best - 1), Math.min(4, best + 1)]
  let [low, pLow, high, pHigh] = [tries[below], powers[below], tries[over], powers[over]]
  const g = (Math.sqrt(5) - 1) / 2
  let [a, b] = [high - g * (high - low), low + g * (high - low)]
  let [pa, pb] = [at(a), at(b)]
  for (let i = 0; i < 5; i++) {
    if (pa > pb) {
      ;[high, pHigh, b, pb] = [b, pb, a, pa]
      a = high - g * (high - low)
      pa = at(a)
    } else {
      ;[low, pLow, a, pa] = [a, pa, b, pb]
      b = low + g * (high - low)
      pb = at(b)
    }
  }
  const [middle, top] = pa > pb ? [a, pa] : [b, pb]
  // where the top lies at an end there is no parabola over it
  if (pLow >= top || pHigh >= top) return pLow > pHigh ? low : high
  const [l, h] = [Math.log(pLow / top), Math.log(pHigh / top)]
  const [left, right] = [middle - low, high - middle]
  return middle + (0.5 * (h * left ** 2 - l * right ** 2)) / -(h * left + l * right)
}

/**
 * Speed from the sound of passing blades: a tone at blades × turns with its harmonics, followed through short spectra,
 * then sought anew in each frame with its change taken along.
 * Range: ten frames or more, tone below 0.45 of the sample rate. Error: see `npm run campaign`; uncertainty of a held
 * tone by the scatter of its frames (JCGM 100, 4.2) and the recorder's clock.
 * @throws PhysicsError SHORT_SOUND, TONE_RANGE, NO_TONE.
 */
export function reduceTone(
  samples: ArrayLike<number>,
  sampleRateHz: number,
  rig: ToneRig,
  progress: (share: number) => void = () => undefined,
): ToneReduction {
  const size = frameLength(sampleRateHz)
  if (samples.length < 4 * size)
    throw fault(
      'SHORT_SOUND',
      'The sound is shorter than half a second.',
      'Record two seconds or more at a held speed.',
    )
  const turns = rig.blades / (2 * Math.PI)
  const fromHz = Math.max(40, rig.fromRadPerS * turns)
  const toHz = Math.min(0.45 * sampleRateHz, rig.toRadPerS * turns)
  if (!(toHz > 1.05 * fromHz))
    throw fault(
      'TONE_RANGE',
      `Between these speeds ${rig.blades} blades sound from ${Math.round(fromHz)} to ${Math.round(rig.toRadPerS * turns)} Hz, of which a sample rate of ${sampleRateHz} Hz holds nothing.`,
      'Give a wider range of speeds, or record with a higher sample rate.',
    )
  const whole = spectrogram(samples, sampleRateHz, (p) => progress(0.4 * p))
  const picture = withoutHum(whole)
  const track = followTone(picture, fromHz, toHz)
  progress(0.6)
  const window = hann(size)
  const hop = size / 4
  const { timeS } = picture
  const binHz = sampleRateHz / size
  const heard = track.score.map((_, f) => mean(track.score.slice(Math.max(0, f - 2), f + 3)) > LOST)
  const over = track.score.filter((_, f) => heard[f])
  if (over.length < Math.max(4, 0.1 * heard.length) || median(over) < FOUND) throw noTone()
  const framed = (f: number) => Float64Array.from({ length: size }, (_, i) => samples[f * hop + i] * window[i])
  const soughtFrom = (hz: readonly (number | null)[], done: number, wide: number) =>
    timeS.map((_, f): number | null => {
      if (f % 16 === 0) progress(done + (0.2 * f) / timeS.length)
      const near = hz[f]
      if (near === null) return null
      const width = wide * Math.max(0.8 * binHz, 0.006 * near)
      return refine(framed(f), sampleRateHz, near, slopeOf(hz, timeS, f), width)
    })
  const coarse = track.frequencyHz.map((hz, f) => (heard[f] ? hz : null))
  // once more, by what the first search says of its change
  const refined = soughtFrom(soughtFrom(coarse, 0.6, 1), 0.8, 0.5)
  // scatter of a frame about its neighbours' line, for what is heard
  const bend = refined.flatMap((r, f) => {
    const [a, b] = [refined[f - 4], refined[f + 4]]
    return r && a && b ? [Math.abs(r - (a + b) / 2)] : []
  })
  const scatterHz = bend.length > 3 ? median(bend) / (0.6745 * Math.sqrt(1.5)) : 0.1 * binHz
  const speeds = refined.map((r) => (r ? r / turns : NaN))
  const known = speeds.filter((w) => Number.isFinite(w))
  const middle = median(known)
  const near = known.filter((w) => Math.abs(w / middle - 1) < HELD)
  const steady = near.length > 0.85 * known.length
  const measured = (value: number, u: number): Measured => ({
    value,
    standardUncertainty: Math.hypot(u, rig.clockRelativeUncertainty * value),
    unit: 'rad/s',
  })
  // frames share three quarters of their samples: one in four tells something new
  const ofMany = (values: readonly number[], floor: number): Measured => {
    const m = mean(values)
    const n = Math.max(2, values.length / 4)
    const sd = Math.sqrt(values.reduce((s, v) => s + (v - m) ** 2, 0) / Math.max(1, values.length - 1))
    return measured(m, Math.max(((studentT95(n - 1) / COVERAGE_95) * sd) / Math.sqrt(n), floor))
  }
  const oneU = scatterHz / turns
  const held = steady ? ofMany(near, 0.02 * oneU) : null
  // a speed that is held goes up and down a little all the same
  const wanders = Math.sqrt(near.reduce((s, w) => s + (w - middle) ** 2, 0) / near.length) > WANDERS * oneU
  const ends = held && !wanders ? null : endsOf(speeds, timeS, size / 2 / sampleRateHz, oneU)
  const speed = held ?? (ends ? measured(ends.last.value, ends.last.u) : ofMany(near, 0.02 * oneU))
  const greatest = ends ? measured(ends.greatest.value, ends.greatest.u) : speed
  const notes: Said[] = []
  const rivals = rivalsOf(picture, fromHz, toHz, track.frequencyHz, turns)
  const score = median(over) - NOISE
  const rival = rivals[0]?.score ?? 0
  const share = heard.filter(Boolean).length / heard.length
  const confidence = Math.min(1, (score / 2.5) * Math.min(1, score / Math.max(0.1, rival)) * Math.sqrt(share))
  if (confidence < LEAST_CONFIDENCE) throw noTone()
  if (share < 0.7) notes.push(said('tone-lost', { share }))
  if (rival > 0.8 * score) notes.push(said('tone-rival', { speedRadPerS: rivals[0].speedRadPerS }))
  if (ends && ends.unheardS > size / 2 / sampleRateHz) notes.push(said('tone-top-unheard', { seconds: ends.unheardS }))
  if (!steady) notes.push(said('tone-moves', { from: known[0], to: known[known.length - 1] }))
  return {
    speed,
    steady,
    greatest,
    track: { timeS, speedRadPerS: speeds, standardUncertainty: speeds.map((w) => (Number.isFinite(w) ? oneU : NaN)) },
    confidence,
    rivals,
    picture: whole,
    sharedRelativeUncertainty: rig.clockRelativeUncertainty,
    notes,
  }
}

/** The next best tones over the whole recording, none a plain multiple of the one that was followed. */
function rivalsOf(
  s: Spectrogram,
  fromHz: number,
  toHz: number,
  followed: readonly number[],
  turns: number,
): ToneRival[] {
  const still = new Float32Array(s.frames[0].length)
  s.frames.forEach((f, k) => {
    for (let i = 0; i < f.length; i++) {
      const hz = i * s.binHz
      const ratio = hz / followed[k]
      // what belongs to the tone itself is no rival of it
      if (Math.abs(ratio - Math.round(ratio)) > 0.03 || ratio < 0.5) still[i] += f[i] / s.frames.length
    }
  })
  const found: ToneRival[] = []
  for (let hz = fromHz; hz < toHz; hz *= 1.004) {
    let sum = 0
    for (let k = 1; k <= 5; k++) {
      const i = Math.round((k * hz) / s.binHz)
      const j = Math.round(((k - 0.5) * hz) / s.binHz)
      if (i < still.length)
        sum += (Math.min(5, Math.max(0, still[i] - 0.6)) - Math.min(5, Math.max(0, still[j] - 0.6))) / Math.sqrt(k)
    }
    found.push({ speedRadPerS: hz / turns, score: sum })
  }
  const out: ToneRival[] = []
  for (const r of found.toSorted((a, b) => b.score - a.score)) {
    if (out.length >= 3 || r.score < 1) break
    if (out.every((o) => Math.abs(o.speedRadPerS / r.speedRadPerS - 1) > 0.05)) out.push(r)
  }
  return out
}

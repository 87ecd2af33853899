import FFT from 'fft.js'
import { median } from '../../statistics'

/** Power of a sound over time and frequency. */
export interface Spectrogram {
  /** Middle of each frame, s. */
  readonly timeS: readonly number[]
  readonly binHz: number
  /** Of each frame: how far each bin stands over the noise beside it, as ln(1 + power / noise). */
  readonly frames: readonly Float32Array[]
}

/** Length of a frame, samples: some 90 ms, a power of two. */
export const frameLength = (sampleRateHz: number): number => 2 ** Math.round(Math.log2(0.09 * sampleRateHz))

export const hann = (size: number): Float64Array =>
  Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size))

/** Half-width of the stretch of bins whose median is the noise, Hz. */
const BESIDE_HZ = 400

/** Noise beside each bin: medians of stretches, straight between their middles. */
function floorOf(power: Float32Array, binHz: number): Float32Array {
  const half = Math.max(4, Math.round(BESIDE_HZ / binHz))
  const middles: number[] = []
  const levels: number[] = []
  for (let i = 0; i < power.length; i += half) {
    middles.push(Math.min(power.length - 1, i))
    levels.push(median(power.subarray(Math.max(0, i - half), Math.min(power.length, i + half))))
  }
  const out = new Float32Array(power.length)
  for (let i = 0, k = 0; i < power.length; i++) {
    while (k + 2 < middles.length && middles[k + 1] < i) k++
    const next = Math.min(k + 1, middles.length - 1)
    const share = next === k ? 0 : (i - middles[k]) / (middles[next] - middles[k])
    out[i] = levels[k] + Math.min(1, Math.max(0, share)) * (levels[next] - levels[k])
  }
  return out
}

/**
 * Short spectra by a Hann window, a quarter of it from one to the next, each bin over the noise beside it. Twice as
 * many points as samples, so that lines stand between bins.
 */
export function spectrogram(
  samples: ArrayLike<number>,
  sampleRateHz: number,
  progress: (share: number) => void = () => undefined,
): Spectrogram {
  const size = frameLength(sampleRateHz)
  const padded = 2 * size
  const window = hann(size)
  const fft = new FFT(padded)
  const spectrum = fft.createComplexArray()
  const data = new Float64Array(padded)
  const binHz = sampleRateHz / padded
  const hop = size / 4
  const timeS: number[] = []
  const frames: Float32Array[] = []
  for (let from = 0; from + size <= samples.length; from += hop) {
    for (let i = 0; i < size; i++) data[i] = samples[from + i] * window[i]
    fft.realTransform(spectrum, data)
    const power = new Float32Array(size)
    for (let i = 0; i < size; i++) power[i] = spectrum[2 * i] ** 2 + spectrum[2 * i + 1] ** 2
    const floor = floorOf(power, binHz)
    for (let i = 0; i < size; i++) power[i] = Math.log1p(power[i] / Math.max(1e-20, floor[i] / Math.LN2))
    timeS.push((from + size / 2) / sampleRateHz)
    frames.push(power)
    if (frames.length % 32 === 0) progress(from / samples.length)
  }
  return { timeS, binHz, frames }
}

import { readFileSync } from 'node:fs'
import jStat from 'jstat'
import { chosen, sample } from '../../check-values/sample'
import { PhysicsError } from '../../errors'
import { readWav } from '../../../project/measuring/recordings/sound'
import { TONE_CONDITIONS, simulateTone, toneCampaign } from './simulate-tone'
import { reduceTone, type ToneRig } from '.'
import { refine } from './reduce-tone'

const rpm = (w: number) => (w * 30) / Math.PI
const radPerS = (n: number) => (n * Math.PI) / 30
const rig = (blades: number): ToneRig => ({
  blades,
  fromRadPerS: radPerS(2000),
  toRadPerS: radPerS(60_000),
  clockRelativeUncertainty: 2e-5,
})
const recorded = (name: string) => {
  const read = readWav(new Uint8Array(readFileSync(`src/project/fixtures/recordings/${name}`)))
  if (!read.ok) throw new Error(read.message)
  return read.sound
}

describe('the sound of passing blades', () => {
  // made by another program: 3600 Hz of 12 blades in noise, harmonics 1, 0.4, 0.2, 0.1
  test('a held tone of known speed within 0.1 %: 18 000 rpm', () => {
    const { channels, sampleRateHz } = recorded('whine_constant_18000rpm_12blades.wav')
    const r = reduceTone(channels[0], sampleRateHz, rig(12))
    expect(r.steady).toBe(true)
    expect(Math.abs(rpm(r.speed.value) / 18_000 - 1)).toBeLessThan(1e-4)
    expect(Math.abs(rpm(r.speed.value) - 18_000)).toBeLessThan(3 * rpm(r.speed.standardUncertainty))
    expect(r.greatest).toEqual(r.speed)
    expect(r.confidence).toBeGreaterThan(0.9)
    expect(r.notes).toEqual([])
    // blade count and speed are one number: 24 blades would turn half as fast
    const half = reduceTone(channels[0], sampleRateHz, { ...rig(24), fromRadPerS: radPerS(1000) })
    expect(rpm(half.speed.value)).toBeCloseTo(9000, 0)
  })
  test('a held speed is as sure as the mean of a fourth of its frames, which share three quarters of their samples', () => {
    const sampleRateHz = 44_100
    const samples = simulateTone({
      blades: 12,
      speedAt: (t) => 900 * (1 + 4e-4 * Math.sin(9 * t)),
      seconds: 2,
      sampleRateHz,
      harmonics: [1, 0.5, 0.25],
      noise: 0.2,
      hum: null,
      seed: 3,
    })
    const { steady, speed, track } = reduceTone(samples, sampleRateHz, { ...rig(12), clockRelativeUncertainty: 0 })
    expect(steady).toBe(true)
    const frames = [...track.speedRadPerS].filter(Number.isFinite)
    const n = frames.length / 4
    const mean = frames.reduce((sum, v) => sum + v, 0) / frames.length
    const sd = Math.sqrt(frames.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (frames.length - 1))
    const widened = jStat.studentt.inv(0.975, n - 1) / 1.959964
    expect(speed.value).toBeCloseTo(mean, 9)
    expect(speed.standardUncertainty / ((widened * sd) / Math.sqrt(n))).toBeCloseTo(1, 3)
  })
  // made by another program: 3000 + 23 000 (1 − exp(−t/2)) rpm, 9 blades, deeper in noise
  test('a sweep is followed within 1 %, but for the first frames', () => {
    const { channels, sampleRateHz } = recorded('whine_sweep_up.wav')
    const r = reduceTone(channels[0], sampleRateHz, rig(9))
    expect(r.steady).toBe(false)
    const off = r.track.timeS.map((t, i) => rpm(r.track.speedRadPerS[i]) / (3000 + 23_000 * (1 - Math.exp(-t / 2))) - 1)
    expect(off.slice(2).every((o) => !(Math.abs(o) > 0.01))).toBe(true)
    expect(off.slice(32).every((o) => !(Math.abs(o) > 0.006))).toBe(true)
    // it is heard nearly all the while
    expect(off.filter((o) => Number.isFinite(o)).length).toBeGreaterThan(0.95 * off.length)
    expect(r.notes.map((n) => n.code)).toContain('tone-moves')
  })
  test.each([
    ['with all its lines', [1, 0.5, 0.25, 0.1], null],
    ['with a fundamental that is hardly there', [0.1, 1, 0.4, 0.5], null],
    ['under a compressor that hums much louder', [1, 0.5, 0.25, 0.1], { mainsHz: 50, harmonics: [4, 6, 3, 2, 1, 1] }],
  ])('1 250 Hz of ten blades %s is 7 500 rpm, neither half nor twice of it', (_, harmonics, hum) => {
    const samples = simulateTone({
      blades: 10,
      speedAt: () => radPerS(7500),
      seconds: 2,
      sampleRateHz: 44_100,
      harmonics,
      noise: 1,
      hum,
      seed: 6,
    })
    const r = reduceTone(samples, 44_100, rig(10))
    expect(Math.abs(rpm(r.speed.value) / 7500 - 1)).toBeLessThan(1e-3)
  })
  test.each([
    [660, 60],
    [800, 50],
    [860, 60],
  ])('%i Hz of ten blades under a hum of %i Hz with ten lines, each ten times as loud', (hz, mainsHz) => {
    const w = (2 * Math.PI * hz) / 10
    const samples = simulateTone({
      blades: 10,
      speedAt: () => w,
      seconds: 2,
      sampleRateHz: 44_100,
      harmonics: [0.4, 0.3, 0.1],
      noise: 1,
      hum: { mainsHz, harmonics: [3, 5, 4, 4, 4, 3, 3, 2, 2, 2] },
      seed: 12,
    })
    const r = reduceTone(samples, 44_100, { ...rig(10), fromRadPerS: 0.2 * w, toRadPerS: 3 * w })
    expect(Math.abs(r.speed.value / w - 1)).toBeLessThan(2e-3)
  })
  test('progress rises to its end', () => {
    const { channels, sampleRateHz } = recorded('whine_constant_18000rpm_12blades.wav')
    const told: number[] = []
    reduceTone(channels[0].subarray(0, 60_000), sampleRateHz, rig(12), (p) => told.push(p))
    expect(told.every((p, i) => p >= 0 && p <= 1 && (i === 0 || p >= told[i - 1]))).toBe(true)
    expect(told[told.length - 1]).toBeGreaterThan(0.8)
  })
  test.each([
    ['a tenth of a second', new Float32Array(4000), rig(12), 'SHORT_SOUND'],
    [
      'nothing but noise',
      simulateTone({
        blades: 9,
        speedAt: () => 500,
        seconds: 2,
        sampleRateHz: 44_100,
        harmonics: [],
        noise: 1,
        hum: null,
        seed: 2,
      }),
      rig(9),
      'NO_TONE',
    ],
    [
      'speeds beyond the sample rate',
      new Float32Array(90_000),
      { ...rig(12), fromRadPerS: 20_000, toRadPerS: 30_000 },
      'TONE_RANGE',
    ],
  ])('%s is refused in words', (_, samples, own, code) => {
    try {
      reduceTone(samples, 44_100, own)
      throw new Error('was taken')
    } catch (error) {
      expect(error).toBeInstanceOf(PhysicsError)
      expect((error as PhysicsError).detail.code).toBe(code)
    }
  })
  test('simulated sounds: found in nearly all, and the interval holds', () => {
    const n = sample(1)
    const all = chosen(TONE_CONDITIONS, (c) => c !== 'held' && c !== 'weak fundamental')
      .filter((c) => c !== 'deep in noise')
      .flatMap((c) => toneCampaign(c, n))
    expect(all.reduce((s, r) => s + r.held, 0) / all.length).toBeGreaterThan(0.8)
  })
})

test.each([
  ['falls from the first sample on', (t: number) => 900 * Math.exp(-t / 3), 900],
  ['rises up to the last', (t: number) => 900 * Math.exp((t - 3) / 3), 900],
  ['rises and falls', (t: number) => 900 * (1 - 0.2 * (t - 1.5) ** 2), 900],
])('the greatest of a speed that %s is told up to the edge of the recording', (_, speedAt, top) => {
  const samples = simulateTone({
    blades: 12,
    speedAt,
    seconds: 3,
    sampleRateHz: 44_100,
    harmonics: [1, 0.5, 0.25],
    noise: 0.5,
    hum: null,
    seed: 9,
  })
  const { steady, greatest, speed, track } = reduceTone(samples, 44_100, rig(12))
  expect(steady).toBe(false)
  // a frame is 93 ms long: its middle alone would be 1.5 % too low
  expect(Math.abs(greatest.value / top - 1)).toBeLessThan(2e-3)
  expect(Math.abs(greatest.value - top)).toBeLessThan(2 * greatest.standardUncertainty)
  const last = track.timeS.findLast((_, f) => Number.isFinite(track.speedRadPerS[f])) ?? NaN
  expect(Math.abs(speed.value / speedAt(last) - 1)).toBeLessThan(2e-3)
})

test('a tone within a frame, still or moving, is placed to a thousandth of a line of its spectrum', () => {
  const [rate, size] = [44_100, 4096]
  for (const [hz, hzPerS] of [
    [1234.5, 0],
    [1241.3, 800],
    [987.6, -1500],
  ]) {
    const frame = Float64Array.from({ length: size }, (_, i) => {
      const t = (i - size / 2) / rate
      const phase = 2 * Math.PI * (hz * t + 0.5 * hzPerS * t * t)
      const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size)
      return window * (Math.sin(phase) + 0.5 * Math.sin(2 * phase + 1) + 0.2 * Math.sin(3 * phase + 2))
    })
    for (const off of [-4, 0.3, 5]) expect(Math.abs(refine(frame, rate, hz + off, hzPerS, 9) - hz)).toBeLessThan(0.011)
  }
})

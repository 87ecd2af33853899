import { simulateTone, toneRun } from './simulate-tone'
import { reduceTone, type ToneRig } from '.'

const RATE = 44_100
const rig = (blades: number, topRadPerS: number): ToneRig => ({
  blades,
  fromRadPerS: 0.15 * topRadPerS,
  toRadPerS: 2.6 * topRadPerS,
  clockRelativeUncertainty: 2e-5,
})
const sound = (speedAt: (t: number) => number, more: Partial<Parameters<typeof simulateTone>[0]> = {}) =>
  simulateTone({
    blades: 12,
    speedAt,
    seconds: 3,
    sampleRateHz: RATE,
    harmonics: [1, 0.5, 0.25],
    noise: 0.5,
    hum: null,
    seed: 9,
    ...more,
  })

describe('a room that gives the sound back', () => {
  // a moving tone is heard twice at once there: frames that scatter for it were left out, and with them the top
  test.each([9, 14, 47])('the greatest of a speed that falls is told from its beginning on: %i', (seed) => {
    const { found, truth } = toneRun('slows in a room', seed)
    expect(Math.abs((found?.greatest.value ?? NaN) - truth.greatest)).toBeLessThan(
      2 * (found?.greatest.standardUncertainty ?? NaN),
    )
  })
  // what is left of a held tone without what stands still is its octave, now and then; or half of it, where its upper
  // harmonics lie beyond the recording
  test.each([13, 23])('a speed that is nearly held is not taken for twice or half of it: %i', (seed) => {
    const { found, truth } = toneRun('wanders in a room', seed)
    expect(Math.abs((found?.speed.value ?? NaN) / truth.speed - 1)).toBeLessThan(2e-3)
    expect(found?.steady).toBe(true)
  })
})

test('the greatest of a speed that wanders is its top, not its mean', () => {
  const { steady, speed, greatest } = reduceTone(
    sound((t) => 900 * (1 + 0.006 * Math.sin(2 * t))),
    RATE,
    rig(12, 900),
  )
  expect(steady).toBe(true)
  expect(Math.abs(greatest.value - 900 * 1.006)).toBeLessThan(2 * greatest.standardUncertainty)
  expect(greatest.value).toBeGreaterThan(1.002 * speed.value)
})

describe('a top that is not heard', () => {
  const falls = (t: number) => 900 * Math.exp(-t / 3)
  const covered = (seconds: number) => {
    const heard = sound(falls)
    // a hiss over the beginning
    const hiss = sound(falls, { harmonics: [], noise: 60, seed: 4 })
    return heard.map((v, i) => (i < seconds * RATE ? hiss[i] : v))
  }
  test('for a fifth of a second it is carried on from what was heard, and that is said', () => {
    const { greatest, notes } = reduceTone(covered(0.2), RATE, rig(12, 900))
    const [note] = notes.filter((n) => n.code === 'tone-top-unheard')
    expect(Number(note.values.seconds)).toBeGreaterThan(0.1)
    expect(Number(note.values.seconds)).toBeLessThan(0.35)
    expect(Math.abs(greatest.value - 900)).toBeLessThan(2.5 * greatest.standardUncertainty)
    expect(greatest.standardUncertainty).toBeLessThan(30)
  })
  test('for longer it may have been anything up to there', () => {
    const { greatest, notes } = reduceTone(covered(0.8), RATE, rig(12, 900))
    expect(notes.map((n) => n.code)).toContain('tone-top-unheard')
    expect(greatest.value).toBeLessThan(falls(0.6))
    expect(Math.abs(greatest.value - 900)).toBeLessThan(2 * greatest.standardUncertainty)
  })
  test('one that is heard to its edge is not said to be', () =>
    expect(reduceTone(sound(falls), RATE, rig(12, 900)).notes.map((n) => n.code)).not.toContain('tone-top-unheard'))
})

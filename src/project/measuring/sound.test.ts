import { methodOf } from '.'
import type { SoundConditions, SoundDetail } from './sound/method'

const RATE = 22_050
/** Twelve blades at 100 turns a second, then at 150: a tone of 1200 Hz and one of 1800 Hz. */
const samples = Float32Array.from({ length: 4 * RATE }, (_, i) => {
  const t = i / RATE
  return 0.4 * Math.sin(2 * Math.PI * (t < 2 ? 1200 * t : 1800 * t))
})
const conditions: SoundConditions = {
  method: 'sound',
  channel: 1,
  rig: { blades: 12, fromRadPerS: 150, toRadPerS: 6000, clockRelativeUncertainty: 0 },
} as SoundConditions

test('the picture of a sound shows its tone where it is, over time and over frequency', () => {
  const { detail } = methodOf('sound').reduce(
    { kind: 'sound', sound: { sampleRateHz: RATE, channels: [samples] } } as never,
    conditions,
  )
  const { picture } = detail as SoundDetail
  const darkest = (frame: number) => {
    const column = picture.loud.subarray(frame * picture.rows, (frame + 1) * picture.rows)
    return ((column.indexOf(Math.max(...column)) + 0.5) / picture.rows) * picture.topHz
  }
  const row = picture.topHz / picture.rows
  for (const share of [0.1, 0.25, 0.4])
    expect(Math.abs(darkest(Math.floor(share * picture.frames)) - 1200)).toBeLessThan(3 * row)
  for (const share of [0.6, 0.75, 0.9])
    expect(Math.abs(darkest(Math.floor(share * picture.frames)) - 1800)).toBeLessThan(3 * row)
  // three harmonics have room
  expect(picture.topHz).toBeGreaterThan(3 * 1800)
  expect(picture.topHz).toBeLessThan(RATE / 2 + 100)
})

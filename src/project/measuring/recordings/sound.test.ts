import { createRequire } from 'node:module'
import type * as Wave from 'wavefile'
import { isWav, loudestChannel, readWav } from '.'

// one of its builds has named exports, the other a default one: the same in every runner
const require = createRequire(`${process.cwd()}/package.json`)
const { WaveFile } = require('wavefile') as typeof Wave

/** Two channels of known samples: a tone, and a ramp from one end to the other. */
const FRAMES = 480
const tone = Array.from({ length: FRAMES }, (_, i) => 0.8 * Math.sin((2 * Math.PI * i) / 48))
const ramp = Array.from({ length: FRAMES }, (_, i) => -1 + (2 * i) / FRAMES)

function written(depth: '8' | '16' | '24' | '32' | '32f' | '64', channels: readonly number[][], rate = 48_000) {
  const whole = { 8: 127, 16: 32_767, 24: 8_388_607, 32: 2_147_483_647 }[depth as string]
  const scaled = channels.map((c) =>
    Float64Array.from(c, (x) => (whole === undefined ? x : Math.round(whole * x) + (depth === '8' ? 128 : 0))),
  )
  const wav = new WaveFile()
  wav.fromScratch(channels.length, rate, depth, channels.length === 1 ? scaled[0] : scaled)
  return wav.toBuffer()
}

describe('against files written by a general library (wavefile)', () => {
  test.each([
    ['8', 1 / 64],
    ['16', 1e-4],
    ['24', 1e-6],
    ['32', 1e-6],
    ['32f', 1e-7],
    ['64', 1e-7],
  ] as const)('%s bits: every sample of both channels within %d', (depth, within) => {
    const read = readWav(written(depth, [tone, ramp], 44_100))
    if (!read.ok) throw new Error(read.message)
    expect(read.sound.sampleRateHz).toBe(44_100)
    expect(read.sound.channels.map((c) => c.length)).toEqual([FRAMES, FRAMES])
    const worst = [tone, ramp].map((truth, c) =>
      Math.max(...truth.map((x, i) => Math.abs(x - read.sound.channels[c][i]))),
    )
    for (const w of worst) expect(w).toBeLessThan(within)
  })
  test('one channel', () => {
    const read = readWav(written('16', [tone]))
    expect(read.ok && read.sound.channels).toHaveLength(1)
  })
  test('chunks before the sound are passed over', () => {
    const wav = new WaveFile(written('16', [tone]))
    wav.setTag('ICMT', 'odd')
    const read = readWav(wav.toBuffer())
    expect(read.ok && read.sound.channels[0].length).toBe(FRAMES)
  })
  test('a chunk of odd length is passed over with the byte that fills it up', () => {
    const plain = written('16', [tone])
    const data = Buffer.from(plain).indexOf('data')
    const note = [...Buffer.from('note'), 3, 0, 0, 0, ...Buffer.from('abc'), 0]
    const read = readWav(Uint8Array.from([...plain.subarray(0, data), ...note, ...plain.subarray(data)]))
    expect(read.ok && read.sound.channels[0].length).toBe(FRAMES)
  })
})

test('of several channels the loudest about its mean is heard; of those that are alike the first', () => {
  const heard = (...channels: number[][]) => {
    const read = readWav(written('16', channels))
    if (!read.ok) throw new Error(read.message)
    return loudestChannel(read.sound)
  }
  const still = tone.map(() => 0)
  const quiet = tone.map((x) => 0.3 * x)
  expect([heard(tone, still), heard(still, tone), heard(quiet, tone, still)]).toEqual([1, 2, 2])
  // one that stands off its middle swings no more for it
  expect(
    heard(
      tone.map(() => 0.9),
      quiet,
    ),
  ).toBe(2)
  expect([heard(tone, tone), heard(still, still), heard(tone)]).toEqual([1, 1, 1])
})

test('a file that was cut off keeps the whole frames that are there', () => {
  const whole = written('16', [tone, ramp])
  const read = readWav(whole.subarray(0, 44 + 4 * 100 + 3))
  expect(read.ok && read.sound.channels.map((c) => c.length)).toEqual([100, 100])
})
test('what is no sound is refused in words', () => {
  const bytes = written('16', [tone])
  expect(isWav(bytes)).toBe(true)
  expect(isWav(new TextEncoder().encode('time,rpm\n0,1'))).toBe(false)
  expect(readWav(bytes.subarray(0, 40))).toMatchObject({ ok: false })
  const law = bytes.slice()
  law[20] = 7
  expect(readWav(law)).toMatchObject({ ok: false, message: expect.stringMatching(/plain PCM/) })
  const slow = bytes.slice()
  new DataView(slow.buffer).setUint32(24, 10, true)
  expect(readWav(slow)).toMatchObject({ ok: false, message: expect.stringMatching(/10 Hz cannot be/) })
})

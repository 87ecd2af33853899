import { MOST_HEARD_S, Tape, canListen } from './microphone'

describe('what a microphone hears', () => {
  test('blocks stand one after the other; the level is that of the last moment', () => {
    const tape = new Tape(1000)
    expect([tape.seconds(), tape.level(), tape.whole().length]).toEqual([0, 0, 0])
    tape.add(new Float32Array(5000).fill(-0.9))
    tape.add(Float32Array.of(0.1, -0.2))
    expect(tape.level()).toBeCloseTo(0.9, 6)
    tape.add(new Float32Array(4096).fill(0.05))
    expect(tape.level()).toBeCloseTo(0.05, 6)
    expect(tape.seconds()).toBeCloseTo(9.098, 9)
    expect([...tape.whole().subarray(4999, 5003)].map((v) => Number(v.toFixed(2)))).toEqual([-0.9, 0.1, -0.2, 0.05])
  })
  test('no more is kept than fits, to the sample', () => {
    const tape = new Tape(10, 7)
    expect(tape.add(new Float32Array(5))).toBe(true)
    expect(tape.add(new Float32Array(5))).toBe(true)
    expect(tape.add(new Float32Array(5))).toBe(false)
    expect(tape.whole()).toHaveLength(7)
    expect(new Tape(48_000).add(new Float32Array(10))).toBe(true)
    expect(MOST_HEARD_S).toBeGreaterThan(60)
  })
  test('where there is no microphone it is not offered', () => expect(canListen()).toBe(false))
})

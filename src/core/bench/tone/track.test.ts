import { endsOf } from './ends'
import { hopsAbout } from './track'

const track = (of: (f: number) => number) => ({
  frequencyHz: Array.from({ length: 200 }, (_, f) => of(f)),
  score: new Array<number>(200).fill(4),
})
const held = track(() => 1000)

describe('a track that is another one but for octaves', () => {
  test('hops between a tone and its double for a quarter of the time', () =>
    expect(
      hopsAbout(
        track((f) => (f % 100 < 25 ? 2000 : 1003)),
        held,
      ),
    ).toBe(true))
  test('as far below', () =>
    expect(
      hopsAbout(
        track((f) => (f < 60 ? 500 : 1000)),
        held,
      ),
    ).toBe(true))
  test('the same with a few frames astray is no such track', () =>
    expect(
      hopsAbout(
        track((f) => (f < 20 ? 2000 : 1000)),
        held,
      ),
    ).toBe(false))
  test('a sweep past a whistle and its double is a tone of its own', () =>
    expect(
      hopsAbout(
        track((f) => 400 * 1.011 ** f),
        held,
      ),
    ).toBe(false))
})

describe('the greatest of a speed that falls', () => {
  const timeS = Array.from({ length: 120 }, (_, f) => 0.023 * f)
  const falls = (t: number) => 900 * Math.exp(-t / 3)
  // hardly; and nine frames on its way that scatter by 0.6 %, as where two echoes meet
  const slowly = (t: number) => 900 * Math.exp(-t / 30)
  const bumped = timeS.map((t, f) => slowly(t) * (f > 20 && f < 30 ? 1.03 + (f % 2 === 0 ? 0.006 : -0.006) : 1))
  test('is not that of frames that scatter over it, as far as they scatter', () => {
    const { greatest } = endsOf(bumped, timeS, 0.046, 0.5) ?? { greatest: { value: NaN, u: NaN } }
    expect(greatest.value / (900 * Math.exp(0.046 / 30))).toBeCloseTo(1, 3)
  })
  test('has what it falls by within half a frame before the first one’s middle', () => {
    const { greatest } = endsOf(timeS.map(falls), timeS, 0.046, 0.5) ?? { greatest: { value: NaN, u: NaN } }
    expect(greatest.value / (900 * Math.exp(0.046 / 3))).toBeCloseTo(1, 3)
  })
})

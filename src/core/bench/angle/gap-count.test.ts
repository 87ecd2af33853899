import { recountGaps } from './gap-count'

/** Times of marks of a rotor that gains `accelerates` marks/s each second from `from` marks/s, each a little early or late. */
const marksOf = (count: number, from: number, accelerates: number, off = 0) =>
  Float64Array.from({ length: count }, (_, n) => {
    const t = accelerates === 0 ? n / from : (Math.sqrt(from ** 2 + 2 * accelerates * n) - from) / accelerates
    return t + off * Math.sin(37 * n)
  })
const numbered = (count: number, from = 0) => Float64Array.from({ length: count }, (_, n) => n + from)
/** As counted where the sensor missed `missed` marks in a gap after mark 200: what arrived behind it is numbered too low. */
const counted = (times: Float64Array, lost: number, missed: number) => {
  const arrived = (i: number) => i <= 200 || i > 200 + lost
  const number = numbered(times.length).map((n) => (n > 200 + lost ? n - missed : n))
  return { arrived, number }
}

describe('turns across a gap of marks that never arrived', () => {
  const times = marksOf(600, 250, 12, 1e-5)
  test.each([1, 2, -1, -3])('%s more than the device counted: all later numbers are moved by it', (missed) => {
    const { arrived, number } = counted(times, 150, missed)
    const found = recountGaps(times, number, arrived)
    expect(found.recounted).toEqual([{ atS: times[200], marks: missed }])
    const wrong = [...found.number].filter((n, i) => arrived(i) && n !== i)
    expect(wrong).toEqual([])
  })
  test('as many as the device counted: nothing is moved', () => {
    const { arrived, number } = counted(times, 150, 0)
    expect(recountGaps(times, number, arrived)).toEqual({ number, recounted: [] })
  })
  test('a single lost line beside a missed mark is told too, and two gaps each for itself', () => {
    const arrived = (i: number) => i !== 150 && !(i > 300 && i < 400)
    const number = numbered(600).map((n) => n - (n > 150 ? 1 : 0) + (n > 399 ? 2 : 0))
    const found = recountGaps(times, number, arrived)
    expect(found.recounted.map((r) => r.marks)).toEqual([1, -2])
    expect([...found.number].filter((n, i) => arrived(i) && n !== i)).toEqual([])
  })
  test('where the speed settles within the gap, its bend is counted with it', () => {
    // towards 280 marks/s with a lag of 0.6 s: the trapezium alone is 0.3 of a mark off
    const turned = (t: number) => 280 * (t - 0.6 * (1 - Math.exp(-t / 0.6)))
    const settling = Float64Array.from({ length: 500 }, (_, n) => {
      let [low, high] = [0, 10]
      for (let i = 0; i < 60; i++) {
        const t = (low + high) / 2
        if (turned(t) < n) low = t
        else high = t
      }
      return low
    })
    const from = settling.findIndex((t) => t > 1.4)
    const to = settling.findIndex((t) => t > 1.8)
    const arrived = (i: number) => i <= from || i >= to
    for (const missed of [0, 1]) {
      const number = numbered(500).map((n) => (n >= to ? n - missed : n))
      const found = recountGaps(settling, number, arrived)
      expect(found.recounted.map((r) => r.marks)).toEqual(missed ? [1] : [])
    }
  })
  test('where the speed breaks within the gap nothing is moved: it is left as the device counted', () => {
    const slow = marksOf(260, 50, 0)
    const fast = marksOf(340, 50, 400).map((t) => t + slow[259] + 1 / 50)
    const both = Float64Array.from([...slow, ...fast])
    const { arrived, number } = counted(both, 150, 1)
    expect(recountGaps(both, number, arrived)).toEqual({ number, recounted: [] })
  })
  test('too few marks beside it, or marks that lie on no curve, tell nothing', () => {
    const few = counted(times.slice(0, 365), 150, 1)
    expect(recountGaps(times.slice(0, 365), few.number, few.arrived).recounted).toEqual([])
    const wild = marksOf(600, 250, 12, 2e-3)
    const { arrived, number } = counted(wild, 150, 1)
    expect(recountGaps(wild, number, arrived).recounted).toEqual([])
  })
})

import { aboutShaft, lifted, movedBy, onBody, placedAt, posed, turnedOver, type Vec } from './assembly'

/** A body lying askew: its z along 2,3,6 (over 7), its x at a right angle to that. */
const Z: Vec = [2 / 7, 3 / 7, 6 / 7]
const X: Vec = [3 / 7, -6 / 7, 2 / 7]
const askew = posed([10, 20, 30], Z, X)
const close = (found: Vec, wanted: Vec) => found.forEach((v, k) => expect(v).toBeCloseTo(wanted[k], 12))

describe('where a pose puts a point', () => {
  test('its own axes go where they are said to point, its origin to its place; y is z across x', () => {
    close(placedAt(askew, [0, 0, 0]), [10, 20, 30])
    close(placedAt(askew, [7, 0, 0]), [13, 14, 32])
    close(placedAt(askew, [0, 0, 7]), [12, 23, 36])
    close(placedAt(askew, [0, 7, 0]), [16, 22, 27])
  })
  test('lengths and right angles stay: no mirror, no stretch', () => {
    const [o, a, b] = (
      [
        [1, 2, 3],
        [4, 2, 7],
        [-3, 2, 6],
      ] as const
    ).map((v) => placedAt(askew, v))
    const d = (p: Vec, q: Vec) => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2])
    expect(d(o, a)).toBeCloseTo(5, 12)
    expect(d(o, b)).toBeCloseTo(5, 12)
    expect(d(a, b)).toBeCloseTo(Math.hypot(5, 5), 12)
  })
  test('a pose on a pose is one after the other; turned over twice it stands as it was', () => {
    const inner = posed([1, -2, 3], [0, 1, 0], [1, 0, 0])
    const p: Vec = [4, 5, 6]
    close(placedAt(onBody(askew, inner), p), placedAt(askew, placedAt(inner, p)))
    close(placedAt(onBody(turnedOver(8), turnedOver(8)), p), p)
    close(placedAt(movedBy(askew, [1, 2, 3]), p), placedAt(askew, p).map((v, k) => v + k + 1) as unknown as Vec)
    close(placedAt(onBody(lifted(2), lifted(3)), p), [4, 5, 11])
  })
  test('about the shaft x goes to y, heights stay', () => {
    const [x, y, z] = placedAt(askew, [4, 5, 6])
    close(placedAt(aboutShaft(askew, 90), [4, 5, 6]), [-y, x, z])
    close(placedAt(aboutShaft(askew, 180), [4, 5, 6]), [-x, -y, z])
  })
})

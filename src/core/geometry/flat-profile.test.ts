import { profileOf, type Point } from '.'

const ring = (n: number, radius: number, at: Point = [0, 0], way = 1): Point[] =>
  Array.from({ length: n }, (_, i): Point => {
    const a = (way * 2 * Math.PI * i) / n
    return [at[0] + radius * Math.cos(a), at[1] + radius * Math.sin(a)]
  })
/** As meshes leave them: points in the middle of some sides as well. */
const halved = (points: readonly Point[], every: number): Point[] =>
  points.flatMap((p, i): Point[] => {
    const q = points[(i + 1) % points.length]
    return i % every === 0 ? [p, [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]] : [p]
  })

describe('circles in a flat drawing', () => {
  test('a hole of few corners is the circle that goes through it, its flats on it', () => {
    const corners = 32
    const hole = ring(corners, 1.7 / Math.cos(Math.PI / corners), [12, -3], -1)
    for (const outline of [hole, halved(hole, 1), halved(hole, 5)]) {
      const { circles, outlines } = profileOf([outline])
      expect(outlines).toEqual([])
      expect(circles[0].radius).toBeCloseTo(1.7, 6)
      expect(circles[0].centre).toEqual([expect.closeTo(12, 6), expect.closeTo(-3, 6)])
    }
  })
  test('round bodies and fine holes have their corners on the circle', () => {
    expect(profileOf([ring(52, 4.7)]).circles[0].radius).toBeCloseTo(4.7, 6)
    expect(profileOf([ring(96, 20, [0, 0], -1)]).circles[0].radius).toBeCloseTo(20, 6)
    expect(profileOf([halved(ring(96, 20), 3)]).circles[0].radius).toBeCloseTo(20, 6)
  })
  test('a corner that lies a hundredth of a millimetre inside is rounding, one that lies 15 µm inside is not', () => {
    const dented = (by: number) =>
      ring(48, 5).map(([x, y], i): Point => (i === 7 ? [x * (1 - by / 5), y * (1 - by / 5)] : [x, y]))
    expect(profileOf([dented(0.01)]).circles).toHaveLength(1)
    expect(profileOf([dented(0.0145)]).circles).toHaveLength(0)
  })
  test('what is no circle stays an outline: a nut’s pocket, an ellipse, a circle with a flat', () => {
    const ellipse = ring(96, 10).map(([x, y]): Point => [x, y * 0.98])
    const flat = ring(96, 10).map(([x, y]): Point => [Math.min(x, 9.8), y])
    for (const outline of [ring(6, 3), ring(12, 3), ellipse, flat]) {
      const { circles, outlines } = profileOf([outline])
      expect([circles.length, outlines.length]).toEqual([0, 1])
    }
  })
})

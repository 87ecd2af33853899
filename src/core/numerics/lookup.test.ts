import { cubicAt, rungeKutta, straightAt, stretchOf } from '.'

describe('looking up between samples', () => {
  const xs = [0, 1, 3, 7]
  const ys = [2, 4, 0, 8]
  test('the stretch that holds a place; the outer ones beyond the ends', () => {
    expect([-5, 0, 0.5, 1, 2.9, 3, 6, 7, 99].map((x) => stretchOf(xs, x))).toEqual([0, 0, 0, 1, 1, 2, 2, 2, 2])
  })
  test('straight between samples, end slopes carried on', () => {
    expect([-1, 0, 0.5, 1, 2, 3, 5, 7, 9].map((x) => straightAt(xs, ys, x))).toEqual([0, 2, 3, 4, 2, 0, 4, 8, 12])
  })
  test('a cubic is met exactly, between its samples and beyond them', () => {
    const f = (t: number) => 2 - t + 0.5 * t * t - 0.25 * t ** 3
    for (const t of [-0.5, 0, 0.3, 1, 1.7, 2, 2.5, 3, 3.4])
      expect(cubicAt(f(0), f(1), f(2), f(3), t)).toBeCloseTo(f(t), 12)
  })
})

describe('Runge and Kutta’s step', () => {
  test('a turn round a circle comes back, sixteen times closer at half the step', () => {
    const round = (steps: number) => {
      const h = (2 * Math.PI) / steps
      let y: readonly [number, number] = [1, 0]
      for (let i = 0; i < steps; i++) y = rungeKutta((_, [a, b]) => [-b, a], i * h, y, h)
      return Math.hypot(y[0] - 1, y[1])
    }
    expect(round(64)).toBeLessThan(1e-4)
    expect(round(64) / round(128)).toBeGreaterThan(14)
    expect(round(64) / round(128)).toBeLessThan(18)
  })
  test('time is taken where each slope stands: the integral of a cubic is exact', () => {
    expect(rungeKutta((t) => [t ** 3], 1, [0], 2)[0]).toBeCloseTo((3 ** 4 - 1) / 4, 12)
  })
})

import { maximise } from '.'

describe('the place of the greatest value', () => {
  test.each([
    ['a parabola', (x: number) => -((x - 0.3) ** 2), 0, 1, 0.3],
    ['x e^-x, greatest at 1', (x: number) => x * Math.exp(-x), 0, 8, 1],
    ['a power curve of a straight torque line: half the free speed', (w: number) => w * (1 - w / 1000), 0, 1000, 500],
    ['a kink', (x: number) => -Math.abs(x - 0.71), 0, 1, 0.71],
    ['at the lower end', (x: number) => -x, 0, 1, 0],
    ['at the upper end', (x: number) => x, 2, 5, 5],
  ])('%s', (_, f, from, to, place) => expect(Math.abs(maximise(f, from, to) - place)).toBeLessThan(3e-6 * (to - from)))
  test('never asks outside of its ends', () => {
    maximise(
      (x) => {
        expect(x).toBeGreaterThanOrEqual(3)
        expect(x).toBeLessThanOrEqual(4)
        return Math.sin(5 * x)
      },
      3,
      4,
    )
  })
  test('a smooth hump costs half of what golden section would: 1e-6 takes that 29 evaluations', () => {
    let asked = 0
    maximise((x) => (asked++, x * Math.exp(-x)), 0, 8)
    expect(asked).toBeLessThan(20)
  })
  test('a coarser tolerance costs less and keeps to it', () => {
    let asked = 0
    const place = maximise((x) => (asked++, x * Math.exp(-x)), 0, 8, 3e-3)
    expect(Math.abs(place - 1)).toBeLessThan(3 * 3e-3 * 8)
    expect(asked).toBeLessThan(12)
  })
})

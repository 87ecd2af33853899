import { checksOf, expectCheck, given, type CheckValue } from '../check-values/check-values'
import {
  linearLeastSquares,
  median,
  propagate,
  seededRandom,
  normalDraw,
  studentT,
  studentT95,
  varianceOf,
  welchDifference,
} from '.'

const list = (c: CheckValue, name: string) => String(c.inputs[name].value).split(' ').map(Number)

describe('Welch (1947)', () => {
  test.each(checksOf('welch.t'))('%s', (_, c) => expectCheck(-welchDifference(list(c, 'a'), list(c, 'b')).t, c))
  test.each(checksOf('welch.nu'))('%s', (_, c) =>
    expectCheck(welchDifference(list(c, 'a'), list(c, 'b')).degreesOfFreedom, c),
  )
  test.each(checksOf('welch.ci'))('%s', (_, c) =>
    expectCheck(welchDifference(list(c, 'a'), list(c, 'b')).halfWidth95, c),
  )
  test('one value on a side tells nothing about spread', () =>
    expect(welchDifference([1], [2, 3]).halfWidth95).toBe(Infinity))
  test('values that are all alike differ by what they differ by, and are known to it', () =>
    expect(welchDifference([1, 1], [2, 2, 2])).toMatchObject({ difference: 1, degreesOfFreedom: 3, halfWidth95: 0 }))
  test.each(checksOf('t.q975'))('%s', (_, c) => expectCheck(studentT95(given(c, 'dof')), c))
  test('with many degrees of freedom t is the normal’s 1.959964 and 2.575829 (handbook tables), however many', () => {
    for (const many of [1e7, 1e12, 1e15, 1e40, Infinity]) {
      expect(studentT95(many)).toBeCloseTo(1.959964, 5)
      expect(studentT(0.995, many)).toBeCloseTo(2.575829, 5)
    }
    // and goes over without a step
    for (const share of [0.6, 0.975, 0.999]) expect(studentT(share, 1.0001e4)).toBeCloseTo(studentT(share, 0.9999e4), 6)
    expect(studentT95(1.5e4)).toBeLessThan(studentT95(0.5e4))
  })
})

describe('linear least squares', () => {
  test('JCGM 100 (GUM), H.3: thermometer line y1 = -0.1712(29), y2 = 0.00218(67), r = -0.930 (published example)', () => {
    const t = [21.521, 22.012, 22.512, 23.003, 23.507, 23.999, 24.513, 25.002, 25.503, 26.01, 26.511]
    const b = [-0.171, -0.169, -0.166, -0.159, -0.164, -0.165, -0.156, -0.157, -0.159, -0.161, -0.16]
    const fit = linearLeastSquares(
      t.map((x) => [1, x - 20]),
      b,
      b.map(() => 1),
      'residual',
    )
    expect(fit.parameters[0]).toBeCloseTo(-0.1712, 4)
    expect(fit.parameters[1]).toBeCloseTo(0.00218, 5)
    expect(Math.sqrt(fit.covariance[0][0])).toBeCloseTo(0.0029, 4)
    expect(Math.sqrt(fit.covariance[1][1])).toBeCloseTo(0.00067, 5)
    expect(fit.covariance[0][1] / Math.sqrt(fit.covariance[0][0] * fit.covariance[1][1])).toBeCloseTo(-0.93, 2)
  })
  test('weights count: a weighted mean and its uncertainty in closed form', () => {
    const fit = linearLeastSquares([[1], [1], [1]], [1, 2, 4], [4, 1, 1], 'birge')
    expect(fit.parameters[0]).toBeCloseTo(10 / 6, 12)
    expect(fit.covariance[0][0]).toBeCloseTo((1 / 6) * Math.max(1, fit.reducedChiSquare), 12)
  })
  test('too few points and columns that depend on one another are said, not guessed', () => {
    expect(linearLeastSquares([[1, 2]], [1], [1], 'birge').status).toBe('too few points')
    expect(
      linearLeastSquares(
        [
          [0, 1],
          [0, 2],
          [0, 3],
        ],
        [1, 2, 3],
        [1, 1, 1],
        'birge',
      ),
    ).toMatchObject({ status: 'singular', degreesOfFreedom: 0, covariance: [], reducedChiSquare: NaN })
  })
})

describe('a local polynomial by least squares has the published coefficients (Savitzky and Golay, 1964)', () => {
  /** What one reading adds to the value and to the slope in the middle of an even window. */
  const weights = (points: number, order: number, at: number) => {
    const half = (points - 1) / 2
    const x = Array.from({ length: points }, (_, i) => i - half)
    const fit = linearLeastSquares(
      x.map((v) => Array.from({ length: order + 1 }, (_, k) => v ** k)),
      x.map((v) => (v === at ? 1 : 0)),
      x.map(() => 1),
      'residual',
    )
    return { smooth: fit.parameters[0], deriv: fit.parameters[1] }
  }
  test.each(checksOf('sg'))('%s', (_, c) => {
    const [, kind, , , at] = c.id.split('.')
    expectCheck(weights(given(c, 'points'), given(c, 'order'), Number(at))[kind as 'smooth' | 'deriv'], c)
  })
})

describe('resistance and reactance from readings that belong together (JCGM 100, H.2)', () => {
  test.each(checksOf('gum.H2.u'))('%s', (_, c) => {
    const [v, i, phi] = ['V', 'I', 'phi'].map((name) => list(c, name).map((x) => (name === 'I' ? x / 1000 : x)))
    const mean = (x: number[]) => x.reduce((s, y) => s + y, 0) / x.length
    const [mv, mi, mp] = [v, i, phi].map(mean)
    // of the means: repeats of all three were read at once
    const covariance = [v, i, phi].map((x) =>
      [v, i, phi].map((y) => x.reduce((s, _, k) => s + (x[k] - mean(x)) * (y[k] - mean(y)), 0) / (5 * 4)),
    )
    const gradient =
      c.id === 'gum.H2.uX'
        ? [Math.sin(mp) / mi, (-mv * Math.sin(mp)) / mi ** 2, (mv * Math.cos(mp)) / mi]
        : [1 / mi, -mv / mi ** 2, 0]
    expectCheck(Math.sqrt(varianceOf(gradient, covariance)), c)
  })
})

test('propagation: a product of powers has the root of the sum of squares of relative parts (JCGM 100, 5.1.6)', () => {
  const x = [2, 3]
  const u = [0.02, 0.06]
  const y = (i: number, s: number) => (x[0] + (i === 0 ? s * u[0] : 0)) * (x[1] + (i === 1 ? s * u[1] : 0)) ** 2
  expect(propagate(2, y) / 18).toBeCloseTo(Math.hypot(0.01, 2 * 0.02), 4)
})
test('variance of a difference of equal, fully correlated parts is nothing', () =>
  expect(
    varianceOf(
      [1, -1],
      [
        [4, 4],
        [4, 4],
      ],
    ),
  ).toBe(0))
test('median of even and odd lists, and of nothing', () => {
  expect(median([3, 1, 2])).toBe(2)
  expect(median([4, 1, 2, 3])).toBe(2.5)
  expect(median([])).toBeNaN()
})
test('a seed gives the same draws, with mean 0 and spread 1', () => {
  const [a, b] = [seededRandom(5), seededRandom(5)]
  expect(a()).toBe(b())
  const draws = Array.from({ length: 20_000 }, () => normalDraw(a))
  expect(Math.abs(draws.reduce((s, x) => s + x, 0) / draws.length)).toBeLessThan(0.03)
  expect(Math.abs(draws.reduce((s, x) => s + x * x, 0) / draws.length - 1)).toBeLessThan(0.04)
})

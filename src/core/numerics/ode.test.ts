import { PhysicsError } from '../errors'
import { integrate, rootBetween } from '.'

const decay = (relativeTolerance: number) =>
  integrate({
    derivative: (_, y, out) => void (out[0] = -y[0]),
    start: [1],
    endTimeS: 5,
    absoluteTolerance: [1e-12],
    relativeTolerance,
  })

describe('integration, against closed forms', () => {
  test('decay follows exp(-t) at the end and between steps', () => {
    const solution = decay(1e-9)
    for (const t of [0, 0.37, 1, 2.5, 5]) expect(Math.abs(solution.at(t)[0] - Math.exp(-t))).toBeLessThan(1e-7)
  })
  test('a spring keeps its energy over fifty turns', () => {
    const solution = integrate({
      derivative: (_, y, out) => {
        out[0] = y[1]
        out[1] = -y[0]
      },
      start: [1, 0],
      endTimeS: 100 * Math.PI,
      absoluteTolerance: [1e-10, 1e-10],
      relativeTolerance: 1e-9,
    })
    const end = solution.at(solution.endTimeS)
    expect(end[0]).toBeCloseTo(1, 5)
    expect(end[1]).toBeCloseTo(0, 5)
  })
  test('order: a tolerance a thousand times finer cuts the error at least a hundredfold', () => {
    const error = (tolerance: number) => Math.abs(decay(tolerance).at(5)[0] - Math.exp(-5))
    expect(error(1e-4) / error(1e-7)).toBeGreaterThan(100)
  })
  test('a terminal event stops where it happens: a stone thrown up lands after 2 v/g', () => {
    const solution = integrate({
      derivative: (_, y, out) => {
        out[0] = y[1]
        out[1] = -9.81
      },
      start: [0, 9.81],
      endTimeS: 10,
      absoluteTolerance: [1e-9, 1e-9],
      events: [
        { id: 'top', value: (_, y) => y[1], terminal: false },
        { id: 'ground', value: (t, y) => (t < 0.1 ? 1 : y[0]), terminal: true },
      ],
    })
    expect(solution.status).toBe('event')
    expect(solution.events.map((e) => e.id)).toEqual(['top', 'ground'])
    expect(solution.events[0].timeS).toBeCloseTo(1, 8)
    expect(solution.endTimeS).toBeCloseTo(2, 8)
  })
  test('a right-hand side that breaks off ends with a status, not for ever', () => {
    expect(
      integrate({
        derivative: (t, _, out) => void (out[0] = t > 0.5 ? NaN : 1),
        start: [0],
        endTimeS: 1,
        absoluteTolerance: [1e-9],
      }).status,
    ).toBe('most-steps')
  })
})

describe('root between two ends', () => {
  test.each([
    ['x² − 2', (x: number) => x * x - 2, 0, 2, Math.SQRT2],
    ['steep exponential', (x: number) => Math.exp(20 * x) - 5, 0, 1, Math.log(5) / 20],
    ['a flat cube', (x: number) => (x - 0.3) ** 3, 0, 1, 0.3],
    ['a kink', (x: number) => (x < 0.25 ? -1 : 4 * (x - 0.25) - 1e-3), 0, 1, 0.25025],
  ])('%s', (_, f, from, to, root) => expect(rootBetween(f, from, to)).toBeCloseTo(root, 4))
  test('exact to a billionth in a third of the evaluations that halving needs', () => {
    let count = 0
    const root = rootBetween(
      (x) => {
        count++
        return x ** 3 - x - 2
      },
      1,
      2,
    )
    expect(root).toBeCloseTo(1.521379706804568, 12)
    expect(count).toBeLessThan(14)
  })
  test('ends of one sign are refused', () => expect(() => rootBetween(() => 1, 0, 1)).toThrow(PhysicsError))
})

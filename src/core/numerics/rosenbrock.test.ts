import { marchStiff, type StiffSystem } from '.'

const PEEK = 1e-7

/** A system by plain functions; the sums are of what they say. */
function system(
  size: number,
  sums: number,
  rate: (x: number, y: Float64Array, out: Float64Array) => void,
  jacobian: (x: number, y: Float64Array, out: Float64Array) => void,
): StiffSystem {
  const at = new Float64Array(2)
  return {
    size,
    sums,
    begin: () => {},
    place: (x, slot) => void (at[slot] = x),
    rate: (slot, y, out) => rate(at[slot], y, out),
    linear: (slot, y, f, J, slope) => {
      J.fill(0, 0, (size + sums) * size)
      jacobian(at[slot], y, J)
      rate(at[slot], y, f)
      rate(at[slot] + PEEK, y, slope)
      for (let i = 0; i < size + sums; i++) slope[i] = (slope[i] - f[i]) / PEEK
    },
    possible: () => true,
  }
}

/** y' = -L (y - cos x) - sin x, whose answer is cos x whatever L; its sum is the integral of y. */
const pulled = (L: number) =>
  system(
    1,
    1,
    (x, y, out) => {
      out[0] = -L * (y[0] - Math.cos(x)) - Math.sin(x)
      out[1] = y[0]
    },
    (_, __, J) => {
      J[0] = -L
      J[1] = 1
    },
  )

const run = (s: StiffSystem, start: readonly number[], end: number, relative: number) => {
  const march = marchStiff(s, { relative, absolute: new Float64Array(s.size).fill(relative), firstStep: 1e-3 })
  march.y.set(start)
  expect(march.advance(0, end)).toBe(end)
  return march
}

describe('a Rosenbrock march', () => {
  test.each([1, 50, 1e6])('keeps to a slow answer pulled at by %p, and sums what its steps see of it', (L) => {
    const { y, steps } = run(pulled(L), [1, 0], 10, 1e-6)
    expect(y[0]).toBeCloseTo(Math.cos(10), 4)
    // a sum has no say in the steps: where nothing else shortens them, they stride over it
    if (L < 100) expect(y[1]).toBeCloseTo(Math.sin(10), 4)
    expect(steps().taken).toBeLessThan(2000)
  })

  test('is of third order where nothing is stiff', () => {
    const error = (n: number) => {
      // y' = y cos x, by equal steps: each stop is one step
      const s = system(
        1,
        0,
        (x, y, out) => void (out[0] = y[0] * Math.cos(x)),
        (x, _, J) => void (J[0] = Math.cos(x)),
      )
      const march = marchStiff(s, { relative: 1e9, absolute: new Float64Array([1e9]), firstStep: 10 })
      march.y[0] = 1
      for (let i = 0; i < n; i++) march.advance((2 * i) / n, (2 * (i + 1)) / n, 10)
      return Math.abs(march.y[0] - Math.exp(Math.sin(2)))
    }
    const order = Math.log2(error(40) / error(80))
    expect(order).toBeGreaterThan(2.8)
    expect(order).toBeLessThan(3.4)
  })

  test('follows five values that all act on each other, in closed form: a mirrored frame of five decays', () => {
    const decays = [0.5, 1, 2, 5, 40]
    const v = [0.3, -0.5, 0.6, 0.2, Math.sqrt(1 - 0.74)]
    const mirrored = (y: ArrayLike<number>) => {
      const along = v.reduce((sum, e, i) => sum + e * y[i], 0)
      return v.map((e, i) => y[i] - 2 * along * e)
    }
    const pull = (y: ArrayLike<number>) => mirrored(mirrored(y).map((c, i) => -decays[i] * c))
    const columns = v.map((_, j) => pull(v.map((__, i) => (i === j ? 1 : 0))))
    const s = system(
      5,
      0,
      (_, y, out) => out.set(pull(y)),
      (_, __, J) => columns.forEach((column, j) => column.forEach((c, i) => (J[5 * i + j] = c))),
    )
    const start = [1, -2, 0.5, 3, -1]
    const exact = mirrored(mirrored(start).map((c, i) => c * Math.exp(-decays[i] * 2)))
    const { y } = run(s, start, 2, 1e-6)
    exact.forEach((e, i) => expect(y[i]).toBeCloseTo(e, 4))
    // with a wrong matrix it would come there too, but not by third order
    const error = (n: number) => {
      const march = marchStiff(s, { relative: 1e9, absolute: new Float64Array(5).fill(1e9), firstStep: 10 })
      march.y.set(start)
      for (let i = 0; i < n; i++) march.advance((2 * i) / n, (2 * (i + 1)) / n, 10)
      return Math.hypot(...exact.map((e, i) => march.y[i] - e))
    }
    expect(Math.log2(error(60) / error(120))).toBeGreaterThan(2.8)
  })

  test('Robertson (1966), chemical kinetics: the values at 40 of Hairer & Wanner’s test set, from memory', () => {
    const s = system(
      3,
      0,
      (_, y, out) => {
        out[0] = -0.04 * y[0] + 1e4 * y[1] * y[2]
        out[2] = 3e7 * y[1] * y[1]
        out[1] = -out[0] - out[2]
      },
      (_, y, J) => {
        J.set([-0.04, 1e4 * y[2], 1e4 * y[1]])
        J.set([0, 6e7 * y[1], 0], 6)
        for (let j = 0; j < 3; j++) J[3 + j] = -J[j] - J[6 + j]
      },
    )
    const march = marchStiff(s, { relative: 1e-6, absolute: Float64Array.of(1e-9, 1e-12, 1e-9), firstStep: 1e-5 })
    march.y[0] = 1
    march.advance(0, 40)
    expect(march.y[0]).toBeCloseTo(0.7158271, 4)
    expect(march.y[1] * 1e5).toBeCloseTo(0.9185535, 3)
    expect(march.y[2]).toBeCloseTo(0.2841637, 4)
    // what reacts is neither made nor lost, by no step
    expect(Math.abs(march.y[0] + march.y[1] + march.y[2] - 1)).toBeLessThan(1e-13)
  })

  test('says where it got to when no step leads to a state that can be', () => {
    const s: StiffSystem = { ...pulled(1), possible: (y) => y[0] > 0.5 }
    const march = marchStiff(s, { relative: 1e-6, absolute: Float64Array.of(1e-6), firstStep: 0.1 })
    march.y.set([1, 0])
    const got = march.advance(0, 3)
    expect(got).toBeGreaterThan(1)
    expect(got).toBeLessThan(Math.PI / 3 + 1e-3)
  })

  test('a way gone again goes short at once where it had to, and long again where it no longer has to', () => {
    let sharp = 100
    // y' = y times what rises from nought to two within a hundredth round 1
    const rise = (x: number) => 1 + Math.tanh(sharp * (x - 1))
    const s = system(
      1,
      0,
      (x, y, out) => void (out[0] = y[0] * rise(x)),
      (x, _, J) => void (J[0] = rise(x)),
    )
    const march = marchStiff(s, { relative: 1e-5, absolute: Float64Array.of(1e-9), firstStep: 0.5 })
    const go = () => {
      const before = march.steps()
      march.y[0] = 1
      march.advance(0, 2, 0.1)
      const { taken, refused } = march.steps()
      // its integral from 0 to 2: what it falls short before 1 it has after
      const exact = Math.exp(2)
      return { taken: taken - before.taken, refused: refused - before.refused, error: march.y[0] / exact - 1 }
    }
    const first = go()
    expect(first.refused).toBeGreaterThan(2)
    const again = go()
    expect(again.refused).toBeLessThan(first.refused / 2)
    expect(Math.abs(again.error)).toBeLessThan(1e-4)
    sharp = 2
    go()
    go()
    const calm = go()
    expect(calm.taken).toBeLessThan(first.taken)
  })

  test('one march does not disturb another between its calls', () => {
    const alone = run(pulled(30), [1, 0], 4, 1e-5).y.slice()
    const [a, b] = [1, 2].map(() =>
      marchStiff(pulled(30), { relative: 1e-5, absolute: Float64Array.of(1e-5), firstStep: 1e-3 }),
    )
    a.y.set([1, 0])
    b.y.set([5, 7])
    a.advance(0, 2)
    b.advance(0, 3)
    a.advance(2, 4)
    expect(a.y[0]).toBeCloseTo(alone[0], 4)
    expect(a.y[1]).toBeCloseTo(alone[1], 4)
  })
})

import { leastMedian, linearLeastSquares, normalDraw, seededRandom } from '.'

describe('least median of squares', () => {
  const random = seededRandom(3)
  const x = Array.from({ length: 21 }, (_, i) => i / 2)
  const rows = x.map((v) => [1, v, v % 2 < 1 ? 1 : -1])
  const law = (row: readonly number[]) => 5 - 2 * row[1] + 0.5 * row[2]
  test('a third of the readings may be anything: the law is that of the others, where least squares is far off', () => {
    const y = rows.map((row, i) => law(row) + 0.01 * normalDraw(random) + (i % 3 === 1 ? 40 * random() : 0))
    const [a, b, c] = leastMedian(rows, y) ?? []
    expect(a).toBeCloseTo(5, 1)
    expect(b).toBeCloseTo(-2, 1)
    expect(c).toBeCloseTo(0.5, 1)
    const plain = linearLeastSquares(
      rows,
      y,
      y.map(() => 1),
      'residual',
    )
    expect(Math.abs(plain.parameters[0] - 5)).toBeGreaterThan(1)
  })
  test('nothing where readings are fewer than parameters, or all tell the same', () => {
    expect(leastMedian([[1, 2]], [3])).toBeNull()
    expect(leastMedian([], [])).toBeNull()
    expect(
      leastMedian(
        Array.from({ length: 6 }, () => [1, 2]),
        [1, 2, 3, 4, 5, 6],
      ),
    ).toBeNull()
  })
})

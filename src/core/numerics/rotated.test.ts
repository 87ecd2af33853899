import { Matrix, QrDecomposition, inverse } from 'ml-matrix'
import { seededRandom } from '../statistics'
import { columnsOf, rotated, triangleInverse } from './rotated'

const filled = (rows: number, count: number, seed: number) => {
  const random = seededRandom(seed)
  const all = columnsOf(rows, count)
  all.values.forEach((_, i) => (all.values[i] = random() - 0.5))
  const matrix = new Matrix(Array.from({ length: rows }, (_, i) => row(all, i)))
  return { all, matrix }
}
const row = ({ rows, count, values }: ReturnType<typeof columnsOf>, i: number) =>
  Array.from({ length: count }, (_, j) => values[j * rows + i])

test.each([
  [40, 7],
  [5, 5],
  [6, 5],
  [1, 1],
])('%d rows of %d: the upper triangle of a library (ml-matrix), but for the sign of a row', (rows, count) => {
  const { all, matrix } = filled(rows, count, 10 * rows + count)
  rotated(all)
  const theirs = new QrDecomposition(matrix).upperTriangularMatrix
  for (let i = 0; i < count; i++) {
    const sign = Math.sign(row(all, i)[i] * theirs.get(i, i))
    row(all, i).forEach((v, j) => expect(sign * v).toBeCloseTo(theirs.get(i, j), 12))
  }
  for (let i = count; i < rows; i++) expect(row(all, i)).toEqual(row(all, i).map(() => 0))
})

test('fewer rows than columns are turned as far as they go; a column of noughts stays', () => {
  const { all, matrix } = filled(3, 5, 4)
  rotated(all)
  const squares = (of: Matrix) => of.transpose().mmul(of).to1DArray()
  const turned = new Matrix(Array.from({ length: 3 }, (_, i) => row(all, i)))
  squares(turned).forEach((v, i) => expect(v).toBeCloseTo(squares(matrix)[i], 12))
  expect(row(all, 2).slice(0, 2)).toEqual([0, 0])
  const nought = columnsOf(4, 2)
  nought.values.set([1, 2, 2, 4], 4)
  rotated(nought)
  expect(row(nought, 0)[0]).toBe(0)
  // what is left of the second column stands in its own row
  expect(Math.hypot(...row(nought, 0), ...row(nought, 1))).toBeCloseTo(5, 12)
})

test('the inverse of a triangle is that of the library; one with nought on its diagonal has none', () => {
  const { all } = filled(6, 4, 8)
  rotated(all)
  const own = new Matrix(Array.from({ length: 4 }, (_, i) => row(all, i)))
  const theirs = inverse(own).to1DArray()
  triangleInverse(all, 4).forEach((v, i) => expect(v).toBeCloseTo(theirs[i], 10))
  const flat = columnsOf(3, 2)
  flat.values.set([1, 0, 0, 2, 0, 0])
  expect(() => triangleInverse(flat, 2)).toThrow('column 1')
})

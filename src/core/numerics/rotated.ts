/** Rows of numbers with several values each, column after column in one piece: `value(i, j)` stands at `j * rows + i`. */
export interface Columns {
  readonly rows: number
  readonly count: number
  readonly values: Float64Array
}

/** Room for so many rows of so many values, all nought. */
export const columnsOf = (rows: number, count: number): Columns => ({
  rows,
  count,
  values: new Float64Array(rows * count),
})

/**
 * Turns rows together until all below the diagonal is nought, in place: what any sum of squares over the rows asks
 * stands then in the upper triangle of the first `count` rows. Fewer rows than columns are allowed.
 * Method: reflections of Householder (1958), text-book.
 */
export function rotated({ rows, count, values }: Columns): void {
  for (let k = 0; k < Math.min(count, rows - 1); k++) {
    const own = k * rows
    let square = 0
    for (let i = k; i < rows; i++) square += values[own + i] * values[own + i]
    if (square === 0) continue
    const head = values[own + k]
    const becomes = head > 0 ? -Math.sqrt(square) : Math.sqrt(square)
    // the mirror stands between the column and the axis; half of its length squared
    const lead = head - becomes
    const half = -becomes * lead
    values[own + k] = lead
    for (let j = k + 1; j < count; j++) {
      const other = j * rows
      let along = 0
      for (let i = k; i < rows; i++) along += values[own + i] * values[other + i]
      const share = along / half
      for (let i = k; i < rows; i++) values[other + i] -= share * values[own + i]
    }
    values[own + k] = becomes
    values.fill(0, own + k + 1, own + rows)
  }
}

/**
 * The inverse of an upper triangle, row by row: `size` squared numbers of the first columns.
 * @throws RangeError where one on the diagonal is nought or no number: some column is no news beside the others.
 */
export function triangleInverse({ rows, values }: Columns, size: number): Float64Array {
  const back = new Float64Array(size * size)
  for (let j = 0; j < size; j++) {
    const own = values[j * rows + j]
    if (!(Math.abs(own) > 0)) throw new RangeError(`column ${j} is told by those before it`)
    back[j * size + j] = 1 / own
    for (let i = j - 1; i >= 0; i--) {
      let sum = 0
      for (let k = i + 1; k <= j; k++) sum += values[k * rows + i] * back[k * size + j]
      back[i * size + j] = -sum / values[i * rows + i]
    }
  }
  return back
}

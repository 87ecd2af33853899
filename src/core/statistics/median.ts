/** Middle value of a list (mean of the two middle ones); NaN when empty. */
export function median(values: ArrayLike<number>): number {
  if (values.length === 0) return NaN
  const sorted = Float64Array.from(values).sort()
  const middle = sorted.length >> 1
  return sorted.length % 2 ? sorted[middle] : 0.5 * (sorted[middle - 1] + sorted[middle])
}

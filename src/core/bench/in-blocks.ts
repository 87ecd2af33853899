import { mean } from '../statistics'

/** Means over blocks of as many rows as leave no more than `most` of them; what is shorter stays as it is. */
export function inBlocks(values: readonly number[], most: number): readonly number[] {
  const size = Math.ceil(values.length / most)
  if (size <= 1) return values
  return Array.from({ length: Math.ceil(values.length / size) }, (_, k) => mean(values.slice(k * size, (k + 1) * size)))
}

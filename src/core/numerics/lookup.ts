/** Index of the stretch of rising values, at least two, that holds x: the first or last one beyond the ends. */
export function stretchOf(xs: ArrayLike<number>, x: number): number {
  let [low, high] = [0, xs.length - 1]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (xs[middle] <= x) low = middle
    else high = middle
  }
  return low
}

/** Straight line through samples at rising places, the end slopes carried on. */
export function straightAt(xs: ArrayLike<number>, ys: ArrayLike<number>, x: number): number {
  const i = stretchOf(xs, x)
  return ys[i] + ((x - xs[i]) / (xs[i + 1] - xs[i])) * (ys[i + 1] - ys[i])
}

/**
 * Cubic through four samples at even places 0, 1, 2, 3, at t (within them or not far beyond). Lagrange's form.
 * Error: h^4/24 of the fourth derivative at most between the middle two.
 */
export function cubicAt(y0: number, y1: number, y2: number, y3: number, t: number): number {
  const [a, b, c] = [t - 1, t - 2, t - 3]
  return (-y0 * a * b * c) / 6 + (y1 * t * b * c) / 2 - (y2 * t * a * c) / 2 + (y3 * t * a * b) / 6
}

/**
 * One step of the classical fourth-order Runge-Kutta method for dy/dt = rate(t, y), states of any number of values.
 * Error of a step: h^5. Source: Kutta (1901).
 */
export function rungeKutta<Y extends readonly number[]>(rate: (t: number, y: Y) => Y, t: number, y: Y, h: number): Y {
  const ahead = (slope: Y, by: number) => y.map((v, i) => v + by * slope[i]) as unknown as Y
  const k1 = rate(t, y)
  const k2 = rate(t + h / 2, ahead(k1, h / 2))
  const k3 = rate(t + h / 2, ahead(k2, h / 2))
  const k4 = rate(t + h, ahead(k3, h))
  return y.map((v, i) => v + (h / 6) * (k1[i] + 2 * k2[i] + 2 * k3[i] + k4[i])) as unknown as Y
}

/** What a step in place works with, for states of so many values. */
export const rungeKuttaRoom = (values: number) => Array.from({ length: 5 }, () => new Float64Array(values))

/** The same step for dy/dt = rate(y), in place and without making anything: `room` is of as many values as `y`. */
export function rungeKuttaInPlace(
  rate: (y: Float64Array, into: Float64Array) => void,
  y: Float64Array,
  h: number,
  [k1, k2, k3, k4, ahead]: readonly Float64Array[],
): void {
  rate(y, k1)
  for (let i = 0; i < y.length; i++) ahead[i] = y[i] + (h / 2) * k1[i]
  rate(ahead, k2)
  for (let i = 0; i < y.length; i++) ahead[i] = y[i] + (h / 2) * k2[i]
  rate(ahead, k3)
  for (let i = 0; i < y.length; i++) ahead[i] = y[i] + h * k3[i]
  rate(ahead, k4)
  for (let i = 0; i < y.length; i++) y[i] += (h / 6) * (k1[i] + 2 * k2[i] + 2 * k3[i] + k4[i])
}

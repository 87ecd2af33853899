/** Place of the greatest value of a function with one hump on [from, to], by golden section. Error: 0.618 to the power of `steps` of the interval, 4e-6 unless said. */
export function maximise(f: (x: number) => number, from: number, to: number, steps = 26): number {
  const ratio = (Math.sqrt(5) - 1) / 2
  let a = from
  let b = to
  let c = b - ratio * (b - a)
  let d = a + ratio * (b - a)
  let fc = f(c)
  let fd = f(d)
  for (let i = 0; i < steps; i++) {
    if (fc > fd) {
      b = d
      d = c
      fd = fc
      c = b - ratio * (b - a)
      fc = f(c)
    } else {
      a = c
      c = d
      fc = fd
      d = a + ratio * (b - a)
      fd = f(d)
    }
  }
  return 0.5 * (a + b)
}

const GOLDEN = (3 - Math.sqrt(5)) / 2

/**
 * Place of the greatest value of a continuous function with one hump on [from, to].
 * Method: Brent (1973), Algorithms for Minimization without Derivatives, ch. 5: a parabola through the three best
 * points where it is safe, golden section where it is not.
 * Error: `tolerance` of the interval, 1e-6 unless said; a hump flatter than rounding cannot be placed closer than 1e-8.
 */
export function maximise(f: (x: number) => number, from: number, to: number, tolerance = 1e-6): number {
  const least = tolerance * (to - from)
  let [a, b] = [from, to]
  // best, second and third best place so far, and their values
  let x = a + GOLDEN * (b - a)
  let fx = f(x)
  let [w, fw, v, fv] = [x, fx, x, fx]
  let [step, before] = [0, 0]
  for (let i = 0; i < 100; i++) {
    const middle = 0.5 * (a + b)
    if (Math.abs(x - middle) <= 2 * least - 0.5 * (b - a)) break
    let golden = true
    if (Math.abs(before) > least) {
      const r = (x - w) * (fx - fv)
      const q = (x - v) * (fx - fw)
      let p = (x - v) * q - (x - w) * r
      let d = 2 * (q - r)
      if (d > 0) p = -p
      d = Math.abs(d)
      const last = before
      before = step
      if (Math.abs(p) < Math.abs(0.5 * d * last) && p > d * (a - x) && p < d * (b - x)) {
        step = p / d
        golden = false
        const u = x + step
        if (u - a < 2 * least || b - u < 2 * least) step = middle >= x ? least : -least
      }
    }
    if (golden) {
      before = x >= middle ? a - x : b - x
      step = GOLDEN * before
    }
    const u = x + (Math.abs(step) >= least ? step : step > 0 ? least : -least)
    const fu = f(u)
    if (fu >= fx) {
      if (u >= x) a = x
      else b = x
      ;[v, fv, w, fw, x, fx] = [w, fw, x, fx, u, fu]
    } else {
      if (u < x) a = u
      else b = u
      if (fu >= fw || w === x) [v, fv, w, fw] = [w, fw, u, fu]
      else if (fu >= fv || v === x || v === w) [v, fv] = [u, fu]
    }
  }
  return x
}

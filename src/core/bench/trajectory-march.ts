import type { BlockTrace } from './decimate'

/**
 * What drives the blades over time, over what drives them at the nominal pressure: 1 and departures, each with the
 * factor by which torque follows it, as far as that is known beforehand.
 */
export interface Drive {
  readonly factors: readonly { readonly value: number; readonly standardUncertainty: number }[]
  /** Writes the departures at a time, one for each factor. */
  readonly at: (timeS: number, out: Float64Array) => void
}

/**
 * Places among the parameters: T0, k, a, b, c; from here the factors of the departures; then speed and angle at the
 * start of the spin-up and of the coasting.
 */
export const FACTORS = 5

/** A part of a recording with the air on, or coasting. */
export interface Stretch {
  readonly from: number
  readonly to: number
  readonly open: boolean
  /** Places of its own starting speed and angle among the parameters. */
  readonly at: number
}

/** Integration steps no longer than this, s. */
const LONGEST_STEP = 0.06

/**
 * Angle of one stretch by the law, with its derivatives by every parameter: J w' = (T0 - k w)(1 + f d(t)) - a - b w - c
 * w^2, all over J.
 * Runge-Kutta 4 on speed and variational equations together; angle by Simpson. `visit` gets block, angle, acceleration,
 * speed and the row of derivatives.
 */
export function march(
  size: number,
  trace: BlockTrace,
  stretch: Stretch,
  x: readonly number[],
  drive: Drive,
  visit: (block: number, angle: number, acceleration: number, speed: number, row: Float64Array) => void,
): void {
  const [t0, k, a, b, c] = x
  const { from, to, open, at } = stretch
  const s = new Float64Array(size)
  const row = new Float64Array(size)
  const [k1, k2, k3, k4, mid] = [0, 1, 2, 3, 4].map(() => new Float64Array(size))
  let w = x[at]
  let angle = x[at + 1]
  s[at] = 1
  row[at + 1] = 1
  let t = trace.timeS[from]
  let slope = 0
  const departed = new Float64Array(drive.factors.length)
  const f = x.slice(FACTORS, FACTORS + departed.length)
  let known = NaN
  const rate = (time: number, speed: number, sens: Float64Array, out: Float64Array): number => {
    let p = 1
    if (open) {
      if (time !== known) drive.at((known = time), departed)
      for (let i = 0; i < f.length; i++) p += f[i] * departed[i]
    }
    const blade = t0 - k * speed
    const gain = (open ? -k * p : 0) - b - 2 * c * speed
    for (let i = 0; i < size; i++) out[i] = gain * sens[i]
    if (open) {
      out[0] += p
      out[1] -= speed * p
      for (let i = 0; i < departed.length; i++) out[FACTORS + i] += blade * departed[i]
    }
    out[2] -= 1
    out[3] -= speed
    out[4] -= speed * speed
    return (open ? blade * p : 0) - a - b * speed - c * speed * speed
  }
  for (let i = from; i < to; i++) {
    const span = trace.timeS[i] - t
    const steps = Math.max(1, Math.ceil(span / LONGEST_STEP))
    const h = span / steps
    for (let n = 0; span > 0 && n < steps; n++) {
      const a1 = rate(t, w, s, k1)
      for (let j = 0; j < size; j++) mid[j] = s[j] + (h / 2) * k1[j]
      const w2 = w + (h / 2) * a1
      const a2 = rate(t + h / 2, w2, mid, k2)
      for (let j = 0; j < size; j++) mid[j] = s[j] + (h / 2) * k2[j]
      const w3 = w + (h / 2) * a2
      const a3 = rate(t + h / 2, w3, mid, k3)
      for (let j = 0; j < size; j++) mid[j] = s[j] + h * k3[j]
      const a4 = rate(t + h, w + h * a3, mid, k4)
      // angle and its derivatives: the same method on speed, closed
      angle += h * w + ((h * h) / 6) * (a1 + a2 + a3)
      w += (h / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
      for (let j = 0; j < size; j++) {
        row[j] += h * s[j] + ((h * h) / 6) * (k1[j] + k2[j] + k3[j])
        s[j] += (h / 6) * (k1[j] + 2 * k2[j] + 2 * k3[j] + k4[j])
      }
      t += h
      slope = a4
    }
    if (i === from) slope = rate(t, w, s, k1)
    visit(i, angle, slope, w, row)
  }
}

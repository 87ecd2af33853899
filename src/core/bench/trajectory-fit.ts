import { Matrix, inverse } from 'ml-matrix'
import type { BlockTrace } from './decimate'
import type { Phases } from './phases'

/**
 * What drives the blades over time, over what drives them at the nominal pressure: 1 and departures, each with the factor by which torque follows it, as far as that is known beforehand.
 */
export interface Drive {
  readonly factors: readonly { readonly value: number; readonly standardUncertainty: number }[]
  /** Writes the departures at a time, one for each factor. */
  readonly at: (timeS: number, out: Float64Array) => void
}

export interface TrajectoryFit {
  readonly status: 'converged' | 'mostSteps' | 'singular'
  /** T0, k, a, b, c over inertia, and the factors on the departures. */
  readonly parameters: readonly number[]
  /** Covariance of these. */
  readonly covariance: readonly (readonly number[])[]
  /** Of the residuals, between neighbours; towards 1 where the law does not lie on the recording. */
  readonly autocorrelation: number
  /** Factor by which the covariance was widened for it. */
  readonly widened: number
  /** Speed by the law at each block; NaN outside the stretches. */
  readonly fittedRadPerS: Float64Array
}

/** Places among the parameters: T0, k, a, b, c; from here the factors of the departures; then speed and angle at the start of the spin-up and of the coasting. */
const FACTORS = 5

interface Stretch {
  readonly from: number
  readonly to: number
  readonly open: boolean
  /** Places of its own starting speed and angle among the parameters. */
  readonly at: number
}

/** Integration steps no longer than this, s. */
const LONGEST_STEP = 0.06

/**
 * Angle of one stretch by the law, with its derivatives by every parameter: J w' = (T0 - k w)(1 + f d(t)) - a - b w - c w^2, all over J.
 * Runge-Kutta 4 on speed and variational equations together; angle by Simpson. `visit` gets block, angle, acceleration, speed and the row of derivatives.
 */
function march(
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

const MOST_ROUNDS = 8

/**
 * One law of torque and drag fitted to the angle itself over spin-up and coasting, by Gauss-Newton with halved steps on the integrated motion.
 * Blocks are weighted by their readings and by a scatter of the angle and of the clock (which grows with speed), both found from what is left; the covariance is widened for neighbours that scatter alike (AR(1)).
 * No window, no derivative of a noisy signal, so no bias from either. Error: exact for the law; where the law is not the machine's, the autocorrelation tells.
 * Source: nonlinear least squares with variational equations (text-book); Birge-like scaling by the residuals, JCGM 100.
 */
export function fitTrajectory(
  trace: BlockTrace,
  phases: Phases,
  blockOf: (timeS: number) => number,
  start: { readonly law: readonly number[]; readonly speed: Float64Array },
  drive: Drive,
): TrajectoryFit {
  const LAW = FACTORS + drive.factors.length
  const SIZE = LAW + 4
  const stretch = (span: { fromS: number; toS: number }, open: boolean, at: number): Stretch => ({
    from: blockOf(span.fromS),
    to: Math.min(trace.timeS.length, blockOf(span.toS) + 1),
    open,
    at,
  })
  const stretches = [
    stretch(phases.spinUp, true, LAW),
    ...(phases.coast ? [stretch(phases.coast, false, LAW + 2)] : []),
  ].filter((s) => s.to - s.from >= 8)
  const withDrag = stretches.length > 1
  // without coasting drag cannot be told from torque: T0 and k hold both
  const free = [
    0,
    1,
    ...(withDrag ? [2, 3, 4] : []),
    ...drive.factors.map((_, i) => FACTORS + i),
    LAW,
    LAW + 1,
    ...(withDrag ? [LAW + 2, LAW + 3] : []),
  ]
  let x = [...start.law.slice(0, 5), ...drive.factors.map((factor) => factor.value), 0, 0, 0, 0]
  for (const s of stretches) {
    // a smoothed start: the first blocks' own slope
    x[s.at] = start.speed[s.from]
    x[s.at + 1] = trace.angleRad[s.from]
  }
  const total = stretches.reduce((n, s) => n + s.to - s.from, 0)
  const counts = stretches.flatMap((s) => Array.from(trace.count.subarray(s.from, s.to)))
  const residual = new Float64Array(total)
  const speeds = new Float64Array(total)
  // variance of one reading: of the angle itself, and of the clock times speed squared
  let scatter: readonly [number, number] = [1e-4, 0]
  const varianceAt = (speed: number) => scatter[0] + scatter[1] * speed * speed
  /** Normal equations and cost at a set of parameters. */
  const normal = (at: readonly number[], fill: boolean) => {
    const n = Array.from({ length: SIZE }, () => new Float64Array(SIZE))
    const right = new Float64Array(SIZE)
    let cost = 0
    let place = 0
    for (const s of stretches)
      march(SIZE, trace, s, at, drive, (block, angle, acceleration, speed, row) => {
        const r = trace.angleRad[block] - angle - 0.5 * acceleration * trace.timeVariance[block]
        if (fill) {
          residual[place] = r
          speeds[place] = speed
        }
        const weight = trace.count[block] / varianceAt(fill ? speed : speeds[place])
        place++
        cost += weight * r * r
        for (let i = 0; i < SIZE; i++) {
          const wr = weight * row[i]
          right[i] += wr * r
          for (let j = 0; j <= i; j++) n[i][j] += wr * row[j]
        }
      })
    drive.factors.forEach((factor, i) => {
      const prior = 1 / factor.standardUncertainty ** 2
      const off = factor.value - at[FACTORS + i]
      n[FACTORS + i][FACTORS + i] += prior
      right[FACTORS + i] += prior * off
      cost += prior * off * off
    })
    return { n, right, cost }
  }
  const solve = ({ n, right }: ReturnType<typeof normal>) => {
    const scale = free.map((i) => Math.sqrt(n[i][i]) || 1)
    const m = Matrix.zeros(free.length, free.length)
    free.forEach((i, p) => free.forEach((j, q) => m.set(p, q, (i >= j ? n[i][j] : n[j][i]) / scale[p] / scale[q])))
    const inv = inverse(m)
    return {
      step: free.map((_, p) => free.reduce((sum, j, q) => sum + (inv.get(p, q) * right[j]) / scale[p] / scale[q], 0)),
      inv: (p: number, q: number) => inv.get(p, q) / scale[p] / scale[q],
    }
  }
  /** The two variances from squared residuals: weighted least squares, neither below nothing, a few rounds since the weights hang on them. */
  const reweigh = () => {
    const freedom = total / Math.max(1, total - free.length)
    let mean = 0
    for (let i = 0; i < total; i++) mean += (counts[i] * residual[i] ** 2 * freedom) / total
    let found: [number, number] = [Math.max(1e-20, mean), 0]
    for (let round = 0; round < 6; round++) {
      let [n, x, xx, y, xy] = [0, 0, 0, 0, 0]
      for (let i = 0; i < total; i++) {
        const v = speeds[i] ** 2
        const weight = 1 / (found[0] + found[1] * v) ** 2
        const square = counts[i] * residual[i] ** 2 * freedom
        n += weight
        x += weight * v
        xx += weight * v * v
        y += weight * square
        xy += weight * v * square
      }
      const spread = n * xx - x * x
      let [angle, clock] = spread > 0 ? [(y * xx - x * xy) / spread, (n * xy - x * y) / spread] : [y / n, 0]
      if (!(clock > 0)) [angle, clock] = [y / n, 0]
      if (!(angle > 0)) [angle, clock] = [1e-3 * (y / n), xx > 0 ? xy / xx : 0]
      found = [Math.max(1e-20, angle), Math.max(0, clock)]
    }
    scatter = found
  }
  let status: TrajectoryFit['status'] = 'mostSteps'
  let state = normal(x, true)
  try {
    // first with equal scatter, then with each range's own
    for (const pass of [0, 1]) {
      for (let round = 0; round < MOST_ROUNDS; round++) {
        const { step } = solve(state)
        let [share, next, found] = [1, x, state]
        for (; share > 1 / 64; share /= 2) {
          next = [...x]
          free.forEach((i, p) => (next[i] += share * step[p]))
          found = normal(next, false)
          if (found.cost <= state.cost) break
        }
        const moved = found.cost <= state.cost ? 1 - found.cost / Math.max(1e-300, state.cost) : 0
        if (moved > 0) [x, state] = [next, found]
        if (moved < 1e-6) {
          if (pass === 1) status = 'converged'
          break
        }
      }
      normal(x, true)
      reweigh()
      state = normal(x, false)
    }
    const { inv } = solve(state)
    const fittedRadPerS = new Float64Array(trace.timeS.length).fill(NaN)
    for (const s of stretches)
      march(SIZE, trace, s, x, drive, (block, _, __, speed) => void (fittedRadPerS[block] = speed))
    let [along, square] = [0, 0]
    let place = 0
    for (const s of stretches) {
      let before = NaN
      for (let i = s.from; i < s.to; i++, place++) {
        const r = residual[place] * Math.sqrt(trace.count[i] / varianceAt(speeds[place]))
        square += r * r
        if (Number.isFinite(before)) along += r * before
        before = r
      }
    }
    const autocorrelation = square > 0 ? along / square : 0
    const rho = Math.min(0.99, Math.max(0, autocorrelation))
    const widened = (1 + rho) / (1 - rho)
    const covariance = Array.from({ length: LAW }, (_, i) =>
      Array.from({ length: LAW }, (__, j) => {
        const [p, q] = [free.indexOf(i), free.indexOf(j)]
        return p < 0 || q < 0 ? 0 : widened * inv(p, q)
      }),
    )
    return { status, parameters: x.slice(0, LAW), covariance, autocorrelation, widened, fittedRadPerS }
  } catch {
    return {
      status: 'singular',
      parameters: x.slice(0, LAW),
      covariance: [],
      autocorrelation: NaN,
      widened: NaN,
      fittedRadPerS: new Float64Array(0),
    }
  }
}

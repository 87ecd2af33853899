import type { BlockTrace } from '../angle/decimate'
import { COURSES, type Course } from './courses'

/** What is known of a parameter beforehand. */
export interface Prior {
  readonly value: number
  readonly standardUncertainty: number
}

/** The same, and of which. */
export interface Known extends Prior {
  readonly place: number
}

/**
 * How torque follows a departure of what drives the blades: a factor, as far as it is known beforehand, and how much of
 * it goes on into the torque at rest and into the slope of the torque over speed. Where it goes on into the slope less
 * than into the torque at rest, the speed moves at which torque vanishes.
 */
export interface Factor extends Prior {
  readonly onTorque: number
  readonly onSlope: number
}

/** What drives the blades over time, over what drives them at the nominal pressure: 1 and departures. */
export interface Drive {
  readonly factors: readonly Factor[]
  /** How far the departures may have been read wrong, all alike, along so many courses. */
  readonly misread: readonly Prior[]
  /** Writes the departures at a time, one for each factor, then the courses. */
  readonly at: (timeS: number, out: Float64Array) => void
}

/**
 * Places among the parameters: T0, k, a, b, c, q; from here the factors of the departures and what was misread; how much
 * there is of each course, where there is a shape; then speed and angle at the start of the spin-up and of the
 * coasting.
 */
export const FACTORS = 6
/** Those of them that are drag's. */
const DRAG = [2, 3, 4]

/** What is known beforehand, from FACTORS on. */
export const priorsOf = ({ factors, misread }: Drive): readonly Known[] =>
  [...factors, ...misread].map(({ value, standardUncertainty }, i) => ({
    place: FACTORS + i,
    value,
    standardUncertainty,
  }))

/** A part of a recording with the air on, or coasting. */
export interface Stretch {
  readonly from: number
  readonly to: number
  readonly open: boolean
  /** Places of its own starting speed and angle among the parameters. */
  readonly at: number
}

/** Where the amounts of the courses begin among the parameters, and the speed that these are over. */
export interface Shaped {
  readonly place: number
  readonly referenceRadPerS: number
}

/** Integration steps no longer than this, s. */
const LONGEST_STEP = 0.06

/** Places that the speed of a stretch can hang on: where it coasts, nothing that drives. */
const followedIn = ({ open, at }: Stretch, law: number, course: number, courses: readonly Course[]): Int32Array =>
  Int32Array.from([
    ...Array.from({ length: law }, (_, i) => i).filter((i) => {
      const shape = courses[i - course]
      return open || (shape ? !shape.drives : DRAG.includes(i))
    }),
    at,
  ])

/**
 * Angle of one stretch by the law, with its derivatives by every parameter: J w' = T0 (1 + f r d(t)) - k w (1 + f s d(t))
 * - q w^2 (1 + f (2 s - r) d(t)) - a - b w - c w^2, all over J, r and s being what goes on into torque and slope: the
 * line keeps its shape over the speed at which its torque vanishes. With `shaped` so much of each of COURSES besides.
 * Runge-Kutta 4 on speed and variational equations together; angle by Simpson. `visit` gets block, angle, acceleration,
 * speed and the row of derivatives.
 * With `measured` (a speed of every block) drag and slope hang on these in place of the speed that comes out: the angle
 * then follows all parameters straight, but for the products of factors with torque and slope.
 */
export function march(
  size: number,
  trace: BlockTrace,
  stretch: Stretch,
  x: readonly number[],
  drive: Drive,
  measured: Float64Array | null,
  shaped: Shaped | null,
  visit: (block: number, angle: number, acceleration: number, speed: number, row: Float64Array) => void,
): void {
  const [t0, k, a, b, c, q] = x
  const { from, to, open, at } = stretch
  const s = new Float64Array(size)
  const row = new Float64Array(size)
  const [k1, k2, k3, k4, mid] = [0, 1, 2, 3, 4].map(() => new Float64Array(size))
  let w = x[at]
  let angle = x[at + 1]
  s[at] = 1
  row[at + 1] = 1
  let t = trace.timeS[from]
  let acceleration = 0
  const many = drive.factors.length
  const departed = new Float64Array(many + drive.misread.length)
  const f = x.slice(FACTORS, FACTORS + departed.length)
  const [onTorque, onSlope] = [drive.factors.map((l) => l.onTorque), drive.factors.map((l) => l.onSlope)]
  const courses = shaped ? COURSES : []
  const course = shaped ? shaped.place : 0
  const unit = shaped ? 1 / shaped.referenceRadPerS : 0
  const places = followedIn(stretch, FACTORS + departed.length + courses.length, course, courses)
  const each = new Float64Array(courses.length)
  // what of all departures goes on into the torque at rest, and into its slope
  let rested = 0
  let sloped = 0
  let known = NaN
  let block = from
  const between = (speeds: Float64Array, time: number) => {
    const before = Math.max(from, block - 1)
    const span = trace.timeS[block] - trace.timeS[before]
    const share = span > 0 ? (time - trace.timeS[before]) / span : 0
    return speeds[before] + share * (speeds[block] - speeds[before])
  }
  const rate = (time: number, own: number, sens: Float64Array, out: Float64Array): number => {
    const speed = measured ? between(measured, time) : own
    if (open && time !== known) {
      drive.at((known = time), departed)
      let misread = 0
      for (let i = many; i < f.length; i++) misread += f[i] * departed[i]
      rested = sloped = 0
      for (let i = 0; i < many; i++) {
        departed[i] += misread
        rested += f[i] * onTorque[i] * departed[i]
        sloped += f[i] * onSlope[i] * departed[i]
      }
    }
    const atRest = 1 + rested
    const slope = 1 + sloped
    const bend = 1 + 2 * sloped - rested
    // by the torque at rest, and by the slope: what a departure brings
    let onRest = t0 + q * speed * speed
    let onSteepness = -k * speed - 2 * q * speed * speed
    let shape = 0
    let gain = measured ? 0 : (open ? -k * slope - 2 * q * speed * bend : 0) - b - 2 * c * speed
    for (let j = 0; j < courses.length; j++) {
      const { drives, power, at: of, slope: steep } = courses[j]
      if (drives && !open) continue
      const height = of(speed * unit)
      const by = drives ? 1 + power * sloped - (power - 1) * rested : -1
      const amount = x[course + j]
      each[j] = by * height
      shape += amount * each[j]
      if (!measured) gain += by * amount * steep(speed * unit, height) * unit
      if (!drives) continue
      onRest -= (power - 1) * amount * height
      onSteepness += power * amount * height
    }
    for (let n = 0; n < places.length; n++) out[places[n]] = gain * sens[places[n]]
    if (open) {
      out[0] += atRest
      out[1] -= speed * slope
      out[5] -= speed * speed * bend
      let follows = 0
      for (let i = 0; i < many; i++) {
        const on = onTorque[i] * onRest + onSlope[i] * onSteepness
        out[FACTORS + i] += on * departed[i]
        follows += on * f[i]
      }
      for (let i = many; i < f.length; i++) out[FACTORS + i] += follows * departed[i]
    }
    out[2] -= 1
    out[3] -= speed
    out[4] -= speed * speed
    for (let j = 0; j < courses.length; j++) if (open || !courses[j].drives) out[course + j] += each[j]
    return (
      shape +
      (open ? t0 * atRest - k * speed * slope - q * speed * speed * bend : 0) -
      a -
      b * speed -
      c * speed * speed
    )
  }
  for (let i = from; i < to; i++) {
    block = i
    const span = trace.timeS[i] - t
    const steps = Math.max(1, Math.ceil(span / LONGEST_STEP))
    const h = span / steps
    for (let n = 0; span > 0 && n < steps; n++) {
      const a1 = rate(t, w, s, k1)
      for (const j of places) mid[j] = s[j] + (h / 2) * k1[j]
      const w2 = w + (h / 2) * a1
      const a2 = rate(t + h / 2, w2, mid, k2)
      for (const j of places) mid[j] = s[j] + (h / 2) * k2[j]
      const w3 = w + (h / 2) * a2
      const a3 = rate(t + h / 2, w3, mid, k3)
      for (const j of places) mid[j] = s[j] + h * k3[j]
      const a4 = rate(t + h, w + h * a3, mid, k4)
      // angle and its derivatives: the same method on speed, closed
      angle += h * w + ((h * h) / 6) * (a1 + a2 + a3)
      w += (h / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
      for (const j of places) {
        row[j] += h * s[j] + ((h * h) / 6) * (k1[j] + k2[j] + k3[j])
        s[j] += (h / 6) * (k1[j] + 2 * k2[j] + 2 * k3[j] + k4[j])
      }
      t += h
      acceleration = a4
    }
    if (i === from) acceleration = rate(t, w, s, k1)
    visit(i, angle, acceleration, w, row)
  }
}

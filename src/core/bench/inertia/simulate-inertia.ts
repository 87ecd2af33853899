import { normalDraw, seededRandom } from '../../statistics'

/** Hidden truth of a simulated spin-up: blade torque T0 (1 - n/n0), or bent, drag a + b w + c w^2. SI. */
export interface SpinUpTruth {
  readonly stallTorqueNm: number
  readonly dragFreeSpeedRadPerS: number
  /** Share of the torque's fall that goes with the square of the speed; none where left out. */
  readonly bend?: number
  readonly drag: readonly [number, number, number]
  /** In place of these: torque over that at rest by the share of the drag-free speed, and drag, N m at rad/s. */
  readonly torqueShape?: (share: number) => number
  readonly dragNm?: (speedRadPerS: number) => number
  readonly effectiveInertiaKgM2: number
  /** By what share of the torque's change at rest the drag-free speed changes; not at all where left out. */
  readonly speedShare?: number
  readonly openS: number
  readonly shutS: number
  readonly endS: number
}

/** Drag at a speed, N m. */
export function dragOf({ drag: [a, b, c], dragNm }: SpinUpTruth): (speedRadPerS: number) => number {
  return dragNm ?? ((w) => a + b * w + c * w * w)
}

/**
 * Rotor angle at even times from the truth; `driveAt` is what drives the blades at rest over what does at the nominal
 * pressure.
 * Runge-Kutta 4 on speed at `stepS`, angle by Simpson.
 */
export function simulateSpinUp(
  truth: SpinUpTruth,
  stepS: number,
  driveAt: (timeS: number) => number = () => 1,
): { timeS: Float64Array; angleRad: Float64Array; speedRadPerS: Float64Array } {
  const n = Math.round(truth.endS / stepS) + 1
  const timeS = new Float64Array(n)
  const angleRad = new Float64Array(n)
  const speedRadPerS = new Float64Array(n)
  const dragNm = dragOf(truth)
  const { bend = 0, speedShare = 0, torqueShape } = truth
  const keeps = 1 - speedShare
  const blades = (w: number, drive: number) => {
    const x = w / truth.dragFreeSpeedRadPerS
    const more = drive - 1
    if (torqueShape) return truth.stallTorqueNm * drive * torqueShape((x * (1 + keeps * more)) / drive)
    // the same shape over the speed that it is free at
    const falls = (1 - bend) * (1 + keeps * more) * x + bend * (1 + (2 * keeps - 1) * more) * x * x
    return truth.stallTorqueNm * (drive - falls)
  }
  const rate = (open: boolean, w: number, drive: number) =>
    ((open ? blades(w, drive) : 0) - (w > 0 || open ? dragNm(w) : 0)) / truth.effectiveInertiaKgM2
  for (let i = 1; i < n; i++) {
    timeS[i] = i * stepS
    const middle = timeS[i] - stepS / 2
    const open = middle >= truth.openS && middle < truth.shutS
    const w = speedRadPerS[i - 1]
    const drive = driveAt(middle)
    const k1 = rate(open, w, drive)
    const k2 = rate(open, w + (stepS / 2) * k1, drive)
    const k3 = rate(open, w + (stepS / 2) * k2, drive)
    const k4 = rate(open, w + stepS * k3, drive)
    speedRadPerS[i] = Math.max(0, w + (stepS / 6) * (k1 + 2 * k2 + 2 * k3 + k4))
    angleRad[i] = angleRad[i - 1] + (stepS / 2) * (w + speedRadPerS[i])
  }
  return { timeS, angleRad, speedRadPerS }
}

/**
 * Counts of a line encoder: the angle cut to whole lines, with a random place of the first line and jitter of the
 * reading time.
 */
export function encoderCounts(
  angleRad: Float64Array,
  speedRadPerS: Float64Array,
  encoder: { countsPerRad: number; timeJitterS: number; seed: number },
): Float64Array {
  const random = seededRandom(encoder.seed)
  const phase = random()
  return angleRad.map((angle, i) =>
    Math.floor((angle + speedRadPerS[i] * encoder.timeJitterS * normalDraw(random)) * encoder.countsPerRad + phase),
  )
}

/** How an optical pick-up reads its marks, and what it gets wrong. */
export interface PickUp {
  readonly perTurn: number
  /** Of its clock. */
  readonly tickS: number
  /** Of the edge that it sees. */
  readonly jitterS: number
  readonly missedShare: number
  readonly doubledShare: number
  readonly seed: number
}

/**
 * Times at which marks pass a pick-up; some missed, some read twice within a tenth of the gap. Every draw from the
 * seed.
 */
export function pulseTimes(
  motion: { readonly timeS: Float64Array; readonly angleRad: Float64Array },
  pickUp: PickUp,
): Float64Array {
  const random = seededRandom(pickUp.seed)
  const { timeS, angleRad } = motion
  const step = (2 * Math.PI) / pickUp.perTurn
  const found: number[] = []
  let next = step * random()
  let last = NaN
  for (let i = 1; i < timeS.length; i++)
    while (angleRad[i] >= next) {
      const share = (next - angleRad[i - 1]) / (angleRad[i] - angleRad[i - 1])
      const at = timeS[i - 1] + share * (timeS[i] - timeS[i - 1]) + pickUp.jitterS * normalDraw(random)
      const ticked = Math.round(at / pickUp.tickS) * pickUp.tickS
      next += step
      if (random() < pickUp.missedShare) continue
      found.push(ticked)
      if (random() < pickUp.doubledShare && Number.isFinite(last))
        found.push(Math.round((at + (0.02 + 0.08 * random()) * (at - last)) / pickUp.tickS) * pickUp.tickS)
      last = at
    }
  return Float64Array.from(found)
}

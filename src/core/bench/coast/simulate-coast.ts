/**
 * Hidden truth of simulated coastings: drag a + b w + c w^2, a brake that is on in every second one, air that drives it
 * up to the top before each. SI.
 */
export interface CoastTruth {
  readonly inertiaKgM2: number
  readonly drag: readonly [number, number, number]
  /** In place of that: drag of another shape, N m at rad/s. */
  readonly dragNm?: (speedRadPerS: number) => number
  readonly brakeNm: number
  readonly topRadPerS: number
  /** Coastings, one after the other; each ends at that share of the top speed. */
  readonly coasts: number
  readonly endsAtShare: number
  /** It is driven up before the first one too, and held at the top for a while. */
  readonly spinsUp: boolean
  /** By what share the drag of each coasting is off, as grease does not drag alike twice; none where left out. */
  readonly offBy?: readonly number[]
}

/** How long it is driven up and held at the top before a coasting, s. */
const [UP_S, HELD_S] = [3, 1.5] as const
/** No recording goes on for longer, s. */
const MOST_S = 600

/** Rotor angle and speed at even times. Runge-Kutta 4 on speed at `stepS`, angle by the trapezium. */
export function simulateCoasts(
  truth: CoastTruth,
  stepS: number,
): { timeS: Float64Array; angleRad: Float64Array; speedRadPerS: Float64Array } {
  const [a, b, c] = truth.drag
  const [timeS, angleRad, speedRadPerS] = [[0], [0], [truth.spinsUp ? 0.01 : truth.topRadPerS]]
  const put = (w: number) => {
    const last = timeS.length - 1
    timeS.push(timeS[last] + stepS)
    angleRad.push(angleRad[last] + (stepS / 2) * (speedRadPerS[last] + w))
    speedRadPerS.push(w)
  }
  for (let coast = 0; coast < truth.coasts; coast++) {
    if (coast > 0 || truth.spinsUp) {
      const from = speedRadPerS[speedRadPerS.length - 1]
      for (let t = stepS; t <= UP_S + HELD_S; t += stepS)
        put(from + (truth.topRadPerS - from) * Math.min(1, t / UP_S) ** 0.7)
    }
    const brake = coast % 2 === 1 ? truth.brakeNm : 0
    const alike = 1 + (truth.offBy?.[coast] ?? 0)
    const dragNm = truth.dragNm ?? ((w: number) => a + b * w + c * w * w)
    const rate = (w: number) => (w > 0 ? -(brake + alike * dragNm(w)) / truth.inertiaKgM2 : 0)
    for (
      let w = speedRadPerS[speedRadPerS.length - 1];
      w > truth.endsAtShare * truth.topRadPerS && timeS[timeS.length - 1] < MOST_S;
    ) {
      const k1 = rate(w)
      const k2 = rate(w + (stepS / 2) * k1)
      const k3 = rate(w + (stepS / 2) * k2)
      const k4 = rate(w + stepS * k3)
      w = Math.max(0, w + (stepS / 6) * (k1 + 2 * k2 + 2 * k3 + k4))
      put(w)
    }
  }
  return {
    timeS: Float64Array.from(timeS),
    angleRad: Float64Array.from(angleRad),
    speedRadPerS: Float64Array.from(speedRadPerS),
  }
}

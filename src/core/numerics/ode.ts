/** Right-hand side of an ordinary differential equation: writes dy/dt into `out`. */
export type Derivative = (t: number, y: Float64Array, out: Float64Array) => void

/** Something that happens when `value` falls through nought. A terminal one ends the integration there. */
export interface OdeEvent {
  readonly id: string
  readonly value: (t: number, y: Float64Array) => number
  readonly terminal: boolean
}

export interface OdeProblem {
  readonly derivative: Derivative
  readonly start: readonly number[]
  readonly endTimeS: number
  readonly relativeTolerance?: number
  /** One for each variable: errors below it do not count. */
  readonly absoluteTolerance: readonly number[]
  readonly events?: readonly OdeEvent[]
  readonly firstStepS?: number
  readonly mostSteps?: number
}

export interface OdeSolution {
  readonly status: 'end' | 'event' | 'most-steps'
  readonly endTimeS: number
  readonly events: readonly { readonly id: string; readonly timeS: number; readonly y: Float64Array }[]
  readonly steps: number
  /** State at a time from the start to the end, by the method's own interpolation (4th order). */
  readonly at: (timeS: number) => Float64Array
}

const A = [
  [1 / 5],
  [3 / 40, 9 / 40],
  [44 / 45, -56 / 15, 32 / 9],
  [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
  [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
  [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84],
]
const C = [1 / 5, 3 / 10, 4 / 5, 8 / 9, 1, 1]
const E = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40]
const D = [
  -12715105075 / 11282082432,
  0,
  87487479700 / 32700410799,
  -10690763975 / 1880347072,
  701980252875 / 199316789632,
  -1453857185 / 822651844,
  69997945 / 29380423,
]

interface Step {
  readonly t: number
  readonly h: number
  readonly coefficients: readonly Float64Array[]
}

function interpolate({ t, h, coefficients: [r1, r2, r3, r4, r5] }: Step, time: number): Float64Array {
  const s = (time - t) / h
  return r1.map((v, i) => v + s * (r2[i] + (1 - s) * (r3[i] + s * (r4[i] + (1 - s) * r5[i]))))
}

function denseStep(t: number, h: number, y: Float64Array, next: Float64Array, k: readonly Float64Array[]): Step {
  const r2 = next.map((v, i) => v - y[i])
  const r3 = y.map((_, i) => h * k[0][i] - r2[i])
  const r4 = y.map((_, i) => r2[i] - h * k[6][i] - r3[i])
  const r5 = y.map((_, i) => h * D.reduce((sum, d, j) => sum + d * k[j][i], 0))
  return { t, h, coefficients: [y.slice(), r2, r3, r4, r5] }
}

/** Time in a step at which an event's value passes nought, by halving on the interpolant. */
function crossing(event: OdeEvent, step: Step): number {
  let [low, high] = [step.t, step.t + step.h]
  for (let i = 0; i < 34 && high - low > 1e-13 * (1 + Math.abs(high)); i++) {
    const middle = 0.5 * (low + high)
    if (event.value(middle, interpolate(step, middle)) > 0) low = middle
    else high = middle
  }
  return high
}

/**
 * Integrates dy/dt from nought to an end time with step control, finding events on the way.
 * Method: explicit Runge-Kutta of order 5(4). Source: Dormand & Prince (1980); step control and interpolation as in
 * Hairer, Norsett & Wanner, Solving ODEs I (1993).
 * Error: local error held at the relative tolerance (1e-7 unless said) of each variable plus its absolute tolerance.
 */
export function integrate(problem: OdeProblem): OdeSolution {
  const { derivative, endTimeS, absoluteTolerance, events = [], relativeTolerance = 1e-7, mostSteps = 20_000 } = problem
  const n = problem.start.length
  let y = Float64Array.from(problem.start)
  const k = Array.from({ length: 7 }, () => new Float64Array(n))
  const stage = new Float64Array(n)
  let t = 0
  let h = Math.min(problem.firstStepS ?? endTimeS / 100, endTimeS)
  const steps: Step[] = []
  const found: { id: string; timeS: number; y: Float64Array }[] = []
  let values = events.map((e) => e.value(0, y))
  derivative(0, y, k[0])
  let status: OdeSolution['status'] = 'end'
  for (let tries = 0; t < endTimeS; tries++) {
    if (tries >= mostSteps) {
      status = 'most-steps'
      break
    }
    h = Math.min(h, endTimeS - t)
    for (let s = 0; s < 6; s++) {
      for (let i = 0; i < n; i++) {
        let sum = 0
        for (let j = 0; j <= s; j++) sum += A[s][j] * k[j][i]
        stage[i] = y[i] + h * sum
      }
      derivative(t + C[s] * h, stage, k[s + 1])
    }
    let worst = 0
    for (let i = 0; i < n; i++) {
      let error = 0
      for (let j = 0; j < 7; j++) error += E[j] * k[j][i]
      worst = Math.max(
        worst,
        Math.abs(h * error) / (absoluteTolerance[i] + relativeTolerance * Math.max(Math.abs(y[i]), Math.abs(stage[i]))),
      )
    }
    if (!(worst <= 1)) {
      h *= Number.isFinite(worst) ? Math.max(0.2, 0.9 * worst ** -0.2) : 0.2
      if (h < 1e-14 * (1 + t)) {
        status = 'most-steps'
        break
      }
      continue
    }
    const step = denseStep(t, h, y, stage, k)
    const nextValues = events.map((e) => e.value(t + h, stage))
    const hits = events
      .flatMap((event, i) => (values[i] > 0 && nextValues[i] <= 0 ? [{ event, timeS: crossing(event, step) }] : []))
      .sort((a, b) => a.timeS - b.timeS)
    steps.push(step)
    let stopAt: number | null = null
    for (const hit of hits) {
      found.push({ id: hit.event.id, timeS: hit.timeS, y: interpolate(step, hit.timeS) })
      if (hit.event.terminal) {
        stopAt = hit.timeS
        break
      }
    }
    if (stopAt !== null) {
      t = stopAt
      status = 'event'
      break
    }
    t += h
    y = stage.slice()
    k[0].set(k[6])
    values = nextValues
    h *= Math.min(5, Math.max(0.2, 0.9 * Math.max(worst, 1e-10) ** -0.2))
  }
  const at = (timeS: number): Float64Array => {
    if (steps.length === 0) return y.slice()
    let [low, high] = [0, steps.length - 1]
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (steps[middle].t <= timeS) low = middle
      else high = middle - 1
    }
    return interpolate(steps[low], timeS)
  }
  return { status, endTimeS: t, events: found, steps: steps.length, at }
}

import { airDensity, type Ambient } from '../air'
import { integrate, stretchOf } from '../numerics'
import { STANDARD_GRAVITY } from '../units/gravity'

/** Standard gravity, m/s2. ISO 80000-3. */
export { STANDARD_GRAVITY as GRAVITY }

/** Where a jet-pushed body may go. */
export type Path =
  /** Along a track: slope upwards positive, rolling or gliding resistance as share of weight. */
  | { readonly kind: 'track'; readonly slopeRad: number; readonly rollingShare: number; readonly lengthM: number }
  /** Straight up. */
  | { readonly kind: 'climb' }

export interface MovingBody {
  /** Without the air inside. */
  readonly massKg: number
  readonly dragCoefficient: number
  readonly path: Path
}

/**
 * What pushes it, sampled over the run-down: thrust, air aboard above what the room's air would weigh, frontal area.
 */
export interface PushSample {
  readonly timeS: number
  readonly thrustN: number
  readonly airMassKg: number
  /** Weight of air aboard less the room's air it displaces, kg. */
  readonly heavyAirKg: number
  readonly frontalAreaM2: number
}

export interface FlightState {
  readonly timeS: number
  readonly thrustN: number
  readonly speedMPerS: number
  readonly distanceM: number
  readonly accelerationMPerS2: number
}

export interface Flight {
  readonly trace: readonly FlightState[]
  readonly leaves: boolean
  readonly topSpeedMPerS: number
  /** Height reached, or way along the track. */
  readonly distanceM: number
  /**
   * Until the top of the climb, the end of the track, or standstill; null when it never stops in the time looked at.
   */
  readonly timeS: number | null
  readonly reachedEnd: boolean
}

/** Straight between samples; nothing after the last. */
function sampleAt(samples: readonly PushSample[], times: readonly number[], timeS: number): PushSample {
  const last = samples[samples.length - 1]
  if (timeS >= last.timeS) return { ...last, thrustN: 0 }
  const i = stretchOf(times, timeS)
  const [a, b] = [samples[i], samples[i + 1]]
  const s = b.timeS > a.timeS ? (timeS - a.timeS) / (b.timeS - a.timeS) : 0
  const mix = (x: number, y: number) => x + s * (y - x)
  return {
    timeS,
    thrustN: mix(a.thrustN, b.thrustN),
    airMassKg: mix(a.airMassKg, b.airMassKg),
    heavyAirKg: mix(a.heavyAirKg, b.heavyAirKg),
    frontalAreaM2: mix(a.frontalAreaM2, b.frontalAreaM2),
  }
}

const LONGEST_COAST_S = 120

/**
 * Straight-line motion of a body pushed by its jet, with drag by the square of speed, weight or rolling resistance.
 * It stays put until the thrust outweighs what holds it. Newton's second law for the body with the air aboard.
 * Error: that of thrust and drag coefficient; a real balloon wanders, so its height is an upper figure (common
 * practice).
 */
export function flight(body: MovingBody, samples: readonly PushSample[], ambient: Ambient): Flight {
  const times = samples.map((s) => s.timeS)
  const rho = airDensity(ambient.absolutePressurePa, ambient.temperatureK)
  const { path } = body
  const climb = path.kind === 'climb'
  const holding = (s: PushSample): number => {
    const weight = (body.massKg + s.heavyAirKg) * STANDARD_GRAVITY
    return climb ? weight : weight * (Math.sin(path.slopeRad) + path.rollingShare * Math.cos(path.slopeRad))
  }
  const acceleration = (t: number, v: number): number => {
    const s = sampleAt(samples, times, t)
    const drag = 0.5 * rho * body.dragCoefficient * s.frontalAreaM2 * v * Math.abs(v)
    return (s.thrustN - drag - holding(s)) / (body.massKg + s.airMassKg)
  }
  const first = samples.findIndex((s) => s.thrustN > holding(s))
  if (first < 0)
    return {
      trace: samples.map((s) => ({
        timeS: s.timeS,
        thrustN: s.thrustN,
        speedMPerS: 0,
        distanceM: 0,
        accelerationMPerS2: 0,
      })),
      leaves: false,
      topSpeedMPerS: 0,
      distanceM: 0,
      timeS: null,
      reachedEnd: false,
    }
  const startS = samples[first].timeS
  const burnOut = samples[samples.length - 1].timeS
  const end = burnOut + LONGEST_COAST_S - startS
  const solution = integrate({
    derivative: (t, y, out) => {
      out[0] = Math.max(0, y[1])
      out[1] = acceleration(startS + t, y[1])
    },
    start: [0, 1e-6],
    endTimeS: end,
    firstStepS: Math.max(1e-4, burnOut / 500),
    relativeTolerance: 1e-6,
    absoluteTolerance: [1e-6, 1e-6],
    events: [
      { id: 'stop', value: (_, y) => y[1], terminal: true },
      { id: 'fastest', value: (t, y) => acceleration(startS + t, y[1]), terminal: false },
      ...(climb ? [] : [{ id: 'end', value: (_: number, y: Float64Array) => path.lengthM - y[0], terminal: true }]),
    ],
    mostSteps: 8000,
  })
  const points = 160
  const trace = Array.from({ length: points + 1 }, (_, i) => {
    const t = (solution.endTimeS * i) / points
    const y = solution.at(t)
    return {
      timeS: startS + t,
      thrustN: sampleAt(samples, times, startS + t).thrustN,
      speedMPerS: Math.max(0, y[1]),
      distanceM: y[0],
      accelerationMPerS2: acceleration(startS + t, y[1]),
    }
  })
  const last = solution.at(solution.endTimeS)
  return {
    trace,
    leaves: true,
    topSpeedMPerS: Math.max(
      ...trace.map((s) => s.speedMPerS),
      ...solution.events.filter((e) => e.id === 'fastest').map((e) => e.y[1]),
    ),
    distanceM: last[0],
    timeS: solution.status === 'event' ? startS + solution.endTimeS : null,
    reachedEnd: solution.events.some((e) => e.id === 'end'),
  }
}

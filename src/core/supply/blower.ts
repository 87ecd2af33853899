import { GAS_CONSTANT } from '../air'

/** One point of a blower's curve: pressure rise against volume flow at its inlet. */
export interface BlowerPoint {
  readonly flowM3PerS: number
  readonly pressurePa: number
}

export type BlowerCurve =
  /** Shut-off pressure and free flow, joined by p = p0 (1 - (q/q0)^n); n = 2 for fans, 1 for a straight line. */
  | { readonly kind: 'two-figures'; readonly shutOffPa: number; readonly freeFlowM3PerS: number; readonly bend: number }
  /** Measured points, rising flow and falling pressure. */
  | { readonly kind: 'points'; readonly points: readonly BlowerPoint[] }

export interface Blower {
  readonly curve: BlowerCurve
  readonly inSeries: number
  readonly inParallel: number
  /** Speed over that of the curve: flow goes with it, pressure with its square (fan laws). */
  readonly speedShare: number
}

/** Pressure rise of one blower's curve at a flow, Pa. Never below 0. */
function curvePressure(curve: BlowerCurve, flow: number): number {
  if (curve.kind === 'two-figures')
    return Math.max(0, curve.shutOffPa * (1 - (Math.max(0, flow) / curve.freeFlowM3PerS) ** curve.bend))
  const { points } = curve
  if (points.length === 1) return flow <= points[0].flowM3PerS ? points[0].pressurePa : 0
  let i = 0
  while (i < points.length - 2 && flow > points[i + 1].flowM3PerS) i++
  const [a, b] = [points[i], points[i + 1]]
  const value = a.pressurePa + ((flow - a.flowM3PerS) / (b.flowM3PerS - a.flowM3PerS)) * (b.pressurePa - a.pressurePa)
  return Math.max(0, flow < points[0].flowM3PerS ? Math.max(points[0].pressurePa, value) : value)
}

/**
 * Pressure rise of a set of blowers at a volume flow at the inlet, Pa gauge.
 * In series pressures add at equal flow, in parallel flows add at equal pressure; speed by the fan laws. Valid: rise
 * below a fifth of ambient, so that the air is nearly of one density.
 */
export function blowerPressure(b: Blower, flowM3PerS: number): number {
  return b.inSeries * b.speedShare ** 2 * curvePressure(b.curve, flowM3PerS / (b.inParallel * b.speedShare))
}

/** Flow with nothing in its way, m3/s: where the curve reaches no pressure. */
export function freeFlow(b: Blower): number {
  const scale = b.inParallel * b.speedShare
  if (b.curve.kind === 'two-figures') return scale * b.curve.freeFlowM3PerS
  const { points } = b.curve
  if (points.length === 1) return scale * points[0].flowM3PerS
  const [a, z] = [points[points.length - 2], points[points.length - 1]]
  const slope = (z.pressurePa - a.pressurePa) / (z.flowM3PerS - a.flowM3PerS)
  return scale * (slope < 0 ? z.flowM3PerS - z.pressurePa / slope : z.flowM3PerS)
}

export const shutOffPressure = (b: Blower): number => blowerPressure(b, 0)

/** A class of blower as estimate; a maker's measured figures replace it. */
export interface BlowerClass {
  readonly id: string
  readonly label: string
  readonly shutOffPa: number
  readonly freeFlowM3PerS: number
  readonly bend: number
  /** Warmer than the room by, K, at full flow. */
  readonly temperatureRiseK: number
}

/** From memory of what such machines do (common practice, within about a third either way). */
export const BLOWER_CLASSES: readonly BlowerClass[] = [
  { id: 'hair-dryer', label: 'hair dryer', shutOffPa: 700, freeFlowM3PerS: 0.022, bend: 2, temperatureRiseK: 45 },
  {
    id: 'hair-dryer-cold',
    label: 'hair dryer, cold setting',
    shutOffPa: 700,
    freeFlowM3PerS: 0.022,
    bend: 2,
    temperatureRiseK: 3,
  },
  {
    id: 'vacuum-cleaner',
    label: 'vacuum cleaner, blowing',
    shutOffPa: 20_000,
    freeFlowM3PerS: 0.035,
    bend: 1.2,
    temperatureRiseK: 20,
  },
  {
    id: 'ducted-fan',
    label: 'ducted fan, 70 mm class',
    shutOffPa: 2500,
    freeFlowM3PerS: 0.12,
    bend: 2,
    temperatureRiseK: 3,
  },
  { id: 'leaf-blower', label: 'leaf blower', shutOffPa: 4500, freeFlowM3PerS: 0.16, bend: 2, temperatureRiseK: 8 },
  {
    id: 'cooling-fan',
    label: 'cooling fan, 120 mm class',
    shutOffPa: 25,
    freeFlowM3PerS: 0.028,
    bend: 1.5,
    temperatureRiseK: 0.5,
  },
]

/**
 * Breath as a small blower with a lungful behind it. Estimates of a grown person, from memory (common practice, half
 * either way).
 */
export interface BreathClass {
  readonly id: string
  readonly label: string
  readonly shutOffPa: number
  readonly freeFlowM3PerS: number
}

export const BREATH_CLASSES: readonly BreathClass[] = [
  { id: 'gentle', label: 'gentle, as through a straw', shutOffPa: 1500, freeFlowM3PerS: 0.0008 },
  { id: 'steady', label: 'steady', shutOffPa: 4000, freeFlowM3PerS: 0.002 },
  { id: 'hard', label: 'as hard as one can', shutOffPa: 9000, freeFlowM3PerS: 0.005 },
]

/** Betz limit: share of the wind's power through an area that any machine can take. Betz (1920). */
export const BETZ_LIMIT = 16 / 27

/** Power of the wind through an area, W. */
export const windPower = (windMPerS: number, areaM2: number, densityKgPerM3: number): number =>
  0.5 * densityKgPerM3 * areaM2 * windMPerS ** 3

/**
 * Pressure that a captured stream of wind can be held to while it flows through an area at a volume flow, Pa gauge.
 * One-dimensional momentum theory: thrust coefficient 4 u (1 - u) with u the flow over that of the free wind; below
 * half of it the stream piles up to its stagnation pressure.
 * Its power peaks at u = 2/3 with 16/27 of the wind's: the Betz limit. `capture` in (0, 1] is what the vanes leave of
 * it.
 */
export function windPressure(
  wind: {
    readonly speedMPerS: number
    readonly areaM2: number
    readonly capture: number
    readonly densityKgPerM3: number
  },
  flowM3PerS: number,
): number {
  const u = flowM3PerS / (wind.speedMPerS * wind.areaM2)
  if (u >= 1) return 0
  const thrust = u <= 0.5 ? 1 : 4 * u * (1 - u)
  return wind.capture * 0.5 * wind.densityKgPerM3 * wind.speedMPerS ** 2 * thrust
}

/**
 * A source that gives less pressure the more it gives: gauge pressure against volume flow at the room's density, with
 * its free flow.
 */
export interface FallingSource {
  readonly pressureGaugePa: (flowM3PerS: number) => number
  readonly freeFlowM3PerS: number
}

export const roomDensity = (ambientPaAbs: number, temperatureK: number): number =>
  ambientPaAbs / (GAS_CONSTANT * temperatureK)

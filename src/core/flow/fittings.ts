import { FREE_AIR_DENSITY } from '../air'
import { CHOKED_FLOW_FACTOR } from './isentropic'
import { circleArea } from './nozzle'
import { GAS_CONSTANT } from '../air'
import type { Conductance } from './conductance'

/** A class of fitting as estimate: how much of its bore's area works, and its critical ratio. */
export interface FittingClass {
  readonly id: string
  readonly label: string
  readonly areaShare: number
  readonly criticalRatio: number
}

/**
 * Shares and ratios from memory of what such fittings measure (common practice, within about a third either way); a
 * maker's own figures replace them.
 */
export const FITTING_CLASSES: readonly FittingClass[] = [
  { id: 'push-in', label: 'straight push-in', areaShare: 0.8, criticalRatio: 0.4 },
  { id: 'elbow', label: 'elbow', areaShare: 0.65, criticalRatio: 0.3 },
  { id: 'ball-valve', label: 'ball valve, open', areaShare: 0.85, criticalRatio: 0.4 },
  { id: 'coupling', label: 'quick coupling', areaShare: 0.35, criticalRatio: 0.25 },
  { id: 'needle-valve', label: 'needle valve, open', areaShare: 0.25, criticalRatio: 0.2 },
  { id: 'solenoid', label: 'small solenoid valve', areaShare: 0.4, criticalRatio: 0.3 },
  { id: 'check-valve', label: 'check valve', areaShare: 0.4, criticalRatio: 0.25 },
]

/**
 * Sonic conductance of an effective area, m3/(s Pa): what a loss-free nozzle of that area passes. ISO 6358 with ideal
 * choked flow at 293.15 K.
 */
export const conductanceOfArea = (areaM2: number): number =>
  (CHOKED_FLOW_FACTOR * areaM2) / (Math.sqrt(GAS_CONSTANT * 293.15) * FREE_AIR_DENSITY)

/** Effective area of a sonic conductance, m2. */
export const areaOfConductance = (sonicConductance: number): number => sonicConductance / conductanceOfArea(1)

/** Conductance of a class of fitting at a bore, as estimate. */
export const fittingEstimate = (kind: FittingClass, boreM: number): Conductance => ({
  sonicConductance: kind.areaShare * conductanceOfArea(circleArea(boreM)),
  criticalRatio: kind.criticalRatio,
})

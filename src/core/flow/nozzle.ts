import { CP, GAMMA, GAS_CONSTANT, freeAirFlow, isentropicPower } from '../air'
import { bisect } from '../numerics'
import {
  CHOKED_FLOW_FACTOR,
  CRITICAL_PRESSURE_RATIO,
  isentropicAreaRatio,
  isentropicPressureRatio,
  isentropicTemperatureRatio,
  machBehindShock,
  machOfAreaRatio,
  machOfPressureRatio,
  massFlowAtMach,
  shockPressureRatio,
  shockTotalPressureRatio,
} from './isentropic'

export type NozzleRegime = 'unchoked' | 'choked' | 'shock-in-divergence' | 'overexpanded' | 'design' | 'underexpanded'

/** What stands before and behind a nozzle. Pressures absolute. */
export interface NozzleConditions {
  readonly totalPressurePaAbs: number
  readonly totalTemperatureK: number
  readonly backPressurePaAbs: number
}

/** A set of equal round nozzles side by side. Exit at least as wide as the throat. */
export interface NozzleGeometry {
  readonly throatDiameterM: number
  /** Left out, or equal to the throat: a plain convergent hole. */
  readonly exitDiameterM?: number
  readonly count?: number
  /** Real over ideal mass flow. */
  readonly dischargeCoefficient?: number
  /** Real over ideal exit speed. */
  readonly velocityCoefficient?: number
}

export interface NozzleResult {
  readonly regime: NozzleRegime
  readonly massFlowKgPerS: number
  readonly freeAirM3PerS: number
  readonly exitMach: number
  readonly exitSpeedMPerS: number
  readonly exitAbsolutePressurePa: number
  readonly exitTemperatureK: number
  /** All nozzles together: mdot Ve + (pe - pa) Ae. */
  readonly thrustN: number
  /** Thrust over mass flow: the speed the jet reaches once it has expanded to ambient. */
  readonly jetSpeedMPerS: number
  readonly jetPowerW: number
  readonly isentropicPowerW: number
  /** Where a normal shock stands: area over throat area, and the Mach number before it. */
  readonly shock: { readonly areaRatio: number; readonly machBefore: number } | null
  readonly notes: readonly string[]
}

export const circleArea = (diameterM: number): number => (Math.PI / 4) * diameterM * diameterM

const EXITS = new Map<number, number>()

/** Mach number at the exit of a divergence that flows full. A model asks for the same nozzle at many pressures: the last few are kept. */
function supersonicExit(areaRatio: number): number {
  let mach = EXITS.get(areaRatio)
  if (mach === undefined) {
    mach = machOfAreaRatio(areaRatio, 'supersonic')
    if (EXITS.size > 63) EXITS.clear()
    EXITS.set(areaRatio, mach)
  }
  return mach
}

const LIMITS = new Map<number, { subsonic: number; shockAtExit: number; design: number }>()

/** Back/total pressure ratios that part the regimes of a convergent-divergent nozzle of an area ratio > 1. NACA Report 1135. */
export function regimeLimits(areaRatio: number): { subsonic: number; shockAtExit: number; design: number } {
  const known = LIMITS.get(areaRatio)
  if (known) return known
  const supersonicMach = supersonicExit(areaRatio)
  const design = isentropicPressureRatio(supersonicMach)
  const limits = { subsonic: isentropicPressureRatio(machOfAreaRatio(areaRatio, 'subsonic')), shockAtExit: design * shockPressureRatio(supersonicMach), design }
  if (LIMITS.size > 63) LIMITS.clear()
  LIMITS.set(areaRatio, limits)
  return limits
}

/**
 * Place of the normal shock inside a divergence: the choked mass flow leaves at the back pressure, which fixes the exit Mach number in closed form;
 * the total pressure it needs there is what the shock has left. Source: NACA Report 1135.
 */
function locateShock(areaRatio: number, backRatio: number): { machBefore: number; areaRatio: number; exitMach: number } {
  const half = (GAMMA - 1) / 2
  // M sqrt(1 + half M^2) of the flow that chokes at the throat and leaves with area and pressure given
  const flow = CHOKED_FLOW_FACTOR / Math.sqrt(GAMMA) / (areaRatio * backRatio)
  const exitMach = Math.sqrt((Math.sqrt(1 + 4 * half * flow * flow) - 1) / (2 * half))
  const kept = backRatio / isentropicPressureRatio(exitMach)
  const machBefore = bisect((mach) => shockTotalPressureRatio(mach) - kept, 1, supersonicExit(areaRatio))
  return { machBefore, areaRatio: isentropicAreaRatio(machBefore), exitMach }
}

interface ExitState {
  regime: NozzleRegime
  exitMach: number
  /** exit static pressure over supply total pressure */
  exitRatio: number
  choked: boolean
  shock: NozzleResult['shock']
}

function exitState(areaRatio: number, backRatio: number): ExitState {
  if (areaRatio <= 1 + 1e-9) {
    if (backRatio > CRITICAL_PRESSURE_RATIO)
      return { regime: 'unchoked', exitMach: machOfPressureRatio(backRatio), exitRatio: backRatio, choked: false, shock: null }
    return { regime: 'choked', exitMach: 1, exitRatio: CRITICAL_PRESSURE_RATIO, choked: true, shock: null }
  }
  const limits = regimeLimits(areaRatio)
  if (backRatio >= limits.subsonic)
    return { regime: 'unchoked', exitMach: machOfPressureRatio(backRatio), exitRatio: backRatio, choked: false, shock: null }
  if (backRatio > limits.shockAtExit) {
    const { exitMach, ...shock } = locateShock(areaRatio, backRatio)
    return { regime: 'shock-in-divergence', exitMach, exitRatio: backRatio, choked: true, shock }
  }
  const exitMach = supersonicExit(areaRatio)
  const miss = backRatio / limits.design - 1
  const regime = Math.abs(miss) <= DESIGN_TOLERANCE ? 'design' : miss > 0 ? 'overexpanded' : 'underexpanded'
  return { regime, exitMach, exitRatio: limits.design, choked: true, shock: null }
}

/** Within this of the exit pressure the nozzle counts as on design; finer than any workshop gauge reads. */
const DESIGN_TOLERANCE = 0.005

function notesFor(exit: ExitState, conditions: NozzleConditions, exitTemperatureK: number): string[] {
  const notes: string[] = []
  if (exit.regime === 'shock-in-divergence')
    notes.push('A normal shock stands inside the divergence and wastes total pressure: a narrower exit, or a plain hole, gives more thrust.')
  if (exit.regime === 'overexpanded' && exit.exitRatio * conditions.totalPressurePaAbs < 0.4 * conditions.backPressurePaAbs)
    notes.push('Exit pressure is below 0.4 of the room: the flow leaves the wall inside the nozzle (common practice), and the thrust here is too low to trust.')
  if (exitTemperatureK < 273.15) notes.push('The air leaves below 0 °C: moist air can grow ice at the exit.')
  return notes
}

/**
 * Isentropic quasi-one-dimensional nozzle with a discharge and a velocity coefficient, in every regime.
 * Valid: total pressure at or above back pressure, up to 1 MPa absolute and 250-400 K (ideal gas within 1 %).
 * Error: ideal relations exact to 1e-10; the coefficients carry the uncertainty.
 * Source: NACA Report 1135 (1953); ISO 9300 for choked flow.
 */
export function nozzleFlow(conditions: NozzleConditions, geometry: NozzleGeometry): NozzleResult {
  const { totalPressurePaAbs: p0, totalTemperatureK: t0, backPressurePaAbs: pa } = conditions
  const count = geometry.count ?? 1
  const cd = geometry.dischargeCoefficient ?? 1
  const phi = geometry.velocityCoefficient ?? 1
  const throatAreaM2 = count * circleArea(geometry.throatDiameterM)
  const exitAreaM2 = count * circleArea(geometry.exitDiameterM ?? geometry.throatDiameterM)
  const exit = exitState(exitAreaM2 / throatAreaM2, Math.min(pa / p0, 1))
  const massFlowKgPerS =
    cd *
    (exit.choked
      ? (CHOKED_FLOW_FACTOR * throatAreaM2 * p0) / Math.sqrt(GAS_CONSTANT * t0)
      : massFlowAtMach({ areaM2: exitAreaM2, totalPressurePaAbs: p0, totalTemperatureK: t0, mach: exit.exitMach, gasConstant: GAS_CONSTANT }))
  const idealSpeed = exit.exitMach * Math.sqrt(GAMMA * GAS_CONSTANT * t0 * isentropicTemperatureRatio(exit.exitMach))
  const exitSpeedMPerS = phi * idealSpeed
  const exitAbsolutePressurePa = exit.exitRatio * p0
  const exitTemperatureK = t0 - exitSpeedMPerS ** 2 / (2 * CP)
  const thrustN = massFlowKgPerS * exitSpeedMPerS + (exitAbsolutePressurePa - pa) * exitAreaM2 * (p0 > pa ? 1 : 0)
  const jetSpeedMPerS = massFlowKgPerS > 0 ? Math.max(0, thrustN / massFlowKgPerS) : 0
  return {
    regime: exit.regime,
    massFlowKgPerS,
    freeAirM3PerS: freeAirFlow(massFlowKgPerS),
    exitMach: exit.exitMach,
    exitSpeedMPerS,
    exitAbsolutePressurePa,
    exitTemperatureK,
    thrustN,
    jetSpeedMPerS,
    jetPowerW: 0.5 * massFlowKgPerS * jetSpeedMPerS ** 2,
    isentropicPowerW: isentropicPower({ massFlowKgPerS, absolutePressurePa: p0, temperatureK: t0, backPressurePaAbs: pa }),
    shock: exit.shock,
    notes: notesFor(exit, conditions, exitTemperatureK),
  }
}

/** Mach number along a nozzle: area over throat area, before or behind the throat, to local Mach. Follows the regime and its shock. */
export function machAlong(result: Pick<NozzleResult, 'regime' | 'exitMach' | 'shock'>, areaRatio: number, side: 'before' | 'behind', exitAreaRatio: number): number {
  const ratio = Math.max(1, areaRatio)
  if (result.regime === 'unchoked') {
    const sonicArea = exitAreaRatio / isentropicAreaRatio(Math.max(result.exitMach, 1e-6))
    return machOfAreaRatio(Math.max(1, ratio / sonicArea), 'subsonic')
  }
  if (side === 'before') return machOfAreaRatio(ratio, 'subsonic')
  if (result.shock && ratio > result.shock.areaRatio) {
    const kept = shockTotalPressureRatio(result.shock.machBefore)
    return Math.min(machBehindShock(result.shock.machBefore), machOfAreaRatio(Math.max(1, ratio * kept), 'subsonic'))
  }
  return machOfAreaRatio(ratio, 'supersonic')
}

/** Exit over throat area that expands the air just to a back/total pressure ratio; 1 where the flow does not reach sound. NACA Report 1135. */
export const designAreaRatio = (backRatio: number): number => (backRatio >= CRITICAL_PRESSURE_RATIO ? 1 : isentropicAreaRatio(machOfPressureRatio(backRatio)))

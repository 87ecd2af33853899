import { CP, GAMMA, GAS_CONSTANT, freeAirFlow, isentropicPower } from '../air'
import { rootBetween } from '../numerics'
import {
  CHOKED_FLOW_FACTOR,
  CRITICAL_PRESSURE_RATIO,
  isentropicAreaRatio,
  isentropicPressureRatio,
  isentropicTemperatureRatio,
  machOfAreaRatio,
  machOfPressureRatio,
  massFlowAtMach,
  shockPressureRatio,
  shockTotalPressureRatio,
} from './isentropic'
import { said, type Said } from '../said'

export type NozzleRegime = 'unchoked' | 'choked' | 'shock-in-divergence' | 'overexpanded' | 'design' | 'underexpanded'

/** What stands before and behind a nozzle. Pressures absolute. */
export interface NozzleConditions {
  readonly totalPressurePaAbs: number
  readonly totalTemperatureK: number
  readonly backPressurePaAbs: number
}

/**
 * How the hole begins: rounded (or long enough for the jet to fill it again), or a sharp edge behind which the jet goes
 * on contracting.
 */
export type NozzleEdge = 'rounded' | 'sharp'

/** A set of equal round nozzles side by side. Exit at least as wide as the throat. */
export interface NozzleGeometry {
  readonly throatDiameterM: number
  /** Left out, or equal to the throat: a plain convergent hole. */
  readonly exitDiameterM?: number
  readonly count?: number
  /** Real over ideal mass flow; of a sharp hole, at low pressure. What contracts. */
  readonly dischargeCoefficient?: number
  /** Real over ideal speed at the pressure of the loss-free throat. What rubs: it costs total pressure. */
  readonly velocityCoefficient?: number
  /** Rounded where left out. */
  readonly edge?: NozzleEdge
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
  /** Real over loss-free mass flow at this pressure, and the Mach number at which the loss-free flow would leave. */
  readonly discharge: number
  readonly lossFreeMach: number
  /** Section of the jet at the exit over the drawn exit: above 1 the coefficients contradict each other. */
  readonly contraction: number
  /** Where a normal shock stands: area over throat area, and the Mach number before it. */
  readonly shock: { readonly areaRatio: number; readonly machBefore: number } | null
  readonly notes: readonly Said[]
}

export const circleArea = (diameterM: number): number => (Math.PI / 4) * diameterM * diameterM

const EXITS = new Map<number, number>()

/**
 * Mach number at the exit of a divergence that flows full. A model asks for the same nozzle at many pressures: the last
 * few are kept.
 */
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

/**
 * Back/total pressure ratios that part the regimes of a convergent-divergent nozzle of an area ratio > 1. NACA Report
 * 1135.
 */
export function regimeLimits(areaRatio: number): { subsonic: number; shockAtExit: number; design: number } {
  const known = LIMITS.get(areaRatio)
  if (known) return known
  const supersonicMach = supersonicExit(areaRatio)
  const design = isentropicPressureRatio(supersonicMach)
  const limits = {
    subsonic: isentropicPressureRatio(machOfAreaRatio(areaRatio, 'subsonic')),
    shockAtExit: design * shockPressureRatio(supersonicMach),
    design,
  }
  if (LIMITS.size > 63) LIMITS.clear()
  LIMITS.set(areaRatio, limits)
  return limits
}

/** The loss-free flow at p0 against the room: whether it chokes, and its Mach number in the throat and at the exit. */
function lossFree(areaRatio: number, backRatio: number): { choked: boolean; throatMach: number; exitMach: number } {
  if (areaRatio <= 1 + 1e-9) {
    const choked = backRatio <= CRITICAL_PRESSURE_RATIO
    const mach = choked ? 1 : machOfPressureRatio(backRatio)
    return { choked, throatMach: mach, exitMach: mach }
  }
  if (backRatio < regimeLimits(areaRatio).subsonic)
    return { choked: true, throatMach: 1, exitMach: supersonicExit(areaRatio) }
  const exitMach = machOfPressureRatio(backRatio)
  return {
    choked: false,
    exitMach,
    throatMach:
      exitMach < 1e-6
        ? exitMach * areaRatio
        : machOfAreaRatio(Math.max(1, isentropicAreaRatio(exitMach) / areaRatio), 'subsonic'),
  }
}

/**
 * Flow that fits through a throat with friction over the loss-free one: speed by the coefficient, density by the heat
 * left in the air.
 */
const rubbedFlow = (throatMach: number, phi: number): number => {
  const t = isentropicTemperatureRatio(throatMach)
  return (phi * t) / (1 - phi * phi * (1 - t))
}

/** Total pressure left over that before, of a stream slowed by `phi` at the static pressure it has at a Mach number. */
const keptPressure = (mach: number, phi: number): number => {
  const t = isentropicTemperatureRatio(mach)
  return (t / (1 - phi * phi * (1 - t))) ** (GAMMA / (GAMMA - 1))
}

/** Mach number of a stream of a mass flux at a static pressure and total temperature: continuity in closed form. */
const machOfFlux = (fluxKgPerM2S: number, pressurePaAbs: number, totalTemperatureK: number): number => {
  const half = (GAMMA - 1) / 2
  const flow = (fluxKgPerM2S * Math.sqrt((GAS_CONSTANT * totalTemperatureK) / GAMMA)) / pressurePaAbs
  return Math.sqrt((Math.sqrt(1 + 4 * half * flow * flow) - 1) / (2 * half))
}

interface ExitState {
  readonly regime: NozzleRegime
  readonly exitMach: number
  readonly exitPaAbs: number
  readonly shock: NozzleResult['shock']
}

interface Stream {
  readonly areaRatio: number
  readonly phi: number
  readonly p0: number
  readonly t0: number
  readonly pa: number
  /** Mass flow over the section that it fills at the exit. */
  readonly flux: number
  readonly rubbed: number
  readonly choked: boolean
}

/**
 * The one state at the exit from which speed, momentum and pressure thrust follow: continuity with the flux that
 * friction leaves.
 * Choked, it flows full with what total pressure friction leaves, unless the room's pressure stands above what a shock
 * at the exit would make of it;
 * then, and when it is not choked, it leaves slower than sound at the room's pressure. At a shock in the exit both have
 * the same momentum, so nothing jumps.
 */
function exitState(stream: Stream): ExitState {
  const { areaRatio, phi, p0, t0, pa, flux, rubbed, choked } = stream
  const divergent = areaRatio > 1 + 1e-9
  const quiet: ExitState = {
    regime: choked ? (divergent ? 'shock-in-divergence' : 'choked') : 'unchoked',
    exitMach: machOfFlux(flux, pa, t0),
    exitPaAbs: pa,
    shock: null,
  }
  if (!choked) return quiet
  // friction of the divergence comes on top of the throat's
  const left = divergent ? keptPressure(supersonicExit(areaRatio), phi) / keptPressure(1, phi) : 1
  const opening = Math.max(1, areaRatio * left)
  const exitMach = opening > 1 ? supersonicExit(opening) : 1
  const total = (rubbed * p0 * opening) / areaRatio
  const exitPaAbs = total * isentropicPressureRatio(exitMach)
  if (exitPaAbs * shockPressureRatio(exitMach) >= pa) {
    const miss = pa / exitPaAbs - 1
    const regime = !divergent
      ? 'choked'
      : Math.abs(miss) <= DESIGN_TOLERANCE
        ? 'design'
        : miss > 0
          ? 'overexpanded'
          : 'underexpanded'
    return { regime, exitMach, exitPaAbs, shock: null }
  }
  if (!divergent) return quiet
  const kept = Math.min(1, pa / isentropicPressureRatio(quiet.exitMach) / (rubbed * p0))
  const fastest = supersonicExit(areaRatio)
  const machBefore =
    kept >= 1
      ? 1
      : kept <= shockTotalPressureRatio(fastest)
        ? fastest
        : rootBetween((mach) => shockTotalPressureRatio(mach) - kept, 1, fastest)
  return { ...quiet, shock: { machBefore, areaRatio: Math.min(areaRatio, isentropicAreaRatio(machBefore)) } }
}

/** Within this of the exit pressure the nozzle counts as on design; finer than any workshop gauge reads. */
const DESIGN_TOLERANCE = 0.005

/** What the model was made for: the ideal gas stays within 1 %. */
export const NOZZLE_RANGE = { totalPressurePaAbs: [0, 1.2e6], totalTemperatureK: [250, 400] } as const

function notesFor(
  exit: ExitState,
  conditions: NozzleConditions,
  exitTemperatureK: number,
  contraction: number,
): Said[] {
  const notes: Said[] = []
  if (exit.regime === 'shock-in-divergence') notes.push(said('nozzle-shock'))
  if (exit.regime === 'overexpanded' && exit.exitPaAbs < 0.4 * conditions.backPressurePaAbs)
    notes.push(said('nozzle-separates'))
  if (exitTemperatureK < 273.15) notes.push(said('nozzle-below-freezing'))
  if (contraction > 1.005) notes.push(said('nozzle-contradiction'))
  if (conditions.totalPressurePaAbs > NOZZLE_RANGE.totalPressurePaAbs[1])
    notes.push(
      said('nozzle-range-pressure', {
        pressurePaAbs: conditions.totalPressurePaAbs,
        mostPaAbs: NOZZLE_RANGE.totalPressurePaAbs[1],
      }),
    )
  if (
    conditions.totalTemperatureK < NOZZLE_RANGE.totalTemperatureK[0] ||
    conditions.totalTemperatureK > NOZZLE_RANGE.totalTemperatureK[1]
  )
    notes.push(
      said('nozzle-range-temperature', {
        temperatureK: conditions.totalTemperatureK,
        fromK: NOZZLE_RANGE.totalTemperatureK[0],
        toK: NOZZLE_RANGE.totalTemperatureK[1],
      }),
    )
  return notes
}

/**
 * Contraction of the jet of a sharp-edged hole: section of the jet over that of the hole, against back/total pressure
 * ratio.
 * Momentum balance on the plate with the force defect of the low-pressure jet, kept in proportion to the square of the
 * flow over the density before it; choked, the room's pressure
 * goes on acting round the sonic section, so that the jet goes on widening. Source: Bragg (1960), J. Mech. Eng. Sci. 2,
 * 35 (form derived anew here; Perry's (1949) measured 0.60 rising to 0.84 is met within 4 %, both from memory).
 * Valid: low-pressure contraction 0.5-0.75. Error: 4 %.
 */
export function sharpContraction(lowPressureContraction: number, backRatio: number): number {
  const low = Math.min(1, Math.max(0.51, lowPressureContraction))
  const r = Math.max(0, backRatio)
  if (r > 1 - 1e-7) return low
  const defect = 1 / low - 1 / (2 * low * low)
  const at = Math.max(r, CRITICAL_PRESSURE_RATIO)
  const mach = Math.min(1, machOfPressureRatio(at))
  const momentum = GAMMA * at * mach * mach
  const [a, b, c] = [defect * momentum * at ** (1 / GAMMA), momentum + at - r, 1 - r]
  const root = b * b - 4 * a * c
  return root > 0 ? Math.min(1, Math.max(low, (b - Math.sqrt(root)) / (2 * a))) : 1
}

/**
 * Real over ideal mass flow of a nozzle at a back/total pressure ratio: constant for a rounded hole, growing with
 * pressure for a sharp one.
 */
export function dischargeAt(geometry: NozzleGeometry, backRatio: number): number {
  const cd = geometry.dischargeCoefficient ?? 1
  if (geometry.edge !== 'sharp') return cd
  const low = Math.min(1, cd / (geometry.velocityCoefficient ?? 1))
  return Math.min(1, (cd * sharpContraction(low, backRatio)) / Math.max(0.51, low))
}

/**
 * Quasi-one-dimensional nozzle in every regime, with what contracts (discharge) and what rubs (velocity coefficient)
 * kept apart:
 * the jet fills `contraction` of the drawn section, friction costs total pressure, and flow, speed, momentum and
 * pressure thrust follow from one state at the exit.
 * So thrust is at most the ideal thrust of that flow, the jet's power at most the isentropic power, both fall with each
 * coefficient, and nothing jumps.
 * With both coefficients 1 it is the isentropic nozzle. Valid: total pressure at or above back pressure, up to 1.2 MPa
 * absolute and 250-400 K (ideal gas within 1 %); outside a note says so.
 * Error: ideal relations exact to 1e-10; the coefficients carry the uncertainty.
 * Source: NACA Report 1135 (1953); ISO 9300 for choked flow; constant-coefficient friction as for blade rows.
 */
export function nozzleFlow(conditions: NozzleConditions, geometry: NozzleGeometry): NozzleResult {
  const { totalPressurePaAbs: p0, totalTemperatureK: t0, backPressurePaAbs: pa } = conditions
  const count = geometry.count ?? 1
  const phi = Math.min(1, geometry.velocityCoefficient ?? 1)
  const throatAreaM2 = count * circleArea(geometry.throatDiameterM)
  const exitAreaM2 = count * circleArea(geometry.exitDiameterM ?? geometry.throatDiameterM)
  const areaRatio = exitAreaM2 / throatAreaM2
  const backRatio = Math.min(pa / p0, 1)
  const ideal = lossFree(areaRatio, backRatio)
  const idealFlow = ideal.choked
    ? (CHOKED_FLOW_FACTOR * throatAreaM2 * p0) / Math.sqrt(GAS_CONSTANT * t0)
    : massFlowAtMach({
        areaM2: exitAreaM2,
        totalPressurePaAbs: p0,
        totalTemperatureK: t0,
        mach: ideal.exitMach,
        gasConstant: GAS_CONSTANT,
      })
  const discharge = dischargeAt(geometry, backRatio)
  const massFlowKgPerS = discharge * idealFlow
  const rubbed = rubbedFlow(ideal.throatMach, phi)
  const flux = (rubbed * idealFlow) / exitAreaM2
  const exit = exitState({ areaRatio, phi, p0, t0, pa: Math.min(pa, p0), flux, rubbed, choked: ideal.choked })
  const exitSpeedMPerS =
    exit.exitMach * Math.sqrt(GAMMA * GAS_CONSTANT * t0 * isentropicTemperatureRatio(exit.exitMach))
  const exitTemperatureK = t0 - exitSpeedMPerS ** 2 / (2 * CP)
  const jetSpeedMPerS = flux > 0 ? exitSpeedMPerS + (exit.exitPaAbs - Math.min(pa, p0)) / flux : 0
  const contraction = flux > 0 ? massFlowKgPerS / flux / exitAreaM2 : 1
  return {
    regime: exit.regime,
    massFlowKgPerS,
    freeAirM3PerS: freeAirFlow(massFlowKgPerS),
    exitMach: exit.exitMach,
    exitSpeedMPerS,
    exitAbsolutePressurePa: exit.exitPaAbs,
    exitTemperatureK,
    thrustN: massFlowKgPerS * jetSpeedMPerS,
    jetSpeedMPerS,
    jetPowerW: 0.5 * massFlowKgPerS * jetSpeedMPerS ** 2,
    isentropicPowerW: isentropicPower({
      massFlowKgPerS,
      absolutePressurePa: p0,
      temperatureK: t0,
      backPressurePaAbs: pa,
    }),
    discharge,
    lossFreeMach: ideal.exitMach,
    contraction,
    shock: exit.shock,
    notes: notesFor(exit, conditions, exitTemperatureK, contraction),
  }
}

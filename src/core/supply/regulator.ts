import { circleArea, conductanceMassFlow, conductanceOfArea, type Downstream } from '../flow'
import { rootBetween } from '../numerics'

/** A spring-loaded regulator: diaphragm or piston against a spring, an unbalanced poppet on the inlet side. */
export interface Regulator {
  readonly kind: 'diaphragm' | 'piston'
  readonly setGaugePressurePa: number
  /** Whether the knob was turned until the gauge read so while air flowed, or with the outlet closed. */
  readonly readWhile: 'flowing' | 'closed'
  readonly sensingDiameterM: number
  readonly springRateNPerM: number
  readonly seatDiameterM: number
  readonly greatestLiftM: number
  /** Force needed to move diaphragm or piston either way against its friction. */
  readonly frictionN: number
  readonly movingMassKg: number
  /** Air between regulator and line that answers to its moves. */
  readonly chamberVolumeM3: number
}

/**
 * Discharge coefficient of the poppet's curtain, and the critical ratio of such valves (common practice, from memory).
 */
const POPPET_DISCHARGE = 0.7
export const POPPET_CRITICAL_RATIO = 0.3

/** Sonic conductance of the valve at a lift: the curtain's area until it reaches the seat's. */
export const valveConductance = (r: Pick<Regulator, 'seatDiameterM'>, liftM: number): number =>
  POPPET_DISCHARGE * conductanceOfArea(Math.min(Math.PI * r.seatDiameterM * liftM, circleArea(r.seatDiameterM)))

/** Force of a loaded spring at closed valve, N, as the knob sets it. */
export type SpringForce = number

/**
 * Outlet pressure, gauge, that the forces hold at a lift: F - k x = p2 Ad + (p1 - p2) As + friction.
 * `friction` is the friction force with its sign: positive while the valve is opening against falling pressure.
 * Source: static force balance of a relieving regulator with an unbalanced poppet.
 */
export function balancedOutletGauge(
  r: Pick<Regulator, 'sensingDiameterM' | 'seatDiameterM' | 'springRateNPerM'>,
  springForceN: SpringForce,
  state: { inletGaugePa: number; liftM: number; frictionN: number },
): number {
  const [ad, as] = [circleArea(r.sensingDiameterM), circleArea(r.seatDiameterM)]
  return (springForceN - r.springRateNPerM * state.liftM - state.inletGaugePa * as - state.frictionN) / (ad - as)
}

/** Lift at which the valve passes a flow, m; above the greatest lift when it cannot. */
export function liftForFlow(
  r: Pick<Regulator, 'seatDiameterM'>,
  massFlowKgPerS: number,
  inletPaAbs: number,
  outletPaAbs: number,
  temperatureK: number,
): number {
  const unit = conductanceMassFlow(
    { sonicConductance: 1, criticalRatio: POPPET_CRITICAL_RATIO },
    { absolutePressurePa: inletPaAbs, temperatureK },
    outletPaAbs,
  )
  const needed = massFlowKgPerS / unit
  return needed / (POPPET_DISCHARGE * conductanceOfArea(Math.PI * r.seatDiameterM))
}

/** Flow through the valve at a lift, kg/s. ISO 6358 with the poppet's conductance. */
export const valveFlow = (
  r: Pick<Regulator, 'seatDiameterM'>,
  liftM: number,
  inletPaAbs: number,
  outletPaAbs: number,
  temperatureK: number,
): number =>
  conductanceMassFlow(
    { sonicConductance: valveConductance(r, liftM), criticalRatio: POPPET_CRITICAL_RATIO },
    { absolutePressurePa: inletPaAbs, temperatureK },
    outletPaAbs,
  )

const usefulLift = (r: Regulator): number => Math.min(r.greatestLiftM, r.seatDiameterM / 4)

/** Pressure behind the wide open valve when all that lies behind it takes what it can. */
function wideOpenOutlet(r: Regulator, inletPaAbs: number, temperatureK: number, behind: Downstream): number {
  const pa = behind.backPressurePaAbs
  const miss = (p2: number) =>
    valveFlow(r, usefulLift(r), inletPaAbs, p2, temperatureK) - behind.massFlow(p2, temperatureK)
  return miss(inletPaAbs) >= 0 ? inletPaAbs : rootBetween(miss, pa, inletPaAbs, 1e-9)
}

/** Spring force that makes the regulator read its setting as it was set: at an inlet pressure, with flow or closed. */
export function setSpring(
  r: Regulator,
  setAt: { readonly inletPaAbs: number; readonly temperatureK: number },
  behind: Downstream,
): SpringForce {
  const pa = behind.backPressurePaAbs
  const [ad, as] = [circleArea(r.sensingDiameterM), circleArea(r.seatDiameterM)]
  const outlet = r.setGaugePressurePa + pa
  const lift =
    r.readWhile === 'closed' || outlet >= setAt.inletPaAbs
      ? 0
      : Math.min(
          usefulLift(r),
          liftForFlow(r, behind.massFlow(outlet, setAt.temperatureK), setAt.inletPaAbs, outlet, setAt.temperatureK),
        )
  return r.setGaugePressurePa * (ad - as) + r.springRateNPerM * lift + (setAt.inletPaAbs - pa) * as
}

export interface RegulatedState {
  readonly outletPaAbs: number
  readonly liftM: number
  /** The valve is wide open and the setting cannot be held. */
  readonly droppedOut: boolean
}

/**
 * Steady state of a regulator between an inlet pressure and all that lies behind it. `frictionSign` -1, 0 or 1 moves it
 * to an edge of its friction band.
 * Error: 2 to 5 % of the setting for a real diaphragm, whose working area changes with lift (common practice).
 */
export function regulated(
  r: Regulator,
  springForceN: SpringForce,
  inletPaAbs: number,
  temperatureK: number,
  behind: Downstream,
  frictionSign: -1 | 0 | 1 = 0,
): RegulatedState {
  const pa = behind.backPressurePaAbs
  const inletGaugePa = inletPaAbs - pa
  if (inletGaugePa <= 0) return { outletPaAbs: Math.max(inletPaAbs, pa), liftM: usefulLift(r), droppedOut: true }
  const most = usefulLift(r)
  const lift = (p2: number) =>
    p2 >= inletPaAbs ? Infinity : liftForFlow(r, behind.massFlow(p2, temperatureK), inletPaAbs, p2, temperatureK)
  const miss = (p2: number) =>
    balancedOutletGauge(r, springForceN, {
      inletGaugePa,
      liftM: Math.min(most, lift(p2)),
      frictionN: frictionSign * r.frictionN,
    }) +
    pa -
    p2
  const wideOpen = () => ({
    outletPaAbs: wideOpenOutlet(r, inletPaAbs, temperatureK, behind),
    liftM: most,
    droppedOut: true,
  })
  if (miss(inletPaAbs) >= 0) return wideOpen()
  const outletPaAbs = miss(pa) <= 0 ? pa : rootBetween(miss, pa, inletPaAbs, 1e-8)
  const liftM = lift(outletPaAbs)
  return liftM > most ? wideOpen() : { outletPaAbs, liftM, droppedOut: false }
}

/** Inlet pressure, absolute, at which the valve first stands wide open: below it the setting is lost. */
export function dropOutPressure(
  r: Regulator,
  springForceN: SpringForce,
  temperatureK: number,
  behind: Downstream,
  greatestPaAbs: number,
): number {
  const pa = behind.backPressurePaAbs
  const inletFor = (inletPaAbs: number) => {
    const outlet = wideOpenOutlet(r, inletPaAbs, temperatureK, behind)
    return (
      balancedOutletGauge(r, springForceN, { inletGaugePa: inletPaAbs - pa, liftM: usefulLift(r), frictionN: 0 }) +
      pa -
      outlet
    )
  }
  if (inletFor(greatestPaAbs) >= 0) return greatestPaAbs
  const low = pa * (1 + 1e-6)
  return inletFor(low) <= 0 ? low : rootBetween(inletFor, low, greatestPaAbs, 1e-9)
}

export interface DroopPoint {
  readonly massFlowKgPerS: number
  readonly outletGaugePa: number
  /** Edges of the friction band: where it may stand after the flow has fallen or risen. */
  readonly lowGaugePa: number
  readonly highGaugePa: number
}

/** Outlet pressure against flow at one inlet pressure, from closed to wide open. Static. */
export function droopCurve(
  r: Regulator,
  springForceN: SpringForce,
  inletPaAbs: number,
  ambientPaAbs: number,
  temperatureK: number,
  points = 40,
): DroopPoint[] {
  const inletGaugePa = inletPaAbs - ambientPaAbs
  const [ad, as] = [circleArea(r.sensingDiameterM), circleArea(r.seatDiameterM)]
  const band = r.frictionN / (ad - as)
  return Array.from({ length: points }, (_, i) => {
    const liftM = (usefulLift(r) * i) / (points - 1)
    const outletGaugePa = Math.min(
      inletGaugePa,
      Math.max(0, balancedOutletGauge(r, springForceN, { inletGaugePa, liftM, frictionN: 0 })),
    )
    return {
      massFlowKgPerS: valveFlow(r, liftM, inletPaAbs, outletGaugePa + ambientPaAbs, temperatureK),
      outletGaugePa,
      lowGaugePa: Math.max(0, outletGaugePa - band),
      highGaugePa: Math.min(inletGaugePa, outletGaugePa + band),
    }
  })
}

export interface RegulatorSize {
  readonly seatDiameterM: number
  readonly liftM: number
  readonly sensingDiameterM: number
  readonly springRateNPerM: number
  /** Force of the spring at the setting, N, and how far that compresses it. */
  readonly springForceN: number
  readonly springTravelM: number
}

/**
 * Sizes for a wanted flow between two inlet pressures, so that droop and inlet effect share an allowed fall of outlet
 * pressure in halves.
 * Seat: the flow at the least inlet pressure with a quarter of its diameter as lift. Source: force balance; ISO 6358.
 */
export function sizeRegulator(wanted: {
  massFlowKgPerS: number
  setGaugePressurePa: number
  allowedFallPa: number
  leastInletGaugePa: number
  greatestInletGaugePa: number
  ambientPaAbs: number
  temperatureK: number
}): RegulatorSize {
  const { ambientPaAbs: pa, temperatureK, allowedFallPa } = wanted
  const unit = conductanceMassFlow(
    { sonicConductance: 1, criticalRatio: POPPET_CRITICAL_RATIO },
    { absolutePressurePa: wanted.leastInletGaugePa + pa, temperatureK },
    wanted.setGaugePressurePa + pa,
  )
  const area = wanted.massFlowKgPerS / unit / (POPPET_DISCHARGE * conductanceOfArea(1))
  const seatDiameterM = Math.sqrt((4 * area) / Math.PI)
  const liftM = seatDiameterM / 4
  const inletSwing = Math.max(0, wanted.greatestInletGaugePa - wanted.leastInletGaugePa)
  const ad = Math.max(area * (1 + inletSwing / (allowedFallPa / 2)), 4 * area)
  const springRateNPerM = ((allowedFallPa / 2) * (ad - area)) / liftM
  const springForceN =
    wanted.setGaugePressurePa * (ad - area) + wanted.leastInletGaugePa * area + springRateNPerM * liftM
  return {
    seatDiameterM,
    liftM,
    sensingDiameterM: Math.sqrt((4 * ad) / Math.PI),
    springRateNPerM,
    springForceN,
    springTravelM: springForceN / springRateNPerM,
  }
}

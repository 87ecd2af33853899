import { FREE_AIR_DENSITY, GAMMA, GAS_CONSTANT } from '../air'
import { circleArea, type Downstream } from '../flow'
import { POPPET_CRITICAL_RATIO, setSpring, valveConductance, type Regulator } from './regulator'

export interface RegulatorRun {
  readonly timeS: Float64Array
  readonly outletGaugePa: Float64Array
  readonly liftM: Float64Array
  /** Over the second half: swing from lowest to highest, how often, and whether a maker would call it pulsing. */
  readonly swingPa: number
  readonly pulsesPerS: number
  readonly pulses: boolean
}

/** Kinetic over static friction of rubber on a dry wall (common practice). */
const KINETIC_SHARE = 0.6
/**
 * Damping over critical of mass and spring: a diaphragm senses through a narrow passage that damps it, a home-made
 * piston has none (common practice, estimate).
 */
const DAMPING_SHARE = { diaphragm: 1.2, piston: 0.8 } as const
const STEP_S = 2e-5
const STICK_SPEED = 1e-5

/**
 * A regulator in time: moving mass on spring and air, with friction that sticks (Karnopp 1985), a chamber that fills
 * and drains, and stops at seat and full lift.
 * The tank's pressure falls at a constant rate if given. Semi-implicit steps of 20 us; halving them changes swing and
 * rate by less than 5 %.
 * An estimate: it tells pulsing from steady, not the exact pitch. Valid: seat below 12 mm, chamber above 1 mL.
 */
export function regulatorRun(
  r: Regulator,
  from: { readonly inletPaAbs: number; readonly temperatureK: number; readonly inletFallPaPerS?: number },
  behind: Downstream,
  durationS = 1.5,
): RegulatorRun {
  const pa = behind.backPressurePaAbs
  const springForce = setSpring(r, from, behind)
  const [ad, as] = [circleArea(r.sensingDiameterM), circleArea(r.seatDiameterM)]
  const damping = 2 * DAMPING_SHARE[r.kind] * Math.sqrt(r.springRateNPerM * r.movingMassKg)
  const stop = Math.min(r.greatestLiftM, r.seatDiameterM / 4)
  const rate = (GAMMA * GAS_CONSTANT * from.temperatureK) / r.chamberVolumeM3
  const steps = Math.round(durationS / STEP_S)
  const keep = Math.max(1, Math.floor(steps / 1500))
  const kept = Math.floor(steps / keep)
  const [timeS, outletGaugePa, liftM] = [new Float64Array(kept), new Float64Array(kept), new Float64Array(kept)]
  const taken = demandTable(behind, from.inletPaAbs, from.temperatureK)
  // flow through the valve for each metre of lift and pascal of inlet, ISO 6358
  const perLift = (valveConductance(r, stop) / stop) * FREE_AIR_DENSITY * Math.sqrt(293.15 / from.temperatureK)
  let x = 0
  let v = 0
  let p2 = pa
  for (let i = 0; i < steps; i++) {
    const t = i * STEP_S
    const p1 = Math.max(pa, from.inletPaAbs - (from.inletFallPaPerS ?? 0) * t)
    const net = springForce - r.springRateNPerM * x - (p2 - pa) * (ad - as) - (p1 - pa) * as
    if (Math.abs(v) < STICK_SPEED && Math.abs(net) <= r.frictionN) v = 0
    else {
      const friction =
        Math.abs(v) < STICK_SPEED
          ? Math.sign(net) * KINETIC_SHARE * r.frictionN
          : Math.sign(v) * KINETIC_SHARE * r.frictionN
      const next = v + (STEP_S / r.movingMassKg) * (net - friction - damping * v)
      v = v * next < 0 && Math.abs(net) <= r.frictionN ? 0 : next
    }
    x += STEP_S * v
    if (x <= 0 || x >= stop) {
      x = Math.min(stop, Math.max(0, x))
      v = 0
    }
    const beyond = Math.max(0, Math.min(1, p2 / p1) - POPPET_CRITICAL_RATIO) / (1 - POPPET_CRITICAL_RATIO)
    const inflow = perLift * x * p1 * Math.sqrt(1 - beyond * beyond)
    p2 = Math.max(pa, p2 + STEP_S * rate * (inflow - taken(p2)))
    if (i % keep === 0 && i / keep < kept) {
      timeS[i / keep] = t
      outletGaugePa[i / keep] = p2 - pa
      liftM[i / keep] = x
    }
  }
  return {
    timeS,
    outletGaugePa,
    liftM,
    ...judged(outletGaugePa.subarray(kept >> 1), durationS / 2, r.setGaugePressurePa),
  }
}

/** What the machine takes at a pressure, from 400 samples joined straight: asked some 75,000 times. */
function demandTable(behind: Downstream, greatestPaAbs: number, temperatureK: number): (paAbs: number) => number {
  const pa = behind.backPressurePaAbs
  const n = 400
  const width = (greatestPaAbs - pa) / n || 1
  const flows = Float64Array.from({ length: n + 2 }, (_, i) => behind.massFlow(pa + i * width, temperatureK))
  return (p) => {
    const at = Math.min(n, Math.max(0, (p - pa) / width))
    const i = Math.floor(at)
    return flows[i] + (at - i) * (flows[i + 1] - flows[i])
  }
}

/** Swing and its rate in the settled half: turns between the outer thirds count, so that noise of rounding does not. */
function judged(
  settled: Float64Array,
  lengthS: number,
  settingPa: number,
): Pick<RegulatorRun, 'swingPa' | 'pulsesPerS' | 'pulses'> {
  let [low, high] = [Infinity, -Infinity]
  for (const p of settled) {
    low = Math.min(low, p)
    high = Math.max(high, p)
  }
  const swingPa = high - low
  let [cycles, above] = [0, settled[0] > (low + high) / 2]
  for (const p of settled) {
    if (above && p < low + swingPa / 3) above = false
    else if (!above && p > high - swingPa / 3) {
      above = true
      cycles++
    }
  }
  const pulsesPerS = cycles / lengthS
  return { swingPa, pulsesPerS, pulses: swingPa > 0.03 * settingPa && cycles >= 3 }
}

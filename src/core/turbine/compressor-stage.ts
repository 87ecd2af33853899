import { CP, GAS_CONSTANT, airViscosity, pressureOfTemperature } from '../air'
import { rootBetween } from '../numerics'
import { discFrictionTorque } from './disc-friction'
import { wiesnerSlip } from './radial'
import { gapFlow } from './rows'
import type { TurbineModel } from './turbine'

/** One or two equal centrifugal impellers on the turbine's shaft. */
export interface Impeller {
  readonly tipRadiusM: number
  readonly eyeRadiusM: number
  readonly tipWidthM: number
  readonly blades: number
  /** Blades lean back from the radius at the tip, rad. */
  readonly backsweepRad: number
  /** Isentropic efficiency at its best flow. Estimate for printed wheels. */
  readonly efficiency: number
  /** Between the halves of the housing and along the blades: what leaks back. */
  readonly clearanceM: number
  readonly stages: number
}

export interface ImpellerPoint {
  readonly pressurePaAbs: number
  readonly temperatureK: number
  readonly powerW: number
  /** Leaks back from tip to eye, kg/s, first stage. */
  readonly leakKgPerS: number
  readonly pressureRatio: number
  readonly workCoefficient: number
}

/** Flow coefficient at which a wheel of this kind does best, and how far off its efficiency falls. Estimates. */
const BEST_FLOW = 0.25

/**
 * Work of a wheel over tip speed squared: slip factor less the flow's share, s - f tan b. Euler's equation with
 * Wiesner's (1967) slip, no swirl at the eye.
 */
export const workCoefficient = (impeller: Pick<Impeller, 'blades' | 'backsweepRad'>, flowCoefficient: number): number =>
  wiesnerSlip(impeller.blades, impeller.backsweepRad) - flowCoefficient * Math.tan(impeller.backsweepRad)

/** Total pressure ratio from work, efficiency and inlet temperature. */
export const stagePressureRatio = (workJPerKg: number, efficiency: number, inletTemperatureK: number): number =>
  pressureOfTemperature(Math.max(0.1, 1 + (efficiency * workJPerKg) / (CP * inletTemperatureK)))

/**
 * All stages at a speed and a delivered flow. Efficiency falls with the square of the flow's distance from its best
 * (estimate).
 */
export function compress(
  impeller: Impeller,
  speedRadPerS: number,
  deliveredKgPerS: number,
  eye: { readonly pressurePaAbs: number; readonly temperatureK: number },
): ImpellerPoint {
  const u = speedRadPerS * impeller.tipRadiusM
  let [p, t, powerW, leakKgPerS, work] = [eye.pressurePaAbs, eye.temperatureK, 0, 0, 0]
  for (let stage = 0; stage < impeller.stages; stage++) {
    const density = p / (GAS_CONSTANT * t)
    const gap = { areaM2: 2 * Math.PI * impeller.eyeRadiusM * impeller.clearanceM, dischargeCoefficient: 0.6 }
    // the leak follows the pressure it makes: twice round is enough
    let leak = 0
    let ratio = 1
    for (let i = 0; i < 3; i++) {
      const flowCoefficient =
        u > 0 ? (deliveredKgPerS + leak) / (density * 2 * Math.PI * impeller.tipRadiusM * impeller.tipWidthM * u) : 0
      work = workCoefficient(impeller, flowCoefficient)
      const efficiency = impeller.efficiency * Math.max(0.05, 1 - 0.6 * (flowCoefficient / BEST_FLOW - 1) ** 2)
      ratio = stagePressureRatio(Math.max(0, work) * u * u, efficiency, t)
      leak = gapFlow(gap, { pressurePaAbs: p * ratio, temperatureK: t }, p)
    }
    const taken = Math.max(0, work) * u * u
    const face = discFrictionTorque({
      radiusM: impeller.tipRadiusM,
      gapM: Math.max(5e-4, impeller.clearanceM),
      speedRadPerS,
      densityKgPerM3: density,
      viscosityPaS: airViscosity(t),
    })
    powerW += (deliveredKgPerS + leak) * taken + 0.5 * face * speedRadPerS
    if (stage === 0) leakKgPerS = leak
    t += taken / CP
    p *= ratio
  }
  return {
    pressurePaAbs: p,
    temperatureK: t,
    powerW,
    leakKgPerS,
    pressureRatio: p / eye.pressurePaAbs,
    workCoefficient: work,
  }
}

/** Where the delivered air goes: out through a hole, or against a pressure that stands there. */
export type Delivery =
  | { readonly kind: 'hole'; readonly diameterM: number }
  | { readonly kind: 'pressure'; readonly absolutePressurePa: number }

/**
 * Flow that a wheel delivers at a speed, kg/s; 0 where it cannot reach the pressure. The greatest of two solutions:
 * left of it a wheel surges.
 */
export function delivered(
  impeller: Impeller,
  speedRadPerS: number,
  eye: { readonly pressurePaAbs: number; readonly temperatureK: number },
  to: Delivery,
): number {
  const u = speedRadPerS * impeller.tipRadiusM
  const density = eye.pressurePaAbs / (GAS_CONSTANT * eye.temperatureK)
  const unit = density * 2 * Math.PI * impeller.tipRadiusM * impeller.tipWidthM * u
  if (!(unit > 0)) return 0
  const miss = (m: number) => {
    const point = compress(impeller, speedRadPerS, m, eye)
    return to.kind === 'pressure'
      ? point.pressurePaAbs - to.absolutePressurePa
      : gapFlow({ areaM2: (Math.PI / 4) * to.diameterM ** 2, dischargeCoefficient: 0.8 }, point, eye.pressurePaAbs) - m
  }
  const most = 0.55 * unit
  const best = BEST_FLOW * unit
  if (to.kind === 'hole') return miss(most) >= 0 ? most : miss(0) <= 0 ? 0 : rootBetween(miss, 0, most, 1e-8)
  if (miss(best) <= 0) return miss(0) > 0 ? rootBetween(miss, 0, best, 1e-8) : 0
  return miss(most) >= 0 ? most : rootBetween(miss, best, most, 1e-8)
}

export interface CompressorBalance extends ImpellerPoint {
  readonly speedRadPerS: number
  readonly deliveredKgPerS: number
  readonly tipSpeedMPerS: number
  /** The turbine cannot even turn it. */
  readonly stalled: boolean
}

interface Eye {
  readonly pressurePaAbs: number
  readonly temperatureK: number
}

/** Speed at which the turbine's power is what the impellers ask for at a delivered flow; 0 when it cannot turn them. */
function balanceSpeed(
  turbine: TurbineModel,
  freeSpeedRadPerS: number,
  asked: (speedRadPerS: number) => number,
): number {
  const miss = (w: number) => turbine.at(w).shaftPowerW - asked(w)
  const least = 1e-3 * freeSpeedRadPerS
  if (!(freeSpeedRadPerS > 0)) return 0
  const low = miss(least)
  if (low <= 0) return 0
  const high = miss(freeSpeedRadPerS)
  return high >= 0 ? freeSpeedRadPerS : rootBetween(miss, least, freeSpeedRadPerS, 1e-7, [low, high])
}

/**
 * Where turbine and impellers balance, with what is delivered there.
 * Against a standing pressure the flow is the greatest at which the balanced wheel still makes it: more flow brakes the
 * turbine, so pressure falls with it.
 */
export function balanceCompressor(
  turbine: TurbineModel,
  freeSpeedRadPerS: number,
  impeller: Impeller,
  eye: Eye,
  to: Delivery,
): CompressorBalance {
  const answer = (speedRadPerS: number, deliveredKgPerS: number): CompressorBalance => ({
    ...compress(impeller, speedRadPerS, deliveredKgPerS, eye),
    speedRadPerS,
    deliveredKgPerS,
    tipSpeedMPerS: speedRadPerS * impeller.tipRadiusM,
    stalled: speedRadPerS === 0,
  })
  if (to.kind === 'hole') {
    const speed = balanceSpeed(
      turbine,
      freeSpeedRadPerS,
      (w) => compress(impeller, w, delivered(impeller, w, eye, to), eye).powerW,
    )
    return answer(speed, delivered(impeller, speed, eye, to))
  }
  const at = (m: number) => balanceSpeed(turbine, freeSpeedRadPerS, (w) => compress(impeller, w, m, eye).powerW)
  const miss = (m: number) => compress(impeller, at(m), m, eye).pressurePaAbs - to.absolutePressurePa
  let most = 1e-5
  if (miss(most) <= 0) return answer(at(0), 0)
  let above = most
  for (let i = 0; i < 24 && miss(most) > 0; i++) {
    above = most
    most *= 2
  }
  const flow = rootBetween(miss, above, most, 1e-5)
  return answer(at(flow), flow)
}

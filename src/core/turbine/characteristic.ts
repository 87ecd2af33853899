import { maximise, rootBetween } from '../numerics'
import type { TurbineModel, TurbinePoint } from './turbine'

export interface TurbineSummary {
  readonly stallTorqueNm: number
  /** Where shaft torque has fallen to nothing; 0 when it cannot turn at all. */
  readonly freeSpeedRadPerS: number
  readonly bestPower: { readonly speedRadPerS: number; readonly powerW: number }
}

/** Near rest, where the shaft torque must be positive for a machine to start. */
const nearRest = (model: TurbineModel): number => 1e-3 * model.speedLimitRadPerS

/** Shaft torque over speed, N m, by the shortest way that the machine has. */
export const torqueOver = (model: TurbineModel): ((speedRadPerS: number) => number) =>
  model.torqueAt ?? ((speed) => model.at(speed).torqueNm)

/**
 * The first speed at which the shaft torque, which must start out positive, falls to nothing; 0 when it cannot turn at
 * all.
 * Where drag does not hold a machine within eight times its limit, that is its free speed.
 */
export function freeSpeed(model: TurbineModel, tolerance = 1e-9): number {
  const torque = torqueOver(model)
  const slow = nearRest(model)
  const first = torque(slow)
  if (!(first > 0)) return 0
  let limit = model.speedLimitRadPerS
  let last = torque(limit)
  for (let i = 0; i < 3 && last > 0; i++) {
    limit *= 2
    last = torque(limit)
  }
  return last > 0 ? limit : rootBetween(torque, slow, limit, tolerance, [first, last])
}

/**
 * Stall torque (on the blades, less what rubs), free speed and the point of best power of any turbine.
 * Error: the free speed `tolerance` / 1000, 1e-9 relative unless said; the best speed `tolerance` of it (power is flat
 * there: its error goes with the square).
 */
export function turbineSummary(model: TurbineModel, tolerance = 1e-6): TurbineSummary {
  const slow = nearRest(model)
  // what slides grips from the first; bearings hardly do
  const rubbingNm = model.at(slow).ledger.rubbingW / slow
  const stallTorqueNm = Math.max(0, model.at(0).bladeTorqueNm - rubbingNm)
  const freeSpeedRadPerS = freeSpeed(model, 1e-3 * tolerance)
  if (freeSpeedRadPerS === 0) return { stallTorqueNm, freeSpeedRadPerS, bestPower: { speedRadPerS: 0, powerW: 0 } }
  const torque = torqueOver(model)
  const power = (speed: number) => speed * torque(speed)
  const speedRadPerS = maximise(power, 0, freeSpeedRadPerS, tolerance)
  return { stallTorqueNm, freeSpeedRadPerS, bestPower: { speedRadPerS, powerW: power(speedRadPerS) } }
}

/** How far round the old best speed the new one is sought, as a share of it. */
const AROUND = 0.12

/**
 * The same of a machine that differs little from one whose summary is known: the free speed from where it was, the best
 * power from a parabola through three speeds about the old best.
 * Made for differences of two such: what the parabola leaves out is the same on both sides. Where anything lies further
 * off, the whole search is made.
 */
export function summaryNear(model: TurbineModel, near: TurbineSummary): TurbineSummary {
  const whole = () => turbineSummary(model, 1e-3)
  if (near.freeSpeedRadPerS === 0) return whole()
  const slow = nearRest(model)
  const stallTorqueNm = Math.max(0, model.at(0).bladeTorqueNm - model.at(slow).ledger.rubbingW / slow)
  const torque = torqueOver(model)
  const [least, most] = [0.9 * near.freeSpeedRadPerS, 1.1 * near.freeSpeedRadPerS]
  const ends: readonly [number, number] = [torque(least), torque(most)]
  const best = near.bestPower.speedRadPerS
  const [p0, p1, p2] = [1 - AROUND, 1, 1 + AROUND].map((share) => share * best * torque(share * best))
  const bend = p0 - 2 * p1 + p2
  const off = (p0 - p2) / (2 * bend)
  if (!(ends[0] > 0 && ends[1] < 0 && bend < 0 && Math.abs(off) < 1)) return whole()
  return {
    stallTorqueNm,
    freeSpeedRadPerS: rootBetween(torque, least, most, 1e-6, ends),
    bestPower: { speedRadPerS: best * (1 + AROUND * off), powerW: p1 - ((p0 - p2) * off) / 4 },
  }
}

/** Points at evenly spaced speeds from rest to `toRadPerS`, both ends included. */
export function turbineCurve(model: TurbineModel, toRadPerS: number, points: number): TurbinePoint[] {
  return Array.from({ length: points }, (_, i) => model.at((toRadPerS * i) / (points - 1)))
}

/**
 * The loss-free impulse turbine on the same jet: best efficiency cos^2(alpha) at u/c = cos(alpha)/2, twice that speed
 * free.
 * Source: Euler's turbine equation with a frictionless, symmetric blade (text-book limit).
 */
export function idealImpulse(jet: { massFlowKgPerS: number; speed: number; angleRad: number; radiusM: number }): {
  powerW: number
  speedRadPerS: number
  stallTorqueNm: number
  freeSpeedRadPerS: number
} {
  const along = jet.speed * Math.cos(jet.angleRad)
  return {
    powerW: 0.5 * jet.massFlowKgPerS * along ** 2,
    speedRadPerS: along / 2 / jet.radiusM,
    stallTorqueNm: 2 * jet.massFlowKgPerS * along * jet.radiusM,
    freeSpeedRadPerS: along / jet.radiusM,
  }
}

import { STANDARD_GRAVITY } from '../units/gravity'
import type { Contact, MovingBall } from './network'

/** Depth over which a stop’s damper comes in: a force that jumped at the touch would have no slope, m. */
const TOUCH_M = 2e-6

/** What pushes a ball, N, and how it changes with its lift, its speed, the pressure across it and the pin’s speed. */
export interface BallPush {
  /** From the pin alone, opening it. */
  pinN: number
  pinPerLift: number
  pinPerSpeed: number
  /** All of it, opening it. */
  totalN: number
  perLift: number
  perSpeed: number
  perPressure: number
}

export const noPush = (): BallPush => ({
  pinN: 0,
  pinPerLift: 0,
  pinPerSpeed: 0,
  totalN: 0,
  perLift: 0,
  perSpeed: 0,
  perPressure: 0,
})

/** Force of the last stop asked for, and how it changes with depth and with the speed inwards. */
const stop = { forceN: 0, perDepth: 0, perSpeed: 0 }
function press({ stiffnessNPerM: k, dampingNsPerM: c }: Contact, depthM: number, inwardsMPerS: number): void {
  const share = Math.min(1, depthM / TOUCH_M)
  stop.forceN = depthM > 0 ? k * depthM + c * share * inwardsMPerS : 0
  if (stop.forceN <= 0) {
    // a stop never pulls
    stop.forceN = stop.perDepth = stop.perSpeed = 0
    return
  }
  stop.perDepth = k + (share < 1 ? (c * inwardsMPerS) / TOUCH_M : 0)
  stop.perSpeed = c * share
}

/**
 * Opening between a ball and its seat at a lift, effective, m2.
 * Valid: any lift; none below nought.
 */
export const liftedArea = ({ openingM, holeM2, discharge }: MovingBall, liftM: number): number =>
  liftM <= 0 ? 0 : discharge * Math.min(openingM * liftM, holeM2)

/**
 * All that pushes a ball: pressure, spring, pin, seat and what closes its room.
 * Pressure acts on the whole seat while the ball sits; when lifted, on it by the share of the drop that falls between
 * ball and seat, and not in the hole: 1/(1 + (opening/hole)^2), two throttles in series.
 * An estimate: no measured flow force; exact at both ends (sitting: seat times pressure; far away: nought). Its weight
 * shuts it: the engine stands head up.
 * @param acrossPa pressure before it less that in the chamber.
 */
export function pushOn(
  ball: MovingBall,
  liftM: number,
  speedMPerS: number,
  acrossPa: number,
  pinM: number,
  pinMPerS: number,
  into: BallPush,
): void {
  const { massKg, spring, contact, seatAreaM2, openingM, holeM2, roomM } = ball
  const wide = liftM > 0 ? (openingM * liftM) / holeM2 : 0
  const share = 1 / (1 + wide * wide)
  const held = seatAreaM2 * share
  into.totalN = -held * acrossPa - spring.forceN - massKg * STANDARD_GRAVITY - spring.stiffnessNPerM * liftM
  into.perPressure = -held
  into.perLift =
    -spring.stiffnessNPerM + (liftM > 0 ? seatAreaM2 * acrossPa * 2 * share * share * wide * (openingM / holeM2) : 0)
  into.perSpeed = 0
  into.pinN = into.pinPerLift = into.pinPerSpeed = 0
  if (pinM > 0) {
    press(contact, pinM - liftM, pinMPerS - speedMPerS)
    into.pinN = stop.forceN
    into.pinPerLift = -stop.perDepth
    into.pinPerSpeed = -stop.perSpeed
    into.totalN += into.pinN
    into.perLift += into.pinPerLift
    into.perSpeed += into.pinPerSpeed
  }
  if (liftM < 0) {
    press(contact, -liftM, -speedMPerS)
    into.totalN += stop.forceN
    into.perLift -= stop.perDepth
    into.perSpeed -= stop.perSpeed
  } else if (liftM > roomM) {
    press(contact, liftM - roomM, speedMPerS)
    into.totalN -= stop.forceN
    into.perLift -= stop.perDepth
    into.perSpeed -= stop.perSpeed
  }
}

/**
 * Writes what a ball’s lift and speed change by themselves and by the wheel, into a matrix of `n` columns; and what its
 * pin changes of the wheel’s energy and, from `lostRow` on where it is not below nought, of what is lost.
 * What the pressure changes of its speed is the caller’s.
 */
export function ballRows(
  J: Float64Array,
  n: number,
  wheel: number,
  ball: number,
  { totalN, perLift, perSpeed, pinPerLift, pinPerSpeed }: BallPush,
  massKg: number,
  y: Float64Array,
  w: number,
  pinSlope: number,
  inertiaKgM2: number,
  lostRow: number,
): void {
  const at = wheel + 1 + 2 * ball
  const inverse = 1 / w
  // of all that goes by time, and of the pin’s own speed, over the wheel’s energy
  const slower = -1 / (2 * y[wheel])
  const quicker = pinSlope / (inertiaKgM2 * w)
  J[at * n + at + 1] = inverse
  J[at * n + wheel] = y[at + 1] * inverse * slower
  const row = (at + 1) * n
  const by = inverse / massKg
  J[row + at] = perLift * by
  J[row + at + 1] = perSpeed * by
  // a pin that comes quicker pushes as a ball that falls quicker does
  J[row + wheel] = (totalN * slower - pinPerSpeed * quicker) * by
  for (let side = 0; side < (lostRow < 0 ? 1 : 2); side++) {
    const r = side === 0 ? wheel * n : lostRow * n
    const turned = side === 0 ? -pinSlope : pinSlope
    J[r + at] += turned * pinPerLift
    J[r + at + 1] += turned * pinPerSpeed
    J[r + wheel] -= turned * pinPerSpeed * quicker
  }
}

/** What balls are made of, kg/m3: bearing steel, glass, nylon. Handbook values, from memory. */
export const BALL_DENSITY = { steel: 7800, glass: 2500, nylon: 1140 } as const
export type BallMaterial = keyof typeof BALL_DENSITY

export const ballMass = (material: BallMaterial, diameterM: number): number =>
  BALL_DENSITY[material] * (Math.PI / 6) * diameterM ** 3

/** How much further than its pin lifts it a ball can go before the cap, m: what the printed head leaves above it. */
export const BALL_ROOM_M = 1.5e-3

/** Width of the spring over the ball’s: it sits on the ball’s shoulder. */
export const SPRING_OVER_BALL = 0.9

/** Share of its speed with which a ball leaves a printed seat. Common practice, no source. */
const COMES_BACK = 0.5
/**
 * A steel ball of some 6 mm pressed into a plastic edge of 3 GPa by some 7 N goes in by about a hundredth of a
 * millimetre (Hertz, sphere on a half-space), N/m.
 * An estimate within a factor of two: what it changes is how long a touch takes, a tenth of a millisecond.
 */
const STIFFNESS = 1e6

/**
 * What a ball of a mass stops against, so that it comes back with the stated share of its speed: the linear damper of
 * that restitution.
 */
export function printedStop(massKg: number): Contact {
  const log = Math.log(COMES_BACK)
  const ratio = -log / Math.hypot(Math.PI, log)
  return { stiffnessNPerM: STIFFNESS, dampingNsPerM: 2 * ratio * Math.sqrt(STIFFNESS * massKg) }
}

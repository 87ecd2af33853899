import { CP, GAMMA, GAS_CONSTANT } from '../air'
import { finding, type Finding } from './finding'
import type { Measured } from '../statistics'

/** What a thrust stand says of a push. */
export interface MeasuredPush {
  readonly thrust: Measured
  readonly impulse: Measured
}

/** The air behind it. */
export interface AirOfPush {
  /** Before the nozzle, absolute, its temperature, and the room's pressure, Pa and K. */
  readonly nozzlePaAbs: number
  readonly temperatureK: number
  readonly roomPaAbs: number
  /** Throat as it is taken to be, m2. */
  readonly throatAreaM2: number
  /** Of a vessel that empties, m3; null where the air does not run out. */
  readonly volumeM3: number | null
}

/** A throat may be so much larger than it is taken to be, as an area. */
const WIDER = 1.2

/**
 * The most that air can push: choked flow of a throat without losses, at the speed of a loss-free expansion into the
 * room. N.
 */
export function mostThrust({ nozzlePaAbs, temperatureK, roomPaAbs, throatAreaM2 }: AirOfPush): number {
  if (nozzlePaAbs <= roomPaAbs) return 0
  const g = GAMMA
  const choked = (2 / (g + 1)) ** (g / (g - 1))
  const ratio = Math.max(roomPaAbs / nozzlePaAbs, choked)
  const flow =
    nozzlePaAbs *
    throatAreaM2 *
    Math.sqrt(((2 * g) / ((g - 1) * GAS_CONSTANT * temperatureK)) * (ratio ** (2 / g) - ratio ** ((g + 1) / g)))
  return flow * fullSpeed(nozzlePaAbs, temperatureK, roomPaAbs)
}

/** Speed of a loss-free expansion from rest into the room, m/s. */
const fullSpeed = (pa: number, temperatureK: number, roomPa: number): number =>
  Math.sqrt(2 * CP * temperatureK * (1 - (roomPa / pa) ** ((GAMMA - 1) / GAMMA)))

/** The most that a vessel can give: all air above the room's pressure, at the speed of its first bit. N·s. */
export const mostImpulse = ({ nozzlePaAbs, temperatureK, roomPaAbs, volumeM3 }: AirOfPush): number | null =>
  volumeM3 === null || nozzlePaAbs <= roomPaAbs
    ? null
    : (((nozzlePaAbs - roomPaAbs) * volumeM3) / (GAS_CONSTANT * temperatureK)) *
      fullSpeed(nozzlePaAbs, temperatureK, roomPaAbs)

/**
 * A push held against what its air can give at all: momentum of a loss-free jet, and the air there is.
 * Bounds, not predictions: closed form of a perfect gas, a throat a fifth larger allowed.
 */
export function pushFindings({ thrust, impulse }: MeasuredPush, air: AirOfPush): Finding[] {
  if ([thrust, impulse].some((m) => !(m.standardUncertainty < m.value) || !Number.isFinite(m.value)))
    return [finding('no-figure', 'watch')]
  const surely = (m: Measured) => m.value - 2 * m.standardUncertainty
  const [mostN, mostNs] = [WIDER * mostThrust(air), mostImpulse(air)]
  return [
    ...(surely(thrust) > mostN
      ? [finding('thrust-beyond-air', 'do not run', { thrustN: thrust.value, mostN, throatAreaM2: air.throatAreaM2 })]
      : []),
    ...(mostNs !== null && surely(impulse) > mostNs
      ? [finding('impulse-beyond-air', 'do not run', { impulseNs: impulse.value, mostNs })]
      : []),
  ]
}

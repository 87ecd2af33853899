import type { OutletShape } from './fits'
import type { FedParts } from './parts-input'

/** A ring of outlets in a plate round its bearing seat, mm. */
export interface OutletRing {
  readonly shape: OutletShape
  readonly count: number
  /** Middle of the first one, degrees. */
  readonly firstDegrees: number
  /** Of round holes. */
  readonly radius: number
  readonly pitchRadius: number
  /** Of slots: between two radii, with webs between them. */
  readonly inner: number
  readonly outer: number
  readonly web: number
  readonly areaMm2: number
}

const mm = 1000
const WEBS = 4

/**
 * The widest outlets between two radii, mm; null where there is no room for any. `count` is the number of round holes.
 */
export function outletRing(
  inner: number,
  outer: number,
  shape: OutletShape,
  count: number,
  wall: number,
): OutletRing | null {
  const room = outer - inner
  const pitchRadius = (inner + outer) / 2
  if (room < 3) return null
  const radius = Math.min(room / 2 - 0.4, pitchRadius * Math.sin(Math.PI / count) - 0.8)
  const web = Math.max(wall, 0.12 * pitchRadius)
  const [low, high] = [inner + 0.4, outer - 0.4]
  const slots = Math.PI * (high ** 2 - low ** 2) - WEBS * web * (high - low)
  const holes = radius < 1 ? 0 : count * Math.PI * radius ** 2
  // slots that leave less than holes are no gain
  const cut = shape === 'slots' && slots > holes && 2 * Math.PI * low > WEBS * (web + 2) ? 'slots' : 'holes'
  if (cut === 'holes' && holes === 0) return null
  return {
    shape: cut,
    count: cut === 'slots' ? WEBS : count,
    firstDegrees: cut === 'slots' ? 45 : 30,
    radius,
    pitchRadius,
    inner: low,
    outer: high,
    web,
    areaMm2: cut === 'slots' ? slots : holes,
  }
}

/** Outlets in the end plate of a wheel with axial flow, whose rim has a radius. */
export const endPlateOutlets = (
  input: Pick<FedParts, 'bearing' | 'fits' | 'outlets'>,
  rim: number,
): OutletRing | null =>
  outletRing((input.bearing.outerM * mm) / 2 + input.fits.wall + 1, rim - 2, input.outlets, 8, input.fits.wall)

/** Outlets in the floor of a disc pack's housing. */
export function packOutlets(
  input: Pick<FedParts, 'bearing' | 'fits' | 'outlets'>,
  innerRadiusM: number,
): OutletRing | null {
  const seat = (input.bearing.outerM * mm) / 2 + input.fits.wall
  return outletRing(seat + 0.5, Math.max(seat + 4, innerRadiusM * mm + 2), input.outlets, 6, input.fits.wall)
}

/** Flow through sharp-edged holes over their area: common practice, no source. */
const DISCHARGE = 0.62

/**
 * Pressure that outlets keep back, Pa: that of a sharp-edged hole. Valid: far below the speed of sound. Estimate,
 * within about a third.
 * Infinite where there is no outlet.
 */
export const outletPressureLoss = (areaM2: number, massFlowKgPerS: number, densityKgPerM3: number): number =>
  (massFlowKgPerS / (DISCHARGE * areaM2)) ** 2 / (2 * densityKgPerM3)

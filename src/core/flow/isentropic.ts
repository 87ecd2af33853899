import { PhysicsError } from '../errors'
import { GAMMA } from '../air'
import { rootBetween } from '../numerics'

/**
 * Static over total pressure at which a nozzle chokes: (2/(g+1))^(g/(g-1)) = 0.5283. Source: NACA Report 1135 (1953),
 * eq. 44 form.
 */
export const CRITICAL_PRESSURE_RATIO = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1))

/**
 * Choked-flow factor sqrt(g) (2/(g+1))^((g+1)/(2(g-1))), so that mdot = factor A p0 / sqrt(R T0). 0.68473 for g = 1.4.
 */
export const CHOKED_FLOW_FACTOR = Math.sqrt(GAMMA) * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)))

const half = (GAMMA - 1) / 2

/** T/T0 at a Mach number >= 0. NACA Report 1135, isentropic flow. */
export const isentropicTemperatureRatio = (mach: number): number => 1 / (1 + half * mach * mach)

/** p/p0 at a Mach number >= 0. NACA Report 1135, isentropic flow. */
export const isentropicPressureRatio = (mach: number): number =>
  isentropicTemperatureRatio(mach) ** (GAMMA / (GAMMA - 1))

/** A/A* at a Mach number > 0. NACA Report 1135, isentropic flow. */
export const isentropicAreaRatio = (mach: number): number =>
  ((2 / (GAMMA + 1)) * (1 + half * mach * mach)) ** ((GAMMA + 1) / (2 * (GAMMA - 1))) / mach

/** Mach number of isentropic expansion to p/p0, 0 < ratio <= 1. Closed form. */
export const machOfPressureRatio = (ratio: number): number => Math.sqrt((ratio ** (-(GAMMA - 1) / GAMMA) - 1) / half)

/**
 * Mach number where A/A* has a value, on the subsonic or the supersonic branch.
 * Valid: area ratio >= 1, up to Mach 50. Error: 1e-12 relative.
 * @throws PhysicsError AREA_RATIO below 1, or NaN.
 */
export function machOfAreaRatio(areaRatio: number, branch: 'subsonic' | 'supersonic'): number {
  if (!(areaRatio >= 1))
    throw new PhysicsError({
      code: 'AREA_RATIO',
      message: `Area over throat area is ${areaRatio}; no flow passes a section smaller than the throat.`,
      nextStep: 'Make the exit at least as wide as the throat.',
    })
  if (areaRatio < 1 + 1e-14) return 1
  const miss = (mach: number) => isentropicAreaRatio(mach) - areaRatio
  return branch === 'subsonic' ? rootBetween(miss, 1e-9, 1) : rootBetween(miss, 1, 50)
}

/** Mach number behind a normal shock, upstream Mach >= 1. NACA Report 1135, normal shock. */
export const machBehindShock = (mach: number): number =>
  Math.sqrt((1 + half * mach * mach) / (GAMMA * mach * mach - half))

/** Static pressure behind over before a normal shock, upstream Mach >= 1. NACA Report 1135. */
export const shockPressureRatio = (mach: number): number => 1 + ((2 * GAMMA) / (GAMMA + 1)) * (mach * mach - 1)

/** Total pressure behind over before a normal shock, upstream Mach >= 1. NACA Report 1135. */
export function shockTotalPressureRatio(mach: number): number {
  const density = ((GAMMA + 1) * mach * mach) / (2 + (GAMMA - 1) * mach * mach)
  return density ** (GAMMA / (GAMMA - 1)) * shockPressureRatio(mach) ** (-1 / (GAMMA - 1))
}

/**
 * Mass flow through an area at a Mach number, kg/s, from total state. Dry air.
 * Source: NACA Report 1135, one-dimensional isentropic flow.
 */
export function massFlowAtMach(state: {
  areaM2: number
  totalPressurePaAbs: number
  totalTemperatureK: number
  mach: number
  gasConstant: number
}): number {
  const { areaM2, totalPressurePaAbs, totalTemperatureK, mach, gasConstant } = state
  const t = isentropicTemperatureRatio(mach)
  return (
    areaM2 *
    totalPressurePaAbs *
    mach *
    Math.sqrt(GAMMA / (gasConstant * totalTemperatureK)) *
    t ** ((GAMMA + 1) / (2 * (GAMMA - 1)))
  )
}

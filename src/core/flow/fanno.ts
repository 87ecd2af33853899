import { GAMMA, GAS_CONSTANT } from '../air'
import { isentropicAreaRatio } from './isentropic'

const half = (GAMMA - 1) / 2

/**
 * Friction length from a Mach number to where the pipe chokes, f L* / D with the Darcy factor f. Mach > 0.
 * Source: one-dimensional adiabatic flow with friction (Fanno), Shapiro, Compressible Fluid Flow I (1953), ch. 6.
 */
export function fannoLength(mach: number): number {
  const m2 = mach * mach
  return (1 - m2) / (GAMMA * m2) + ((GAMMA + 1) / (2 * GAMMA)) * Math.log(((GAMMA + 1) * m2) / (2 * (1 + half * m2)))
}

/** Static pressure over that at the choked end. Fanno. */
export const fannoPressureRatio = (mach: number): number =>
  (1 / mach) * Math.sqrt((GAMMA + 1) / (2 * (1 + half * mach * mach)))

/** Total pressure over that at the choked end. Fanno; the same function as A/A*. */
export const fannoTotalPressureRatio = isentropicAreaRatio

/**
 * Subsonic Mach number with a friction length f L* / D at or above 0 to the choked end. Newton in ln M, error 1e-12.
 */
export function machOfFannoLength(length: number): number {
  if (length <= 0) return 1
  let x = Math.log(Math.min(0.999999, 1 / Math.sqrt(1 + GAMMA * (length + Math.sqrt(length)))))
  for (let i = 0; i < 60; i++) {
    const m2 = Math.exp(2 * x)
    const slope = (-2 * (1 - m2)) / (GAMMA * m2 * (1 + half * m2))
    const next = Math.min(-1e-12, x - (fannoLength(Math.exp(x)) - length) / (slope || -1e-9))
    if (Math.abs(next - x) < 1e-13) return Math.exp(next)
    x = next
  }
  return Math.exp(x)
}

/**
 * Mass flow over area times total pressure, made dimensionless: mdot sqrt(R T0) / (A p0). Rises with Mach up to 0.68473
 * at Mach 1.
 */
export const flowFunction = (mach: number): number =>
  Math.sqrt(GAMMA) * mach * (1 + half * mach * mach) ** (-(GAMMA + 1) / (2 * (GAMMA - 1)))

/** Subsonic Mach number of a flow function in (0, 0.68473); 1 at or above it. Newton, error 1e-12. */
export function machOfFlowFunction(value: number): number {
  if (value >= flowFunction(1)) return 1
  let mach = Math.min(0.95, value / Math.sqrt(GAMMA))
  for (let i = 0; i < 60; i++) {
    const t = 1 + half * mach * mach
    const slope = (flowFunction(mach) / mach) * ((1 - mach * mach) / t)
    const next = Math.min(1 - 1e-9, Math.max(1e-12, mach - (flowFunction(mach) - value) / slope))
    if (Math.abs(next - mach) < 1e-13) return next
    mach = next
  }
  return mach
}

/**
 * Darcy friction factor of a round pipe from Reynolds number and relative roughness.
 * Source: 64/Re below 2300; Haaland (1983) above 4000 (within 2 % of Colebrook); joined straight between, where flow is
 * undecided.
 * Valid: Re > 0, roughness/diameter below 0.05.
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  const turbulent = (re: number) => (-1.8 * Math.log10((relativeRoughness / 3.7) ** 1.11 + 6.9 / re)) ** -2
  if (reynolds <= 2300) return 64 / Math.max(reynolds, 1e-6)
  if (reynolds >= 4000) return turbulent(reynolds)
  const share = (reynolds - 2300) / 1700
  return (1 - share) * (64 / 2300) + share * turbulent(4000)
}

/** Mass flow over which the speed of sound is reached, given total state and area, kg/s. */
export const sonicMassFlow = (areaM2: number, totalPressurePaAbs: number, temperatureK: number): number =>
  (flowFunction(1) * areaM2 * totalPressurePaAbs) / Math.sqrt(GAS_CONSTANT * temperatureK)

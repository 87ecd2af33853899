import { massFlowOfFreeAir } from '../air'

/** A hose, valve or coupling by ISO 6358. `sonicConductance` in m3/(s Pa) of free air, `criticalRatio` 0..0.6. */
export interface Conductance {
  readonly sonicConductance: number
  readonly criticalRatio: number
}

/**
 * Mass flow through a pneumatic component, kg/s.
 * Formula: C p1 rho0 sqrt(T0/T1), times sqrt(1 - ((r-b)/(1-b))^2) above the critical ratio b.
 * Valid: r = p2/p1 in 0..1, both absolute. Source: ISO 6358-1:2013.
 */
export function conductanceMassFlow(
  part: Conductance,
  upstream: { absolutePressurePa: number; temperatureK: number },
  downstreamPressurePaAbs: number,
): number {
  const ratio = Math.min(1, downstreamPressurePaAbs / upstream.absolutePressurePa)
  const choked =
    massFlowOfFreeAir(part.sonicConductance * upstream.absolutePressurePa) * Math.sqrt(293.15 / upstream.temperatureK)
  if (ratio <= part.criticalRatio) return choked
  const x = (ratio - part.criticalRatio) / (1 - part.criticalRatio)
  return choked * Math.sqrt(Math.max(0, 1 - x * x))
}

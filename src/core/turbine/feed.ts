import type { NozzleGeometry } from '../flow'
import type { TurbineSurroundings } from './turbine'

/** A turbine's feed as its nozzle's flow is reckoned: its holes with their discharge and velocity coefficients. */
export const feedGeometry = ({ nozzle, coefficients }: TurbineSurroundings): NozzleGeometry => ({
  throatDiameterM: nozzle.throatDiameterM,
  exitDiameterM: nozzle.exitDiameterM,
  count: nozzle.count,
  edge: nozzle.edge,
  dischargeCoefficient: coefficients.discharge.value,
  velocityCoefficient: coefficients.velocity.value,
})

import { GAS_CONSTANT } from '../air'
import { CHOKED_FLOW_FACTOR, CRITICAL_PRESSURE_RATIO, machOfPressureRatio, massFlowAtMach } from './isentropic'
import { circleArea, dischargeAt, regimeLimits, type NozzleGeometry } from './nozzle'

/**
 * Mass flow of a nozzle as a quick function of supply and back pressure (absolute), kg/s; the same figures as
 * `nozzleFlow`.
 * What depends on geometry alone is worked out once, so that a supply can be balanced in microseconds.
 */
export function massFlowOfNozzle(
  geometry: NozzleGeometry,
): (totalPressurePaAbs: number, totalTemperatureK: number, backPressurePaAbs: number) => number {
  const count = geometry.count ?? 1
  const throat = count * circleArea(geometry.throatDiameterM)
  const exit = count * circleArea(geometry.exitDiameterM ?? geometry.throatDiameterM)
  const chokesBelow = exit / throat > 1 + 1e-9 ? regimeLimits(exit / throat).subsonic : CRITICAL_PRESSURE_RATIO
  return (p0, t0, pa) => {
    const ratio = Math.min(1, pa / p0)
    const cd = dischargeAt(geometry, ratio)
    if (ratio < chokesBelow) return (cd * CHOKED_FLOW_FACTOR * throat * p0) / Math.sqrt(GAS_CONSTANT * t0)
    return (
      cd *
      massFlowAtMach({
        areaM2: exit,
        totalPressurePaAbs: p0,
        totalTemperatureK: t0,
        mach: machOfPressureRatio(ratio),
        gasConstant: GAS_CONSTANT,
      })
    )
  }
}

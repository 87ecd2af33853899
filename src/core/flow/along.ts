import {
  CRITICAL_PRESSURE_RATIO,
  isentropicAreaRatio,
  machBehindShock,
  machOfAreaRatio,
  machOfPressureRatio,
  shockTotalPressureRatio,
} from './isentropic'
import type { NozzleResult } from './nozzle'

/**
 * Mach number along a nozzle: area over throat area, before or behind the throat, to local Mach. Follows the regime and
 * its shock.
 */
export function machAlong(
  result: Pick<NozzleResult, 'regime' | 'exitMach' | 'shock'>,
  areaRatio: number,
  side: 'before' | 'behind',
  exitAreaRatio: number,
): number {
  const ratio = Math.max(1, areaRatio)
  if (result.regime === 'unchoked') {
    const sonicArea = exitAreaRatio / isentropicAreaRatio(Math.max(result.exitMach, 1e-6))
    return machOfAreaRatio(Math.max(1, ratio / sonicArea), 'subsonic')
  }
  if (side === 'before') return machOfAreaRatio(ratio, 'subsonic')
  if (result.shock && ratio > result.shock.areaRatio) {
    const kept = shockTotalPressureRatio(result.shock.machBefore)
    return Math.min(machBehindShock(result.shock.machBefore), machOfAreaRatio(Math.max(1, ratio * kept), 'subsonic'))
  }
  return machOfAreaRatio(ratio, 'supersonic')
}

/**
 * Exit over throat area that expands the air just to a back/total pressure ratio; 1 where the flow does not reach
 * sound. NACA Report 1135.
 */
export const designAreaRatio = (backRatio: number): number =>
  backRatio >= CRITICAL_PRESSURE_RATIO ? 1 : isentropicAreaRatio(machOfPressureRatio(backRatio))

import { fitsFor, type Fits } from '../../core/geometry'
import { compensatedHole, holeCorrection, type HoleCorrection } from '../../core/making'
import type { Build, HoleGauge } from '../validation/schema'

/** The correction of a gauge from the holes that were measured; null while there are too few. */
export const correctionOf = (gauge: HoleGauge | undefined): HoleCorrection | null =>
  gauge
    ? holeCorrection(
        gauge.holes.flatMap((h) => (h.measuredM === null ? [] : [{ modelM: h.modelM, measuredM: h.measuredM }])),
      )
    : null

type Drawn = { readonly throatDiameterM: number; readonly exitDiameterM: number; readonly inletBoreM: number }

/** The nozzle as it must be drawn, so that it comes out as wanted on the maker's printer. */
function drawnNozzle<N extends Drawn>(nozzle: N, correction: HoleCorrection | null): N {
  if (!correction) return nozzle
  const ratio = nozzle.exitDiameterM / nozzle.throatDiameterM
  const throatDiameterM = Math.min(nozzle.inletBoreM * 0.98, compensatedHole(correction, nozzle.throatDiameterM).modelM)
  const exitDiameterM =
    ratio <= 1 + 1e-9
      ? throatDiameterM
      : Math.max(throatDiameterM, compensatedHole(correction, nozzle.exitDiameterM).modelM)
  return { ...nozzle, throatDiameterM, exitDiameterM }
}

/**
 * How much smaller a hole of a few millimetres comes out than it was drawn, mm on the diameter; none without a gauge.
 * Kept within what a printer does.
 */
function holesSmaller(correction: HoleCorrection | null): number {
  if (!correction) return 0
  const size = correction.toM
  return Math.max(-0.2, Math.min(0.6, (compensatedHole(correction, size).modelM - size) * 1000))
}

/** A nozzle drawn so that it comes out as wanted, and the fits of its process. */
export const printedNozzle = <N extends Drawn>(
  nozzle: N,
  making: Build['making'],
  gauge?: HoleGauge,
): { readonly nozzle: N; readonly fits: Fits } => {
  const correction = correctionOf(gauge)
  return { nozzle: drawnNozzle(nozzle, correction), fits: fitsFor(making.process, holesSmaller(correction)) }
}

import { fitsFor } from '../../core/geometry'
import { compensatedHole, holeCorrection, type HoleCorrection } from '../../core/making'
import { bearingClass } from '../../core/turbine'
import type { Build, HoleGauge } from '../document'
import type { PartsInput } from '../../core/machines'

/** The correction of a gauge from the holes that were measured; null while there are too few. */
export const correctionOf = (gauge: HoleGauge | undefined): HoleCorrection | null =>
  gauge
    ? holeCorrection(
        gauge.holes.flatMap((h) => (h.measuredM === null ? [] : [{ modelM: h.modelM, measuredM: h.measuredM }])),
      )
    : null

/** The nozzle as it must be drawn, so that it comes out as wanted on the maker's printer. */
function drawnNozzle(nozzle: Build['nozzle'], correction: HoleCorrection | null): Build['nozzle'] {
  if (!correction) return nozzle
  const ratio = nozzle.exitDiameterM / nozzle.throatDiameterM
  const throatDiameterM = Math.min(nozzle.inletBoreM * 0.98, compensatedHole(correction, nozzle.throatDiameterM).modelM)
  const exitDiameterM =
    ratio <= 1 + 1e-9
      ? throatDiameterM
      : Math.max(throatDiameterM, compensatedHole(correction, nozzle.exitDiameterM).modelM)
  return { ...nozzle, throatDiameterM, exitDiameterM }
}

/** How much smaller a hole of a few millimetres comes out than it was drawn, mm on the diameter; none without a gauge. Kept within what a printer does. */
function holesSmaller(correction: HoleCorrection | null): number {
  if (!correction) return 0
  const size = correction.toM
  return Math.max(-0.2, Math.min(0.6, (compensatedHole(correction, size).modelM - size) * 1000))
}

/** What the parts of a build follow from, its holes drawn so that they come out as wanted. A body pushed by its jet has an insert only. */
export function partsInput(
  build: Pick<Build, 'machine' | 'nozzle' | 'shaft' | 'making'>,
  gauge?: HoleGauge,
): PartsInput {
  const machine = build.machine.family === 'thrust-body' ? { family: build.machine.family } : build.machine
  return {
    machine,
    nozzle: drawnNozzle(build.nozzle, correctionOf(gauge)),
    bearing: bearingClass(build.shaft.bearingClassId),
    shaftDiameterM: build.shaft.diameterM,
    fits: fitsFor(build.making.process, holesSmaller(correctionOf(gauge))),
    outlets: build.making.outlets,
  }
}

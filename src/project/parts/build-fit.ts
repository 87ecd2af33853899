import { fitFindings, type Finding } from '../../core/gates'
import type { HoleGauge, Project, TurbineBuild } from '../validation/schema'
import { rotatingParts } from './rotating-parts'

/** What of a build does not go together, on the air that it takes: outlets, bed, gaps. */
export function buildFit(
  build: TurbineBuild,
  ambient: Project['ambient'],
  air: { readonly massFlowKgPerS: number; readonly nozzlePressurePaAbs: number },
  gauge?: HoleGauge,
): Finding[] {
  return fitFindings({
    parts: rotatingParts(build, gauge),
    process: build.making.process,
    bedM: build.making.bedM,
    ambient,
    ...air,
  })
}

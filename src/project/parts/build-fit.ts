import { fitFindings, type Finding } from '../../core/gates'
import type { HoleGauge, Project, TurbineBuild } from '../document'
import { partsInput } from './parts-input'

/** What of a build does not go together, on the air that it takes: outlets, bed, gaps. */
export function buildFit(
  build: TurbineBuild,
  ambient: Project['ambient'],
  air: { readonly massFlowKgPerS: number; readonly nozzlePressurePaAbs: number },
  gauge?: HoleGauge,
): Finding[] {
  const parts = partsInput(build, gauge)
  return fitFindings({
    parts: { ...parts, machine: build.machine },
    process: build.making.process,
    bedM: build.making.bedM,
    ambient,
    ...air,
  })
}

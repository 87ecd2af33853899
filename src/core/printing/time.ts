import type { Process } from '../geometry'
import type { Lying } from './lie'

/**
 * How a filament printer goes: outlines slowly, the rest faster, a least time a layer so that it cools, some of the
 * time between lines. mm/s and s. Common practice, no source.
 */
const FILAMENT = { outline: 25, filling: 45, leastLayerS: 8, between: 1.2 } as const
/** A resin printer's layer takes this long whatever is on it: exposure, lifting. s. Common practice, no source. */
const RESIN = { layerS: 9, firstLayers: 6, firstS: 35 } as const
/** Half to twice: firmware, accelerations and a maker's own speeds differ by as much. */
export const TIME_RANGE = [0.5, 2] as const
/** What a support weighs of the room it fills: common practice, no source. */
export const SUPPORT_SHARE = 0.15

export interface PrintSettings {
  readonly process: Process
  readonly lineMm: number
  readonly layerMm: number
}

/**
 * Seconds that a plate takes, printed solid; every part by how it lies, once for each copy. Estimate: within
 * `TIME_RANGE`.
 */
export function printSeconds(parts: readonly Lying[], { process, lineMm, layerMm }: PrintSettings): number {
  const tallest = Math.max(0, ...parts.map((p) => p.sizeMm[2]))
  const layers = Math.ceil(tallest / layerMm)
  if (process === 'resin') return layers * RESIN.layerS + RESIN.firstLayers * RESIN.firstS
  let seconds = 0
  for (let i = 0; i < layers; i++) {
    let layer = 0
    for (const { sizeMm, cuts, supportMm3 } of parts) {
      const share = ((i + 0.5) * layerMm) / sizeMm[2]
      if (share >= 1) continue
      const { areaMm2, outlineMm } = cuts[Math.floor(share * cuts.length)]
      const support = (SUPPORT_SHARE * supportMm3) / sizeMm[2]
      const whole = (areaMm2 + support) / lineMm
      layer += Math.min(whole, outlineMm) / FILAMENT.outline + Math.max(0, whole - outlineMm) / FILAMENT.filling
    }
    seconds += Math.max(FILAMENT.leastLayerS, FILAMENT.between * layer)
  }
  return seconds
}

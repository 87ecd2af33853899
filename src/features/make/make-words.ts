import type { Process, WallFill } from '../../core/geometry'
import { formatNumber } from '../../core/units'

/** What a slicer must be told about a wall. */
export function fillInWords({ of, thicknessMm, lying, set, count, betterMm }: WallFill): string {
  const of_ = `${of[0].toUpperCase()}${of.slice(1)}, ${formatNumber(thicknessMm, 3)} mm`
  const better = betterMm === null ? '' : ` A gap stays between them: ${formatNumber(betterMm, 3)} mm would fill.`
  return lying
    ? `${of_}: ${set} ${set === 1 ? 'layer' : 'layers'}.${better}`
    : `${of_}: ${count} ${count === 1 ? 'line' : 'lines'} across; set at least ${set} ${set === 1 ? 'wall' : 'walls'} a side so that it prints without infill.${better}`
}

export const PROCESS_WORDS: Readonly<Record<Process, string>> = {
  filament: 'filament print',
  resin: 'resin print',
  machined: 'machined',
}

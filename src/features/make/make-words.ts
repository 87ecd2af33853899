import type { BillLine, Connection, Process, WallFill } from '../../core/geometry'
import type { AssemblyCheck } from '../../core/machines/check-assembly'
import type { Lying } from '../../core/printing'
import { formatNumber } from '../../core/units'
import { boughtWords } from '../../words'

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

export const CONNECTION_WORDS: Readonly<Record<Connection, string>> = {
  barbs: 'hose on barbs',
  'g-thread': 'G thread inside (ISO 228)',
  'npt-thread': 'NPT thread inside',
}

/** A line of what is to be bought. */
export const boughtInWords = ({ code, size, count }: BillLine): string =>
  `${count} ${boughtWords({ code, size }, count)}`

const CHECKS: Readonly<Record<AssemblyCheck['code'], string>> = {
  overlap: 'two bodies in one place, mm³',
  turns: 'what turns strikes what stands, mm³',
  radial: 'gap round the rim, mm',
  axial: 'gap along the shaft, mm',
  'end-play': 'end play, mm',
  jet: 'gap between nozzle and blades, mm',
  seal: 'gap at the inlet, mm',
  lift: 'lift of the valve, mm',
  'way-in': 'something stands in the air’s way, mm³',
  reach: 'something stands over the stand’s ears, mm³',
  'way-on': 'something stands in the jet’s way, mm³',
  'free-way': 'from nozzle to blades, mm',
  hand: 'the jet turns it the other way',
  seated: 'lies against nothing',
  held: 'nothing holds it',
  span: 'between the bearings, mm',
  overhang: 'overhang, mm',
  'goes-on': 'cannot be put there after what goes on before it',
}

/** What falls short in a machine put together. */
export const checkInWords = ({ code, of, found, wanted }: AssemblyCheck): string =>
  `${of}: ${CHECKS[code]}${['hand', 'seated', 'held', 'goes-on'].includes(code) ? '' : ` ${formatNumber(found, 3)}${wanted === 0 ? '' : `, stated ${formatNumber(wanted, 3)}`}`}`

/** A time that nobody knows to the minute. */
export const hoursInWords = (seconds: number): string => {
  if (seconds < 3600) return `${Math.max(1, Math.round(seconds / 60))} min`
  return `${formatNumber(seconds / 3600, 2)} h`
}

/** What is painted on a solid. */
export const overhangInWords = (process: Process): string =>
  process === 'resin'
    ? 'Painted: faces that look down by more than 45°. A resin printer wants its parts tilted and held: let its slicer set the supports.'
    : 'Painted: amber hangs over by more than 45° and prints freely, red needs support.'

/** How a part lies on the bed, and what of it hangs over. */
export function lyingInWords({ turned, hanging, supportedMm2 }: Lying): string {
  const lies = turned ? 'turned over' : 'as it stands here'
  if (supportedMm2 > 0)
    return `lies ${lies}; ${formatNumber(supportedMm2 / 100, 2)} cm² hang over and need support, painted red`
  return hanging.length > 0 ? `lies ${lies}; what is painted amber bridges freely` : `lies ${lies}; nothing hangs over`
}

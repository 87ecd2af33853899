import { outletPressureLoss, type FedParts, type Process } from '../geometry'
import { airDensity, type Ambient } from '../air'
import { assemblyOf, housingOutletArea, familyOf, type TurbineMachine } from '../machines'
import { finding, type Finding } from './finding'

/** Whether a machine can be put together as drawn, and lets its air out again. */
export interface FitInput {
  readonly parts: FedParts & { readonly machine: TurbineMachine }
  readonly process: Process
  /** Printer's bed, m; a machinist's has none. */
  readonly bedM: number
  readonly ambient: Ambient
  readonly massFlowKgPerS: number
  readonly nozzlePressurePaAbs: number
}

/**
 * Narrowest gap between what turns and what stands that each process keeps without touching, m: as it comes off, and
 * worked over by hand (sanded, lapped on glass, reamed).
 * Common practice, no source.
 */
export const RUNNING_GAP_M: Readonly<Record<Process, { readonly asMade: number; readonly worked: number }>> = {
  filament: { asMade: 0.25e-3, worked: 0.1e-3 },
  resin: { asMade: 0.12e-3, worked: 0.06e-3 },
  machined: { asMade: 0.04e-3, worked: 0.02e-3 },
}

/**
 * Pressure that a printed housing's outlets keep back, over that at the nozzle; null without a housing. Estimate,
 * within about a third.
 */
export function outletShare(
  input: Pick<FitInput, 'parts' | 'ambient' | 'massFlowKgPerS' | 'nozzlePressurePaAbs'>,
): number | null {
  const areaM2 = housingOutletArea(input.parts)
  if (areaM2 === null) return null
  const gauge = Math.max(1, input.nozzlePressurePaAbs - input.ambient.absolutePressurePa)
  const lossPa =
    areaM2 > 0
      ? outletPressureLoss(
          areaM2,
          input.massFlowKgPerS,
          airDensity(input.ambient.absolutePressurePa, input.ambient.temperatureK),
        )
      : gauge
  return Math.min(1, lossPa / gauge)
}

/** Share of the pressure beyond which outlets are told, and beyond which the machine does not work. */
export const OUTLETS = { told: 0.05, choked: 0.5 } as const

/** Differences between build and parts below these go unsaid, m and a share: what no maker would measure. */
const UNSAID = { spanM: 0.06e-3, overhangM: 0.5e-3, gapM: 0.1e-3, openShare: 0.005, hubMm: 0.05 } as const

/**
 * Where the parts cannot follow the build's numbers: bearings that stand otherwise, a nozzle that cannot come so near.
 */
function partsFindings(parts: FitInput['parts']): Finding[] {
  const { span, overhang, jets, differs = [] } = assemblyOf(parts)
  const found: Finding[] = []
  if (span !== null && Math.abs(span * 1e-3 - parts.spanM) > UNSAID.spanM)
    found.push(finding('parts-span', 'fine', { spanM: parts.spanM, partsM: span * 1e-3 }))
  if (span !== null && Math.abs(overhang * 1e-3 - parts.overhangM) > UNSAID.overhangM)
    found.push(finding('parts-overhang', 'fine', { overhangM: parts.overhangM, partsM: overhang * 1e-3 }))
  const free = jets.find((j) => !j.reaction)?.free
  if (free !== undefined && Math.abs(free * 1e-3 - parts.nozzle.gapM) > UNSAID.gapM)
    found.push(finding('parts-gap', 'fine', { gapM: parts.nozzle.gapM, partsM: free * 1e-3 }))
  for (const { code, stated, made } of differs)
    if (code === 'open' && stated - made > UNSAID.openShare)
      found.push(finding('parts-open', 'watch', { statedShare: stated, partsShare: made }))
    else if (code === 'hub' && made - stated > UNSAID.hubMm)
      found.push(finding('parts-hub', 'fine', { hubM: stated * 1e-3, partsM: made * 1e-3 }))
  return found
}

/**
 * What does not go together: outlets that keep back the air, parts larger than the bed, gaps finer than the process
 * keeps.
 */
export function fitFindings(input: FitInput): Finding[] {
  const found: Finding[] = []
  const { machine } = input.parts
  const share = outletShare(input)
  if (share !== null && share > OUTLETS.told)
    found.push(finding('outlets', share > OUTLETS.choked ? 'do not run' : 'watch', { share }))
  const family = familyOf(machine)
  const across = Math.max(2 * family.outerRadiusM(machine), family.tallestM?.(machine) ?? 0)
  if (input.process !== 'machined' && across > input.bedM)
    found.push(finding('bed', 'watch', { acrossM: across, bedM: input.bedM }))
  found.push(...partsFindings(input.parts))
  const gap = family.runningGap(machine)
  const least = RUNNING_GAP_M[input.process]
  if (gap && gap.gapM < least.asMade * 0.999)
    found.push(
      finding('gap', gap.gapM < least.worked * 0.999 ? 'watch' : 'fine', {
        of: gap.of,
        gapM: gap.gapM,
        process: input.process,
        asMadeM: least.asMade,
        workedM: least.worked,
      }),
    )
  return found
}

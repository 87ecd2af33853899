import { welchDifference, type MeanDifference } from '../../core/statistics'
import type { Run, TurbineBuild } from '../document'
import { buildDifferences, type BuildDifference } from './build-differences'

export interface ComparedSide {
  readonly build: TurbineBuild
  readonly runs: readonly { readonly run: Run; readonly peakPowerW: number }[]
}

export type VerdictKind = 'better' | 'worse' | 'not told apart' | 'too few runs' | 'unfair'

export interface Comparison {
  readonly differences: readonly BuildDifference[]
  /** What differed besides the thing under test: reasons not to believe the difference. */
  readonly unfair: readonly string[]
  readonly power: MeanDifference
  /** Share by which B's mean exceeds A's. */
  readonly share: number
  readonly verdict: VerdictKind
}

/** Pressures further apart than this cannot be set against each other: power goes with about the 1.3th power of pressure. */
const PRESSURE_TOLERANCE = 0.03
const TEMPERATURE_TOLERANCE_K = 5

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length)
const kPa = (pa: number) => `${Math.round(pa / 1000)} kPa`

function unfairness(a: ComparedSide, b: ComparedSide, differences: readonly BuildDifference[]): string[] {
  const reasons: string[] = []
  const pressures = [a, b].map((side) => side.runs.map((r) => r.run.gaugePressurePa))
  const [pa, pb] = pressures.map(mean)
  if (Math.abs(pb / pa - 1) > PRESSURE_TOLERANCE) reasons.push(`The pressures differ: ${kPa(pa)} against ${kPa(pb)} gauge. Repeat one of them at the other’s pressure.`)
  for (const [i, side] of [a, b].entries()) {
    const spread = (Math.max(...pressures[i]) - Math.min(...pressures[i])) / mean(pressures[i])
    if (spread > PRESSURE_TOLERANCE) reasons.push(`The runs of ${side.build.name} were taken at different pressures (${kPa(Math.min(...pressures[i]))} to ${kPa(Math.max(...pressures[i]))} gauge).`)
  }
  const [ta, tb] = [a, b].map((side) => mean(side.runs.map((r) => r.run.ambient.temperatureK)))
  if (Math.abs(ta - tb) > TEMPERATURE_TOLERANCE_K) reasons.push(`The room differed by ${Math.round(Math.abs(ta - tb))} K.`)
  const rigs = new Set([...a.runs, ...b.runs].map((r) => r.run.rigId))
  if (rigs.size > 1) reasons.push('They were measured on different rigs: an error of one flywheel shows as a difference between rotors.')
  if (differences.length > 1) reasons.push(`${differences.length} things were changed at once (${differences.map((d) => d.label).join(', ')}): which of them did it cannot be told.`)
  return reasons
}

/** Reasons that forbid a verdict; several changes at once only forbid saying which of them did it. */
const forbids = (reason: string): boolean => /pressure/i.test(reason)

/** Two builds by their measured peak power: what differed, how far apart they are, and whether that can be told. */
export function compareBuilds(a: ComparedSide, b: ComparedSide): Comparison {
  const differences = buildDifferences(a.build, b.build)
  const unfair = unfairness(a, b, differences)
  const [va, vb] = [a, b].map((side) => side.runs.map((r) => r.peakPowerW))
  const power = welchDifference(va, vb)
  const verdict: VerdictKind = unfair.some(forbids)
    ? 'unfair'
    : va.length < 2 || vb.length < 2
      ? 'too few runs'
      : Math.abs(power.difference) <= power.halfWidth95
        ? 'not told apart'
        : power.difference > 0
          ? 'better'
          : 'worse'
  return { differences, unfair, power, share: mean(vb) / mean(va) - 1, verdict }
}

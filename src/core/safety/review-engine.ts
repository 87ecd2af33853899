import type { AirInput, EnginePrediction } from '../prediction'
import { finding, type Finding } from '../gates'
import { ballMotion } from '../engine'
import { clampedPlateStress, cylinderHoopStress, materialById } from '../strength'
import { LEAST_STRESS_MARGIN, airFindings, reviewed, type Review } from './review'

/** What of an engine holds the pressure. */
export interface PressedWall {
  readonly boreM: number
  readonly wallM: number
  readonly materialId: string
  readonly infill: number
  readonly loadedAcrossLayers: boolean
  /** A flat cover that the pressure bends, as a round plate held at its rim. */
  readonly cover?: { readonly radiusM: number; readonly thicknessM: number }
}

/** Margin of its wall against the greatest pressure that it can see, supply or squeezed: strength over stress. */
export function wallMargin(wall: PressedWall, { steady, supply, air }: EnginePrediction, roomPaAbs: number): number {
  const material = materialById(wall.materialId)
  const peak = Math.max(
    supply.absolutePressurePa,
    air.supplyPressurePaAbs,
    ...(steady?.cycle.chambers.map(({ pressurePaAbs }) => Math.max(...pressurePaAbs)) ?? []),
  )
  const strength = material.tensileStrengthPa * (wall.loadedAcrossLayers ? material.acrossLayers : 1) * wall.infill
  const { cover } = wall
  const stress = Math.max(
    cylinderHoopStress(peak - roomPaAbs, wall.boreM / 2, wall.wallM),
    cover ? clampedPlateStress(peak - roomPaAbs, cover.radiusM, cover.thicknessM) : 0,
  )
  return strength / Math.max(1, stress)
}

/** Squeezed by so much more than the supply, it drives air back through the valve. */
const SQUEEZED = 1.05

/** Air that comes in once the pin has gone: told from the first share on, a fault from the second. */
const [LATE, TOO_LATE] = [0.03, 0.15] as const

/** What balls do that move by themselves: shut late, not at all, at another place each turn. */
function ballFindings({ steady, network }: EnginePrediction): Finding[] {
  if (!steady) return []
  const seen = network.balls.flatMap((_, b) => ballMotion(network, steady.cycle, b) ?? [])
  if (seen.length === 0) return []
  const worst = seen.reduce((a, b) => (b.afterPinShare > a.afterPinShare ? b : a))
  const { afterPinShare: share, lateRad, shutsRad, meetsCap } = worst
  return [
    ...(share > LATE
      ? [
          finding('engine-ball', share > TOO_LATE ? 'watch' : 'fine', {
            share,
            lateRad,
            open: shutsRad === null,
            struck: meetsCap,
          }),
        ]
      : []),
    ...(steady.near.returns === false ? [finding('engine-uneven', 'watch', {})] : []),
  ]
}

function turnFindings(p: EnginePrediction): Finding[] {
  const { steady, standing, supply } = p
  if (!steady) return [finding('engine-stands', 'watch', { pushes: standing.startsShare > 0 })]
  const found: Finding[] = ballFindings(p)
  const peak = Math.max(...steady.cycle.chambers.map(({ pressurePaAbs }) => Math.max(...pressurePaAbs)))
  if (peak > SQUEEZED * supply.absolutePressurePa)
    found.push(finding('engine-squeezed', 'fine', { peakPa: peak, supplyPa: supply.absolutePressurePa }))
  const coldest = Math.min(...steady.cycle.chambers.map(({ temperatureK }) => Math.min(...temperatureK)))
  if (coldest < 253.15) found.push(finding('engine-cold', 'fine', { temperatureK: coldest }))
  if (steady.figures.leakedShare > 0.25)
    found.push(finding('engine-leaks', 'watch', { share: steady.figures.leakedShare }))
  return found
}

/** Speed of a bar along its wall above which plastic on plastic warms, and melts, m/s. Common practice, no source. */
const TIPS_WARM = 6
const TIPS_MELT = 15

/** How fast a rotor's tips rub along the wall. */
export function tipFindings(slideMPerRad: number, { steady }: EnginePrediction): Finding[] {
  const speedMPerS = slideMPerRad * (steady?.figures.fastestRadPerS ?? 0)
  if (speedMPerS < TIPS_WARM) return []
  return [finding('engine-tips', speedMPerS > TIPS_MELT ? 'do not run' : 'watch', { speedMPerS })]
}

/** All findings of an engine: what bursts, what does not turn, what feeds it. */
export function reviewEngine(
  input: AirInput,
  p: EnginePrediction,
  wall: PressedWall,
  made: readonly Finding[] = [],
): Review {
  const margin = wallMargin(wall, p, input.ambient.absolutePressurePa)
  return reviewed([
    ...(margin < LEAST_STRESS_MARGIN.ease
      ? [finding('engine-wall', margin < LEAST_STRESS_MARGIN.run ? 'do not run' : 'watch', { margin })]
      : []),
    ...turnFindings(p),
    ...airFindings(input, p.air, p.nozzle, wall.materialId),
    ...made,
  ])
}

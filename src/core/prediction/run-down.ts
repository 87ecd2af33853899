import { downstreamTable, massFlowOfNozzle, nozzleFlow } from '../flow'
import { balloonRunDown, balloonPressure, dropOutPressure, runDown, setSpring, type RunDown } from '../supply'
import type { AirSide } from './air-side'
import { effectiveNozzle, type EffectiveNozzle } from './effective-nozzle'
import type { AirInput } from './input'

/** Thrust of the nozzle at a pressure before it. Momentum and pressure; see `nozzleFlow`. */
export const thrustOf =
  (nozzle: EffectiveNozzle, backPressurePaAbs: number) =>
  (totalPressurePaAbs: number, totalTemperatureK: number): number =>
    totalPressurePaAbs > backPressurePaAbs
      ? nozzleFlow({ totalPressurePaAbs, totalTemperatureK, backPressurePaAbs }, nozzle).thrustN
      : 0

export interface RunDownOptions {
  readonly samples?: number
  /** Collects impulse too, at the price of a nozzle solution each step. */
  readonly withThrust?: boolean
  readonly untilGaugePa?: number
  readonly relativeTolerance?: number
  readonly regulated?: boolean
  /** Ends at the machine's least pressure; quicker. */
  readonly stopAtLeast?: boolean
}

/** Source pressure, gauge, below which the regulator stands wide open and lets its setting go; null without one. */
export function regulatorDropOut(
  input: AirInput,
  air: Pick<AirSide, 'sourcePressurePaAbs' | 'temperatureK'>,
): number | null {
  const { regulator, parts } = input.line
  if (!regulator) return null
  const pa = input.ambient.absolutePressurePa
  const greatest = Math.max(air.sourcePressurePaAbs, 1.05 * (regulator.setGaugePressurePa + pa))
  const behind = downstreamTable(parts, massFlowOfNozzle(effectiveNozzle(input)), pa, greatest, air.temperatureK)
  const spring = setSpring(regulator, { inletPaAbs: greatest, temperatureK: air.temperatureK }, behind)
  return dropOutPressure(regulator, spring, air.temperatureK, behind, greatest) - pa
}

/** Run-down of what the build is fed from; null for sources that do not run down. */
export function buildRunDown(input: AirInput, options: RunDownOptions = {}): RunDown | null {
  const { supply, ambient, line } = input
  if (supply.kind !== 'vessel' && supply.kind !== 'balloon') return null
  const pa = ambient.absolutePressurePa
  const nozzle = effectiveNozzle(input)
  const temperatureK = supply.kind === 'vessel' ? supply.airTemperatureK : ambient.temperatureK
  const start =
    supply.kind === 'vessel'
      ? supply.gaugePressurePa + pa
      : balloonPressure(supply.balloon, supply.balloon.blownVolumeM3) + pa
  const greatest = supply.kind === 'balloon' ? Math.max(start, pa + 40_000) : start
  const behind = downstreamTable(line.parts, massFlowOfNozzle(nozzle), pa, greatest, temperatureK)
  const thrust = options.withThrust ? thrustOf(nozzle, pa) : undefined
  if (supply.kind === 'balloon')
    return balloonRunDown({
      balloon: supply.balloon,
      ambientPaAbs: pa,
      temperatureK,
      behind,
      leastGaugePa: input.leastGaugePressurePa,
      thrust,
      samples: options.samples,
      stopAtLeast: options.stopAtLeast,
    })
  return runDown({
    vessel: { volumeM3: supply.volumeM3, gaugePressurePa: supply.gaugePressurePa, temperatureK, heat: supply.heat },
    ambientPaAbs: pa,
    regulator: options.regulated === false ? null : line.regulator,
    behind,
    leastGaugePa: input.leastGaugePressurePa,
    untilGaugePa: options.untilGaugePa,
    thrust,
    samples: options.samples,
    relativeTolerance: options.relativeTolerance,
    stopAtLeast: options.stopAtLeast,
  })
}

import type { DroopReduction } from '../../../core/bench'
import { circleArea } from '../../../core/flow'
import type { Measured } from '../../../core/statistics'
import { valveConductance } from '../../../core/supply'
import type { Regulator } from '../../validation/schema'

/** What a regulator is by its readings: what the line computes with. */
export interface RegulatorFound {
  /** That would give what it loses with flow, with seat and diaphragm or piston as drawn. */
  readonly springRate: Measured
  readonly friction: Measured | null
  /** Share of the source's own move that reaches the outlet, as drawn; beside what was measured. */
  readonly sourceEffectDrawn: number
}

/** A lift at which the curtain is far from full, m: what hangs on it is a straight line there. */
const LIFT_M = 1e-6

/**
 * Spring and friction that fit a regulator's readings, its seat and diaphragm or piston taken as drawn. Uncertainty of
 * the readings alone.
 */
export function regulatorFound(r: DroopReduction, regulator: Regulator): RegulatorFound {
  const [ad, as] = [circleArea(regulator.sensingDiameterM), circleArea(regulator.seatDiameterM)]
  const perLift = valveConductance(regulator, LIFT_M) / LIFT_M
  const rate = (ad - as) * perLift
  const of = (m: Measured, by: number, unit: string) => ({
    value: m.value * by,
    standardUncertainty: m.standardUncertainty * by,
    unit,
  })
  return {
    springRate: of(r.perOpening, rate, 'N/m'),
    friction: r.sticks && of(r.sticks, ad - as, 'N'),
    sourceEffectDrawn: as / (ad - as),
  }
}

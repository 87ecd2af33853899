import { massFlowOfNozzle } from '../../flow'
import { normalDraw, seededRandom } from '../../statistics'
import { regulated, type Regulator } from '../../supply'
import type { DroopReading, DroopRig } from './reduce-droop'

export interface DroopTruth {
  readonly regulator: Regulator
  /**
   * Its spring and diaphragm together grow stiffer as the valve opens, by this share until it stands open so far;
   * negative: weaker.
   */
  readonly stiffens?: { readonly share: number; readonly atLiftM: number }
  /** Force of its spring, closed. */
  readonly springForceN: number
  /** Holes in the order in which they are opened; 0 shuts the outlet. */
  readonly holesM: readonly number[]
  /** Source at each. */
  readonly sourceGaugePa: readonly number[]
  /** True discharge of the holes, and what is on the gauge beside the truth. */
  readonly discharge: number
  readonly zeroPa: number
  readonly span: number
  readonly noisePa: number
  readonly digitPa: number
  readonly roomPaAbs: number
  readonly roomK: number
  readonly seed: number
}

/**
 * What a gauge shows behind a regulator as one hole after the other is opened: by the static balance of forces,
 * friction against the way the flow has gone.
 */
export function simulateDroop(t: DroopTruth, edge: DroopRig['edge']): DroopReading[] {
  const random = seededRandom(t.seed)
  let before = 0
  let way: -1 | 0 | 1 = -1
  return t.holesM.map((hole, i) => {
    const through = massFlowOfNozzle({ throatDiameterM: Math.max(hole, 1e-6), dischargeCoefficient: t.discharge, edge })
    if (hole !== before) way = hole > before ? 1 : -1
    before = hole
    const balanced = (liftM: number) => {
      const { share, atLiftM } = t.stiffens ?? { share: 0, atLiftM: 1 }
      const springRateNPerM = t.regulator.springRateNPerM * (1 + (share * liftM) / atLiftM)
      return regulated(
        { ...t.regulator, springRateNPerM },
        t.springForceN,
        t.sourceGaugePa[i] + t.roomPaAbs,
        t.roomK,
        {
          backPressurePaAbs: t.roomPaAbs,
          massFlow: (p, T) => (hole === 0 ? 0 : through(p, T, t.roomPaAbs)),
          nozzlePressure: (p) => p,
        },
        way,
      )
    }
    // the flow hardly changes with the outlet: a few rounds are enough
    let state = balanced(0)
    for (let round = 0; t.stiffens && round < 6; round++) state = balanced(state.liftM)
    const { outletPaAbs } = state
    const read = (outletPaAbs - t.roomPaAbs) * (1 + t.span) + t.zeroPa + t.noisePa * normalDraw(random)
    return {
      holeDiameterM: hole,
      outletGaugePa: t.digitPa > 0 ? Math.round(read / t.digitPa) * t.digitPa : read,
      sourceGaugePa: t.sourceGaugePa[i],
    }
  })
}

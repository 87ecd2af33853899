import type { Said } from '../../said'
import type { Measured } from '../../statistics'

export type HandFigureId =
  | 'springRate'
  | 'freeLength'
  | 'workingForce'
  | 'rubbing'
  | 'gap'
  | 'leastGap'
  | 'unbalance'
  | 'offAxis'
  | 'pullShare'
  | 'openArea'
  | 'massFlow'
  | 'inertia'
  | 'meanDrag'
  | 'scaleFactor'
  | 'scaleZero'
  | 'towDrag'
  | 'towPower'
  | 'towGrows'

export interface HandFigure {
  readonly id: HandFigureId
  readonly measured: Measured
}

export interface HandResult {
  /** The one that goes into a build first. */
  readonly figures: readonly HandFigure[]
  readonly said: readonly Said[]
}

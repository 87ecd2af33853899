import type { FlywheelState } from '../../core/gates'
import type { PlainPrediction } from '../../core/prediction'
import type { QuantityKind } from '../../core/units'
import type { Acknowledgement } from '../validation/schema'

/** One figure of what can hurt, shown before a run and kept with it by its code. SI. */
export interface Hazard {
  readonly id: string
  readonly kind: QuantityKind
  /** Null where it is not known. */
  readonly value: number | null
  readonly standardUncertainty?: number
  /** A margin: so many times. */
  readonly times?: boolean
  readonly warn?: boolean
  /** What it is of, where that is one of several. */
  readonly of?: string
}

/** Strength of prints varies by a quarter, so the burst speed by an eighth. */
const [STRESS_SHARE, SPEED_SHARE] = [0.25, 0.12] as const

/** Of a machine that turns, at its free speed. */
export const turningHazards = (
  { strength: s, summary, bearing }: Pick<PlainPrediction, 'strength' | 'summary' | 'bearing'>,
  freeSpeedUncertainty?: number,
): Hazard[] => [
  { id: 'free-speed', kind: 'rotation', value: summary.freeSpeedRadPerS, standardUncertainty: freeSpeedUncertainty },
  {
    id: 'burst-speed',
    kind: 'rotation',
    value: s.burstSpeedRadPerS,
    standardUncertainty: SPEED_SHARE * s.burstSpeedRadPerS,
    of: s.governing,
  },
  {
    id: 'stress-margin',
    kind: 'ratio',
    value: s.stressMargin,
    standardUncertainty: STRESS_SHARE * s.stressMargin,
    times: true,
    warn: s.stressMargin < 4,
  },
  { id: 'bearing-share', kind: 'share', value: bearing.share, warn: bearing.share > 1 },
  { id: 'stored-energy', kind: 'energy', value: s.storedEnergyJ },
]

/** Of a rig's flywheel at the highest speed that the run could reach. */
export const flywheelHazards = (wheel: FlywheelState): Hazard[] => [
  { id: 'flywheel-speed', kind: 'rotation', value: wheel.speedRadPerS },
  { id: 'flywheel-rim-speed', kind: 'speed', value: wheel.rimSpeedMPerS },
  { id: 'flywheel-time', kind: 'time', value: wheel.timeToSpeedS },
  {
    id: 'flywheel-stress-margin',
    kind: 'ratio',
    value: wheel.stressMargin,
    times: true,
    warn: wheel.stressMargin !== null && wheel.stressMargin < 4,
  },
  { id: 'flywheel-stored-energy', kind: 'energy', value: wheel.storedEnergyJ, warn: wheel.storedEnergyJ > 100 },
]

/** Hazards as a run keeps them: those that are known, a margin without end as a number that a file can hold. */
export const keptHazards = (hazards: readonly Hazard[]): Acknowledgement['hazards'] =>
  hazards.flatMap(({ id, value }) => (value === null ? [] : [{ id, value: Math.min(1e9, value) }]))

/** A kept hazard by its code; null where it is not among them. */
export const hazardOf = (hazards: Acknowledgement['hazards'], id: string): number | null =>
  hazards.find((h) => h.id === id)?.value ?? null

import { levelOf, type BenchAsked, type NowFigure } from '../../../core/bench'
import { linearLeastSquares } from '../../../core/statistics'
import type { QuantityKind } from '../../../core/units'
import type { MachinePredicted } from '../../machines/contract'
import type { Build, Rig } from '../../validation/schema'

/** The newest readings of a device, by what its method reads them as. SI; all as long as `timeS`. */
export interface LiveMoment {
  readonly nowS: number
  readonly timeS: Float64Array
  readonly values: Readonly<Record<string, Float64Array | undefined>>
}

/** What a figure of the moment is: its label stands in the words. */
export type LiveId =
  | 'speed'
  | 'netTorque'
  | 'netPower'
  | 'torque'
  | 'power'
  | 'electricalPower'
  | 'thrust'
  | 'pressure'
  | 'drag'
  | 'outlet'
  | 'source'

/** One figure of the moment. An estimate: its ± is the scatter of the last moment alone. */
export interface LiveFigure extends NowFigure {
  readonly id: LiveId
  readonly kind: QuantityKind
}

/** What a simulated bench has to know of a rig and a build to stand in for them. */
export type BenchOfRig = Omit<BenchAsked, 'seed' | 'faults' | 'go'>

/** A method while it is recorded. */
export interface LiveBench {
  /** Whether a rig is read as it goes; each of its kind where this is left out. */
  serves?(rig: Rig): boolean
  /** Whether it reads how fast a shaft turns, by which a run can be stopped. */
  readonly readsSpeed: boolean
  /** Figures are taken from so much of the newest readings, s. */
  readonly momentS: number
  /** Roles that a maker may set by hand where the device does not tell them. */
  byHand?(rig: Rig): readonly string[]
  figures(moment: LiveMoment, rig: Rig, build: Build): readonly LiveFigure[]
  /** Null where a bench of that kind cannot be simulated. */
  simulated(rig: Rig, build: Build, predicted: MachinePredicted, gaugePressurePa: number): BenchOfRig | null
}

export const figure = (id: LiveId, kind: QuantityKind, of: NowFigure): LiveFigure => ({ id, kind, ...of })
export const level = (id: LiveId, kind: QuantityKind, values: Float64Array | undefined): readonly LiveFigure[] => {
  const found = values && levelOf(values)
  return found ? [figure(id, kind, found)] : []
}
export const pressureNow = ({ values }: LiveMoment) => level('pressure', 'gaugePressure', values.pressure)
export const times = (a: NowFigure, b: NowFigure): NowFigure => ({
  value: a.value * b.value,
  standardUncertainty: Math.hypot(a.value * b.standardUncertainty, b.value * a.standardUncertainty),
})
export const scaled = ({ value, standardUncertainty }: NowFigure, by: number): NowFigure => ({
  value: value * by,
  standardUncertainty: standardUncertainty * Math.abs(by),
})

/** Slower than this share of its free speed a shaft is held by friction that no law over the speed has. */
const TURNS = 0.05
/** No machine of the simulated bench bends by more. */
const MOST_BENT = 0.7
const LEAST_BENT = -0.4

/** Share of the torque's fall that goes with the square of the speed, by the parabola nearest to what is predicted. */
function bendOf({ overSpeed }: MachinePredicted, freeSpeedRadPerS: number): number {
  const torque = overSpeed?.lines.find((l) => l.id === 'torque')?.values ?? []
  const points = (overSpeed?.over ?? [])
    .map((w, i) => ({ share: w / freeSpeedRadPerS, torque: torque[i] }))
    .filter(({ share }) => share > TURNS && share <= 1)
  const { status, parameters } = linearLeastSquares(
    points.map(({ share }) => [1, share, share * share]),
    points.map((p) => p.torque),
    points.map(() => 1),
    'residual',
  )
  return status === 'fitted' && parameters[0] > 0
    ? Math.min(MOST_BENT, Math.max(LEAST_BENT, -parameters[2] / parameters[0]))
    : 0
}

/** Predicted size of a machine, with what stands in where it does not turn or push. */
function sizeOf(
  predicted: MachinePredicted,
): Pick<BenchOfRig, 'stallTorqueNm' | 'freeSpeedRadPerS' | 'bend' | 'thrustN'> {
  const of = (id: string, otherwise: number) => predicted.figures.find((f) => f.id === id)?.value ?? otherwise
  const torque = predicted.overSpeed?.lines.find((l) => l.id === 'torque')?.values[0]
  const free = Math.max(1, of('freeSpeedRadPerS', 1000))
  return {
    stallTorqueNm: Math.max(1e-5, of('stallTorqueNm', torque ?? 0.02)),
    freeSpeedRadPerS: free,
    bend: bendOf(predicted, free),
    thrustN: Math.max(1e-3, of('thrust', 1)),
  }
}

export const common = (predicted: MachinePredicted, gaugePressurePa: number): BenchOfRig => ({
  kind: 'count',
  readingsPerS: 200,
  gaugePressurePa,
  ...sizeOf(predicted),
  inertiaKgM2: 2e-5,
  perTurn: 1,
  sensorRatio: 1,
  armM: 0.12,
  volumeM3: 0.024,
  effectiveAreaM2: 2e-6,
  wrapRad: Math.PI,
  sourceGaugePa: 2 * gaugePressurePa,
  discharge: 0.62,
  edge: 'sharp',
  brakeNm: 0,
  coastsFor: 14,
})

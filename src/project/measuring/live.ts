import {
  effectiveInertia,
  levelOf,
  motionOfCounts,
  motionOfMarks,
  motionOfSpeed,
  type BenchAsked,
  type MotionNow,
  type NowFigure,
} from '../../core/bench'
import type { QuantityKind } from '../../core/units'
import { kindOf } from '../machines/registry'
import type { MachinePredicted } from '../machines/contract'
import type { Build, FlywheelRig, Rig } from '../validation/schema'
import { inertiaRig } from './inertia/rig'

/** The newest readings of a device, by what its method reads them as. SI; all as long as `timeS`. */
export interface LiveMoment {
  readonly nowS: number
  readonly timeS: Float64Array
  readonly values: Readonly<Record<string, Float64Array | undefined>>
}

/** What a figure of the moment is: its label stands in the words. */
export type LiveId = 'speed' | 'netTorque' | 'netPower' | 'torque' | 'power' | 'electricalPower' | 'thrust' | 'pressure'

/** One figure of the moment. An estimate: its ± is the scatter of the last moment alone. */
export interface LiveFigure extends NowFigure {
  readonly id: LiveId
  readonly kind: QuantityKind
}

/** What a simulated bench has to know of a rig and a build to stand in for them. */
export type BenchOfRig = Omit<BenchAsked, 'seed' | 'faults'>

/** A method while it is recorded. */
export interface LiveBench {
  /** Figures are taken from so much of the newest readings, s. */
  readonly momentS: number
  figures(moment: LiveMoment, rig: Rig, build: Build): readonly LiveFigure[]
  /** Null where a bench of that kind cannot be simulated. */
  simulated(rig: Rig, build: Build, predicted: MachinePredicted, gaugePressurePa: number): BenchOfRig | null
}

const figure = (id: LiveId, kind: QuantityKind, of: NowFigure): LiveFigure => ({ id, kind, ...of })
const level = (id: LiveId, kind: QuantityKind, values: Float64Array | undefined): readonly LiveFigure[] => {
  const found = values && levelOf(values)
  return found ? [figure(id, kind, found)] : []
}
const pressureNow = ({ values }: LiveMoment) => level('pressure', 'gaugePressure', values.pressure)
const times = (a: NowFigure, b: NowFigure): NowFigure => ({
  value: a.value * b.value,
  standardUncertainty: Math.hypot(a.value * b.standardUncertainty, b.value * a.standardUncertainty),
})
const scaled = ({ value, standardUncertainty }: NowFigure, by: number): NowFigure => ({
  value: value * by,
  standardUncertainty: standardUncertainty * Math.abs(by),
})

/** Predicted size of a machine, with what stands in where it does not turn or push. */
function sizeOf(predicted: MachinePredicted): Pick<BenchOfRig, 'stallTorqueNm' | 'freeSpeedRadPerS' | 'thrustN'> {
  const of = (id: string, otherwise: number) => predicted.figures.find((f) => f.id === id)?.value ?? otherwise
  const torque = predicted.overSpeed?.lines.find((l) => l.id === 'torque')?.values[0]
  return {
    stallTorqueNm: Math.max(1e-5, of('stallTorqueNm', torque ?? 0.02)),
    freeSpeedRadPerS: Math.max(1, of('freeSpeedRadPerS', 1000)),
    thrustN: Math.max(1e-3, of('thrust', 1)),
  }
}

const common = (predicted: MachinePredicted, gaugePressurePa: number): BenchOfRig => ({
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
})

function motionOf(rig: FlywheelRig, { timeS, values, nowS }: LiveMoment): MotionNow | null {
  const turns = rig.sensorOn === 'rotor' ? 1 : 1 / rig.speedRatio
  const rad = (2 * Math.PI * turns) / rig.countsPerTurn
  if (rig.signal === 'pulse-times') return motionOfMarks(timeS, rad, nowS)
  const { signal } = values
  if (!signal) return null
  return rig.signal === 'count'
    ? motionOfCounts(timeS, signal, rad)
    : motionOfSpeed(
        timeS,
        signal.map((w) => w * turns),
      )
}

/** A flywheel: speed, and the torque that its rise takes. Drag is not in it, so on coasting it is below nothing. */
export const flywheelLive: LiveBench = {
  momentS: 0.5,
  figures: (moment, rig, build) => {
    const motion = rig.kind === 'inertia' ? motionOf(rig, moment) : null
    if (!motion || rig.kind !== 'inertia') return pressureNow(moment)
    const { speedRadPerS, accelerationRadPerS2 } = motion
    const torque = Number.isFinite(accelerationRadPerS2.standardUncertainty)
      ? scaled(accelerationRadPerS2, effectiveInertia(inertiaRig(rig, build)).value)
      : null
    return [
      figure('speed', 'rotation', speedRadPerS),
      ...(torque
        ? [figure('netTorque', 'torque', torque), figure('netPower', 'power', times(torque, speedRadPerS))]
        : []),
      ...pressureNow(moment),
    ]
  },
  simulated: (rig, build, predicted, gaugePressurePa) => {
    if (rig.kind !== 'inertia') return null
    const sensorRatio = rig.sensorOn === 'rotor' ? 1 : rig.speedRatio
    return {
      ...common(predicted, gaugePressurePa),
      kind: rig.signal === 'count' ? 'count' : rig.signal === 'speed' ? 'speed' : 'marks',
      inertiaKgM2: effectiveInertia(inertiaRig(rig, build)).value,
      perTurn: rig.countsPerTurn * sensorRatio,
      sensorRatio,
    }
  },
}

/** A brake: torque of its arm, the tare taken off where the rig says one. */
export const brakeLive: LiveBench = {
  momentS: 1,
  figures: (moment, rig) => {
    if (rig.kind !== 'brake') return []
    const { scale, speed } = moment.values
    const w = speed && levelOf(speed.map((v) => v / rig.pulsesPerTurn))
    const force = scale && levelOf(scale.map((v) => v * rig.scaleFactor))
    const torque =
      force &&
      scaled({ ...force, value: force.value - rig.scaleFactor * (rig.tareN ?? 0) }, rig.armM * Math.cos(rig.tiltRad))
    return [
      ...(w ? [figure('speed', 'rotation', w)] : []),
      ...(torque ? [figure('torque', 'torque', torque)] : []),
      ...(w && torque ? [figure('power', 'power', times(w, torque))] : []),
      ...pressureNow(moment),
    ]
  },
  simulated: (rig, _, predicted, gaugePressurePa) =>
    rig.kind === 'brake'
      ? {
          ...common(predicted, gaugePressurePa),
          kind: 'brake',
          readingsPerS: 20,
          armM: rig.armM,
          perTurn: rig.pulsesPerTurn,
        }
      : null,
}

/** A generator: what its resistors take. Less than the shaft gives, by all that the generator loses. */
export const generatorLive: LiveBench = {
  momentS: 1,
  figures: (moment, rig) => {
    if (rig.kind !== 'generator') return []
    const { voltage, current, speed } = moment.values
    const w = speed && levelOf(speed.map((v) => v / rig.polePairs))
    const [u, i] = [voltage && levelOf(voltage), current && levelOf(current)]
    return [
      ...(w ? [figure('speed', 'rotation', w)] : []),
      ...(u && i ? [figure('electricalPower', 'power', times(u, i))] : []),
      ...pressureNow(moment),
    ]
  },
  simulated: (rig, _, predicted, gaugePressurePa) =>
    rig.kind === 'generator'
      ? { ...common(predicted, gaugePressurePa), kind: 'generator', readingsPerS: 20, perTurn: rig.polePairs }
      : null,
}

/** A thrust stand: what its cell shows, its zero not taken off. */
export const thrustLive: LiveBench = {
  momentS: 0.3,
  figures: (moment, rig) => {
    const factor = rig.kind === 'thrust' ? rig.scaleFactor : 1
    return [
      ...level(
        'thrust',
        'force',
        moment.values.signal?.map((v) => v * factor),
      ),
      ...pressureNow(moment),
    ]
  },
  simulated: (rig, _, predicted, gaugePressurePa) =>
    rig.kind === 'thrust' ? { ...common(predicted, gaugePressurePa), kind: 'stand', readingsPerS: 80 } : null,
}

/** A vessel that empties. */
export const tankLive: LiveBench = {
  momentS: 0.5,
  figures: pressureNow,
  simulated: (rig, build, predicted, gaugePressurePa) =>
    rig.kind === 'tank-decay'
      ? {
          ...common(predicted, gaugePressurePa),
          kind: 'tank',
          readingsPerS: 10,
          volumeM3: rig.volumeM3,
          effectiveAreaM2: areaOf(kindOf(build).air(build, ROOM)),
        }
      : null,
}

const ROOM = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const areaOf = ({ nozzle }: ReturnType<ReturnType<typeof kindOf>['air']>): number =>
  (0.87 * nozzle.count * Math.PI * nozzle.throatDiameterM ** 2) / 4

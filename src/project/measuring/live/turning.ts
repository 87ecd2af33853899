import { effectiveInertia, motionOfCounts, motionOfMarks, motionOfSpeed, type MotionNow } from '../../../core/bench'
import type { FlywheelRig } from '../../validation/schema'
import { coastRig, sensorOf } from '../coast/rig'
import { inertiaRig } from '../inertia/rig'
import { common, figure, pressureNow, scaled, times, type LiveBench, type LiveMoment } from './contract'

/** How what turns is read. */
type Sensor = Pick<FlywheelRig, 'signal' | 'countsPerTurn' | 'sensorOn' | 'speedRatio'>

function motionOf(rig: Sensor, { timeS, values, nowS }: LiveMoment): MotionNow | null {
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

const SIGNALS = { count: 'count', speed: 'speed', 'pulse-times': 'marks' } as const

/** A flywheel: speed, and the torque that its rise takes. Drag is not in it, so on coasting it is below nothing. */
export const flywheelLive: LiveBench = {
  readsSpeed: true,
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
      kind: SIGNALS[rig.signal],
      inertiaKgM2: effectiveInertia(inertiaRig(rig, build)).value,
      perTurn: rig.countsPerTurn * sensorRatio,
      sensorRatio,
    }
  },
}

/** A rotor left to itself: what slows it, by how fast it slows; below nothing while its air drives it. */
export const coastLive: LiveBench = {
  readsSpeed: true,
  momentS: 0.5,
  figures: (moment, rig, build) => {
    const motion = rig.kind === 'coast' ? motionOf(sensorOf(rig), moment) : null
    if (!motion || rig.kind !== 'coast') return pressureNow(moment)
    const { speedRadPerS, accelerationRadPerS2 } = motion
    const slows = Number.isFinite(accelerationRadPerS2.standardUncertainty)
    return [
      figure('speed', 'rotation', speedRadPerS),
      ...(slows
        ? [figure('drag', 'torque', scaled(accelerationRadPerS2, -coastRig(rig, build).inertiaKgM2.value))]
        : []),
      ...pressureNow(moment),
    ]
  },
  simulated: (rig, build, predicted, gaugePressurePa) => {
    if (rig.kind !== 'coast') return null
    const { signal, countsPerTurn, sensorOn, speedRatio } = sensorOf(rig)
    const sensorRatio = sensorOn === 'rotor' ? 1 : speedRatio
    return {
      ...common(predicted, gaugePressurePa),
      kind: SIGNALS[signal],
      inertiaKgM2: coastRig(rig, build).inertiaKgM2.value,
      brakeNm: rig.brake?.torqueNm ?? 0,
      coastsFor: 40,
      perTurn: countsPerTurn * sensorRatio,
      sensorRatio,
    }
  },
}

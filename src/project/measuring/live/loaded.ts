import { levelOf, type NowFigure } from '../../../core/bench'
import type { Rig } from '../../validation/schema'
import { common, figure, pressureNow, scaled, times, type LiveBench, type LiveFigure } from './contract'

/** Speed, torque and their product, as far as they are read. */
const ofShaft = (w: NowFigure | null | undefined, torque: NowFigure | null | undefined): readonly LiveFigure[] => [
  ...(w ? [figure('speed', 'rotation', w)] : []),
  ...(torque ? [figure('torque', 'torque', torque)] : []),
  ...(w && torque ? [figure('power', 'power', times(w, torque))] : []),
]

/** A brake: torque of its arm, the tare taken off where the rig says one. */
export const brakeLive: LiveBench = {
  readsSpeed: true,
  momentS: 1,
  figures: (moment, rig) => {
    if (rig.kind !== 'brake') return []
    const { scale, speed } = moment.values
    const w = speed && levelOf(speed.map((v) => v / rig.pulsesPerTurn))
    const force = scale && levelOf(scale.map((v) => v * rig.scaleFactor))
    const torque =
      force &&
      scaled({ ...force, value: force.value - rig.scaleFactor * (rig.tareN ?? 0) }, rig.armM * Math.cos(rig.tiltRad))
    return [...ofShaft(w, torque), ...pressureNow(moment)]
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
  readsSpeed: true,
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

/** From the shaft's middle to the rope's, seen from the rotor. */
const leverOf = (rig: Extract<Rig, { kind: 'rope' }>) => (rig.drumRadiusM + rig.ropeDiameterM / 2) / rig.speedRatio

/**
 * A rope between two load cells: their difference at the rope’s middle. Weights that are wound up are written down one
 * by one.
 */
export const ropeLive: LiveBench = {
  serves: (rig) => rig.kind === 'rope' && rig.does === 'rubs',
  readsSpeed: true,
  momentS: 1,
  // weights are known before they are hung on: one cell is enough
  byHand: () => ['weight'],
  figures: (moment, rig) => {
    if (rig.kind !== 'rope') return []
    const { weight, scale, speed } = moment.values
    const w = speed && levelOf(speed.map((v) => v / rig.pulsesPerTurn))
    const pull = weight && scale && levelOf(weight.map((v, i) => v - rig.scaleFactor * scale[i]))
    const torque = pull && scaled(pull, leverOf(rig))
    return [...ofShaft(w, torque), ...pressureNow(moment)]
  },
  simulated: (rig, _, predicted, gaugePressurePa) =>
    rig.kind === 'rope'
      ? {
          ...common(predicted, gaugePressurePa),
          kind: 'rope',
          readingsPerS: 20,
          armM: leverOf(rig),
          wrapRad: rig.wrapRad,
          perTurn: rig.pulsesPerTurn,
        }
      : null,
}

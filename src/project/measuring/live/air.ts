import { kindOf } from '../../machines/registry'
import { common, level, pressureNow, type LiveBench } from './contract'

/** A thrust stand: what its cell shows, its zero not taken off. */
export const thrustLive: LiveBench = {
  readsSpeed: false,
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
  readsSpeed: false,
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

/** A regulator before drilled holes: what it keeps, and what stands before it. */
export const droopLive: LiveBench = {
  readsSpeed: false,
  momentS: 0.5,
  byHand: () => ['hole'],
  figures: ({ values }) => [
    ...level('outlet', 'gaugePressure', values.pressure),
    ...level('source', 'gaugePressure', values.source),
  ],
  simulated: (rig, _, predicted, gaugePressurePa) =>
    rig.kind === 'droop'
      ? {
          ...common(predicted, gaugePressurePa),
          kind: 'droop',
          readingsPerS: 20,
          sourceGaugePa: rig.sourceGaugePa,
          discharge: rig.discharge,
          edge: rig.edge,
        }
      : null,
}

/** A whole bottle: how fast it turns, on what is left. */
export const runDownLive: LiveBench = {
  readsSpeed: true,
  momentS: 0.5,
  figures: (moment, rig) => {
    const marks = rig.kind === 'run-down' ? rig.marksPerTurn : 1
    return [
      ...level(
        'speed',
        'rotation',
        moment.values.speed?.map((w) => w / marks),
      ),
      ...level('thrust', 'force', moment.values.thrust),
      ...pressureNow(moment),
    ]
  },
  simulated: (rig, build, predicted, gaugePressurePa) =>
    rig.kind === 'run-down'
      ? {
          ...common(predicted, gaugePressurePa),
          kind: 'bottle',
          readingsPerS: 20,
          perTurn: rig.marksPerTurn,
          volumeM3: rig.volumeM3,
          effectiveAreaM2: areaOf(kindOf(build).air(build, ROOM)),
          inertiaKgM2: kindOf(build).turning?.(build.machine)?.value ?? 2e-5,
        }
      : null,
}

const ROOM = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const areaOf = ({ nozzle }: ReturnType<ReturnType<typeof kindOf>['air']>): number =>
  (0.87 * nozzle.count * Math.PI * nozzle.throatDiameterM ** 2) / 4

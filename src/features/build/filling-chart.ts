import { balloonFilling, modelAt } from '../../core/prediction'
import { newSupply } from '../../project/document'
import type { CurveChartProps } from '../../ui'
import type { Shown } from '../shared'
import type { RotatingPredicted as Predicted } from '../../project/document'

/** Volume and pressure of a usual balloon against time, blown up by a turbine's impeller; null where there is none. */
export function fillingChart({ prediction, input }: Predicted, shown: Shown): CurveChartProps | null {
  const { machine, ambient } = input
  const balloon = newSupply('balloon')
  if (!('impeller' in machine) || balloon.kind !== 'balloon' || !(prediction.summary.freeSpeedRadPerS > 0)) return null
  const model = modelAt(input, prediction.air.nozzlePressurePaAbs, prediction.air.temperatureK)
  const run = balloonFilling(model, prediction.summary.freeSpeedRadPerS, machine.impeller, balloon, ambient)
  const stops =
    run.stopsAtM3 === null ? '' : `, stops at ${shown.text(run.stopsAtM3, 'volume')}: the skin holds against it`
  return {
    label: `A balloon of ${shown.text(balloon.blownVolumeM3, 'volume')} blown up${stops}`,
    xLabel: 'time, s',
    left: { label: shown.unit('volume').label, domain: [0, 'auto'] },
    right: { label: `${shown.unit('gaugePressure').label} gauge`, domain: [0, 'auto'] },
    lines: [
      {
        id: 'v',
        name: `volume${stops}`,
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: run.timeS.map((t, i) => ({ x: t, y: shown.number(run.volumeM3[i], 'volume') })),
      },
      {
        id: 'p',
        name: 'pressure in the balloon',
        tone: 'petrol',
        predicted: true,
        axis: 'right',
        points: run.timeS.map((t, i) => ({
          x: t,
          y: shown.number(run.pressurePaAbs[i] - ambient.absolutePressurePa, 'gaugePressure'),
        })),
      },
    ],
    height: 200,
  }
}

import { inRpm } from '../../core/units'
import { jetSpeedAtRotor, type Prediction } from '../../core/prediction'
import { airDensity } from '../../core/air'
import type { BuildOf, RotatingMachine, RotatingPredicted } from '../../project/document'
import type { CurveChartProps } from '../../ui'
import type { Shown } from '../shared'

/** Half-width of the drawn band in standard uncertainties: about 95 %. */
export const BAND_SIGMAS = 2

/** Predicted torque and power at the shaft against speed, with bands, the bearing's limit and the load's speed. */
export function performanceChart(
  p: Prediction,
  shown: Shown,
  load: { speedRadPerS: number; label: string },
): CurveChartProps {
  const krpm = inRpm
  const torque = (t: number) => shown.number(t, 'torque')
  const power = (w: number) => shown.number(w, 'power')
  const top = krpm(Math.max(p.summary.freeSpeedRadPerS * 1.08, load.speedRadPerS))
  const limit = krpm(p.bearing.limitRadPerS)
  return {
    label: 'Predicted torque and power against speed',
    xLabel: 'rotor speed, rpm',
    xDomain: [0, top],
    left: { label: shown.unit('torque').label, domain: [0, 'auto'] },
    right: { label: shown.unit('power').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 't',
        name: 'torque at the shaft',
        tone: 'petrol',
        predicted: true,
        axis: 'left',
        points: p.curve.map((c, i) => ({
          x: krpm(c.speedRadPerS),
          y: torque(c.torqueNm),
          lo: torque(c.torqueNm - BAND_SIGMAS * p.band.torqueNm[i]),
          hi: torque(c.torqueNm + BAND_SIGMAS * p.band.torqueNm[i]),
        })),
      },
      {
        id: 'p',
        name: 'power at the shaft, band about 95 %',
        tone: 'copper',
        predicted: true,
        axis: 'right',
        points: p.curve.map((c, i) => ({
          x: krpm(c.speedRadPerS),
          y: power(c.shaftPowerW),
          lo: power(Math.max(0, c.shaftPowerW - BAND_SIGMAS * p.band.powerW[i])),
          hi: power(c.shaftPowerW + BAND_SIGMAS * p.band.powerW[i]),
        })),
      },
    ],
    limits: limit < top ? [{ from: limit, to: top, label: 'beyond the bearing’s limit' }] : [],
    marker: { x: krpm(load.speedRadPerS), label: load.label || 'load' },
    height: 200,
  }
}

/** Width of the jets where they meet the blades, m. */
export const jetWidth = (
  p: Prediction,
  count: number,
  ambient: { absolutePressurePa: number; temperatureK: number },
): number => {
  const speed = jetSpeedAtRotor(p.point)
  return speed > 0
    ? Math.sqrt(
        (4 * p.nozzle.thrustN) /
          count /
          (Math.PI * airDensity(ambient.absolutePressurePa, ambient.temperatureK) * speed ** 2),
      )
    : 0
}

/** The same for a build, all of its jets alike. */
export const jetWidthOf = (build: BuildOf<RotatingMachine>, { prediction, input }: RotatingPredicted): number =>
  jetWidth(prediction, build.machine.nozzle.count, input.ambient)

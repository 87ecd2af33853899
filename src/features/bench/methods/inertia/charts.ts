import { inRpm } from '../../../../core/units'
import { dragOf, type InertiaReduction } from '../../../../core/bench'
import type { MachinePredicted } from '../../../../project/document'
import type { CurveChartProps } from '../../../../ui'
import type { Shown } from '../../../shared'

/** What was recorded: speed in short steps, the fitted law over it. */
export function traceChart(r: Pick<InertiaReduction, 'trace'>): CurveChartProps {
  const { timeS, speedRadPerS, fittedRadPerS } = r.trace
  return {
    label: 'Speed recorded and fitted',
    xLabel: 'time, s',
    left: { label: 'rpm', domain: [0, 'auto'] },
    lines: [
      {
        id: 'read',
        name: 'speed read',
        tone: 'mute',
        predicted: false,
        axis: 'left',
        broad: true,
        points: timeS.map((t, i) => ({ x: t, y: inRpm(speedRadPerS[i]) })),
      },
      {
        id: 'fit',
        name: 'fitted law',
        tone: 'copper',
        predicted: false,
        axis: 'left',
        points: timeS.map((t, i) => ({ x: t, y: fittedRadPerS[i] === null ? null : inRpm(fittedRadPerS[i]) })),
      },
    ],
    limits: [],
    height: 200,
  }
}

/** What the fit leaves, on its own scale. */
export function residualChart(r: Pick<InertiaReduction, 'trace' | 'residualRadPerS'>): CurveChartProps {
  const { timeS, speedRadPerS, fittedRadPerS } = r.trace
  // between the stretches that were fitted there is no line
  const points = timeS.map((t, i) => {
    const fitted = fittedRadPerS[i]
    return { x: t, y: fitted === null ? null : inRpm(speedRadPerS[i] - fitted) }
  })
  const most = 4 * Math.max(1, inRpm(r.residualRadPerS))
  return {
    label: 'What the fit leaves',
    xLabel: 'time, s',
    xDomain: [timeS[0], timeS[timeS.length - 1]],
    left: { label: 'rpm left over', domain: [-Number(most.toPrecision(1)), Number(most.toPrecision(1))] },
    lines: [
      {
        id: 'left',
        name: `what the fit leaves, ±${Math.round(inRpm(r.residualRadPerS))} rpm`,
        tone: 'mute',
        predicted: false,
        axis: 'left',
        points,
      },
    ],
    height: 110,
  }
}

/** Drag found in coasting, with the law through it. */
export function coastChart(r: InertiaReduction, shown: Shown): CurveChartProps {
  const top = Math.max(...r.coastPoints.map((p) => p.speedRadPerS), 1)
  const grid = Array.from({ length: 31 }, (_, i) => (i / 30) * top)
  const t = (nm: number) => shown.number(nm, 'torque')
  return {
    label: 'Drag while coasting',
    xLabel: 'rotor speed, rpm',
    xDomain: [0, inRpm(top)],
    left: { label: shown.unit('torque').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'law',
        name: 'drag law',
        tone: 'petrol',
        predicted: false,
        axis: 'left',
        points: grid.map((w) => ({ x: inRpm(w), y: t(dragOf(r.law, w)) })),
      },
    ],
    dots: [
      {
        id: 'coast',
        name: 'measured',
        tone: 'ink',
        axis: 'left',
        shape: 'square',
        points: r.coastPoints.map((p) => ({ x: inRpm(p.speedRadPerS), y: t(p.dragNm), e: 2 * t(p.uncertaintyNm) })),
      },
    ],
    height: 310,
  }
}

export type TorqueAt = 'shaft' | 'blades'

/** What the rotor did, over the prediction: torque on the left, power on the right. */
export function rotorChart(
  r: InertiaReduction,
  predicted: MachinePredicted | null,
  at: TorqueAt,
  shown: Shown,
): CurveChartProps {
  const t = (nm: number) => shown.number(nm, 'torque')
  const p = (w: number) => shown.number(w, 'power')
  const { curve } = r
  const torque = at === 'shaft' ? curve.shaftTorqueNm : curve.bladeTorqueNm
  const power = at === 'shaft' ? curve.shaftPowerW : curve.bladePowerW
  const of = (point: InertiaReduction['points'][number]) => (at === 'shaft' ? point.shaftTorqueNm : point.bladeTorqueNm)
  const over = predicted?.overSpeed
  const line = over?.lines.find((l) => l.id === (at === 'shaft' ? 'torque' : 'bladeTorque'))
  const foreseen = over && line ? over.over.map((w, i) => ({ w, torque: line.values[i] })) : []
  const top =
    inRpm(Math.max(curve.speedRadPerS[curve.speedRadPerS.length - 1], foreseen[foreseen.length - 1]?.w ?? 0)) * 1.03
  return {
    label: `Measured torque and power ${at === 'shaft' ? 'at the shaft' : 'on the blades'}`,
    xLabel: 'rotor speed, rpm',
    xDomain: [0, top],
    left: { label: shown.unit('torque').label, domain: [0, 'auto'] },
    right: { label: shown.unit('power').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'mt',
        name: 'torque measured',
        tone: 'petrol',
        predicted: false,
        axis: 'left',
        points: curve.speedRadPerS.map((w, i) => ({
          x: inRpm(w),
          y: t(torque[i]),
          lo: t(torque[i] - curve.torqueBandNm[i]),
          hi: t(torque[i] + curve.torqueBandNm[i]),
        })),
      },
      {
        id: 'mp',
        name: 'power measured, band 95 %',
        tone: 'copper',
        predicted: false,
        axis: 'right',
        points: curve.speedRadPerS.map((w, i) => ({
          x: inRpm(w),
          y: p(power[i]),
          lo: p(power[i] - curve.powerBandW[i]),
          hi: p(power[i] + curve.powerBandW[i]),
        })),
      },
      ...(foreseen.length > 0
        ? [
            {
              id: 'pt',
              name: 'torque predicted',
              tone: 'petrol',
              predicted: true,
              axis: 'left' as const,
              points: foreseen.map((c) => ({ x: inRpm(c.w), y: t(c.torque) })),
            },
            {
              id: 'pp',
              name: 'power predicted',
              tone: 'copper',
              predicted: true,
              axis: 'right' as const,
              points: foreseen.map((c) => ({ x: inRpm(c.w), y: p(c.torque * c.w) })),
            },
          ]
        : []),
    ],
    dots: [
      {
        id: 'dt',
        name: 'torque read',
        tone: 'petrol',
        axis: 'left',
        shape: 'square',
        points: r.points.map((q) => ({ x: inRpm(q.speedRadPerS), y: t(of(q)), e: 2 * t(q.torqueUncertaintyNm) })),
      },
      {
        id: 'dp',
        name: 'power read',
        tone: 'ink',
        axis: 'right',
        shape: 'circle',
        points: r.points.map((q) => ({
          x: inRpm(q.speedRadPerS),
          y: p(of(q) * q.speedRadPerS),
          e: 2 * p(q.torqueUncertaintyNm * q.speedRadPerS),
        })),
      },
    ],
    height: 240,
  }
}

/**
 * Why measured and predicted differ, as far as the torque line tells. Null when they agree within their uncertainties.
 */
export function diagnosis(r: InertiaReduction, predicted: MachinePredicted): { title: string; text: string } | null {
  const figure = (id: string) => predicted.figures.find((f) => f.id === id)
  const [best, atRest, running] = ['bestPowerW', 'stallTorqueNm', 'freeSpeedRadPerS'].map(figure)
  if (!best || !atRest || !running) return null
  const stall = r.stallTorque.value / atRest.value - 1
  const free = r.freeSpeed.value / Math.max(1, running.value) - 1
  const power = r.peakShaftPower.power.value - best.value
  const unsure = 2 * Math.hypot(r.peakShaftPower.power.standardUncertainty, best.standardUncertainty)
  const percent = (x: number) => {
    const off = Math.round(100 * x)
    return off === 0 ? 'the same' : `${Math.abs(off)} % ${off < 0 ? 'low' : 'high'}`
  }
  const facts = `Peak power is ${percent(r.peakShaftPower.power.value / Math.max(1e-12, best.value) - 1)}, torque at rest ${percent(stall)} and free speed ${percent(free)} against the prediction.`
  if (Math.abs(power) < unsure && Math.abs(stall) < 0.08 && Math.abs(free) < 0.08) return null
  const within = Math.abs(power) < unsure ? ' The power lies within the prediction’s band.' : ''
  if (stall < -0.05 && free < -0.05 && Math.abs(stall - free) < 0.1)
    return {
      title: 'Everything is lower than predicted',
      text: `${facts} When both fall alike the jet itself is weaker: pressure lost before the nozzle, a throat smaller than drawn, or more of the jet passing the blades.${within}`,
    }
  if (stall < -0.05 && stall < free)
    return {
      title: 'Less torque at rest than predicted',
      text: `${facts} Low torque at rest means less flow or less turning, not drag: does a drill of the throat’s size pass? Is there a leak?${within}`,
    }
  if (free < -0.05)
    return {
      title: 'Free speed lower than predicted',
      text: `${facts} A low free speed with good torque means drag: bearings, rubbing, or blades that pump more air than the model takes.${within}`,
    }
  if (power > 0 && (stall > 0.05 || free > 0.05))
    return {
      title: 'Better than predicted',
      text: `${facts} Check the pressure and the counts per turn first; then the coefficients may be too careful.${within}`,
    }
  return { title: power < 0 ? 'Less power than predicted' : 'Predicted and measured', text: `${facts}${within}` }
}

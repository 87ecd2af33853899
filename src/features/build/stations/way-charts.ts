'use client'
import { type CurveChartProps } from '../../../ui'
import { type Shown } from '../../shared'
import type { ThrustPredicted } from '../../../project/document'

export function motionChart({ thrust }: ThrustPredicted, climb: boolean, shown: Shown): CurveChartProps {
  const { trace } = thrust.flight
  return {
    label: 'Speed and way against time',
    xLabel: 'time, s',
    left: { label: 'm/s', domain: [0, 'auto'] },
    right: { label: climb ? 'height, m' : 'way, m', domain: [0, 'auto'] },
    lines: [
      {
        id: 'v',
        name: 'speed',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: trace.map((s) => ({ x: s.timeS, y: shown.number(s.speedMPerS, 'speed') })),
      },
      {
        id: 's',
        name: climb ? 'height' : 'way',
        tone: 'petrol',
        predicted: true,
        axis: 'right',
        points: trace.map((s) => ({ x: s.timeS, y: s.distanceM })),
      },
    ],
    height: 230,
  }
}

export function thrustChart({ thrust }: ThrustPredicted, shown: Shown): CurveChartProps {
  const last = thrust.flight.trace[thrust.flight.trace.length - 1]
  const steady = [
    { timeS: 0, t: thrust.nozzle.thrustN },
    { timeS: last?.timeS ?? 1, t: thrust.nozzle.thrustN },
  ]
  const points = thrust.rest
    ? thrust.rest.trace.map((s, i, all) => ({
        timeS: s.timeS,
        t: i < all.length - 1 ? (all[i + 1].impulseNs - s.impulseNs) / Math.max(1e-12, all[i + 1].timeS - s.timeS) : 0,
      }))
    : steady
  return {
    label: 'Thrust held still, against time',
    xLabel: 'time, s',
    left: { label: shown.unit('force').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'f',
        name: 'thrust, held still',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: points.map((p) => ({ x: p.timeS, y: shown.number(p.t, 'force') })),
      },
    ],
    height: 230,
  }
}

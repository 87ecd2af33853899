'use client'
import { color } from '../../../ui'
import type { Shown } from '../../shared'
import type { MachinePredicted as AirPredicted } from '../../../project/document'

export interface DrawingProps<S> {
  readonly supply: S
  readonly predicted: AirPredicted
  readonly shown: Shown
}

export const W = 620
export const label = { fontSize: 11, fill: color('ink') } as const
export const quiet = { fontSize: 11, fill: color('mute') } as const

export const Shade = ({ id }: { id: string }) => (
  <linearGradient id={id} x1="0" x2="0" y1="0" y2="1">
    <stop offset="0" stopColor={color('pipe')} stopOpacity="0.55" />
    <stop offset="1" stopColor={color('pipe')} />
  </linearGradient>
)

/** Where the air leaves a source: a pipe with what flows in it. */
export const Outflow = ({
  x,
  y,
  to,
  predicted,
  shown,
}: {
  x: number
  y: number
  to: number
  predicted: AirPredicted
  shown: Shown
}) => (
  <>
    <path d={`M${x} ${y}H${to}m-9 -5l9 5l-9 5`} fill="none" stroke={color('pipe')} strokeWidth="2.4" />
    <text x={to} y={y - 10} textAnchor="end" className="num" {...label}>
      {shown.text(predicted.nozzle.freeAirM3PerS, 'freeAir')} free air
    </text>
  </>
)

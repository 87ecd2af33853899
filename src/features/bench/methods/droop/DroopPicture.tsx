'use client'
import { memo } from 'react'
import type { Regulator } from '../../../../project/document'
import { color } from '../../../../ui'
import type { Shown } from '../../../shared'

const [W, H] = [260, 140]
/** Holes of a first plate, m. */
export const HOLES_M = [0.5e-3, 0.8e-3, 1e-3, 1.3e-3, 1.6e-3] as const

/**
 * How it is put together: source, this build's regulator, gauge, and a plate of drilled holes; regulator to scale,
 * holes five times as large.
 */
export const DroopPicture = memo(function DroopPicture({ regulator, shown }: { regulator: Regulator; shown: Shown }) {
  const mm = Math.min(2.4, 64 / (regulator.sensingDiameterM * 1e3))
  const wide = regulator.sensingDiameterM * 1e3 * mm
  const seat = regulator.seatDiameterM * 1e3 * mm
  const line = 84
  const at = 62
  const text = { fontSize: 10, fill: color('mute') } as const
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`Source, regulator with a ${regulator.kind} of ${shown.text(regulator.sensingDiameterM, 'length')}, a gauge behind it and a plate of drilled holes`}
    >
      <path d={`M4 ${line}H${W - 52}`} stroke={color('ink')} strokeWidth="5" />
      <path d={`M4 ${line}H${W - 52}`} stroke={color('field')} strokeWidth="3" />
      <rect
        x={at - wide / 2 - 4}
        y={line - 12 - wide * 0.55}
        width={wide + 8}
        height={wide * 0.55}
        rx="3"
        fill={color('field')}
        stroke={color('ink')}
      />
      <path d={`M${at - wide / 2} ${line - 14}h${wide}`} stroke={color('copper')} strokeWidth="3" />
      <path
        d={`M${at} ${line - 14}V${line}M${at - seat / 2} ${line}h${seat}`}
        stroke={color('ink')}
        strokeWidth="1.6"
      />
      <circle cx={W - 96} cy={line - 30} r="15" fill={color('field')} stroke={color('ink')} />
      <path
        d={`M${W - 96} ${line - 15}V${line - 2}M${W - 96} ${line - 30}l8 -8`}
        stroke={color('ink')}
        strokeWidth="1.4"
      />
      <rect
        x={W - 52}
        y={line - 32}
        width="42"
        height="64"
        fill={color('mute')}
        fillOpacity="0.25"
        stroke={color('ink')}
      />
      {HOLES_M.map((d, i) => (
        <circle
          key={d}
          cx={W - 31}
          cy={line - 26 + i * 12.6}
          r={Math.max(1.2, d * 2.5e3)}
          fill={color('bench')}
          stroke={color('ink')}
        />
      ))}
      <text x="4" y={line + 18} {...text}>
        source
      </text>
      <text x={at} y={line + 18} textAnchor="middle" {...text}>
        regulator
      </text>
      <text x={W - 96} y={line + 18} textAnchor="middle" {...text}>
        gauge
      </text>
      <text x={W - 12} y={H - 6} textAnchor="end" {...text}>
        holes, five times as large
      </text>
    </svg>
  )
})

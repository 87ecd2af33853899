'use client'
import { memo } from 'react'
import type { ThrustBuild } from '../../../../project/document'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'

const [W, H, BASE] = [260, 150, 118] as const

/**
 * This body to scale on a stand: two leaf springs carry it, a cell before it takes its push, a thread over a pulley
 * hangs a known weight on the same line.
 */
export const StandPicture = memo(function StandPicture({
  build,
  pushN,
  shown,
}: {
  build: ThrustBuild
  pushN: number | null
  shown: Shown
}) {
  const { lengthM, diameterM } = build.machine
  const scale = Math.min(120 / lengthM, 46 / diameterM)
  const [long, thick] = [lengthM * scale, diameterM * scale]
  const [nose, mid] = [78, 50] as const
  const tail = nose + long
  const text = { fontSize: 10, fill: color('mute') } as const
  const neck = Math.min(0.25 * long, 14)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`The body of ${shown.text(lengthM, 'length')}, to scale, on leaf springs before a load cell, with a thread over a pulley for known weights`}
    >
      <path d={`M14 ${BASE}H${W - 8}`} stroke={color('ink')} strokeWidth="2" />
      {/* springs under a third and two thirds of it */}
      {[0.3, 0.7].map((share) => (
        <path
          key={share}
          d={`M${nose + share * long} ${mid + thick / 2}V${BASE}`}
          stroke={color('mute')}
          strokeWidth="2.5"
        />
      ))}
      <path
        d={`M${nose} ${mid}q0 ${-thick / 2} ${neck} ${-thick / 2}H${tail - neck}L${tail} ${mid - Math.min(5, thick / 4)}V${mid + Math.min(5, thick / 4)}L${tail - neck} ${mid + thick / 2}H${nose + neck}q${-neck} 0 ${-neck} ${-thick / 2}z`}
        fill={color('field')}
        stroke={color('ink')}
      />
      <path
        d={`M${tail + 3} ${mid - 3}l26 -6M${tail + 3} ${mid}h30M${tail + 3} ${mid + 3}l26 6`}
        stroke={color('copper')}
        strokeWidth="1.4"
      />
      {/* the cell, held from the base */}
      <path d={`M44 ${BASE}V${mid - 12}h10V${BASE}`} fill={color('mute')} fillOpacity="0.4" stroke={color('ink')} />
      <circle cx="62" cy={mid} r="7" fill={color('field')} stroke={color('ink')} />
      <path d={`M54 ${mid}h1M69 ${mid}H${nose}`} stroke={color('ink')} strokeWidth="2" />
      <text x="34" y={mid - 18} {...text}>
        cell
      </text>
      {/* for the span: along the same line */}
      <g stroke={color('petrol')} fill="none" strokeDasharray="4 3">
        <path d={`M44 ${mid}H24`} />
        <path d={`M18 ${mid + 6}V${mid + 34}`} />
      </g>
      <circle cx="24" cy={mid + 6} r="6" fill={color('field')} stroke={color('petrol')} />
      <rect x="11" y={mid + 34} width="14" height="16" fill={color('field')} stroke={color('petrol')} />
      <text x="6" y={BASE + 12} fontSize="10" fill={color('petrol')}>
        weights
      </text>
      {pushN !== null && (
        <text x={tail - 4} y={mid - thick / 2 - 8} textAnchor="end" fontSize="10" fill={color('copper')}>
          pushes ◂ {shown.text(pushN, 'force')} predicted
        </text>
      )}
      <Dimension x1={nose} y1={H - 10} x2={tail} y2={H - 10} offset={0} text={shown.text(lengthM, 'length')} />
    </svg>
  )
})

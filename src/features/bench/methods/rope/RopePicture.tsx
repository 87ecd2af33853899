'use client'
import { memo } from 'react'
import type { Rig } from '../../../../project/document'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'

const [W, H] = [260, 176]
const [CX, CY, MOST] = [126, 58, 38] as const

/**
 * Drum and rope to one scale, seen along the shaft: the weight on its tight side; on the other a balance, or nothing
 * where it is wound up.
 */
export const RopePicture = memo(function RopePicture({
  rig,
  shown,
}: {
  rig: Extract<Rig, { kind: 'rope' }>
  shown: Shown
}) {
  const outer = rig.drumRadiusM + rig.ropeDiameterM
  const scale = MOST / outer
  const r = rig.drumRadiusM * scale
  const middle = (rig.drumRadiusM + rig.ropeDiameterM / 2) * scale
  const rope = Math.max(1.2, rig.ropeDiameterM * scale)
  const rubs = rig.does === 'rubs'
  const text = { fontSize: 10, fill: color('mute') } as const
  const bottom = 132
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`A drum of ${shown.text(2 * rig.drumRadiusM, 'length')} with a rope of ${shown.text(rig.ropeDiameterM, 'length')}, ${rubs ? 'a weight on its tight side, a balance on the other' : 'winding a weight up'}, to scale`}
    >
      <circle cx={CX} cy={CY} r={r} fill={color('field')} stroke={color('ink')} />
      <circle cx={CX} cy={CY} r="3" fill={color('ink')} />
      <path
        d={
          rubs
            ? `M${CX - middle} ${bottom - 22}V${CY}A${middle} ${middle} 0 0 1 ${CX + middle} ${CY}V${bottom - 34}`
            : `M${CX - middle} ${bottom - 22}V${CY}A${middle} ${middle} 0 1 1 ${CX - middle * 0.1} ${CY + middle}`
        }
        fill="none"
        stroke={color('copper')}
        strokeWidth={rope}
      />
      <rect
        x={CX - middle - 13}
        y={bottom - 22}
        width="26"
        height="22"
        fill={color('mute')}
        fillOpacity="0.55"
        stroke={color('ink')}
      />
      <text x={CX - middle - 20} y={bottom - 8} textAnchor="end" {...text}>
        weight W
      </text>
      {rubs && (
        <>
          <rect
            x={CX + middle - 7}
            y={bottom - 34}
            width="14"
            height="26"
            rx="3"
            fill={color('field')}
            stroke={color('ink')}
          />
          <path d={`M${CX + middle - 4} ${bottom - 24}h8M${CX + middle - 4} ${bottom - 18}h8`} stroke={color('ink')} />
          <path d={`M${CX + middle} ${bottom - 8}V${bottom}M${CX + middle - 16} ${bottom}h32`} stroke={color('ink')} />
          <text x={CX + middle + 14} y={bottom - 16} {...text}>
            balance S
          </text>
        </>
      )}
      {/* the shaft turns so that it lifts the weight */}
      <path
        d={`M${CX - 0.55 * r} ${CY - 0.3 * r}A${0.62 * r} ${0.62 * r} 0 0 1 ${CX + 0.45 * r} ${CY - 0.42 * r}`}
        fill="none"
        stroke={color('petrol')}
        strokeWidth="1.6"
      />
      <path
        d={`M${CX + 0.45 * r} ${CY - 0.42 * r}l-1 -8M${CX + 0.45 * r} ${CY - 0.42 * r}l-8 1`}
        stroke={color('petrol')}
        strokeWidth="1.6"
      />
      <Dimension
        x1={CX}
        y1={H - 16}
        x2={CX + middle}
        y2={H - 16}
        offset={-2}
        text={shown.text(rig.drumRadiusM + rig.ropeDiameterM / 2, 'length')}
      />
    </svg>
  )
})

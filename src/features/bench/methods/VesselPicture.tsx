'use client'
import { memo } from 'react'
import type { Build } from '../../../project/document'
import { Dimension, color } from '../../../ui'
import type { Shown } from '../../shared'
import { PICTURE_TEXT, rotorRadius } from './rotor'

const [W, H] = [260, 140] as const
/** How long a vessel is drawn, over its width. */
const LONG = 2.5
/** Room of the drawing for vessel, hose and rotor, and for the vessel's height. */
const [WIDE, HIGH] = [228, 78] as const
const HOSE = 30

/** The size of a vessel of that volume, round, with flat ends, 2.5 times as long as wide, m. Closed form. */
export function vesselSize(volumeM3: number): { readonly diameterM: number; readonly lengthM: number } {
  const diameterM = Math.cbrt((4 * volumeM3) / (Math.PI * LONG))
  return { diameterM, lengthM: LONG * diameterM }
}

/**
 * The vessel of a rig and this machine's rotor to one scale, the gauge on the vessel and the valve behind it. Which
 * shape it has the rig does not say: it is drawn 2.5 times as long as wide.
 */
export const VesselPicture = memo(function VesselPicture({
  volumeM3,
  build,
  shown,
}: {
  volumeM3: number
  build: Build
  shown: Shown
}) {
  const { diameterM, lengthM } = vesselSize(volumeM3)
  const rotorM = rotorRadius(build)
  const across = 2 * (rotorM ?? 0)
  const scale = Math.min((WIDE - HOSE) / (lengthM + across), HIGH / Math.max(diameterM, across))
  const [length, half, rotor] = [lengthM * scale, (diameterM * scale) / 2, (across * scale) / 2]
  const left = (W - length - HOSE - 2 * rotor) / 2
  const cy = 22 + Math.max(half, rotor)
  const right = left + length
  const size = shown.text(lengthM, 'length')
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`A vessel of ${shown.text(volumeM3, 'volume')}, drawn ${size} long, valve and ${rotorM === null ? 'nozzle' : 'rotor'} behind it, to scale; the gauge on the vessel itself`}
    >
      <rect
        x={left}
        y={cy - half}
        width={length}
        height={2 * half}
        rx={half / 3}
        fill={color('field')}
        stroke={color('ink')}
      />
      <path d={`M${left + length / 2} ${cy - half}v-5`} stroke={color('ink')} />
      <circle cx={left + length / 2} cy={cy - half - 10} r="5" fill={color('sheet')} stroke={color('petrol')} />
      <path d={`M${left + length / 2} ${cy - half - 10}l3 -3`} stroke={color('petrol')} />
      <path d={`M${right} ${cy}h${HOSE}`} stroke={color('ink')} strokeWidth="2" />
      <path d={`M${right + 9} ${cy - 4}l12 8v-8l-12 8z`} fill={color('sheet')} stroke={color('ink')} />
      {rotorM === null ? (
        <path d={`M${right + HOSE} ${cy - 4}l7 3v2l-7 3z`} fill={color('copper')} />
      ) : (
        <circle
          cx={right + HOSE + rotor}
          cy={cy}
          r={Math.max(1, rotor)}
          fill="none"
          stroke={color('copper')}
          strokeDasharray={rotor > 5 ? '4 3' : undefined}
        />
      )}
      <text x={left + length / 2 + 9} y={cy - half - 6} {...PICTURE_TEXT}>
        gauge
      </text>
      <Dimension x1={left} y1={H - 12} x2={right} y2={H - 12} offset={0} text={`about ${size}`} />
    </svg>
  )
})

'use client'
import { memo } from 'react'
import type { Build, CoastRig } from '../../../../project/document'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { DRAWN_MARKS, PICTURE_TEXT, rotorRadius } from '../rotor'

const [W, H, R] = [260, 158, 46] as const
/** Radius that the cord lies on, of the rotor's: the hub is not drawn to scale. */
const HUB = 0.3

/**
 * The rotor by itself, seen along its shaft, with its marks and the sensor; a cord over its hub between a weight and a
 * balance where a known torque is put on. The rotor is what the dimension is of.
 */
export const AlonePicture = memo(function AlonePicture({
  rig: { countsPerTurn, brake },
  build,
  shown,
}: {
  rig: Pick<CoastRig, 'countsPerTurn' | 'brake'>
  build: Build
  shown: Shown
}) {
  const radius = rotorRadius(build)
  const [cx, cy] = [brake ? 92 : W / 2, 14 + R]
  const marks = countsPerTurn <= DRAWN_MARKS ? countsPerTurn : 0
  const hub = HUB * R
  const size = radius === null ? null : shown.text(2 * radius, 'length')
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`The rotor by itself${size ? `, ${size} across where it works` : ''}; ${countsPerTurn} ${countsPerTurn === 1 ? 'mark' : 'marks'} a turn${brake ? '; a cord over its hub between a weight and a balance, on in every other coasting' : ''}`}
    >
      <circle cx={cx} cy={cy} r={R} fill={color('field')} stroke={color('copper')} />
      <circle cx={cx} cy={cy} r={hub} fill={color('sheet')} stroke={color('ink')} />
      <circle cx={cx} cy={cy} r="2.5" fill={color('ink')} />
      {Array.from({ length: marks }, (_, i) => (
        <path
          key={i}
          d={`M${cx} ${cy - R}v6`}
          transform={`rotate(${(360 * i) / marks} ${cx} ${cy})`}
          stroke={color('ink')}
          strokeWidth={marks < 9 ? 3 : 1}
        />
      ))}
      <path d={`M${cx - 5} ${cy - R - 11}h10v6h-10zm5 6v4`} fill={color('petrol')} stroke={color('petrol')} />
      <text x={cx + 9} y={cy - R - 2} {...PICTURE_TEXT}>
        {marks ? `${countsPerTurn} a turn` : `${countsPerTurn} counts a turn`}
      </text>
      {/* it turns clockwise: the weight hangs where the hub goes up, the balance is held where it goes down */}
      {brake && (
        <>
          <path
            d={`M${cx - hub} ${cy + R + 2}V${cy}a${hub} ${hub} 0 0 1 ${2 * hub} 0V${cy + R + 2}`}
            fill="none"
            stroke={color('ink')}
          />
          <path d={`M${cx - hub - 6} ${cy + R + 2}h12v11h-12z`} fill={color('ink')} stroke={color('ink')} />
          <path
            d={`M${cx + hub - 5} ${cy + R + 2}h10v8h-10zm5 8v3m-7 0h14`}
            fill={color('sheet')}
            stroke={color('petrol')}
          />
          <path
            d={`M${cx - R - 8} ${cy + 10}a${R + 8} ${R + 8} 0 0 1 6 -30m-6 1l6 -1l1 6`}
            fill="none"
            stroke={color('petrol')}
          />
          <text x={W - 6} y={cy - 8} textAnchor="end" {...PICTURE_TEXT}>
            <tspan x={W - 6}>every other time</tspan>
            <tspan x={W - 6} dy="13">
              {shown.text(brake.torqueNm, 'torque')} against it
            </tspan>
          </text>
        </>
      )}
      {size && <Dimension x1={cx - R} y1={H - 10} x2={cx + R} y2={H - 10} offset={0} text={size} />}
    </svg>
  )
})

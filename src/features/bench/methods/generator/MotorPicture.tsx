'use client'
import { memo } from 'react'
import type { Build, Rig } from '../../../../project/document'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { PICTURE_TEXT, rotorRadius } from '../rotor'

const [W, H, R, MOTOR] = [260, 150, 34, 24] as const
/** More poles than these stand closer than they can be drawn. */
const DRAWN_POLES = 40

/**
 * The rotor, a motor on its shaft with its poles, and behind its rectifier the meters and the resistor: voltage across
 * it, current through it, frequency on one winding. The rotor is what the dimension is of; the rest is no scale.
 */
export const MotorPicture = memo(function MotorPicture({
  rig: { polePairs },
  build,
  shown,
}: {
  rig: Pick<Extract<Rig, { kind: 'generator' }>, 'polePairs'>
  build: Build
  shown: Shown
}) {
  const radius = rotorRadius(build)
  const size = radius === null ? null : shown.text(2 * radius, 'length')
  const [cy, rotor, motor] = [56, 44, 118] as const
  const poles = 2 * polePairs <= DRAWN_POLES ? 2 * polePairs : 0
  const [top, bottom, bridge, load] = [cy - 26, cy + 26, 164, 232] as const
  const wire = { stroke: color('ink'), fill: 'none' } as const
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`The rotor${size ? `, ${size} across,` : ''} turns a motor of ${polePairs} pole ${polePairs === 1 ? 'pair' : 'pairs'}; behind its rectifier a voltmeter across the resistor and an ammeter before it`}
    >
      <circle cx={rotor} cy={cy} r={R} fill={color('field')} stroke={color('copper')} />
      <circle cx={rotor} cy={cy} r="2.5" fill={color('ink')} />
      <path d={`M${rotor + R} ${cy}H${motor - MOTOR}`} stroke={color('mute')} strokeDasharray="1 2.5" />
      <circle cx={motor} cy={cy} r={MOTOR} fill={color('sheet')} stroke={color('ink')} />
      {Array.from({ length: poles }, (_, i) => (
        <path
          key={i}
          d={`M${motor} ${cy - MOTOR}v7`}
          transform={`rotate(${(360 * i) / poles} ${motor} ${cy})`}
          stroke={i % 2 ? color('copper') : color('petrol')}
          strokeWidth="2"
        />
      ))}
      {/* rectifier */}
      <path
        d={`M${motor + 17} ${top + 9}V${top}H${bridge}M${motor + 17} ${bottom - 9}V${bottom}H${bridge}`}
        {...wire}
      />
      <path d={`M${bridge} ${top - 6}h14v${bottom - top + 12}h-14z`} {...wire} />
      <path d={`M${bridge + 3} ${cy + 5}h8l-4 -8zm0 -8h8`} {...wire} />
      {/* current before the resistor, voltage across it */}
      <path
        d={`M${bridge + 14} ${top}h12m14 0H${load}V${cy - 13}M${load} ${cy + 13}V${bottom}H${bridge + 14}`}
        {...wire}
      />
      <circle cx={bridge + 33} cy={top} r="7" fill={color('sheet')} stroke={color('petrol')} />
      <path d={`M${load - 5} ${cy - 13}h10v26h-10z`} fill={color('field')} stroke={color('ink')} />
      <circle cx={bridge + 48} cy={cy} r="7" fill={color('sheet')} stroke={color('petrol')} />
      <path d={`M${bridge + 48} ${cy - 7}V${top}M${bridge + 48} ${cy + 7}V${bottom}`} stroke={color('petrol')} />
      <text x={bridge + 33} y={top + 3.5} textAnchor="middle" {...PICTURE_TEXT}>
        A
      </text>
      <text x={bridge + 48} y={cy + 3.5} textAnchor="middle" {...PICTURE_TEXT}>
        V
      </text>
      <text x={motor} y={cy + MOTOR + 26} textAnchor="middle" {...PICTURE_TEXT}>
        {polePairs === 1 ? 'one period a turn' : `${polePairs} periods a turn`}
      </text>
      {size && <Dimension x1={rotor - R} y1={H - 12} x2={rotor + R} y2={H - 12} offset={0} text={size} />}
    </svg>
  )
})

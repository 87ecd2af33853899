'use client'
import { memo } from 'react'
import type { Build } from '../../../../project/document'
import type { Wheeled } from '../../../../project/measuring'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { DRAWN_MARKS, PICTURE_TEXT, rotorRadius } from '../rotor'

const [W, H, MOST] = [260, 150, 100] as const
/** Of a machine whose rotor has no radius of its own, m. */
const NO_RADIUS = 0.02

/**
 * This machine's rotor and the rig's flywheel to one scale, seen along their shafts: on one shaft, or joined by a belt
 * or gear, whose sizes are in proportion alone; marks where the sensor reads.
 */
export const WheelPicture = memo(function WheelPicture({
  rig,
  build,
  shown,
}: {
  rig: Wheeled
  build: Build
  shown: Shown
}) {
  const { flywheel, speedRatio, sensorOn, countsPerTurn } = rig
  const rotorM = rotorRadius(build) ?? NO_RADIUS
  const direct = speedRatio === 1
  const apartM = direct ? 0 : 1.12 * (rotorM + flywheel.outerRadiusM)
  const wide = direct ? 2 * Math.max(rotorM, flywheel.outerRadiusM) : rotorM + apartM + flywheel.outerRadiusM
  const scale = Math.min(MOST / (2 * Math.max(rotorM, flywheel.outerRadiusM)), (W - 40) / wide)
  const cy = 12 + scale * Math.max(rotorM, flywheel.outerRadiusM)
  const left = (W - wide * scale) / 2
  const rotorX = left + (direct ? (wide * scale) / 2 : rotorM * scale)
  const wheelX = rotorX + apartM * scale
  // belt or gear between them: the wheel turns by so much of the rotor's speed
  const pitchRotor = scale * Math.min(0.5 * rotorM, 0.6 * flywheel.outerRadiusM * speedRatio)
  const pitchWheel = pitchRotor / speedRatio
  const lean = direct ? 0 : (pitchRotor - pitchWheel) / (wheelX - rotorX)
  const belt = [-1, 1].map((side) => {
    const up = side * Math.sqrt(1 - lean * lean)
    return `M${rotorX + pitchRotor * lean} ${cy + pitchRotor * up}L${wheelX + pitchWheel * lean} ${cy + pitchWheel * up}`
  })
  const [outer, inner] = [flywheel.outerRadiusM * scale, flywheel.innerRadiusM * scale]
  const [seenX, seenR] = sensorOn === 'flywheel' ? [wheelX, outer] : [rotorX, rotorM * scale]
  const marks = countsPerTurn <= DRAWN_MARKS ? countsPerTurn : 0
  const size = shown.text(2 * flywheel.outerRadiusM, 'length')
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`A flywheel of ${size} ${direct ? 'on the rotor’s own shaft' : `beside the rotor, turning ${speedRatio} times as fast`}, to scale; ${countsPerTurn} ${countsPerTurn === 1 ? 'mark' : 'marks'} on the ${sensorOn}`}
    >
      <circle cx={wheelX} cy={cy} r={outer} fill={color('field')} stroke={color('ink')} />
      <circle cx={wheelX} cy={cy} r={Math.max(1.5, inner)} fill={color('sheet')} stroke={color('ink')} />
      <circle cx={rotorX} cy={cy} r={rotorM * scale} fill="none" stroke={color('copper')} strokeDasharray="4 3" />
      <circle cx={rotorX} cy={cy} r="2.5" fill={color('ink')} />
      {!direct && (
        <>
          <circle cx={rotorX} cy={cy} r={pitchRotor} fill="none" stroke={color('mute')} strokeDasharray="1 2.5" />
          <circle cx={wheelX} cy={cy} r={pitchWheel} fill="none" stroke={color('mute')} strokeDasharray="1 2.5" />
          <path d={belt.join('')} stroke={color('mute')} strokeDasharray="1 2.5" />
        </>
      )}
      {Array.from({ length: marks }, (_, i) => (
        <path
          key={i}
          d={`M${seenX} ${cy - seenR}v${Math.max(3, 0.12 * seenR)}`}
          transform={`rotate(${(360 * i) / marks} ${seenX} ${cy})`}
          stroke={color('ink')}
          strokeWidth={marks < 9 ? 3 : 1}
        />
      ))}
      {/* the eye that sees them, on the upper side */}
      <path d={`M${seenX - 5} ${cy - seenR - 11}h10v6h-10zm5 6v4`} fill={color('petrol')} stroke={color('petrol')} />
      <text x={seenX + 9} y={cy - seenR - 4} {...PICTURE_TEXT}>
        {marks ? `${countsPerTurn} a turn` : `${countsPerTurn} counts a turn`}
      </text>
      <Dimension x1={wheelX - outer} y1={H - 14} x2={wheelX + outer} y2={H - 14} offset={0} text={size} />
      {!direct && (
        <text x={rotorX} y={H - 10} textAnchor="middle" fontSize="10" fill={color('copper')}>
          rotor
        </text>
      )}
    </svg>
  )
})

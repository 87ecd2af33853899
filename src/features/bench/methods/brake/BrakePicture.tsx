'use client'
import { memo } from 'react'
import { workingRadius } from '../../../../core/machines'
import { kindOf, predictionInput, isTurbine, type Build, type Rig } from '../../../../project/document'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'

const W = 260
const H = 118

/** This machine's rotor and the brake's arm on its scale, to one scale, seen along the shaft. */
export const BrakePicture = memo(function BrakePicture({
  rig,
  build,
  shown,
}: {
  rig: Extract<Rig, { kind: 'brake' }>
  build: Build
  shown: Shown
}) {
  const radius = isTurbine(build) && kindOf(build).turning ? workingRadius(predictionInput(build, ROOM).machine) : 0.02
  const scale = (W - 62) / (rig.armM + radius + 0.012)
  const [cx, cy] = [14 + radius * scale, 16 + Math.max(radius * scale, 18)]
  const end = cx + rig.armM * scale
  const drop = rig.armM * Math.sin(rig.tiltRad) * scale
  const bed = H - 10
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`The brake’s arm of ${shown.text(rig.armM, 'length')} from the shaft to the scale, to scale beside the rotor`}
    >
      <circle cx={cx} cy={cy} r={radius * scale} fill="none" stroke={color('mute')} strokeDasharray="4 3" />
      <circle
        cx={cx}
        cy={cy}
        r={Math.max(5, 0.35 * radius * scale)}
        fill={color('copper')}
        fillOpacity="0.7"
        stroke={color('ink')}
      />
      <path
        d={`M${cx} ${cy - 5}L${end + 5} ${cy + drop - 3}V${cy + drop + 3}L${cx} ${cy + 5}Z`}
        fill={color('field')}
        stroke={color('ink')}
      />
      <path d={`M${end} ${cy + drop + 3}V${bed - 14}`} stroke={color('ink')} strokeWidth="2" />
      <rect
        x={end - 20}
        y={bed - 14}
        width="40"
        height="14"
        fill={color('mute')}
        fillOpacity="0.5"
        stroke={color('ink')}
      />
      <path
        d={`M${cx - radius * scale * 0.7} ${cy - radius * scale * 0.75}a${radius * scale} ${radius * scale} 0 0 1 ${radius * scale * 1.4} 0`}
        fill="none"
        stroke={color('copper')}
        strokeWidth="1.6"
      />
      <Dimension x1={cx} y1={bed} x2={end} y2={bed} offset={-2} text={shown.text(rig.armM, 'length')} />
    </svg>
  )
})

/** The rotor's size does not follow the room. */
const ROOM = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }

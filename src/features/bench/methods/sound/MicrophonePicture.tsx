'use client'
import { memo } from 'react'
import type { Build, Rig } from '../../../../project/document'
import { Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { DRAWN_MARKS, PICTURE_TEXT, rotorRadius } from '../rotor'

const [W, H] = [260, 150] as const
/** How far beside the rim the microphone stands, m: a hand's breadth. */
const BESIDE_M = 0.1
/** Of a machine whose rotor has no radius of its own, m. */
const NO_RADIUS = 0.02
const MIC = 14

/**
 * The rotor with its blades and the microphone beside its rim to one scale, out of the jet; what a turn sounds like at
 * the two speeds between which it is listened for.
 */
export const MicrophonePicture = memo(function MicrophonePicture({
  rig: { blades, fromRadPerS, toRadPerS },
  build,
  shown,
}: {
  rig: Pick<Extract<Rig, { kind: 'sound' }>, 'blades' | 'fromRadPerS' | 'toRadPerS'>
  build: Build
  shown: Shown
}) {
  const rotorM = rotorRadius(build) ?? NO_RADIUS
  const scale = Math.min((W - 40 - MIC) / (2 * rotorM + BESIDE_M), 84 / (2 * rotorM))
  const r = rotorM * scale
  const left = (W - 2 * r - BESIDE_M * scale - MIC) / 2
  const [cx, cy] = [left + r, 22 + Math.max(r, 20)]
  const rim = cx + r
  const mic = rim + BESIDE_M * scale
  const hertz = [fromRadPerS, toRadPerS].map((w) => Math.round((w * blades) / (2 * Math.PI)))
  const drawn = blades <= DRAWN_MARKS ? blades : 0
  const tone = `${hertz[0]} to ${hertz[1]} Hz`
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label={`A rotor of ${blades} ${blades === 1 ? 'blade' : 'blades'} and a microphone ${shown.text(BESIDE_M, 'length')} beside its rim, to scale; their tone lies between ${tone}`}
    >
      <circle cx={cx} cy={cy} r={r} fill={color('field')} stroke={color('copper')} />
      <circle cx={cx} cy={cy} r="2.5" fill={color('ink')} />
      {Array.from({ length: drawn }, (_, i) => (
        <path
          key={i}
          d={`M${cx} ${cy - r}v${0.3 * r}`}
          transform={`rotate(${(360 * i) / drawn} ${cx} ${cy})`}
          stroke={color('ink')}
        />
      ))}
      {[0.3, 0.55, 0.8].map((share) => {
        const x = rim + share * (mic - rim)
        return (
          <path
            key={share}
            d={`M${x} ${cy - 16 * share}q${8 * share} ${16 * share} 0 ${32 * share}`}
            fill="none"
            stroke={color('mute')}
          />
        )
      })}
      <path d={`M${mic} ${cy - 5}h${MIC}v10h-${MIC}z`} fill={color('petrol')} />
      <text x={mic + MIC} y={cy - 22} textAnchor="end" {...PICTURE_TEXT}>
        {tone}
      </text>
      <Dimension x1={rim} y1={H - 10} x2={mic} y2={H - 10} offset={0} text={shown.text(BESIDE_M, 'length')} />
    </svg>
  )
})

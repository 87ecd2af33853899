'use client'
import { memo } from 'react'
import type { BuildOf, MachineOfKind } from '../../../../project/document'
import { Arrow, Dimension, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { Drawing, H, Legend } from './frame'
import { stackCapture } from '../../../../core/machines'

type Stack = MachineOfKind<'wind-stack'>

/** The stack from the side, to scale: slanted vanes that turn the wind down to the wheel at its foot. */
export const StackDrawing = memo(function StackDrawing({ build, shown }: { build: BuildOf<Stack>; shown: Shown }) {
  const { machine, supply } = build
  const foot = (machine.meanRadiusM + machine.bladeHeightM / 2) * 1.2
  const tall = machine.stackHeightM + 2.2 * foot
  const scale = Math.min((H - 20) / tall, 170 / (2 * machine.stackRadiusM))
  const cx = 300
  const top = (H - tall * scale) / 2
  const half = machine.stackRadiusM * scale
  const bottom = top + machine.stackHeightM * scale
  const wind = supply.kind === 'wind' ? supply.speedMPerS : 0
  const vanes = Math.max(3, Math.round(machine.stackVanes / 2))
  const slant = Math.tan(machine.vaneSlantRad)
  const pitch = (machine.stackHeightM * scale) / 7
  const wheel = bottom + 0.9 * foot * scale
  return (
    <Drawing
      label={`Wind stack ${shown.text(2 * machine.stackRadiusM, 'length')} across and ${shown.text(machine.stackHeightM, 'length')} tall, ${machine.stackVanes} vanes slanted ${((machine.vaneSlantRad * 180) / Math.PI).toFixed(0)}°, wheel ${shown.text(2 * machine.meanRadiusM, 'length')} across its mean`}
    >
      <path d={`M${cx - half - 4} ${top}H${cx + half + 4}`} stroke={color('ink')} strokeWidth="3" />
      {Array.from({ length: 6 }, (_, i) => top + (i + 0.7) * pitch).map((y) => (
        <g key={y} stroke={color('ink')} strokeWidth="1.6">
          <path d={`M${cx - half} ${y}l${half * 0.36} ${Math.min(pitch * 1.4, (half * 0.36) / slant)}`} />
          <path d={`M${cx + half} ${y}l${-half * 0.36} ${Math.min(pitch * 1.4, (half * 0.36) / slant)}`} />
        </g>
      ))}
      {Array.from({ length: vanes }, (_, i) => cx - half + ((i + 0.5) * 2 * half) / vanes).map((x) => (
        <path key={x} d={`M${x} ${top}V${bottom}`} stroke={color('mute')} strokeWidth="0.6" />
      ))}
      <path
        d={`M${cx - half} ${bottom}L${cx - foot * scale} ${bottom + 0.6 * foot * scale}V${wheel + 0.5 * foot * scale}M${cx + half} ${bottom}L${cx + foot * scale} ${bottom + 0.6 * foot * scale}V${wheel + 0.5 * foot * scale}`}
        stroke={color('ink')}
        strokeWidth="2"
        fill="none"
      />
      <path d={`M${cx} ${top + pitch}V${wheel - 10}`} stroke={color('pale')} strokeWidth={half * 0.5} opacity="0.45" />
      <rect
        x={cx - (machine.meanRadiusM + machine.bladeHeightM / 2) * scale}
        y={wheel}
        width={2 * (machine.meanRadiusM + machine.bladeHeightM / 2) * scale}
        height={Math.max(4, machine.chordM * scale)}
        fill={color('ink')}
        fillOpacity="0.8"
      />
      <rect
        x={cx - machine.hubRadiusM * scale}
        y={wheel - 3}
        width={2 * machine.hubRadiusM * scale}
        height={Math.max(10, machine.chordM * scale + 6)}
        fill={color('mute')}
      />
      {[0.25, 0.5, 0.75].map((k) => (
        <Arrow
          key={k}
          x={cx - half - 96}
          y={top + k * machine.stackHeightM * scale}
          dx={78}
          dy={0}
          tone="petrol"
          label={k === 0.25 ? `wind ${shown.text(wind, 'speed')}` : ''}
          labelSide={-1}
        />
      ))}
      <Dimension
        x1={cx + half + 26}
        y1={top}
        x2={cx + half + 26}
        y2={bottom}
        text={shown.text(machine.stackHeightM, 'length')}
      />
      <Legend
        x={cx + half + 96}
        y={24}
        lines={[
          `vanes keep ${(100 * stackCapture(machine)).toFixed(0)} % of`,
          'the stream’s pressure',
          '(estimate)',
          `wheel ⌀ ${shown.text(2 * machine.meanRadiusM, 'length')} mean`,
        ]}
      />
    </Drawing>
  )
})

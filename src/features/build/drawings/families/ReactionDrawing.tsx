'use client'
import { memo, useId } from 'react'
import type { BuildOf, MachineOfKind } from '../../../../project/document'
import { Dimension, Hatch, color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { Drawing, H, Legend } from './frame'

type Reaction = MachineOfKind<'reaction-rotor'>

/** Face with the channels and their jets, and the half section with inlet, gap and pivot; to scale. */
export const ReactionDrawing = memo(function ReactionDrawing({
  build,
  shown,
}: {
  build: BuildOf<Reaction>
  shown: Shown
}) {
  const hatch = useId()
  const { machine } = build
  const { nozzle } = machine
  const scale = (H - 40) / (2 * machine.bodyRadiusM)
  const [cx, cy] = [160, H / 2]
  const bore = Math.max(2, nozzle.throatDiameterM * scale)
  const jr = machine.jetRadiusM * scale
  const lean = (nozzle.angleRad * 180) / Math.PI
  const [sx, sy] = [360, H - 54]
  const s2 = Math.min(200 / machine.bodyRadiusM, 110 / machine.bodyHeightM, scale * 1.6)
  return (
    <Drawing
      label={`Reaction rotor ${shown.text(2 * machine.bodyRadiusM, 'length')} across with ${nozzle.count} jets of ${shown.text(nozzle.throatDiameterM, 'length')} at radius ${shown.text(machine.jetRadiusM, 'length')}`}
    >
      <defs>
        <Hatch id={hatch} gap={5} />
      </defs>
      {machine.shrouded ? (
        <circle
          cx={cx}
          cy={cy}
          r={machine.bodyRadiusM * scale}
          fill={color('field')}
          stroke={color('ink')}
          strokeWidth="1.3"
        />
      ) : (
        <circle
          cx={cx}
          cy={cy}
          r={machine.sealRadiusM * scale * 1.7}
          fill={color('field')}
          stroke={color('ink')}
          strokeWidth="1.3"
        />
      )}
      {Array.from({ length: nozzle.count }, (_, i) => (
        <g key={i} transform={`translate(${cx} ${cy}) rotate(${(360 * i) / nozzle.count})`}>
          {!machine.shrouded && (
            <rect
              x={0}
              y={-bore * 1.4}
              width={jr + bore}
              height={bore * 2.8}
              fill={color('field')}
              stroke={color('ink')}
            />
          )}
          <path d={`M0 0H${jr}`} stroke={color('pipe')} strokeWidth={bore * 1.8} strokeLinecap="round" />
          <g transform={`translate(${jr} 0) rotate(${-lean})`}>
            <path d={`M0 0V${-14}`} stroke={color('pipe')} strokeWidth={bore} />
            <path
              d={`M${-bore / 2} ${-14}L${-bore * 1.6} ${-54}H${bore * 1.6}L${bore / 2} ${-14}Z`}
              fill={color('pale')}
              opacity="0.6"
            />
          </g>
        </g>
      ))}
      <circle
        cx={cx}
        cy={cy}
        r={machine.sealRadiusM * scale}
        fill={color('sheet')}
        stroke={color('ink')}
        strokeWidth="1.2"
      />
      <path
        d={`M${cx + machine.bodyRadiusM * scale * 0.5} ${cy + machine.bodyRadiusM * scale * 0.25}a${machine.bodyRadiusM * scale * 0.56} ${machine.bodyRadiusM * scale * 0.56} 0 0 1 ${-machine.bodyRadiusM * scale * 0.25} ${machine.bodyRadiusM * scale * 0.25}`}
        stroke={color('copper')}
        strokeWidth="1.8"
        fill="none"
      />
      <g>
        <rect
          x={sx + machine.sealRadiusM * s2}
          y={sy - machine.bodyHeightM * s2}
          width={(machine.bodyRadiusM - machine.sealRadiusM) * s2}
          height={machine.bodyHeightM * s2}
          fill={`url(#${hatch})`}
          stroke={color('ink')}
        />
        <rect
          x={sx + machine.sealRadiusM * s2}
          y={sy - 0.5 * machine.bodyHeightM * s2 - Math.max(1.5, nozzle.throatDiameterM * s2)}
          width={(machine.jetRadiusM - machine.sealRadiusM) * s2}
          height={Math.max(3, 2 * nozzle.throatDiameterM * s2)}
          fill={color('pipe')}
        />
        <rect
          x={sx}
          y={sy - machine.bodyHeightM * s2 - 34}
          width={(machine.sealRadiusM - machine.sealGapM) * s2}
          height="40"
          fill={color('pipe')}
          opacity="0.8"
        />
        {machine.pivot === 'point' ? (
          <path d={`M${sx} ${sy + 30}L${sx + 10} ${sy + 4}H${sx}Z`} fill={color('ink')} />
        ) : (
          <rect
            x={sx}
            y={sy}
            width={(build.machine.shaft.diameterM / 2) * s2}
            height="34"
            fill={color('mute')}
            opacity="0.6"
          />
        )}
        <path
          d={`M${sx} ${sy - machine.bodyHeightM * s2 - 44}V${sy + 44}`}
          stroke={color('mute')}
          strokeDasharray="8 3 2 3"
        />
        <Dimension
          x1={sx}
          y1={sy + 22}
          x2={sx + machine.jetRadiusM * s2}
          y2={sy + 22}
          text={shown.text(machine.jetRadiusM, 'length')}
        />
      </g>
      <Legend
        x={sx + 40}
        y={22}
        lines={[
          machine.pivot === 'point'
            ? `turns on a point, r ${shown.text(machine.pointRadiusM, 'length')}`
            : 'turns on bearings',
          `gap at the inlet ${shown.text(machine.sealGapM, 'length')}`,
        ]}
      />
    </Drawing>
  )
})
